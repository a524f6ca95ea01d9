#include "shape/overrun.hpp"

#include <algorithm>
#include <cmath>

#include "shape/overlap.hpp"

namespace clathra {

namespace {

constexpr double kAlong = 0.05;         // mm: a cut along another's side does not enter it
constexpr double kCorner = 15;          // degrees: flatter ones belong to an arc
constexpr double kSinceEntered = 1e-9;  // of a run

double toSides(PolygonView outline, Point p) {
  double least = 1e300;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point a = outline[i], d = outline[(i + 1) % outline.size()] - a;
    const double t = std::clamp(dot(p - a, d) / std::max(dot(d, d), kSinceEntered), 0.0, 1.0);
    least = std::min(least, distance(p, a + t * d));
  }
  return least;
}

/// Does the line from `from` to `to` lie inside the outline somewhere, deeper than along its side?
bool enters(PolygonView outline, Point from, Point to) {
  // Between the places where it crosses sides it is inside or outside as a whole.
  std::vector<double> at{0, 1};
  const Point d = to - from;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point a = outline[i], b = outline[(i + 1) % outline.size()];
    const double det = cross(d, b - a);
    if (std::abs(det) < kSinceEntered) continue;
    const double t = cross(a - from, b - a) / det, u = cross(a - from, d) / det;
    if (t > 0 && t < 1 && u >= 0 && u <= 1) at.push_back(t);
  }
  std::sort(at.begin(), at.end());
  for (std::size_t i = 1; i < at.size(); ++i) {
    const Point middle = from + (at[i - 1] + at[i]) / 2 * d;
    if (contains(outline, middle) && toSides(outline, middle) > kAlong) return true;
  }
  return false;
}

bool runsInto(PolygonView cut, PolygonView other, double overrun) {
  const std::size_t n = cut.size();
  for (std::size_t i = 0; i < n; ++i) {
    const Point before = cut[(i + n - 1) % n], corner = cut[i], after = cut[(i + 1) % n];
    const Point in = corner - before, out = after - corner;
    const double bend = std::abs(std::atan2(cross(in, out), dot(in, out)));
    if (bend < Angle::degrees(kCorner).radians()) continue;
    if (enters(other, corner, corner + (overrun / length(in)) * in) ||
        enters(other, corner, corner - (overrun / length(out)) * out))
      return true;
  }
  return false;
}

}  // namespace

bool spoils(PolygonView a, PolygonView b, double overrun) {
  if (overlaps(a, b)) return true;
  return overrun > 0 && (runsInto(a, b, overrun) || runsInto(b, a, overrun));
}

}  // namespace clathra
