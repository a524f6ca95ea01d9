#include "shape/polygon.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace clathra {

Point rotated(Point p, Angle by) {
  const double c = cos(by), s = sin(by);
  return {c * p.x - s * p.y, s * p.x + c * p.y};
}

Angle directionOf(Point d) {
  return Angle::radians(std::atan2(d.y, d.x));
}

Angle turnBetween(Point from, Point to) {
  return Angle::radians(std::atan2(cross(from, to), dot(from, to)));
}

Point towards(Angle direction) {
  return {cos(direction), sin(direction)};
}

double signedArea(PolygonView p) {
  // Taken about the first corner: far from the origin the plain sum would lose its digits.
  double twice = 0;
  for (std::size_t i = 1; i + 1 < p.size(); ++i) twice += cross(p[i] - p[0], p[i + 1] - p[0]);
  return twice / 2;
}

double area(PolygonView p) {
  return std::abs(signedArea(p));
}

double perimeter(PolygonView p) {
  double sum = 0;
  for (std::size_t i = 0; i < p.size(); ++i) sum += distance(p[i], p[(i + 1) % p.size()]);
  return sum;
}

Point centroid(PolygonView p) {
  if (p.empty()) return {};
  Point sum;
  double twice = 0;
  for (std::size_t i = 1; i + 1 < p.size(); ++i) {
    const Point u = p[i] - p[0], v = p[i + 1] - p[0];
    const double c = cross(u, v);
    twice += c;
    sum = sum + c * (u + v);
  }
  return twice == 0 ? p[0] : p[0] + (1 / (3 * twice)) * sum;
}

Box bounds(PolygonView p) {
  if (p.empty()) return {};
  Box b{p[0].x, p[0].y, p[0].x, p[0].y};
  for (const Point q : p) b = unite(b, {q.x, q.y, q.x, q.y});
  return b;
}

Box unite(const Box& a, const Box& b) {
  return {std::min(a.left, b.left), std::min(a.top, b.top), std::max(a.right, b.right),
          std::max(a.bottom, b.bottom)};
}

std::vector<double> edgeLengths(PolygonView p) {
  std::vector<double> out(p.size());
  for (std::size_t i = 0; i < p.size(); ++i) out[i] = distance(p[i], p[(i + 1) % p.size()]);
  return out;
}

std::vector<Angle> cornerAngles(PolygonView p) {
  const std::size_t n = p.size();
  const double sign = signedArea(p) < 0 ? -1 : 1;
  std::vector<Angle> out(n);
  for (std::size_t i = 0; i < n; ++i) {
    const Point in = p[i] - p[(i + n - 1) % n], onward = p[(i + 1) % n] - p[i];
    out[i] = kHalfTurn - sign * turnBetween(in, onward);
  }
  return out;
}

bool isConvex(PolygonView p) {
  const auto angles = cornerAngles(p);
  return std::all_of(angles.begin(), angles.end(), [](Angle a) { return a <= Angle::degrees(180 + 1e-6); });
}

bool contains(PolygonView p, Point q) {
  bool inside = false;
  for (std::size_t i = 0, j = p.size() - 1; i < p.size(); j = i++) {
    if ((p[i].y > q.y) == (p[j].y > q.y)) continue;
    if (q.x < p[i].x + (q.y - p[i].y) / (p[j].y - p[i].y) * (p[j].x - p[i].x)) inside = !inside;
  }
  return inside;
}

bool sameOutline(PolygonView a, PolygonView b) {
  if (a.size() != b.size()) return false;
  return std::all_of(a.begin(), a.end(), [&](Point p) {
    return std::any_of(b.begin(), b.end(), [&](Point q) { return distance(p, q) < kSamePlace; });
  });
}

Polygon translated(PolygonView p, Point by) {
  Polygon out(p.begin(), p.end());
  for (Point& q : out) q = q + by;
  return out;
}

Polygon placed(PolygonView p, Angle turn, bool mirrored, Point at) {
  const double c = cos(turn), s = sin(turn);
  Polygon out(p.begin(), p.end());
  for (Point& q : out) {
    if (mirrored) q.x = -q.x;
    q = Point{c * q.x - s * q.y, s * q.x + c * q.y} + at;
  }
  if (mirrored) std::reverse(out.begin(), out.end());
  return out;
}

Polygon scaled(PolygonView p, double factor) {
  Polygon out(p.begin(), p.end());
  for (Point& q : out) q = factor * q;
  return out;
}

Polygon cleaned(PolygonView p, double tolerance) {
  Polygon joined;
  for (const Point q : p)
    if (joined.empty() || distance(joined.back(), q) > tolerance) joined.push_back(q);
  while (joined.size() > 1 && distance(joined.front(), joined.back()) <= tolerance) joined.pop_back();
  Polygon out;
  const std::size_t n = joined.size();
  for (std::size_t i = 0; i < n; ++i) {
    const Point before = joined[(i + n - 1) % n], at = joined[i], after = joined[(i + 1) % n];
    const double base = distance(before, after);
    const double off = base > 0 ? std::abs(cross(after - before, at - before)) / base : 0;
    if (n <= 3 || off > tolerance || dot(at - before, after - at) < 0) out.push_back(at);
  }
  return out;
}

Polygon clippedToHalfPlane(PolygonView p, Point normal, double offset) {
  constexpr double kOn = 1e-9;
  Polygon out;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], b = p[(i + 1) % p.size()];
    const double da = dot(normal, a) - offset, db = dot(normal, b) - offset;
    if (da <= kOn) out.push_back(a);
    if ((da < -kOn && db > kOn) || (da > kOn && db < -kOn)) out.push_back(a + (da / (da - db)) * (b - a));
  }
  out = cleaned(out, 1e-7);
  if (out.size() < 3 || area(out) < 1e-6) return {};
  return out;
}

Polygon clippedToBox(PolygonView p, const Box& box) {
  Polygon out(p.begin(), p.end());
  out = clippedToHalfPlane(out, {-1, 0}, -box.left);
  out = clippedToHalfPlane(out, {1, 0}, box.right);
  out = clippedToHalfPlane(out, {0, -1}, -box.top);
  return clippedToHalfPlane(out, {0, 1}, box.bottom);
}

TurnedBox smallestRectangle(PolygonView p) {
  TurnedBox best;
  double bestArea = std::numeric_limits<double>::infinity();
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point d = p[(i + 1) % p.size()] - p[i];
    const Angle turn = -directionOf(d);
    const Box b = bounds(placed(p, turn, false, {}));
    const double size = b.width() * b.height();
    if (size < bestArea - 1e-9) {
      bestArea = size;
      best = {turn, b.width(), b.height()};
    }
  }
  return best;
}

}  // namespace clathra
