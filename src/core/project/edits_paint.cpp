// Edits of which cloth goes where: by hand, by chance, and the variants kept to be compared.
#include <algorithm>

#include "layout/seams.hpp"
#include "project/chance.hpp"
#include "project/edits.hpp"
#include "project/hand_edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

using nlohmann::json;

Status paint(Project& p, const Args& a, const EditContext&) {
  ClothId cloth = kNoCloth;
  if (!a.contains("cloth")) return fail("paint needs \"cloth\": its name, or null to take the cloth off");
  if (!a["cloth"].is_null()) {
    const auto named = clothNamed(p, a);
    if (!named) return tl::make_unexpected(named.error());
    cloth = (*named)->id;
  }
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  for (const auto i : *pieces) {
    p.painting.set(i, cloth);
    p.roleOf.set(i, kNoRole);  // painted by hand it no longer follows its role
  }
  return {};
}

namespace {

Result<ChanceRules> chanceRules(Project& p, const Args& a) {
  Fields in(a, "paintByChance");
  ChanceRules out;
  out.neighboursDiffer = in.flag("neighboursDiffer", true);
  out.seed = static_cast<std::uint32_t>(in.whole("seed", 0, 4'000'000'000, 1));
  for (const json& j : in.array("cloths", kMostChanceCloths)) {
    Fields f(j, "a cloth of paintByChance");
    ChanceCloth c;
    c.share = f.number("share", 0, 1e6, 1);
    if (f.has("most")) c.most = static_cast<int>(f.whole("most", 0, kMostPieces));
    if (!f.ok()) return tl::make_unexpected(f.error());
    const auto cloth = clothNamed(p, j);
    if (!cloth) return tl::make_unexpected(cloth.error());
    c.cloth = (*cloth)->id;
    for (const ChanceCloth& other : out.cloths)
      if (other.cloth == c.cloth) return fail("the cloth " + clothTitle(**cloth) + " is named twice");
    out.cloths.push_back(c);
  }
  if (!in.ok()) return tl::make_unexpected(in.error());
  return out;
}

Result<Variant*> variantNamed(Project& p, const Args& a) {
  Fields in(a, "the edit");
  const std::string name = in.text("variant", {}, 120);
  if (!in.ok()) return tl::make_unexpected(in.error());
  for (Variant& v : p.variants)
    if (v.name == name) return &v;
  return fail("there is no variant called \"" + name + "\"");
}

}  // namespace

Status paintByChance(Project& p, const Args& a, const EditContext& c) {
  const auto rules = chanceRules(p, a);
  if (!rules) return tl::make_unexpected(rules.error());
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  const auto worn = paintByChance(p, derivedOf(p, c).geometry->seams, *pieces, *rules);
  if (!worn) return tl::make_unexpected(worn.error());
  for (std::size_t i = 0; i < pieces->size(); ++i) p.painting.set((*pieces)[i], (*worn)[i]);
  return {};
}

Status keepVariant(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "keepVariant");
  Variant v{in.text("name", {}, 120), in.text("note", ""), p.painting};
  if (in.ok() && v.name.empty()) in.fault("needs a name");
  if (!in.ok()) return tl::make_unexpected(in.error());
  const auto same = std::find_if(p.variants.begin(), p.variants.end(),
                                 [&](const Variant& known) { return known.name == v.name; });
  if (same != p.variants.end()) {
    if (!in.has("note")) v.note = same->note;
    *same = std::move(v);
    return {};
  }
  if (p.variants.size() >= kMostVariants)
    return fail("at most " + std::to_string(kMostVariants) + " variants are kept; drop one first");
  p.variants.push_back(std::move(v));
  return {};
}

Status wearVariant(Project& p, const Args& a, const EditContext&) {
  const auto v = variantNamed(p, a);
  if (!v) return tl::make_unexpected(v.error());
  p.painting = (*v)->painting;
  return {};
}

Status changeVariant(Project& p, const Args& a, const EditContext&) {
  const auto v = variantNamed(p, a);
  if (!v) return tl::make_unexpected(v.error());
  Fields in(a, "changeVariant");
  const std::string name = in.text("name", (*v)->name, 120), note = in.text("note", (*v)->note);
  if (in.ok() && name.empty()) in.fault("needs a name");
  if (!in.ok()) return tl::make_unexpected(in.error());
  for (const Variant& other : p.variants)
    if (&other != *v && other.name == name) return fail("there is already a variant called \"" + name + "\"");
  (*v)->name = name;
  (*v)->note = note;
  return {};
}

Status dropVariant(Project& p, const Args& a, const EditContext&) {
  const auto v = variantNamed(p, a);
  if (!v) return tl::make_unexpected(v.error());
  p.variants.erase(p.variants.begin() + (*v - p.variants.data()));
  return {};
}

}  // namespace clathra::edits
