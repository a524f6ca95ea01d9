// Edits that grow and reshape a layout by hand. All of them change the recipe's hand work and lay out anew,
// so that edge, counts and sides stay free.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "edit/edits.hpp"
#include "edit/hand_work.hpp"
#include "layout/grow.hpp"
#include "layout/soundness.hpp"
#include "layout/subdivide.hpp"

namespace clathra {

namespace {

/// Fillings listed to choose from; more are paged through by number.
constexpr std::size_t kMostListed = 20'000;

/// The open edges of pieces at a point, with all that the room at their corners depends on: far fewer than
/// all of a large layout.
std::vector<OpenEdge> openEdgesNear(const Layout& layout, const SeamGraph& graph, Point at, double reach) {
  std::set<std::uint32_t> pieces;
  for (const OuterEdge& o : graph.outer) {
    const Point d = o.to - o.from;
    const double t = std::clamp(dot(at - o.from, d) / std::max(dot(d, d), 1e-12), 0.0, 1.0);
    if (distance(at, o.from + t * d) < reach) pieces.insert(o.piece);
  }
  std::vector<Point> ends;
  for (const OuterEdge& o : graph.outer)
    if (pieces.contains(o.piece)) ends.insert(ends.end(), {o.from, o.to});
  const auto meets = [&](Point p) {
    return std::any_of(ends.begin(), ends.end(), [&](Point q) {
      return std::abs(p.x - q.x) < 4 * kMeet && std::abs(p.y - q.y) < 4 * kMeet;
    });
  };
  SeamGraph rim;
  for (const OuterEdge& o : graph.outer)
    if (pieces.contains(o.piece) || meets(o.from) || meets(o.to)) rim.outer.push_back(o);
  return openEdges(layout, rim);
}

/// What would lie at "at": the fit that is named, in all its copies.
Result<std::vector<Polygon>> placesFor(const Project& p, const AddPieces& e, const Derived& from) {
  const PieceIndex& index = *from.index;
  const SeamGraph& graph = from.geometry->seams;
  if (const auto ok = checkCopies(p, index, e.copies); !ok) return tl::make_unexpected(ok.error());
  const double reach = p.recipe.edge.mm() / 2;
  const auto edges = openEdgesNear(*p.layout, graph, e.at, reach);
  const auto open = openEdgeNear(edges, e.at, reach);
  if (!open) return fail("no-open-edge-near");
  const std::vector<Fit> fits =
      fitsAt(*p.layout, graph, index, edges[*open], p.recipe.edge.mm(), 1'000, e.shape, FitSizes::Any);
  if (e.choice >= fits.size())
    return fits.empty() ? fail("nothing-fits-edge") : fail("only-ways-fit-edge", fits.size());
  return imagesOf(*p.layout, index, fits[e.choice].outline, e.copies).places;
}

}  // namespace

Status AddPieces::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkCloth(p, cloth); !ok) return ok;
  if (p.recipe.sides != FinishingSides::Outline) return fail("pieces-added-outline-show");
  const auto places = placesFor(p, *this, derivedOf(p, c));
  if (!places) return tl::make_unexpected(places.error());
  Recipe r = p.recipe;
  std::vector<PieceKey> fresh;
  for (const Polygon& place : *places) fresh.push_back(addOwn(r.hand, place, r.edge.mm(), std::nullopt));
  return layAndPaint(p, c, r, fresh, cloth);
}

Status TakeAway::apply(Project& p, const EditContext& c) const {
  Pieces all = pieces;
  if (copies.turns > 1 || copies.mirror) {
    const Derived from = derivedOf(p, c);
    for (const auto i : pieces) {
      const auto equal = equalPieces(*p.layout, *from.index, i, copies);
      all.insert(all.end(), equal.begin(), equal.end());
    }
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end()), all.end());
  }
  if (const auto ok = checkAllWhole(p, all); !ok) return ok;
  if (all.size() >= p.layout->size()) return fail("leave-no-piece-at");
  Recipe r = p.recipe;
  for (const auto i : all) take(r.hand, p.layout->pieces[i].key);
  return relayout(p, c.library, r, {placesOf(p, c), all});
}

namespace {

/// The filling with that number, wrapping round where each piece takes another one.
Result<Filling> fillingAt(const Subdivision& s, const Subdivide& choice, std::uint64_t offset,
                          std::vector<Filling>& listed, const Progress& progress) {
  if (choice.count > 0) {
    const auto by = s.countMixed(choice.allowed, progress);
    if (!by) return tl::make_unexpected(by.error());
    const auto total = choice.count <= s.triangles() ? (*by)[static_cast<std::size_t>(choice.count)] : 0;
    if (total == 0) return fail("no-filling-number-pieces");
    if (choice.index >= total && !choice.different) return fail("only-such-fillings", total);
    const auto one = s.mixed(choice.allowed, choice.count, (choice.index + offset) % total, 1, progress);
    if (!one) return tl::make_unexpected(one.error());
    return one->front();
  }
  if (listed.empty()) {
    auto all = s.list(choice.parts, choice.mirroredOnce, kMostListed, progress);
    if (!all) return tl::make_unexpected(all.error());
    listed = std::move(*all);
  }
  if (listed.empty()) return fail("these-parts-do-not");
  if (choice.index >= listed.size() && !choice.different) return fail("only-such-fillings", listed.size());
  return listed[(choice.index + offset) % listed.size()];
}

}  // namespace

Status Subdivide::apply(Project& p, const EditContext& c) const {
  if (pieces.empty()) return fail("no-piece-named");
  if (const auto ok = checkAllWhole(p, pieces); !ok) return ok;
  const std::uint16_t shapeIndex = p.layout->pieces[pieces.front()].shape;
  const Shape& shape = p.layout->shapes[shapeIndex];
  const double small = shape.edge / divisions;
  if (small < kLeastEdge.mm()) return fail("make-papers-edges-under", sizeArg(kLeastEdge.mm()));
  const auto subdivision = Subdivision::make(scaled(shape.outline, 1 / small));
  if (!subdivision) return tl::make_unexpected(subdivision.error());
  Recipe r = p.recipe;
  std::vector<Filling> listed;
  std::uint64_t offset = 0;
  std::map<PieceKey, ClothId> wears;  // the parts wear what the whole wore
  for (const auto i : pieces) {
    const Piece& piece = p.layout->pieces[i];
    if (piece.shape != shapeIndex) return fail("only-pieces-one-shape");
    const auto filling = fillingAt(*subdivision, *this, different ? offset++ : 0, listed, c.progress);
    if (!filling) return tl::make_unexpected(filling.error());
    std::vector<Polygon> outlines;
    for (const auto at : *filling)
      outlines.push_back(placed(scaled(subdivision->placements()[at].outline, small), piece.turn,
                                piece.hand < 0, piece.centre));
    const auto now = replace(r.hand, piece.key, outlines, r.edge.mm());
    passOn(r.units, piece.key, now);
    for (const PieceKey key : now) wears[key] = p.painting[i];
  }
  return layAndWear(p, c, r, wears);
}

Status FillHoles::apply(Project& p, const EditContext& c) const {
  if (const auto ok = checkCloth(p, cloth); !ok) return ok;
  const Derived from = derivedOf(p, c);
  const auto holes = holesOf(from.geometry->seams);
  if (holes.empty()) return fail("no-hole-closed-all");
  Recipe r = p.recipe;
  std::vector<PieceKey> fresh;
  for (const Polygon& hole : holes)
    for (const Fit& fit : fillingOf(*p.layout, *from.index, hole, r.edge.mm()))
      fresh.push_back(addOwn(r.hand, fit.outline, r.edge.mm(), std::nullopt));
  if (fresh.empty()) return fail("no-known-shape-nor");
  return layAndPaint(p, c, r, fresh, cloth);
}

namespace {

/// Does every piece reach every other one across seams? Touching in a corner is not enough.
bool hangTogether(const SeamGraph& graph, std::size_t pieces) {
  std::vector<bool> reached(pieces, false);
  std::vector<std::uint32_t> open{0};
  reached[0] = true;
  std::size_t n = 1;
  while (!open.empty()) {
    const auto i = open.back();
    open.pop_back();
    for (const auto s : graph.seamsOf(i)) {
      const auto next = graph.across(s, i);
      if (reached[next]) continue;
      reached[next] = true;
      ++n;
      open.push_back(next);
    }
  }
  return n == pieces;
}

}  // namespace

Status JoinPieces::apply(Project& p, const EditContext& c) const {
  if (pieces.size() < 2) return fail("two-pieces-more-joined");
  if (const auto ok = checkAllWhole(p, pieces); !ok) return ok;
  const SeamGraph graph = buildSeams(*p.layout, pieces);
  const auto loops = boundaryLoops(graph);
  if (loops.size() != 1 || !hangTogether(graph, pieces.size())) return fail("these-pieces-do-not");
  Recipe r = p.recipe;
  const auto parent = parentOf(r.hand, p.layout->pieces[pieces.front()].key);
  const auto unit = unitsOfPieces(*p.layout, r.units);
  const int unitOfAll = unit[pieces.front()];
  bool oneParent = true, oneUnit = true;
  for (const auto i : pieces) {
    oneUnit = oneUnit && unit[i] == unitOfAll;
    const PieceKey key = p.layout->pieces[i].key;
    oneParent = oneParent && parentOf(r.hand, key) == parent;
    take(r.hand, key);
  }
  addOwn(r.hand, cleaned(loops.front(), kMeet), r.edge.mm(), oneParent ? parent : std::nullopt);
  if (oneUnit) passOn(r.units, p.layout->pieces[pieces.front()].key, {r.hand.added.back().key});
  const ClothId cloth = p.painting[pieces.front()];
  return layAndPaint(p, c, r, {r.hand.added.back().key}, cloth);
}

namespace {

/// How far a point lies from the stretch between two others, mm.
double awayFrom(Point p, Point a, Point b) {
  const double t = std::clamp(dot(p - a, b - a) / dot(b - a, b - a), 0.0, 1.0);
  return distance(p, a + t * (b - a));
}

/// Does the cut between two corners keep clear of all other corners and edges? One that only touches a corner
/// would leave a piece with an edge that runs back on itself.
bool cutsClear(PolygonView outline, std::size_t from, std::size_t to) {
  const Point a = outline[from], b = outline[to];
  for (std::size_t i = 0; i < outline.size(); ++i) {
    if (i != from && i != to && awayFrom(outline[i], a, b) < kMeet) return false;
    const std::size_t next = (i + 1) % outline.size();
    if (i == from || i == to || next == from || next == to) continue;
    const Point c = outline[i], d = outline[next];
    if (cross(b - a, c - a) * cross(b - a, d - a) < 0 && cross(d - c, a - c) * cross(d - c, b - c) < 0)
      return false;
  }
  return true;
}

}  // namespace

Status SplitPiece::apply(Project& p, const EditContext& c) const {
  if (pieces.size() != 1) return fail("one-piece-split-at");
  const auto i = pieces.front();
  if (const auto ok = checkWhole(p, i); !ok) return ok;
  const PolygonView outline = p.layout->outline(i);
  const int size = static_cast<int>(outline.size());
  if (from < 1 || to < 1 || from > size || to > size || std::abs(from - to) < 2 ||
      std::abs(from - to) > size - 2)
    return fail("cut-runs-between-two", i + 1, size);
  const auto low = static_cast<std::size_t>(std::min(from, to) - 1),
             high = static_cast<std::size_t>(std::max(from, to) - 1);
  Polygon one(outline.begin() + static_cast<std::ptrdiff_t>(low),
              outline.begin() + static_cast<std::ptrdiff_t>(high) + 1);
  Polygon two(outline.begin() + static_cast<std::ptrdiff_t>(high), outline.end());
  two.insert(two.end(), outline.begin(), outline.begin() + static_cast<std::ptrdiff_t>(low) + 1);
  if (signedArea(one) < 0.5 || signedArea(two) < 0.5 || !cutsClear(outline, low, high))
    return fail("cut-does-not-run");
  Recipe r = p.recipe;
  const PieceKey key = p.layout->pieces[i].key;
  const auto fresh = replace(r.hand, key, {std::move(one), std::move(two)}, r.edge.mm());
  passOn(r.units, key, fresh);
  return layAndPaint(p, c, r, fresh, p.painting[i]);
}

}  // namespace clathra
