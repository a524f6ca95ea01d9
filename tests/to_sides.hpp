// How far a place lies from the sides of an outline, by a way of the tests' own.
#pragma once
#include <algorithm>

#include "shape/polygon.hpp"

namespace support {

inline double toSides(clathra::PolygonView p, clathra::Point q) {
  double least = 1e9;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const clathra::Point a = p[i], d = p[(i + 1) % p.size()] - a;
    const double t = std::clamp(clathra::dot(q - a, d) / clathra::dot(d, d), 0.0, 1.0);
    least = std::min(least, clathra::distance(q, a + t * d));
  }
  return least;
}

}  // namespace support
