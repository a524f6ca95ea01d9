// The whole layout as it is pieced, on as many pages as it takes, to be cut apart.
#pragma once
#include "paper/sheets.hpp"

namespace clathra {

/// Pages overlap by this much, so that they can be glued together.
inline constexpr double kTileOverlap = 10;  // mm
/// More pages than this are no block to be cut apart.
inline constexpr int kMostTiles = 400;

/// Errors: cancelled; more pages than kMostTiles.
[[nodiscard]] Result<SheetPlan> planBlock(const Layout& layout, const SheetOptions& options,
                                          const Progress& progress = {});

}  // namespace clathra
