#include "shape/halving.hpp"

#include <algorithm>

#include "shape/symmetry.hpp"

namespace clathra {

namespace {

bool alike(PolygonView a, PolygonView b) {
  return a.size() == b.size() && poseOf(a, b).has_value();
}

/// Both parts of each straight cut that halves the outline.
std::vector<std::pair<Polygon, Polygon>> halvesOf(PolygonView p) {
  std::vector<Point> ends(p.begin(), p.end());
  for (std::size_t i = 0; i < p.size(); ++i) ends.push_back(0.5 * (p[i] + p[(i + 1) % p.size()]));
  const double half = area(p) / 2;
  std::vector<std::pair<Polygon, Polygon>> out;
  for (std::size_t i = 0; i < ends.size(); ++i)
    for (std::size_t j = i + 1; j < ends.size(); ++j) {
      const Point d = ends[j] - ends[i];
      if (length(d) < 1e-6) continue;
      const Point normal = (1 / length(d)) * Point{d.y, -d.x};
      Polygon one = clippedToHalfPlane(p, normal, dot(normal, ends[i]));
      if (one.empty() || std::abs(area(one) - half) > 1e-6 * half) continue;
      Polygon other = clippedToHalfPlane(p, -1.0 * normal, -dot(normal, ends[i]));
      if (!other.empty()) out.emplace_back(std::move(one), std::move(other));
    }
  return out;
}

bool halvesInto(PolygonView whole, PolygonView part) {
  const auto halves = halvesOf(whole);
  return std::any_of(halves.begin(), halves.end(),
                     [&](const auto& h) { return alike(h.first, part) && alike(h.second, part); });
}

}  // namespace

int partsOfWhole(PolygonView whole, PolygonView part) {
  if (!isConvex(whole) || !isConvex(part)) return 0;
  const double times = area(whole) / area(part);
  if (std::abs(times - 2) < 1e-3) return halvesInto(whole, part) ? 2 : 0;
  if (std::abs(times - 4) > 1e-3) return 0;
  const auto halves = halvesOf(whole);
  return std::any_of(halves.begin(), halves.end(),
                     [&](const auto& h) { return halvesInto(h.first, part) && halvesInto(h.second, part); })
             ? 4
             : 0;
}

}  // namespace clathra
