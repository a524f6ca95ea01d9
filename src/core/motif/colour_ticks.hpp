// Where the colours of a print change along the seams of a motif choice, as ticks on the papers: those of two
// neighbours face each other, so that the print runs on when they are sewn tick to tick.
//
// Guarantees:
//  1 the ticks of two neighbours on their seam are as many, and the same change lies on both as far from
//  their
//    common corner as it does on each of them in the cloth.
#pragma once
#include <cstdint>
#include <map>
#include <vector>

#include "motif/meeting.hpp"

namespace clathra {

struct ColourTick {
  Point at;      ///< on the edge, mm in the layout
  Point inward;  ///< unit vector
};
using ColourTicks = std::map<std::uint32_t, std::vector<ColourTick>>;  ///< by piece

/// Of all choices whose print has a picture. Errors: cancelled.
[[nodiscard]] Result<ColourTicks> colourTicks(const Project& project, const Progress& progress = {});

}  // namespace clathra
