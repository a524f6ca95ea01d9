// How close outlines that stand alike may lie in one direction.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// How far apart patches that stand alike need to be in a direction of length 1 to lie beside each other
/// there, mm: the longest line through one in that direction, or of one that is not convex its whole extent.
double spacingAlong(const Polygon& patch, Point along);

}  // namespace clathra
