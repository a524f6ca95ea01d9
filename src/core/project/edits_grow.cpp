// Edits that grow and reshape a layout by hand. All of them change the recipe's hand work and lay out anew,
// so that edge, counts and sides stay free.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "layout/grow.hpp"
#include "layout/soundness.hpp"
#include "layout/subdivide.hpp"
#include "project/edits.hpp"
#include "project/hand_edits.hpp"
#include "project/json_fields.hpp"

namespace clathra::edits {

namespace {

constexpr int kMostDivisions = 6;
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
Result<std::vector<Polygon>> placesFor(const Project& p, const Args& a, const Derived& from) {
  Fields in(a, "addPieces");
  const auto at = in.point("at");
  const std::string shape = in.text("shape", {}, 120);
  const auto choice = in.whole("choice", 0, 1'000, 0);
  if (in.ok() && !at) in.fault("needs \"at\": a point on the open edge, in mm");
  if (!in.ok()) return tl::make_unexpected(in.error());
  const auto copies = copiesOf(a, p);
  if (!copies) return tl::make_unexpected(copies.error());
  const PieceIndex& index = *from.index;
  const SeamGraph& graph = from.geometry->seams;
  if (const auto ok = checkCopies(p, index, *copies); !ok) return tl::make_unexpected(ok.error());
  const double reach = p.recipe.edge.mm() / 2;
  const auto edges = openEdgesNear(*p.layout, graph, *at, reach);
  const auto open = openEdgeNear(edges, *at, reach);
  if (!open) return fail("there is no open edge near that point");
  const std::vector<Fit> fits =
      fitsAt(*p.layout, graph, index, edges[*open], p.recipe.edge.mm(), 1'000, shape);
  if (choice >= static_cast<std::int64_t>(fits.size()))
    return fail(fits.empty() ? "nothing of that shape fits this edge"
                             : "only " + std::to_string(fits.size()) + " ways fit this edge");
  return imagesOf(*p.layout, index, fits[static_cast<std::size_t>(choice)].outline, *copies).places;
}

}  // namespace

Status addPieces(Project& p, const Args& a, const EditContext& c) {
  if (p.recipe.sides != Sides::Outline)
    return fail("pieces are added to the outline; show the outline first, then cut the sides again");
  const auto places = placesFor(p, a, derivedOf(p, c));
  if (!places) return tl::make_unexpected(places.error());
  const auto cloth = clothFor(p, a);
  if (!cloth) return tl::make_unexpected(cloth.error());
  Recipe r = p.recipe;
  std::vector<PieceKey> fresh;
  for (const Polygon& place : *places) fresh.push_back(addOwn(r.hand, place, r.edge.mm(), std::nullopt));
  return layAndPaint(p, c, r, fresh, *cloth);
}

Status takeAway(Project& p, const Args& a, const EditContext& c) {
  auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  const auto copies = copiesOf(a, p);
  if (!copies) return tl::make_unexpected(copies.error());
  std::vector<std::uint32_t> all = *pieces;
  if (copies->turns > 1 || copies->mirror) {
    const Derived from = derivedOf(p, c);
    for (const auto i : *pieces) {
      const auto equal = equalPieces(*p.layout, *from.index, i, *copies);
      all.insert(all.end(), equal.begin(), equal.end());
    }
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end()), all.end());
  }
  if (const auto ok = checkAllWhole(p, all); !ok) return ok;
  if (all.size() >= p.layout->size()) return fail("that would leave no piece at all; a layout needs one");
  Recipe r = p.recipe;
  for (const auto i : all) take(r.hand, p.layout->pieces[i].key);
  return relayout(p, c.library, r, {placesOf(p, c), all});
}

namespace {

struct FillingChoice {
  PartCounts parts;
  std::vector<bool> allowed;
  int pieces = 0;  ///< of a mixed filling
  std::uint64_t index = 0;
  bool different = false;
  bool mirroredOnce = false;  ///< fillings that are mirror images of each other have one number
  int divisions = 2;
};

Result<FillingChoice> fillingChoice(const Args& a) {
  Fields in(a, "subdivide");
  FillingChoice out;
  out.parts.assign(subdivisionParts().size(), 0);
  out.allowed.assign(subdivisionParts().size(), false);
  out.divisions = static_cast<int>(in.whole("divisions", 1, kMostDivisions, 2));
  out.index = static_cast<std::uint64_t>(in.whole("index", 0, std::int64_t(1) << 60, 0));
  out.different = in.flag("different");
  out.mirroredOnce = in.flag("mirroredOnce");
  if (out.mirroredOnce && in.has("mixed")) in.fault("numbers mixed fillings one by one, mirrored ones too");
  if (in.has("parts"))
    for (const auto& [id, n] : in.object("parts").items()) {
      const auto part = subdivisionPart(id);
      if (!part) return tl::make_unexpected(part.error());
      if (!n.is_number_integer() || n.get<double>() < 0 || n.get<double>() > 64)
        in.fault("has \"parts\" that are no numbers up to 64");
      else
        out.parts[*part] = n.get<int>();
    }
  else if (in.has("mixed")) {
    for (const auto& id : in.array("mixed", 8)) {
      const auto part = subdivisionPart(id.is_string() ? id.get<std::string>() : std::string());
      if (!part) return tl::make_unexpected(part.error());
      out.allowed[*part] = true;
    }
    out.pieces = static_cast<int>(in.whole("count", 1, 64));
  } else {
    in.fault("needs \"parts\", like {\"diamond\": 12}, or \"mixed\" and \"count\"");
  }
  if (!in.ok()) return tl::make_unexpected(in.error());
  return out;
}

/// The filling with that number, wrapping round where each piece takes another one.
Result<Filling> fillingAt(const Subdivision& s, const FillingChoice& choice, std::uint64_t offset,
                          std::vector<Filling>& listed) {
  if (choice.pieces > 0) {
    const auto by = s.countMixed(choice.allowed);
    if (!by) return tl::make_unexpected(by.error());
    const auto total = choice.pieces <= s.triangles() ? (*by)[static_cast<std::size_t>(choice.pieces)] : 0;
    if (total == 0) return fail("no filling has that number of pieces");
    if (choice.index >= total && !choice.different)
      return fail("there are only " + std::to_string(total) + " such fillings");
    const auto one = s.mixed(choice.allowed, choice.pieces, (choice.index + offset) % total, 1);
    if (!one) return tl::make_unexpected(one.error());
    return one->front();
  }
  if (listed.empty()) {
    auto all = s.list(choice.parts, choice.mirroredOnce, kMostListed);
    if (!all) return tl::make_unexpected(all.error());
    listed = std::move(*all);
  }
  if (listed.empty()) return fail("these parts do not fill this shape");
  if (choice.index >= listed.size() && !choice.different)
    return fail("there are only " + std::to_string(listed.size()) + " such fillings");
  return listed[(choice.index + offset) % listed.size()];
}

}  // namespace

Status subdividePieces(Project& p, const Args& a, const EditContext& c) {
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  const auto choice = fillingChoice(a);
  if (!choice) return tl::make_unexpected(choice.error());
  if (const auto ok = checkAllWhole(p, *pieces); !ok) return ok;
  const std::uint16_t shapeIndex = p.layout->pieces[pieces->front()].shape;
  const Shape& shape = p.layout->shapes[shapeIndex];
  const double small = shape.edge / choice->divisions;
  if (small < kLeastEdge.mm())
    return fail("that would make papers with edges under 3 mm, too small to fold cloth over");
  const auto subdivision = Subdivision::make(scaled(shape.outline, 1 / small));
  if (!subdivision) return tl::make_unexpected(subdivision.error());
  Recipe r = p.recipe;
  std::vector<Filling> listed;
  std::uint64_t offset = 0;
  std::map<PieceKey, ClothId> wears;  // the parts wear what the whole wore
  for (const auto i : *pieces) {
    const Piece& piece = p.layout->pieces[i];
    if (piece.shape != shapeIndex) return fail("only pieces of one shape are subdivided together");
    const auto filling = fillingAt(*subdivision, *choice, choice->different ? offset++ : 0, listed);
    if (!filling) return tl::make_unexpected(filling.error());
    std::vector<Polygon> parts;
    for (const auto at : *filling)
      parts.push_back(placed(scaled(subdivision->placements()[at].outline, small), piece.turn, piece.hand < 0,
                             piece.centre));
    const auto now = replace(r.hand, piece.key, parts, r.edge.mm());
    passOn(r.units, piece.key, now);
    for (const PieceKey key : now) wears[key] = p.painting[i];
  }
  return layAndWear(p, c, r, wears);
}

Status fillHoles(Project& p, const Args& a, const EditContext& c) {
  const auto cloth = clothFor(p, a);
  if (!cloth) return tl::make_unexpected(cloth.error());
  const Derived from = derivedOf(p, c);
  const auto holes = holesOf(from.geometry->seams);
  if (holes.empty()) return fail("no hole is closed all round");
  Recipe r = p.recipe;
  std::vector<PieceKey> fresh;
  for (const Polygon& hole : holes)
    for (const Fit& fit : fillingOf(*p.layout, *from.index, hole, r.edge.mm()))
      fresh.push_back(addOwn(r.hand, fit.outline, r.edge.mm(), std::nullopt));
  if (fresh.empty()) return fail("no known shape, nor a set of them, fills a hole of this layout exactly");
  return layAndPaint(p, c, r, fresh, *cloth);
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

Status joinPieces(Project& p, const Args& a, const EditContext& c) {
  const auto pieces = namedPieces(p, a);
  if (!pieces) return tl::make_unexpected(pieces.error());
  if (pieces->size() < 2) return fail("two pieces or more are joined into one");
  if (const auto ok = checkAllWhole(p, *pieces); !ok) return ok;
  const SeamGraph graph = buildSeams(*p.layout, *pieces);
  const auto loops = boundaryLoops(graph);
  if (loops.size() != 1 || !hangTogether(graph, pieces->size()))
    return fail("these pieces do not join into one outline; they must meet along seams");
  Recipe r = p.recipe;
  const auto parent = parentOf(r.hand, p.layout->pieces[pieces->front()].key);
  const auto unit = unitsOfPieces(*p.layout, r.units);
  const int unitOfAll = unit[pieces->front()];
  bool oneParent = true, oneUnit = true;
  for (const auto i : *pieces) {
    oneUnit = oneUnit && unit[i] == unitOfAll;
    const PieceKey key = p.layout->pieces[i].key;
    oneParent = oneParent && parentOf(r.hand, key) == parent;
    take(r.hand, key);
  }
  addOwn(r.hand, cleaned(loops.front(), kMeet), r.edge.mm(), oneParent ? parent : std::nullopt);
  if (oneUnit) passOn(r.units, p.layout->pieces[pieces->front()].key, {r.hand.added.back().key});
  const ClothId cloth = p.painting[pieces->front()];
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

Status splitPiece(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "splitPiece");
  const auto n = in.whole("piece", 1, static_cast<std::int64_t>(p.layout->size()));
  const auto from = in.whole("from", 1, 1'000), to = in.whole("to", 1, 1'000);
  if (!in.ok()) return tl::make_unexpected(in.error());
  const auto i = static_cast<std::uint32_t>(n - 1);
  if (const auto ok = checkWhole(p, i); !ok) return ok;
  const PolygonView outline = p.layout->outline(i);
  const auto size = static_cast<std::int64_t>(outline.size());
  if (from > size || to > size || std::abs(from - to) < 2 || std::abs(from - to) > size - 2)
    return fail("a cut runs between two corners that are not neighbours; piece " + std::to_string(n) +
                " has corners 1 to " + std::to_string(size));
  const auto low = static_cast<std::size_t>(std::min(from, to) - 1),
             high = static_cast<std::size_t>(std::max(from, to) - 1);
  Polygon one(outline.begin() + static_cast<std::ptrdiff_t>(low),
              outline.begin() + static_cast<std::ptrdiff_t>(high) + 1);
  Polygon two(outline.begin() + static_cast<std::ptrdiff_t>(high), outline.end());
  two.insert(two.end(), outline.begin(), outline.begin() + static_cast<std::ptrdiff_t>(low) + 1);
  if (signedArea(one) < 0.5 || signedArea(two) < 0.5 || !cutsClear(outline, low, high))
    return fail("that cut does not run inside the piece");
  Recipe r = p.recipe;
  const PieceKey key = p.layout->pieces[i].key;
  const auto fresh = replace(r.hand, key, {std::move(one), std::move(two)}, r.edge.mm());
  passOn(r.units, key, fresh);
  return layAndPaint(p, c, r, fresh, p.painting[i]);
}

}  // namespace clathra::edits
