#include "shape/allowance.hpp"

#include <algorithm>
#include <cmath>

#include "shape/arcs.hpp"

namespace clathra {

double tipReach(double s, Angle corner) {
  return s / sin(corner / 2);
}

namespace {

constexpr Angle kCusp = Angle::degrees(8);  // between the chords of two arcs that touch
constexpr double kLeastHollow = 0.25;       // mm of radius that must be left of a hollow arc
constexpr std::size_t kLeastForArcs = 6;

bool vanishes(const OutlineEdge& side, double s) {
  return side.isArc() && side.hollow && side.radius - s < kLeastHollow;
}

/// Without the points of hollow arcs that would vanish.
Polygon filledIn(PolygonView p, double s) {
  std::vector<bool> gone(p.size(), false);
  for (const OutlineEdge& side : edgesOf(p))
    for (std::size_t k = 1; vanishes(side, s) && k < side.edges; ++k)
      gone[(side.first + k) % p.size()] = true;
  Polygon out;
  for (std::size_t i = 0; i < p.size(); ++i)
    if (!gone[i]) out.push_back(p[i]);
  return out.size() < 3 ? Polygon(p.begin(), p.end()) : out;
}

}  // namespace

bool hollowVanishes(PolygonView p, double s) {
  const auto sides = edgesOf(p);
  return std::any_of(sides.begin(), sides.end(), [&](const OutlineEdge& side) { return vanishes(side, s); });
}

Polygon allowanceOutline(PolygonView paper, double s, Tips tips) {
  Polygon filled;
  PolygonView p = paper;
  if (paper.size() >= kLeastForArcs && s > 0 && hollowVanishes(paper, s)) {
    filled = filledIn(paper, s);
    p = filled;
  }
  const std::size_t n = p.size();
  const double sign = signedArea(p) < 0 ? -1 : 1;
  const auto angles = cornerAngles(p);
  Polygon out;
  for (std::size_t i = 0; i < n; ++i) {
    const Point before = p[(i + n - 1) % n], at = p[i], after = p[(i + 1) % n];
    const Point in = (1 / distance(before, at)) * (at - before),
                onward = (1 / distance(at, after)) * (after - at);
    const Point n1 = sign * Point{in.y, -in.x}, n2 = sign * Point{onward.y, -onward.x};
    const Point middle = n1 + n2;
    const double len = length(middle);
    const Point outwards = (1 / len) * middle;
    const double reach = 2 * s / len;  // s / cos(half the turn of the normals)
    const double blunt = kBluntAt * s;
    const Angle sharp = tips == Tips::Blunted ? kSharpTip : kCusp;
    if (s > 0 && angles[i] < sharp && reach > blunt) {
      // The square cut meets both moved edges half a width to either side of the bisector.
      const double half = (reach - blunt) * tan(angles[i] / 2);
      const Point across = sign * Point{-outwards.y, outwards.x};
      out.push_back(at + blunt * outwards - half * across);
      out.push_back(at + blunt * outwards + half * across);
    } else {
      out.push_back(at + reach * outwards);
    }
  }
  return out;
}

}  // namespace clathra
