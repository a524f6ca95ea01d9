// How nearly two outlines are the same: shapes that differ by a hair get turned or swapped.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// Shapes that differ by less than this at their worst corner are look-alikes (mm).
inline constexpr double kLookAlike = 3;

/// The distance at the worst corner when the outlines are laid on each other as well as they go, turned
/// freely and mirrored if `mirrored`; a large number if their corners differ in number. For each way to pair
/// the corners the turn is the one with the least squares (Kabsch), about the middle of the corners.
double worstCorner(PolygonView a, PolygonView b, bool mirrored);
/// The same of an outline and its own other poses: how much it shows when it is turned wrong. Poses in which
/// it truly lies on itself do not count; a large number if there are no others near.
double worstCornerOfWrongTurn(PolygonView p);

/// The outline of a laid on b as worstCorner lays it, in whichever hand comes nearer; b about its middle.
struct LaidOn {
  Polygon one, other;
  double worst = 0;  ///< mm
};
LaidOn laidOn(PolygonView a, PolygonView b);
/// An outline in the wrong turn that is most like its own.
LaidOn wrongTurn(PolygonView p);

}  // namespace clathra
