#include "script/edit_fields.hpp"

#include "layout/unit.hpp"
#include "script/named_pieces.hpp"

namespace clathra {

void EditFields::faultOf(const char* key, Message what) {
  fault("needs-key", key, std::move(what));
}

std::string EditFields::name(const char* key, std::size_t most) {
  const std::string out = text(key, {}, most);
  if (ok() && out.empty()) faultOf(key, Message("a-name"));
  return out;
}

ClothId EditFields::cloth(const char* key) {
  if (!has(key) || !given()[key].is_string()) {
    faultOf(key, Message("cloth-name-or-sign"));
    return kNoCloth;
  }
  const auto id = findCloth(project_, given()[key].get<std::string>());
  if (!id) faultAlone(id.error().message);
  return id.value_or(kNoCloth);
}

ClothId EditFields::clothOrNone(const char* key) {
  if (isNull(key)) return kNoCloth;
  if (!has(key)) {
    faultOf(key, Message("name-or-null"));
    return kNoCloth;
  }
  return cloth(key);
}

std::optional<ClothId> EditFields::clothIfSaid(const char* key) {
  return has(key) ? std::optional(cloth(key)) : std::nullopt;
}

int EditFields::motif() {
  const std::string called = name("motif");
  if (!ok()) return 0;
  for (const MotifChoice& m : project_.motifs)
    if (m.name == called) return m.id;
  faultAlone("no-motif-called", called);
  return 0;
}

Polygon EditFields::outline() {
  constexpr std::size_t kMost = 200;
  Polygon out;
  for (const nlohmann::json& at : array("outline", kMost)) {
    if (!at.is_array() || at.size() != 2 || !at[0].is_number() || !at[1].is_number()) {
      fault("outline-no-list-x");
      break;
    }
    out.push_back({at[0].get<double>(), at[1].get<double>()});
  }
  return out;
}

Point EditFields::pointThere(const char* key) {
  const auto at = point(key);
  if (ok() && !at) faultOf(key, Message("point-in-mm"));
  return at.value_or(Point{});
}

std::optional<int> EditFields::count(const char* key, int least) {
  if (!has(key)) return std::nullopt;
  return static_cast<int>(whole(key, least, kMostCount));
}

Copies EditFields::copies() {
  Copies out;
  const Box& f = project_.layout->finished;
  out.centre = {(f.left + f.right) / 2, (f.top + f.bottom) / 2};
  if (!has("copies")) return out;
  Fields in(object("copies"), Message("copies"));
  out.turns = static_cast<int>(in.whole("turns", 1, kMostTurns, 1));
  if (!allowedTurns(out.turns)) in.fault("turns-from-1-12");
  out.mirror = in.flag("mirror");
  if (const auto at = in.point("centre")) out.centre = *at;
  in.nothingElse();
  if (!in.ok()) faultAlone(in.error().message);
  return out;
}

bool EditFields::namesPieces() const {
  for (const char* way : kWaysToNamePieces)
    if (has(way)) return true;
  return false;
}

Pieces EditFields::pieces() {
  return piecesBut(false);
}

Pieces EditFields::piecesBut(bool withoutRole) {
  nlohmann::json which = nlohmann::json::object();
  for (const char* way : kWaysToNamePieces)
    if (has(way) && !(withoutRole && std::string_view(way) == "role")) which[way] = given()[way];
  if (!ok()) return {};
  auto found = namedPieces(project_, which);
  if (!found) faultAlone(found.error().message);
  return found ? std::move(*found) : Pieces{};
}

}  // namespace clathra
