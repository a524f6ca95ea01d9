#include "shape/convex.hpp"

#include <algorithm>

namespace clathra {

ConvexOutline ConvexOutline::around(PolygonView outline) {
  if (isConvex(outline)) return ConvexOutline(Polygon(outline.begin(), outline.end()));
  return hullOf(outline);
}

ConvexOutline ConvexOutline::hullOf(PolygonView points) {
  // Andrew's monotone chain.
  Polygon p(points.begin(), points.end());
  std::sort(p.begin(), p.end(), [](Point a, Point b) { return a.x != b.x ? a.x < b.x : a.y < b.y; });
  Polygon hull;
  const auto grow = [&](auto first, auto last) {
    const std::size_t start = hull.size();
    for (auto it = first; it != last; ++it) {
      while (hull.size() >= start + 2 &&
             cross(hull.back() - hull[hull.size() - 2], *it - hull.back()) <= 1e-12)
        hull.pop_back();
      hull.push_back(*it);
    }
    hull.pop_back();
  };
  grow(p.begin(), p.end());
  grow(p.rbegin(), p.rend());
  return ConvexOutline(std::move(hull));
}

Polygon clipped(PolygonView p, ConvexView inside) {
  const PolygonView convex = inside.outline();
  Polygon out(p.begin(), p.end());
  const double sign = signedArea(convex) < 0 ? -1 : 1;
  for (std::size_t i = 0; i < convex.size() && !out.empty(); ++i) {
    const Point a = convex[i], d = convex[(i + 1) % convex.size()] - a;
    const double len = length(d);
    if (len == 0) continue;
    const Point normal = (sign / len) * Point{d.y, -d.x};
    out = clippedToHalfPlane(out, normal, dot(normal, a));
  }
  return out;
}

}  // namespace clathra
