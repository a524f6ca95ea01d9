#include "shape/strip.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace clathra {

namespace {

/// Leftmost and rightmost x of a convex polygon at height y.
struct Reach {
  double left = std::numeric_limits<double>::infinity(), right = -std::numeric_limits<double>::infinity();
};

Reach reachAt(PolygonView p, double y) {
  constexpr double kLevel = 1e-7;
  Reach r;
  const auto take = [&](double x) {
    r.left = std::min(r.left, x);
    r.right = std::max(r.right, x);
  };
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], b = p[(i + 1) % p.size()];
    if (std::abs(a.y - y) <= kLevel) take(a.x);
    if ((a.y < y) != (b.y < y)) take(a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x));
  }
  return r;
}

Polygon atOrigin(PolygonView p) {
  const Box b = bounds(p);
  return translated(p, {-b.left, -b.top});
}

/// The upright copy and the half-turned one, both with their box at the origin.
std::pair<Polygon, Polygon> pairOf(PolygonView outline, Angle turn) {
  return {atOrigin(placed(outline, turn, false, {})), atOrigin(placed(outline, turn + kHalfTurn, false, {}))};
}

}  // namespace

double nestShift(PolygonView left, PolygonView right) {
  double shift = -std::numeric_limits<double>::infinity();
  const auto at = [&](double y) {
    const Reach l = reachAt(left, y), r = reachAt(right, y);
    if (l.right > -1e300 && r.left < 1e300) shift = std::max(shift, l.right - r.left);
  };
  for (const Point p : left) at(p.y);
  for (const Point p : right) at(p.y);
  return shift;
}

std::size_t StripLay::fitting(double stripLength) const {
  constexpr double kRounding = 1e-6;
  const double room = stripLength + kRounding - length;
  if (room < 0) return 0;
  if (!alternate) return 1 + static_cast<std::size_t>(room / toNext);
  const double pair = toNext + toAfter;
  const auto pairs = static_cast<std::size_t>(room / pair);
  return 1 + 2 * pairs + (room - static_cast<double>(pairs) * pair >= toNext ? 1 : 0);
}

double StripLay::lengthFor(std::size_t copies) const {
  if (copies == 0) return 0;
  const std::size_t steps = copies - 1;
  if (!alternate) return length + static_cast<double>(steps) * toNext;
  const std::size_t pairs = steps / 2;
  return length + static_cast<double>(pairs) * (toNext + toAfter) + (steps % 2 ? toNext : 0);
}

StripLay stripLay(PolygonView outline, Angle turn, bool alternate) {
  const auto [up, down] = pairOf(outline, turn);
  const Box box = bounds(up);
  StripLay lay{turn, alternate, box.height(), box.width(), 0, 0};
  // Never backwards: a slanting neighbour would stand out of the strip's end.
  lay.toNext = std::max(0.0, nestShift(up, alternate ? down : up));
  lay.toAfter = std::max(0.0, nestShift(alternate ? down : up, up));
  return lay;
}

std::vector<StripLay> stripLays(PolygonView outline, bool mayTurn) {
  std::vector<StripLay> out;
  const auto same = [](const StripLay& a, const StripLay& b) {
    return a.alternate == b.alternate && std::abs(a.height - b.height) < 1e-6 &&
           std::abs(a.length - b.length) < 1e-6 && std::abs(a.toNext - b.toNext) < 1e-6 &&
           std::abs(a.toAfter - b.toAfter) < 1e-6;
  };
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point d = outline[(i + 1) % outline.size()] - outline[i];
    // The edge level or plumb, and either way up: alternately turned strips may begin with either.
    for (const Angle aside : {Angle(), kQuarterTurn, kHalfTurn, -kQuarterTurn})
      for (const bool alternate : {false, true}) {
        if (alternate && !mayTurn) continue;
        // One after another all the same way, they lie as closely when the whole strip is turned round.
        if (!alternate && (aside == kHalfTurn || aside == -kQuarterTurn)) continue;
        const StripLay lay = stripLay(outline, aside - directionOf(d), alternate);
        if (std::none_of(out.begin(), out.end(), [&](const StripLay& o) { return same(o, lay); }))
          out.push_back(lay);
      }
  }
  return out;
}

std::vector<Polygon> stripCopies(PolygonView outline, const StripLay& lay, std::size_t copies) {
  const auto [up, down] = pairOf(outline, lay.turn);
  std::vector<Polygon> out;
  double x = 0;
  for (std::size_t i = 0; i < copies; ++i) {
    const bool turned = lay.alternate && i % 2 == 1;
    out.push_back(translated(turned ? down : up, {x, 0}));
    x += turned ? lay.toAfter : lay.toNext;
  }
  return out;
}

}  // namespace clathra
