// The seams of a cloth that is joined from strips, where they cross the window of a choice.
#pragma once
#include "model/joined.hpp"
#include "motif/meeting.hpp"

namespace clathra {

struct StripSeam {
  double fromMiddle = 0;  ///< mm across the strips from the window's middle; to the left is less than none
  Point from, to;         ///< where it comes into the paper and leaves it, on the picture, mm
};
/// From left to right. `paper`: the paper on the picture; a seam that only touches it is none.
std::vector<StripSeam> stripSeams(const Cloth& cloth, PolygonView paper);
/// The seams that lie in the allowance alone: they are folded over the paper's edge along with it, four
/// layers on each other. Across the strips from the window's middle, mm.
std::vector<double> seamsInAllowance(const Cloth& cloth, PolygonView paper, double allowance);

}  // namespace clathra
