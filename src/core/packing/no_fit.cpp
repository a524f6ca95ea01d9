#include "packing/no_fit.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "shape/overlay.hpp"

namespace clathra {

namespace {

/// Two convex parts with a common edge as one, if that is convex; else empty.
Polygon joined(const Polygon& a, const Polygon& b) {
  const std::size_t n = a.size(), m = b.size();
  for (std::size_t i = 0; i < n; ++i)
    for (std::size_t k = 0; k < m; ++k) {
      if (!(a[i] == b[(k + 1) % m] && a[(i + 1) % n] == b[k])) continue;
      Polygon out;
      for (std::size_t q = 0; q < n; ++q) out.push_back(a[(i + 1 + q) % n]);
      for (std::size_t q = 2; q < m; ++q) out.push_back(b[(k + q) % m]);
      return isConvex(out) ? out : Polygon();
    }
  return {};
}

/// Clockwise, from its highest corner on.
Polygon fromTop(Polygon p) {
  if (signedArea(p) < 0) std::reverse(p.begin(), p.end());
  const auto top = std::min_element(p.begin(), p.end(),
                                    [](Point a, Point b) { return a.y != b.y ? a.y < b.y : a.x < b.x; });
  std::rotate(p.begin(), top, p.end());
  return p;
}

/// Minkowski sum of two convex outlines: their edges one after the other by direction.
Polygon sumOf(const Polygon& one, Polygon two, double sign) {
  for (Point& q : two) q = sign * q;
  const Polygon a = fromTop(one), b = fromTop(std::move(two));
  Polygon out;
  std::size_t i = 0, k = 0;
  while (i < a.size() || k < b.size()) {
    out.push_back(a[i % a.size()] + b[k % b.size()]);
    const Point u = a[(i + 1) % a.size()] - a[i % a.size()], v = b[(k + 1) % b.size()] - b[k % b.size()];
    const double turn = cross(u, v);
    // Parallel edges go together; rounding must not part them.
    const double rounding = 1e-9 * length(u) * length(v);
    const bool mine = k >= b.size() || (i < a.size() && turn >= -rounding),
               yours = i >= a.size() || (k < b.size() && turn <= rounding);
    if (mine) ++i;
    if (yours) ++k;
  }
  constexpr double kSame = 1e-6;
  return cleaned(out, kSame);
}

/// Round the circle of that radius, touching it level and plumb.
Polygon roundOf(double radius) {
  constexpr int kCorners = 32;
  const double reach = radius / std::cos(std::numbers::pi / kCorners);
  Polygon out;
  for (int i = 0; i < kCorners; ++i)
    out.push_back(reach * towards(Angle::degrees(360.0 * (i + 0.5) / kCorners)));
  return out;
}

double nearestOn(Point a, Point b, Point d, Point& way) {
  const Point along = b - a;
  const double t = std::clamp(dot(d - a, along) / std::max(dot(along, along), 1e-18), 0.0, 1.0);
  way = a + t * along - d;
  return dot(way, way);
}

}  // namespace

std::vector<Polygon> convexParts(PolygonView outline) {
  if (isConvex(outline)) return {Polygon(outline.begin(), outline.end())};
  std::vector<Polygon> parts = trianglesOf(outline);
  for (bool again = true; again;) {
    again = false;
    for (std::size_t i = 0; i < parts.size() && !again; ++i)
      for (std::size_t k = i + 1; k < parts.size() && !again; ++k) {
        Polygon one = joined(parts[i], parts[k]);
        if (one.empty()) continue;
        parts[i] = std::move(one);
        parts.erase(parts.begin() + static_cast<std::ptrdiff_t>(k));
        again = true;
      }
  }
  return parts;
}

Polygon roundWithFewer(PolygonView outline, double by) {
  Polygon p(outline.begin(), outline.end());
  const double sign = signedArea(p) < 0 ? -1 : 1;
  const auto at = [&](std::size_t i) { return p[i % p.size()]; };
  const auto turnAt = [&](std::size_t i) {
    return sign * cross(at(i) - at(i + p.size() - 1), at(i + 1) - at(i));
  };
  for (bool again = true; again && p.size() > 8;) {
    again = false;
    for (std::size_t i = 0; i < p.size() && p.size() > 8; ++i) {
      // A corner of a hollow goes: the chord lies outside the outline.
      const Point a = at(i + p.size() - 1), b = at(i), c = at(i + 1);
      if (turnAt(i) < 0) {
        if (std::abs(cross(c - a, b - a)) / std::max(distance(a, c), 1e-9) > by) continue;
        p.erase(p.begin() + static_cast<std::ptrdiff_t>(i));
        again = true;
        continue;
      }
      // A short side of a bulge goes: its neighbours run on until they meet.
      const std::size_t k = (i + 1) % p.size();
      const Point d = at(i + 2);
      if (turnAt(k) <= 0) continue;
      const Point u = b - a, v = c - d;
      const double det = cross(u, v);
      if (std::abs(det) < 1e-9 * length(u) * length(v)) continue;
      const Point meet = a + (cross(d - a, v) / det) * u;
      if (dot(meet - b, u) < 0 || dot(meet - c, v) < 0) continue;
      if (std::abs(cross(c - b, meet - b)) / std::max(distance(b, c), 1e-9) > by) continue;
      p[i] = meet;
      p.erase(p.begin() + static_cast<std::ptrdiff_t>(k));
      again = true;
    }
  }
  return p;
}

NoFit NoFit::between(const std::vector<Polygon>& fixed, const std::vector<Polygon>& moving, double gap) {
  std::vector<Polygon> sums;
  for (const Polygon& f : fixed)
    for (const Polygon& m : moving) {
      Polygon sum = sumOf(f, m, -1);
      if (gap > 0) sum = sumOf(sum, roundOf(gap), 1);
      sums.push_back(std::move(sum));
    }
  NoFit out;
  if (sums.size() == 1) {
    const Polygon& p = sums.front();
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point along = p[(i + 1) % p.size()] - p[i];
      const Point normal = (1 / length(along)) * Point{along.y, -along.x};
      out.sides_.push_back({normal, dot(normal, p[i])});
    }
  } else {
    sums = unionOf(sums);
  }
  out.keep(std::move(sums));
  return out;
}

void NoFit::keep(std::vector<Polygon> rings) {
  rings_ = std::move(rings);
  for (std::size_t i = 0; i < rings_.size(); ++i)
    box_ = i == 0 ? bounds(rings_[i]) : unite(box_, bounds(rings_[i]));
}

bool NoFit::inside(Point d) const {
  return std::any_of(rings_.begin(), rings_.end(), [&](const Polygon& ring) { return contains(ring, d); });
}

double NoFit::depth(Point d) const {
  if (d.x <= box_.left || d.x >= box_.right || d.y <= box_.top || d.y >= box_.bottom) return 0;
  if (sides_.empty()) return length(wayOut(d));
  double least = 1e300;
  for (const Side& s : sides_) {
    const double in = inFrom(s, d);
    if (in <= 0) return 0;
    least = std::min(least, in);
  }
  return least;
}

Point NoFit::wayOut(Point d) const {
  std::uint32_t none = 0;
  const WayOut way = wayOut(d, none);
  return way.far * way.along;
}

WayOut NoFit::wayOutOfBox(Point d, std::uint32_t& apart) const {
  if (!sides_.empty()) {
    // Most that are asked about lie inside: all sides without a branch, then which of them it was.
    double least = 1e300;
    for (const Side& s : sides_) least = std::min(least, inFrom(s, d));
    const auto nearest =
        std::find_if(sides_.begin(), sides_.end(), [&](const Side& s) { return inFrom(s, d) == least; });
    if (least > 0) return {least, nearest->normal};
    apart = static_cast<std::uint32_t>(nearest - sides_.begin());
    return {};
  }
  if (!inside(d)) return {};
  double least = 1e300;
  Point best{}, way;
  for (const Polygon& ring : rings_)
    for (std::size_t i = 0; i < ring.size(); ++i)
      if (const double far = nearestOn(ring[i], ring[(i + 1) % ring.size()], d, way); far < least) {
        least = far;
        best = way;
      }
  const double far = length(best);
  return far > 0 ? WayOut{far, (1 / far) * best} : WayOut{};
}

double clearFrom(const NoFit& region, double x) {
  if (x <= region.box().left + 1e-7 || x >= region.box().right - 1e-7) return -1e300;
  constexpr double kNever = -1e300;
  double y = kNever;
  for (const Polygon& ring : region.rings())
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Point a = ring[i], b = ring[i + 1 == ring.size() ? 0 : i + 1];
      if ((a.x < x) == (b.x < x)) continue;
      y = std::max(y, a.y + (x - a.x) / (b.x - a.x) * (b.y - a.y));
    }
  return y;
}

}  // namespace clathra
