#include "shape/look_alike.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

constexpr double kNever = 1e9;
constexpr double kItself = 1e-3;  // mm

Polygon aboutMiddle(PolygonView p) {
  Point sum;
  for (const Point q : p) sum = sum + q;
  return translated(p, (-1.0 / static_cast<double>(p.size())) * sum);
}

/// Corner i of a lies on corner i + shift of b.
Angle turnAt(const Polygon& a, const Polygon& b, std::size_t shift) {
  double sine = 0, cosine = 0;
  for (std::size_t i = 0; i < a.size(); ++i) {
    const Point q = b[(i + shift) % b.size()];
    sine += cross(a[i], q);
    cosine += dot(a[i], q);
  }
  return directionOf({cosine, sine});
}

double worstAt(const Polygon& a, const Polygon& b, std::size_t shift) {
  const Angle turn = turnAt(a, b, shift);
  double worst = 0;
  for (std::size_t i = 0; i < a.size(); ++i)
    worst = std::max(worst, distance(rotated(a[i], turn), b[(i + shift) % b.size()]));
  return worst;
}

Polygon flipped(PolygonView p) {
  Polygon out(p.rbegin(), p.rend());  // keeps corners clockwise
  for (Point& q : out) q.x = -q.x;
  return out;
}

}  // namespace

double worstCorner(PolygonView a, PolygonView b, bool mirrored) {
  if (a.size() != b.size() || a.empty()) return kNever;
  const Polygon from = aboutMiddle(mirrored ? flipped(a) : Polygon(a.begin(), a.end())), to = aboutMiddle(b);
  double best = kNever;
  for (std::size_t shift = 0; shift < to.size(); ++shift) best = std::min(best, worstAt(from, to, shift));
  return best;
}

double worstCornerOfWrongTurn(PolygonView p) {
  const Polygon self = aboutMiddle(p), back = aboutMiddle(flipped(p));
  double best = kNever;
  for (std::size_t shift = 0; shift < self.size(); ++shift)
    for (const Polygon& from : {self, back}) {
      const double worst = worstAt(from, self, shift);
      if (worst > kItself) best = std::min(best, worst);
    }
  return best;
}

namespace {

LaidOn nearest(PolygonView a, PolygonView b, bool itself) {
  LaidOn out{{}, aboutMiddle(b), kNever};
  if (a.size() != b.size() || a.empty()) return out;
  for (const Polygon& from : {aboutMiddle(a), aboutMiddle(flipped(a))})
    for (std::size_t shift = 0; shift < from.size(); ++shift) {
      const double worst = worstAt(from, out.other, shift);
      if (worst >= out.worst || (itself && worst <= kItself)) continue;
      out.worst = worst;
      out.one = placed(from, turnAt(from, out.other, shift), false, {});
    }
  return out;
}

}  // namespace

LaidOn laidOn(PolygonView a, PolygonView b) {
  return nearest(a, b, false);
}
LaidOn wrongTurn(PolygonView p) {
  return nearest(p, p, true);
}

}  // namespace clathra
