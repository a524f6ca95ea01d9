#include "shape/spacing.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

constexpr double kOnLine = 1e-6;  // mm

double spacingAlong(const Polygon& patch, Point along) {
  double low = 1e300, high = -1e300;
  for (const Point p : patch) {
    low = std::min(low, dot(p, along));
    high = std::max(high, dot(p, along));
  }
  if (!isConvex(patch)) return high - low;
  double longest = 0;
  for (const Point p : patch) {
    double from = 0, to = 0;
    for (std::size_t i = 0; i < patch.size(); ++i) {
      const Point q = patch[i], side = patch[(i + 1) % patch.size()] - q;
      const double turn = cross(along, side);
      if (std::abs(turn) < 1e-12) {
        if (std::abs(cross(q - p, along)) > kOnLine) continue;
        for (const Point end : {q, q + side}) {
          from = std::min(from, dot(end - p, along));
          to = std::max(to, dot(end - p, along));
        }
        continue;
      }
      const double at = cross(q - p, side) / turn, on = cross(q - p, along) / turn;
      if (on < -1e-9 || on > 1 + 1e-9) continue;
      from = std::min(from, at);
      to = std::max(to, at);
    }
    longest = std::max(longest, to - from);
  }
  return longest;
}

}  // namespace clathra
