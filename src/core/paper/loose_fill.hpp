// Papers of several kinds laid on few pages, wherever there is room: for what is left over after the full
// sheets.
//
// Guarantees:
//  1 papers lie inside the room and overlap nowhere;
//  2 the same papers in the same order lie the same way each time.
#pragma once
#include <optional>
#include <vector>

#include "measure/angle.hpp"
#include "progress.hpp"
#include "shape/polygon.hpp"

namespace clathra {

struct LoosePaper {
  std::size_t page = 0;
  Polygon outline;  ///< as it lies, mm
  Angle turn;       ///< from the outline that was given
};

/// Each outline in its turn as far up as it goes on the first page that has room, in turns that lay an edge
/// level or plumb. Absent if they do not go on so many pages, or when cancelled. Outlines are looked at in
/// rows of 1/4 mm, so that papers may lie so much apart. O(papers × turns × rows of the room).
std::optional<std::vector<LoosePaper>> looseFill(const std::vector<Polygon>& papers, const Box& room,
                                                 std::size_t pages, const Progress& progress = {});

}  // namespace clathra
