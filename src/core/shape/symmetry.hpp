// Symmetry computed from the outline, never declared by hand.
#pragma once
#include <optional>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

struct Symmetry {
  int turns = 1;                                ///< order of the rotation group: 6 for a regular hexagon
  int mirrors = 0;                              ///< number of mirror axes
  bool chiral() const { return mirrors == 0; }  ///< left and right are different papers
};

/// Shapes are compared to 1e-3 mm of edge and 1e-3 degrees of angle: far finer than scissors, far coarser
/// than the rounding of a large layout.
Symmetry symmetryOf(PolygonView p);

/// How a copy lies: the outline mirrored left to right if `mirrored`, then turned by `turn`, both about
/// its centroid.
struct Pose {
  Angle turn;
  bool mirrored = false;
};

/// The pose that carries `model` onto `copy`, if they are congruent; an unmirrored one if there is one.
std::optional<Pose> poseOf(PolygonView copy, PolygonView model);

/// +1 or -1 for a chiral outline, opposite for its mirror image and the same however it is turned; 0
/// otherwise. +1 is the hand whose edge and angle sequence, read clockwise, is the larger.
int handOf(PolygonView p);

}  // namespace clathra
