// Outlines that were drawn or imported, made to meet: corners and edges that miss each other by less than a
// tolerance are brought together.
#pragma once
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

struct Healing {
  int moved = 0;        ///< corners
  double farthest = 0;  ///< mm that the farthest of them moved
  int dropped = 0;      ///< outlines without an area
};

/// Corners within `tolerance` (mm) of each other become one point, corners beside another outline's edge are
/// laid on it. No outline loses a side: what moves stays within a quarter of its outline's shortest side.
Healing heal(std::vector<Polygon>& outlines, double tolerance);

}  // namespace clathra
