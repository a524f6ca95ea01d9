#include "motif/unit.hpp"

#include <algorithm>
#include <cmath>

#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr Angle kLeastTip = Angle::degrees(10);

bool mirrorsIn(PolygonView paper, Point centre, Point direction) {
  constexpr double kImage = 1e-3;  // mm
  const Point d = 1 / length(direction) * direction;
  return std::all_of(paper.begin(), paper.end(), [&](Point p) {
    const Point v = p - centre;
    const Point image = centre + 2 * (v.x * d.x + v.y * d.y) * d - v;
    return std::any_of(paper.begin(), paper.end(), [&](Point q) { return distance(q, image) < kImage; });
  });
}

}  // namespace

std::size_t turningCorner(PolygonView paper) {
  const auto sides = edgesOf(paper);
  const OutlineEdge* best = nullptr;
  for (const OutlineEdge& s : sides) {
    if (s.angle < kLeastTip) continue;  // copies do not turn round the cusp of two arcs
    const double d = best ? (s.angle - best->angle).degrees() : -1;
    if (d < -0.01 || (d < 0.01 && paper[s.first].y < paper[best->first].y - 1e-6)) best = &s;
  }
  return best ? best->first : 0;
}

int copiesInRound(PolygonView paper) {
  const std::size_t corner = turningCorner(paper);
  Angle angle = kHalfTurn;
  for (const OutlineEdge& s : edgesOf(paper))
    if (s.first == corner && s.angle >= kLeastTip) angle = s.angle;
  return std::max(2, static_cast<int>(std::floor(kWholeTurn / angle + 1e-6)));
}

std::optional<Angle> centreLine(PolygonView paper) {
  const Point centre = centroid(paper);
  const std::size_t n = paper.size(), first = turningCorner(paper);
  for (std::size_t k = 0; k < n; ++k) {
    const Point corner = paper[(first + k) % n];
    if (mirrorsIn(paper, centre, corner - centre)) return directionOf(corner - centre);
  }
  for (std::size_t k = 0; k < n; ++k) {
    const Point middle = 0.5 * (paper[k] + paper[(k + 1) % n]);
    if (mirrorsIn(paper, centre, middle - centre)) return directionOf(middle - centre);
  }
  return std::nullopt;
}

}  // namespace clathra
