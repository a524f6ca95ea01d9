// What the numbers on a cutting map stand for.
#pragma once
#include <QString>
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// What a strip, row or window block of the map is called: "1 to 12", and what it says.
struct MapLabel {
  QString range, text;
};
std::vector<MapLabel> mapLabels(const Project& project, const CutPlan& plan);

/// Whether the strips of a run are cut on each other, in several layers.
bool liesOnEachOther(const CutGroup& group, const BandRun& run);

}  // namespace clathra
