// What papers show of their neighbours.
#pragma once
#include <memory>

#include "layout/derived.hpp"
#include "motif/colour_ticks.hpp"

namespace clathra {

/// Worked out once for all sheets; empty where the project wants no such marks.
struct NeighbourMarks {
  std::shared_ptr<const Geometry> geometry;
  ColourTicks colours;
};
NeighbourMarks neighbourMarks(const Project& project, const Progress& progress = {});

}  // namespace clathra
