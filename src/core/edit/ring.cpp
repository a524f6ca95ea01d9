// Closing rings, and other shapes for the same outline.
#include <algorithm>
#include <map>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"
#include "layout/exchange_fillings.hpp"
#include "layout/ring.hpp"
#include "measure/length.hpp"

namespace clathra {

Status CloseRing::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkCloth(p, cloth); !ok) return ok;
  if (p.recipe.sides != FinishingSides::Outline) return fail("rings-closed-on-outline");
  const Derived from = derivedOf(p, c);
  const SeamGraph& graph = from.geometry->seams;
  const auto edges = openEdges(*p.layout, graph);
  const auto open = openEdgeNear(edges, at, p.recipe.edge.mm() / 2);
  if (!open) return fail("no-open-edge-near");
  const auto ring = ringAhead(*p.layout, graph, *from.index, edges[*open]);
  if (!ring) return fail("no-ring-begins-here");
  if (ring->answer.miss >= kMeet)
    return fail("ring-does-not-close", ring->answer.pieces, numberArg(ring->answer.miss, 2));
  if (ring->missing.empty()) return fail("other-pieces-lie-way");
  Recipe r = p.recipe;
  std::vector<PieceKey> fresh;
  for (const Polygon& outline : ring->missing)
    fresh.push_back(addOwn(r.hand, outline, r.edge.mm(), std::nullopt));
  return layAndPaint(p, c, r, fresh, cloth);
}

Status Exchange::apply(Project& p, const EditContext& c) const {
  if (pieces.empty()) return fail("no-piece-named");
  if (pieces.size() > 12) return fail("at-most-twelve-pieces");
  if (const auto ok = checkAllWhole(p, pieces); !ok) return ok;
  const auto outline = joinedOutline(*p.layout, pieces);
  if (!outline) return fail("these-pieces-do-not");
  std::vector<Polygon> now;
  for (const auto i : pieces) now.emplace_back(p.layout->outline(i).begin(), p.layout->outline(i).end());
  const auto ways = otherFillings(*p.layout, *outline, now, p.recipe.edge.mm(), most);
  if (choice >= ways.size())
    return ways.empty() ? fail("no-other-shapes-fill") : fail("only-other-ways-fill", ways.size());
  Recipe r = p.recipe;
  const auto parent = parentOf(r.hand, p.layout->pieces[pieces.front()].key);
  bool oneParent = true;
  for (const auto i : pieces) oneParent = oneParent && parentOf(r.hand, p.layout->pieces[i].key) == parent;
  std::vector<PieceKey> fresh;
  std::map<PieceKey, ClothId> wears;
  for (const Fit& fit : ways[choice]) {
    fresh.push_back(addOwn(r.hand, fit.outline, r.edge.mm(), oneParent ? parent : std::nullopt));
    // It wears what lies under its middle.
    ClothId cloth = p.painting[pieces.front()];
    for (const auto i : pieces)
      if (contains(p.layout->outline(i), centroid(fit.outline))) cloth = p.painting[i];
    wears[fresh.back()] = cloth;
  }
  passOn(r.units, p.layout->pieces[pieces.front()].key, fresh);
  for (const auto i : pieces) {
    passOn(r.units, p.layout->pieces[i].key, {});
    take(r.hand, p.layout->pieces[i].key);
  }
  return layAndWear(p, c, r, wears);
}

}  // namespace clathra
