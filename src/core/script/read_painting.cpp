// Readers of edits of which cloth goes where.
#include "script/readers.hpp"

namespace clathra::script {

namespace {

constexpr std::size_t kMostRoleName = 40;

std::optional<std::string> textIfSaid(EditFields& in, const char* key, std::size_t most = kMostText) {
  return in.has(key) ? std::optional(in.text(key, {}, most)) : std::nullopt;
}

ChanceRules chanceRules(EditFields& in) {
  ChanceRules out;
  out.neighboursDiffer = in.flag("neighboursDiffer", true);
  out.seed = static_cast<std::uint32_t>(in.whole("seed", 0, 4'000'000'000, 1));
  for (const nlohmann::json& j : in.array("cloths", kMostChanceCloths)) {
    EditFields f(j, Message("a-chance-cloth"), in.project());
    ChanceCloth c;
    c.share = f.number("share", 0, 1e6, 1);
    if (f.has("most")) c.most = static_cast<int>(f.whole("most", 0, kMostPieces));
    c.cloth = f.cloth();
    f.nothingElse();
    for (const ChanceCloth& other : out.cloths)
      if (f.ok() && other.cloth == c.cloth)
        f.faultAlone("cloth-named-twice", clothArg(*clothById(in.project(), c.cloth)));
    if (!f.ok()) {
      in.faultAlone(f.error().message);
      break;
    }
    out.cloths.push_back(c);
  }
  return out;
}

}  // namespace

Paint read(EditFields& in, Paint*) {
  const ClothId cloth = in.clothOrNone();
  return {cloth, in.pieces()};
}
PaintByChance read(EditFields& in, PaintByChance*) {
  ChanceRules rules = chanceRules(in);
  return {std::move(rules), in.pieces()};
}
KeepVariant read(EditFields& in, KeepVariant*) {
  return {in.name("name"), textIfSaid(in, "note")};
}
WearVariant read(EditFields& in, WearVariant*) {
  return {in.text("variant", {}, 120)};
}
ChangeVariant read(EditFields& in, ChangeVariant*) {
  return {in.text("variant", {}, 120), textIfSaid(in, "name", 120), textIfSaid(in, "note")};
}
DropVariant read(EditFields& in, DropVariant*) {
  return {in.text("variant", {}, 120)};
}
AddRole read(EditFields& in, AddRole*) {
  return {in.name("name", kMostRoleName)};
}
GiveRole read(EditFields& in, GiveRole*) {
  GiveRole out;
  if (in.has("role"))
    out.role = in.text("role", {}, kMostRoleName);
  else if (!in.isNull("role"))
    in.fault("needs-role-name-null");
  out.pieces = in.piecesWithoutRole();  // "role" names the role here, so it cannot choose the pieces too
  return out;
}
PutOnRole read(EditFields& in, PutOnRole*) {
  const std::string role = in.text("role", {}, kMostRoleName);
  return {role, in.clothOrNone()};
}
RenameRole read(EditFields& in, RenameRole*) {
  return {in.text("role", {}, kMostRoleName), in.name("name", kMostRoleName)};
}
DropRole read(EditFields& in, DropRole*) {
  return {in.text("role", {}, kMostRoleName)};
}

}  // namespace clathra::script
