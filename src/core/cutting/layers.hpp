// Layered repeats: as many layers of the print as a set has patches, each exactly one step of the repeat from
// the last, laid on each other print on print and cut through together. Each cut through all of them is a set
// of patches that show the same, for one kaleidoscope.
//
// Guarantees:
//  1 patches of one set are of one outline, and each lies a whole number of repeats from the others;
//  2 no stack has more layers than the blade takes.
#pragma once
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// How many alike patches make a set of a demand: as the cloth says, else as many as meet at the corner that
/// copies are turned round.
int patchesInSet(const Cloth& cloth, const PatchDemand& demand);

/// Stacks of so many layers, no more than the blade takes, as even as they go: ten with a blade that takes
/// six are two of five.
std::vector<int> stacksOf(int layers, int blade);

/// Sets that show the same as another one, each list rising, by its first. Sets of lengths on which nobody
/// knows where the print lies are compared with those of the same length alone.
std::vector<std::vector<int>> alikeSets(const CutInput& input, const CutMethod& layers);

}  // namespace clathra
