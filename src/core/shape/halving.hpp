// Cutting papers in half: what a whole one gives.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// How many papers like `part` a whole one gives by straight cuts through corners or the middles of sides: 2
/// by one cut, 4 where the halves are halved again; 0 otherwise. Papers can be turned over. Of convex
/// outlines.
int partsOfWhole(PolygonView whole, PolygonView part);

}  // namespace clathra
