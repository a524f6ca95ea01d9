// Sets of layered repeats on the layout: the rounds of pieces that they may be sewn to, and what those show
// then.
//
// Guarantees:
//  1 the pieces of a set are as many as its patches, wear its cloth, are of its shape and hand, and meet at
//    one corner, each with the corner that copies are turned round;
//  2 no piece is of two sets, and a choice's pieces, those cut already and sets whose place on the print is
//    not known are left out;
//  3 all pieces of a set show the same spot of the print.
#pragma once
#include <vector>

#include "cutting/plan.hpp"
#include "motif/pose.hpp"

namespace clathra {

struct SetOnPieces {
  int set = 0;                        ///< its number on the cutting map
  std::vector<std::uint32_t> pieces;  ///< rising
};
struct LayeredPieces {
  std::vector<SetOnPieces> sets;  ///< rising
  std::vector<PrintedPiece> shown;
};
/// Sets go to rounds in the order of both: the quilter may as well sew them otherwise. Nothing where the
/// cloth is not cut in layered repeats.
LayeredPieces layeredPieces(const Project& project, const CutPlan& plan);

}  // namespace clathra
