// Which windows cannot be cut beside each other: the conflicts that a choice of windows keeps clear of.
//
// Guarantees:
//  1 two spots conflict if their patches lie on each other, or nearer than the tool runs over.
#pragma once
#include <cstdint>
#include <vector>

#include "progress.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// One of the patches at a place on the cloth, mm.
struct PatchSpot {
  Point at;
  std::size_t patch = 0;  ///< of those that are given
  double bottom = 0;      ///< where the patch ends there
};

/// Spots whose patches end less than a ten-thousandth of a mm apart are of one row.
long long rowOf(double bottom);

/// Of each spot the earlier ones that it conflicts with, falling. `spots` in the order of their rows, then of
/// x; `patches` about their own middles; `overrun` in mm. Cancelled work answers with nothing.
std::vector<std::vector<std::uint32_t>> conflictsOf(const std::vector<PatchSpot>& spots,
                                                    const std::vector<Polygon>& patches, double overrun,
                                                    const Progress& progress);

}  // namespace clathra
