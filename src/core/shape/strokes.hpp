// Counting cuts: how many straight strokes free all papers of a sheet (or all patches of a strip).
#pragma once
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// A stroke is one straight cut. Edges on one line are one stroke where they touch, and also across waste
/// between them, but a stroke never runs through the inside of a paper. An arc is one curved stroke, given by
/// its ends.
struct Stroke {
  Point from, to;
};
std::vector<Stroke> strokesOf(const std::vector<Polygon>& papers);

}  // namespace clathra
