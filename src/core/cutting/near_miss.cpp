#include "cutting/near_miss.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

constexpr double kLyingRounding = 1e-6;  // mm

double over(PolygonView patch, double degrees, double width, double height) {
  const Box b = bounds(placed(patch, Angle::degrees(degrees), false, {}));
  return std::max(b.width() - width, b.height() - height);
}

/// How far a point may go in a direction before it leaves the half-width and half-height about the middle.
double roomFor(Point at, Point along, double halfWidth, double halfHeight) {
  double room = 1e300;
  const auto side = [&](double where, double by, double half) {
    if (std::abs(by) > kLyingRounding) room = std::min(room, ((by > 0 ? half : -half) - where) / by);
  };
  side(at.x, along.x, halfWidth);
  side(at.y, along.y, halfHeight);
  return room;
}

}  // namespace

LaidStraight laidStraight(PolygonView paper, double width, double height) {
  LaidStraight out;
  const Box box = bounds(paper);
  const Point middle{(box.left + box.right) / 2, (box.top + box.bottom) / 2};
  const double sign = signedArea(paper) < 0 ? -1 : 1;
  const std::size_t n = paper.size();
  std::vector<double> corners;
  double sides = 1e300;
  for (std::size_t i = 0; i < n; ++i) {
    const Point at = paper[i] - middle;
    const Point in = paper[i] - paper[(i + n - 1) % n], onward = paper[(i + 1) % n] - paper[i];
    const Point n1 = (sign / length(in)) * Point{in.y, -in.x},
                n2 = (sign / length(onward)) * Point{onward.y, -onward.x};
    if (std::abs(n2.x) < kLyingRounding || std::abs(n2.y) < kLyingRounding)
      sides = std::min(sides, roomFor(at, n2, width / 2, height / 2));
    if (sign * cross(in, onward) <= 0) continue;  // it points inwards, and its mitre with it
    // Both sides moved by s meet at s · mitre from the corner.
    const Point mitre = (1 / (1 + dot(n1, n2))) * (n1 + n2);
    corners.push_back(roomFor(at, mitre, width / 2, height / 2));
  }
  if (corners.empty()) return out;
  out.corners = *std::min_element(corners.begin(), corners.end());
  out.tight = static_cast<int>(std::count_if(corners.begin(), corners.end(), [&](double c) {
    constexpr double kAsTight = 0.05;  // mm
    return c < out.corners + kAsTight;
  }));
  if (sides < 1e299) out.sides = sides;
  return out;
}

TurnOnCloth bestTurn(PolygonView patch, double width, double height, bool mayTurn) {
  double best = 0, least = over(patch, 0, width, height);
  if (mayTurn && least > kLyingRounding) {
    const auto look = [&](double degrees) {
      const double now = over(patch, degrees, width, height);
      if (now < least - 1e-12) {
        least = now;
        best = degrees;
      }
    };
    // An edge level or plumb.
    for (std::size_t i = 0; i < patch.size(); ++i) {
      const double along = directionOf(patch[(i + 1) % patch.size()] - patch[i]).degrees();
      look(-along);
      look(90 - along);
    }
    // Degree by degree, then finer about the best: boxes change smoothly between the turns at which another
    // corner takes over, and a fit is never narrower than that by more than the rounding.
    for (int degrees = 0; degrees < 180; ++degrees) look(degrees);
    for (double step = 0.5; step > 1e-5 && least > kLyingRounding; step /= 2) {
      const double middle = best;
      look(middle - step);
      look(middle + step);
    }
  }
  return {best, least, bounds(placed(patch, Angle::degrees(best), false, {}))};
}

}  // namespace clathra
