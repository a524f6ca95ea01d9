#include "shape/overlap.hpp"

#include "shape/convex.hpp"

#include <algorithm>
#include <vector>

#include "shape/overlay.hpp"

namespace clathra {

namespace {

/// Clipping is quicker than looking first.
std::optional<ConvexView> fewAndConvex(PolygonView a, PolygonView b) {
  constexpr std::size_t kFewCorners = 12;
  if (a.size() > kFewCorners || b.size() > kFewCorners || !isConvex(a)) return std::nullopt;
  return ConvexView::of(b);
}

double depthOf(PolygonView common) {
  double least = 1e300;
  for (std::size_t i = 0; i < common.size(); ++i) {
    const Point d = common[(i + 1) % common.size()] - common[i];
    const double len = length(d);
    if (len < 1e-9) continue;
    double far = 0;
    for (const Point q : common) far = std::max(far, std::abs(cross(d, q - common[i])) / len);
    least = std::min(least, far);
  }
  return least;
}

/// Deeper inside than rounding reaches.
bool deepInside(PolygonView p, Point q) {
  if (!contains(p, q)) return false;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], d = p[(i + 1) % p.size()] - a;
    const double t = std::clamp(dot(q - a, d) / std::max(dot(d, d), 1e-18), 0.0, 1.0);
    if (distance(q, a + t * d) <= kOverlapDepth) return false;
  }
  return true;
}

/// Do the two edges cross with all ends further from the other than rounding reaches?
bool crossDeeply(Point a, Point b, Point c, Point d) {
  const auto side = [](Point from, Point to, Point q) {
    return cross(to - from, q - from) / std::max(distance(from, to), 1e-12);
  };
  const double sc = side(a, b, c), sd = side(a, b, d), sa = side(c, d, a), sb = side(c, d, b);
  const auto apart = [](double x, double y) {
    return std::abs(x) > kOverlapDepth && std::abs(y) > kOverlapDepth && (x > 0) != (y > 0);
  };
  return apart(sc, sd) && apart(sa, sb);
}

/// A quick look that spares most pairs the exact overlay. Only what lies in both boxes counts.
bool mayOverlap(PolygonView a, PolygonView b) {
  const Box x = bounds(a), y = bounds(b);
  const Box common{std::max(x.left, y.left), std::max(x.top, y.top), std::min(x.right, y.right),
                   std::min(x.bottom, y.bottom)};
  const auto near = [&](Point p, Point q) {
    return std::max(p.x, q.x) >= common.left && std::min(p.x, q.x) <= common.right &&
           std::max(p.y, q.y) >= common.top && std::min(p.y, q.y) <= common.bottom;
  };
  // Where outlines overlap without crossing deeply, either both are one or an edge of one runs through the
  // inside of the other between corners.
  if (a.size() == b.size() && sameOutline(a, b)) return true;
  std::vector<double> cuts;
  const auto reaches = [&](PolygonView p, PolygonView into) {
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point from = p[i], d = p[(i + 1) % p.size()] - from;
      if (!near(from, from + d)) continue;
      cuts = {0, 1};
      const double square = std::max(dot(d, d), 1e-18);
      for (const Point q : into) {
        const double t = dot(q - from, d) / square;
        if (t > 0 && t < 1 && distance(q, from + t * d) <= 2 * kOverlapDepth) cuts.push_back(t);
      }
      std::sort(cuts.begin(), cuts.end());
      for (std::size_t k = 0; k + 1 < cuts.size(); ++k) {
        const Point middle = from + ((cuts[k] + cuts[k + 1]) / 2) * d;
        if (near(middle, middle) && deepInside(into, middle)) return true;
      }
      if (near(from, from) && deepInside(into, from)) return true;
    }
    return false;
  };
  if (reaches(a, b) || reaches(b, a)) return true;
  std::vector<std::size_t> edges;
  for (std::size_t k = 0; k < b.size(); ++k)
    if (near(b[k], b[(k + 1) % b.size()])) edges.push_back(k);
  for (std::size_t i = 0; i < a.size(); ++i) {
    const Point from = a[i], to = a[(i + 1) % a.size()];
    if (!near(from, to)) continue;
    for (const auto k : edges)
      if (crossDeeply(from, to, b[k], b[(k + 1) % b.size()])) return true;
  }
  return false;
}

/// Does one of the edges of `a` have all of `b` on its other side, but for rounding?
bool edgeSeparates(PolygonView a, PolygonView b) {
  for (std::size_t i = 0; i < a.size(); ++i) {
    const Point from = a[i], d = a[(i + 1) % a.size()] - from;
    const double reach = kOverlapDepth * length(d);  // corners run clockwise: the inside has cross > 0
    if (std::all_of(b.begin(), b.end(), [&](Point q) { return cross(d, q - from) <= reach; })) return true;
  }
  return false;
}

}  // namespace

Common commonOf(PolygonView one, PolygonView two) {
  Common out;
  if (const auto convex = fewAndConvex(one, two)) {
    if (edgeSeparates(one, two) || edgeSeparates(two, one)) return out;
    const Polygon common = clipped(one, *convex);
    if (common.empty()) return out;
    out.area = area(common);
    out.depth = depthOf(common);
    return out;
  }
  if (!mayOverlap(one, two)) return out;
  for (const Polygon& part : commonParts(one, two)) {
    out.area += area(part);
    out.depth = std::max(out.depth, 2 * area(part) / perimeter(part));
  }
  return out;
}

bool overlaps(PolygonView a, PolygonView b) {
  return commonOf(a, b).counts();
}

double sharedArea(PolygonView a, PolygonView b) {
  const auto convex = fewAndConvex(a, b);
  return convex ? area(clipped(a, *convex)) : commonArea(a, b);
}

}  // namespace clathra
