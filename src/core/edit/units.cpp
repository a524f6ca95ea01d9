// Edits of units: marking, placing, exchanging and naming them.
#include <algorithm>
#include <map>
#include <set>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"

namespace clathra {

namespace {

Status checkName(const std::string& name) {
  return name.empty() ? Status(fail("unit-needs-name")) : Status{};
}

Status checkKnown(const Project& p, const std::string& name) {
  for (const PieceUnit& u : p.recipe.units)
    if (u.name == name) return {};
  return fail("no-unit-called", name);
}

PieceUnit unitOf(const Layout& layout, const std::string& name, int number,
                 const std::vector<std::uint32_t>& pieces) {
  PieceUnit out{name, number, {}};
  for (const auto i : pieces) out.pieces.push_back(layout.pieces[i].key);
  std::sort(out.pieces.begin(), out.pieces.end());
  return out;
}

/// The first unit of a name of which pieces are in the layout.
Result<std::vector<std::uint32_t>> modelOf(const Project& p, const std::string& name) {
  for (const PieceUnit& u : p.recipe.units) {
    if (u.name != name) continue;
    auto pieces = piecesOf(*p.layout, u);
    if (!pieces.empty()) return pieces;
  }
  return fail("no-piece-unit-layout", name);
}

/// Units hold each other or share no piece. The unit that a set of pieces (rising) would only share a part
/// with.
std::optional<std::size_t> cutThrough(const std::vector<std::vector<std::uint32_t>>& units,
                                      const std::vector<std::uint32_t>& set) {
  for (std::size_t u = 0; u < units.size(); ++u) {
    std::size_t common = 0;
    for (const auto i : units[u]) common += std::binary_search(set.begin(), set.end(), i) ? 1 : 0;
    const bool apart = common == 0, inside = common == units[u].size() && common < set.size(),
               round = common == set.size() && common < units[u].size();
    if (!apart && !inside && !round) return u;
  }
  return std::nullopt;
}

std::vector<std::vector<std::uint32_t>> piecesOfUnits(const Layout& layout,
                                                      const std::vector<PieceUnit>& units) {
  std::map<PieceKey, std::uint32_t> at;
  for (std::uint32_t i = 0; i < layout.size(); ++i) at.emplace(layout.pieces[i].key, i);
  std::vector<std::vector<std::uint32_t>> out(units.size());
  for (std::size_t u = 0; u < units.size(); ++u) {
    for (const PieceKey k : units[u].pieces)
      if (const auto i = at.find(k); i != at.end()) out[u].push_back(i->second);
    std::sort(out[u].begin(), out[u].end());
  }
  return out;
}

/// The units round this one hold these pieces too.
void putInto(std::vector<PieceUnit>& units, const PieceUnit& inner, const std::vector<PieceKey>& keys) {
  for (PieceUnit& u : units) {
    if (u.pieces.size() <= inner.pieces.size() || inner.pieces.empty() ||
        !std::binary_search(u.pieces.begin(), u.pieces.end(), inner.pieces.front()))
      continue;
    u.pieces.insert(u.pieces.end(), keys.begin(), keys.end());
    std::sort(u.pieces.begin(), u.pieces.end());
  }
}

/// A copy of a unit, and of the units that it is made of; `keys[i]` is the copy of the model's piece i.
void addCopy(const Project& p, Recipe& r, const std::string& name, const std::vector<std::uint32_t>& model,
             const std::vector<PieceKey>& keys) {
  std::map<PieceKey, PieceKey> copyOf;
  for (std::size_t i = 0; i < model.size(); ++i) copyOf[p.layout->pieces[model[i]].key] = keys[i];
  std::vector<PieceUnit> fresh{{name, nextNumber(r.units, name), keys}};
  for (const PieceUnit& u : p.recipe.units) {
    const bool part =
        u.pieces.size() < model.size() && !u.pieces.empty() &&
        std::all_of(u.pieces.begin(), u.pieces.end(), [&](PieceKey k) { return copyOf.contains(k); });
    if (!part) continue;
    PieceUnit copy{u.name, 0, {}};
    for (const PieceKey k : u.pieces) copy.pieces.push_back(copyOf[k]);
    fresh.push_back(std::move(copy));
  }
  for (PieceUnit& u : fresh) {
    std::sort(u.pieces.begin(), u.pieces.end());
    u.number = nextNumber(r.units, u.name);
    r.units.push_back(std::move(u));
  }
}

/// Numbers by unit follow the units, other numbers do not.
Status settle(Project& p, const EditContext& c, Recipe r) {
  if (r.numbering == Numbering::Units) return relayout(p, c.library, r);
  p.recipe = std::move(r);
  return {};
}

}  // namespace

Status MarkUnit::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkName(name); !ok) return ok;
  if (pieces.size() > kMostInUnit) return fail("unit-holds-at-most", kMostInUnit);
  if (!joinedOutline(*p.layout, pieces)) return fail("these-pieces-do-not-join");
  for (const PieceUnit& u : p.recipe.units) {
    if (u.name != name) continue;
    const auto model = piecesOf(*p.layout, u);
    if (model.size() != pieces.size() && !model.empty())
      return fail("unit-called-already-pieces", name, model.size());
    break;
  }
  const auto units = piecesOfUnits(*p.layout, p.recipe.units);
  if (const auto cut = cutThrough(units, pieces))
    return fail("pieces-cut-through-unit", unitTitle(p.recipe.units[*cut]));
  std::vector<std::vector<std::uint32_t>> sets{pieces};
  const auto may = [&](std::vector<std::uint32_t> set) {
    std::sort(set.begin(), set.end());
    return !cutThrough(units, set);
  };
  if (everywhere)
    for (auto& set : copiesInLayout(*p.layout, *derivedOf(p, c).index, pieces, may))
      sets.push_back(std::move(set));
  Recipe r = p.recipe;
  if (r.units.size() + sets.size() > kMostUnits) return fail("make-more-than-units", kMostUnits);
  int number = nextNumber(r.units, name);
  for (const auto& set : sets) r.units.push_back(unitOf(*p.layout, name, number++, set));
  return settle(p, c, std::move(r));
}

Status RenameUnit::apply(Project& p, const EditContext&) const {
  if (const auto ok = checkKnown(p, unit); !ok) return ok;
  if (const auto ok = checkName(name); !ok) return ok;
  for (const PieceUnit& u : p.recipe.units)
    if (u.name == name && name != unit) return fail("unit-called-already", name);
  for (PieceUnit& u : p.recipe.units)
    if (u.name == unit) u.name = name;
  return {};
}

Status DropUnit::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkKnown(p, unit); !ok) return ok;
  Recipe r = p.recipe;
  std::erase_if(r.units, [&](const PieceUnit& u) { return u.name == unit; });
  return settle(p, c, std::move(r));
}

Status PlaceUnit::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkKnown(p, unit); !ok) return ok;
  if (p.recipe.sides != FinishingSides::Outline) return fail("units-placed-on-outline");
  const auto model = modelOf(p, unit);
  if (!model) return tl::make_unexpected(model.error());
  const Derived from = derivedOf(p, c);
  const PieceIndex& index = *from.index;
  const SeamGraph& graph = from.geometry->seams;
  if (const auto ok = checkCopies(p, index, copies); !ok) return ok;
  const auto edges = openEdges(*p.layout, graph);
  const auto open = openEdgeNear(edges, at, p.recipe.edge.mm() / 2);
  if (!open) return fail("no-open-edge-near");
  const auto fits = unitFitsAt(*p.layout, graph, index, edges[*open], *model, 1'000);
  if (choice >= fits.size())
    return fits.empty() ? fail("unit-fits-in-no-way") : fail("only-ways-fit-edge", fits.size());
  Recipe r = p.recipe;
  std::map<PieceKey, ClothId> wears;
  for (const auto& place : imagesOfSet(*p.layout, index, fits[choice].outlines, copies)) {
    std::vector<PieceKey> keys;
    for (std::size_t i = 0; i < place.size(); ++i) {
      keys.push_back(addOwn(r.hand, place[i], r.edge.mm(), std::nullopt));
      wears[keys.back()] = p.painting[(*model)[i]];
    }
    addCopy(p, r, unit, *model, keys);
  }
  return layAndWear(p, c, r, wears);
}

Status SetOutUnits::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkKnown(p, unit); !ok) return ok;
  if (p.recipe.sides != FinishingSides::Outline) return fail("units-placed-on-outline");
  const auto model = modelOf(p, unit);
  if (!model) return tl::make_unexpected(model.error());
  if (!path || *path >= p.layout->size()) return fail("path-shape-does-not-fill");
  const auto plan = setOut(*p.layout, *model, *path, ask, c.progress);
  if (!plan) return tl::make_unexpected(plan.error());
  const Derived from = derivedOf(p, c);
  Recipe r = p.recipe;
  std::map<PieceKey, ClothId> wears;
  // What lies there already is taken as it is; the rest is added where there is room.
  const auto pieceAt = [&](const Polygon& outline) -> std::optional<PieceKey> {
    const auto there = from.index->at(*p.layout, centroid(outline));
    if (there && sameOutline(outline, p.layout->outline(*there))) return p.layout->pieces[*there].key;
    if (!isFree(*p.layout, *from.index, outline)) return std::nullopt;
    return addOwn(r.hand, outline, r.edge.mm(), std::nullopt);
  };
  for (const Point move : plan->moves) {
    if (length(move) < kMeet) continue;
    std::vector<PieceKey> keys;
    for (const auto i : *model) {
      const auto key = pieceAt(translated(p.layout->outline(i), move));
      if (!key) return fail("unit-would-lie-over", unit);
      keys.push_back(*key);
      wears[*key] = p.painting[i];
    }
    std::vector<PieceKey> sorted = keys;
    std::sort(sorted.begin(), sorted.end());
    const bool there =
        std::any_of(r.units.begin(), r.units.end(), [&](const PieceUnit& u) { return u.pieces == sorted; });
    const bool overlapping = !there && std::any_of(r.units.begin(), r.units.end(), [&](const PieceUnit& u) {
      return std::any_of(u.pieces.begin(), u.pieces.end(),
                         [&](PieceKey k) { return std::binary_search(sorted.begin(), sorted.end(), k); });
    });
    if (overlapping) return fail("unit-would-lie-over", unit);
    if (!there) addCopy(p, r, unit, *model, keys);
  }
  for (const Polygon& outline : plan->path) {
    const auto key = pieceAt(outline);
    if (!key) return fail("path-would-lie-over");
    if (cloth != kNoCloth) wears[*key] = cloth;
  }
  return layAndWear(p, c, r, wears);
}

Status ReplaceUnits::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkKnown(p, unit); !ok) return ok;
  if (const auto ok = checkKnown(p, by); !ok) return ok;
  if (unit == by) return fail("unit-not-replaced-by");
  const auto model = modelOf(p, by);
  if (!model) return tl::make_unexpected(model.error());
  const auto outline = joinedOutline(*p.layout, *model);
  if (!outline) return fail("pieces-no-longer-join", by);
  Recipe r = p.recipe;
  std::map<PieceKey, ClothId> wears;
  std::set<PieceKey> gone;
  std::vector<std::vector<PieceKey>> copies;
  int replaced = 0;
  for (std::size_t u = 0; u < p.recipe.units.size(); ++u) {
    if (p.recipe.units[u].name != unit) continue;
    const auto pieces = piecesOf(*p.layout, p.recipe.units[u]);
    if (pieces.empty()) continue;
    if (const auto ok = checkAllWhole(p, pieces); !ok) return ok;
    const auto place = joinedOutline(*p.layout, pieces);
    const auto outlines = place ? carried(*p.layout, *model, *outline, *place) : std::nullopt;
    if (!outlines) return fail("outlines-differ-so-one", unit, by);
    const auto parent = parentOf(r.hand, p.layout->pieces[pieces.front()].key);
    bool oneParent = true;
    for (const auto i : pieces) {
      const PieceKey key = p.layout->pieces[i].key;
      oneParent = oneParent && parentOf(r.hand, key) == parent;
      take(r.hand, key);
      gone.insert(key);
    }
    std::vector<PieceKey> keys;
    for (std::size_t i = 0; i < outlines->size(); ++i) {
      keys.push_back(addOwn(r.hand, (*outlines)[i], r.edge.mm(), oneParent ? parent : std::nullopt));
      wears[keys.back()] = p.painting[(*model)[i]];
    }
    putInto(r.units, p.recipe.units[u], keys);
    copies.push_back(std::move(keys));
    ++replaced;
  }
  // What they were made of has gone with them; the units round them go on with the new pieces.
  std::erase_if(r.units, [&](const PieceUnit& u) {
    return u.name == unit || (!u.pieces.empty() && std::all_of(u.pieces.begin(), u.pieces.end(),
                                                               [&](PieceKey k) { return gone.contains(k); }));
  });
  for (PieceUnit& u : r.units) std::erase_if(u.pieces, [&](PieceKey k) { return gone.contains(k); });
  for (const auto& keys : copies) addCopy(p, r, by, *model, keys);
  if (replaced == 0) return fail("no-piece-unit-layout", unit);
  return layAndWear(p, c, r, wears);
}

}  // namespace clathra
