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

Polygon allowanceOutline(PolygonView paper, double s, Tips tips, Angle below) {
  Polygon filled;
  PolygonView p = paper;
  if (paper.size() >= kLeastForArcs && s > 0 && hollowVanishes(paper, s)) {
    filled = filledIn(paper, s);
    p = filled;
  }
  return allowanceOutline(p, std::vector<double>(p.size(), s), tips, below);
}

Polygon allowanceOutline(PolygonView p, const std::vector<double>& edges, Tips tips, Angle below) {
  const std::size_t n = p.size();
  const double sign = signedArea(p) < 0 ? -1 : 1;
  const auto angles = cornerAngles(p);
  Polygon out;
  for (std::size_t i = 0; i < n; ++i) {
    const Point before = p[(i + n - 1) % n], at = p[i], after = p[(i + 1) % n];
    const Point in = (1 / distance(before, at)) * (at - before),
                onward = (1 / distance(at, after)) * (after - at);
    const double s1 = edges[(i + n - 1) % n], s2 = edges[i];
    const Point n1 = sign * Point{in.y, -in.x}, n2 = sign * Point{onward.y, -onward.x};
    const double turn = cross(n1, n2);
    constexpr double kStraight = 1e-6;
    if (std::abs(turn) < kStraight && dot(n1, n2) > 0) {  // a corner on a straight side
      out.push_back(at + s1 * n1);
      if (std::abs(s1 - s2) > 1e-9) out.push_back(at + s2 * n2);
      continue;
    }
    // Where both moved edges meet.
    const Point meet = at + (1 / turn) * Point{s1 * n2.y - s2 * n1.y, s2 * n1.x - s1 * n2.x};
    const Point middle = n1 + n2;
    const Point outwards = (1 / length(middle)) * middle;
    const double blunt = kBluntAt * std::max(s1, s2);
    const Angle sharp = tips == Tips::Blunted ? below : kCusp;
    const double reach = dot(meet - at, outwards);
    if (blunt > 0 && angles[i] < sharp && reach > blunt) {
      // The square cut, across the paper's bisector, meets both moved edges.
      const auto onEdge = [&](Point along) {
        const double run = (reach - blunt) / dot(along, outwards);
        return meet - run * along;
      };
      out.push_back(onEdge(in));
      out.push_back(onEdge(-1.0 * onward));
    } else {
      out.push_back(meet);
    }
  }
  return out;
}

}  // namespace clathra
