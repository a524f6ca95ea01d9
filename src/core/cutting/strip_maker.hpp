// What ruler strips and strips for a template have in common: how patches may lie in them, and the bands they
// make.
#pragma once
#include <vector>

#include "cutting/methods.hpp"
#include "shape/strip.hpp"

namespace clathra {

/// Lays that the demand's direction allows.
std::vector<StripLay> laysFor(const PatchDemand& demand);
/// Strips of such a lay as a group's bands; in pairs they go on where the one before left off.
BandMaker stripMaker(const PatchDemand& demand, const StripLay& lay, double height, int group);

/// Adds the lines of a sum for so many strips.
void addStripLines(CutMethod& method, int strips, int most, double height, double cutHeight);

}  // namespace clathra
