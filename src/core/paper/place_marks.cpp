#include "paper/place_marks.hpp"

#include <algorithm>

#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr double kAtCorner = 0.1;  // mm

bool cornerAt(PolygonView outline, Point p) {
  return std::any_of(outline.begin(), outline.end(), [&](Point c) { return distance(c, p) < kAtCorner; });
}

Point inwardAt(PolygonView outline, Point from, Point to) {
  const Point along = (1 / distance(from, to)) * (to - from);
  const Point left{-along.y, along.x}, middle = 0.5 * (from + to);
  return contains(outline, middle + 0.05 * left) ? left : -1 * left;
}

}  // namespace

PlaceMarks placeMarks(const Geometry& geometry, std::uint32_t piece) {
  PlaceMarks out;
  const SeamGraph& graph = geometry.seams;
  const auto first = std::lower_bound(graph.outer.begin(), graph.outer.end(), piece,
                                      [](const OuterEdge& e, std::uint32_t p) { return e.piece < p; });
  for (auto e = first; e != graph.outer.end() && e->piece == piece; ++e)
    out.outer.emplace_back(e->from, e->to);
  const PolygonView outline = geometry.layout->outline(piece);
  for (const auto at : graph.seamsOf(piece)) {
    const Seam s = graph.seams[at];
    const Point from = graph.corners[s.start], to = graph.corners[s.end];
    const double chord = distance(from, to);
    if (chord < kAtCorner) continue;
    const bool straight = s.length < chord * (1 + 1e-6);
    const Point inward = inwardAt(outline, from, to);
    for (const Point end : {from, to})
      if (straight && !cornerAt(outline, end) &&
          std::none_of(out.ticks.begin(), out.ticks.end(),
                       [&](const PlaceTick& t) { return distance(t.at, end) < kAtCorner; }))
        out.ticks.push_back({end, inward});
    if (straight && s.length >= kLongSeam) out.ticks.push_back({0.5 * (from + to), inward});
  }
  return out;
}

std::optional<std::size_t> firstFold(PolygonView outline) {
  if (hasArcs(outline) || outline.size() < 3) return std::nullopt;
  const auto angles = cornerAngles(outline);
  const auto sharpest = std::min_element(angles.begin(), angles.end());
  if (*sharpest >= kTailCorner) return std::nullopt;
  // Of equal ones the first: rounding must not choose.
  const auto first = std::find_if(angles.begin(), angles.end(),
                                  [&](Angle a) { return a < *sharpest + Angle::degrees(0.01); });
  const auto corner = static_cast<std::size_t>(first - angles.begin());
  return (corner + outline.size() - 1) % outline.size();
}

}  // namespace clathra
