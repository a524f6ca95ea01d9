// Edits of units: marking, placing, exchanging and naming them.
#include <algorithm>
#include <map>

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
  const auto unit = unitsOfPieces(*p.layout, p.recipe.units);
  std::vector<bool> taken(p.layout->size());
  for (std::size_t i = 0; i < taken.size(); ++i) taken[i] = unit[i] >= 0;
  for (const auto i : pieces)
    if (taken[i])
      return fail("piece-belongs-already", i + 1,
                  unitTitle(p.recipe.units[static_cast<std::size_t>(unit[i])]));
  std::vector<std::vector<std::uint32_t>> sets{pieces};
  if (everywhere)
    for (auto& set : copiesInLayout(*p.layout, *derivedOf(p, c).index, pieces, taken))
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
    PieceUnit fresh{unit, nextNumber(r.units, unit), {}};
    for (std::size_t i = 0; i < place.size(); ++i) {
      fresh.pieces.push_back(addOwn(r.hand, place[i], r.edge.mm(), std::nullopt));
      wears[fresh.pieces.back()] = p.painting[(*model)[i]];
    }
    r.units.push_back(std::move(fresh));
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
    }
    PieceUnit fresh{by, nextNumber(r.units, by), {}};
    for (std::size_t i = 0; i < outlines->size(); ++i) {
      fresh.pieces.push_back(addOwn(r.hand, (*outlines)[i], r.edge.mm(), oneParent ? parent : std::nullopt));
      wears[fresh.pieces.back()] = p.painting[(*model)[i]];
    }
    r.units[u] = std::move(fresh);
    ++replaced;
  }
  if (replaced == 0) return fail("no-piece-unit-layout", unit);
  return layAndWear(p, c, r, wears);
}

}  // namespace clathra
