// Cutting some now and promising the rest: a plan of the pieces that are cut now, and whether all that is
// still to be cut later fits what is left.
//
// Guarantees:
//  1 the batch and, where it fits, the rest together use no more than is on hand, and the rest lies clear of
//    what the batch takes;
//  2 what is missing are the patches of the rest that find no place on hand, by the method that lacks least.
#pragma once
#include "cutting/plan.hpp"

namespace clathra {

struct MissingPatches {
  std::uint16_t shape = 0;
  int hand = 0;
  int count = 0;
};

struct CutBatch {
  CutPlan now;
  ClothLeft left;  ///< the cloth as it is after the batch; its lengths lie on those the batch is cut from
  CutPlan rest;
  bool fits = false;
  std::vector<MissingPatches> missing;
  double lengthLeft = 0;  ///< mm on hand less the batch
};

/// `pieces`: to be cut now; those that wear another cloth are left out. Where the quilter has not chosen a
/// method, the batch is cut by one that leaves the rest its place. Errors: as cutPlan.
[[nodiscard]] Result<CutBatch> cutBatch(const CutInput& input, const std::vector<std::uint32_t>& pieces,
                                        const Progress& progress = {});

/// The cloth after a method was carried out: strips and rows are gone right across, windows and what was
/// traced have left holes.
ClothLeft clothAfter(const Cloth& cloth, const CutLayout& laid);

}  // namespace clathra
