// Motions of the plane: turns, mirrorings and moves, in mm.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// x -> m x + t.
struct Motion {
  double xx = 1, xy = 0, yx = 0, yy = 1;
  Point t;
  bool mirrors() const { return xx * yy - xy * yx < 0; }
  Point apply(Point p) const { return {xx * p.x + xy * p.y + t.x, yx * p.x + yy * p.y + t.y}; }
  /// First `f`, then this.
  Motion after(const Motion& f) const {
    return {xx * f.xx + xy * f.yx, xx * f.xy + xy * f.yy, yx * f.xx + yy * f.yx, yx * f.xy + yy * f.yy,
            apply(f.t)};
  }
  /// Lengths stay, so that the inverse is the transpose.
  Motion inverse() const {
    Motion out{xx, yx, xy, yy, {}};
    out.t = Point{} - out.apply(t);
    return out;
  }
};

/// Mirrored left to right if asked, then turned about the origin, then moved: what `placed` does.
inline Motion placing(Angle turn, bool mirrored, Point at) {
  const double c = cos(turn), s = sin(turn), m = mirrored ? -1 : 1;
  return {m * c, -s, m * s, c, at};
}
/// In the line through a place.
inline Motion reflection(Angle direction, Point on) {
  const Angle a = 2 * direction;
  Motion m{cos(a), sin(a), sin(a), -cos(a), {}};
  m.t = on - m.apply(on);
  return m;
}

}  // namespace clathra
