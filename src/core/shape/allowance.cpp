#include "shape/allowance.hpp"

#include <cmath>

namespace clathra {

double tipReach(double s, double cornerDegrees) {
  return s / std::sin(radians(cornerDegrees) / 2);
}

Polygon allowanceOutline(PolygonView p, double s, Tips tips) {
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
    if (tips == Tips::Blunted && s > 0 && angles[i] < kSharpTip && reach > blunt) {
      // The square cut meets both moved edges half a width to either side of the bisector.
      const double half = (reach - blunt) * std::tan(radians(angles[i]) / 2);
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
