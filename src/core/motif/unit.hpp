// The unit that copies of one window make round a corner.
#pragma once
#include <optional>

#include "measure/angle.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// The corner that copies are turned round: the sharpest, the topmost of equals.
std::size_t turningCorner(PolygonView paper);
/// How many copies close a full round at that corner: 360 by its angle, at least 2.
int copiesInRound(PolygonView paper);

/// The direction of a line through the centroid in which the outline mirrors itself: the one through the
/// turning corner if there is one, else any.
std::optional<Angle> centreLine(PolygonView paper);

}  // namespace clathra
