// Windows on a dense print, where there are too many spots to list which of them conflict: a good choice at
// once, for a bound from below.
//
// Guarantees:
//  1 no two of the spots that are chosen conflict, as conflictsOf judges it;
//  2 no other of the spots could be added to them;
//  3 there are at least as many as are found by taking each that is free, in their order.
#pragma once
#include <cstdint>
#include <vector>

#include "model/cloth.hpp"
#include "motif/conflicts.hpp"
#include "progress.hpp"

namespace clathra {

/// The indices of the spots that are chosen, rising. `spots` in the order of their rows, then of x; those of
/// one patch lie whole `steps` apart. Taken one by one, and spread evenly over the coarser lattice that lays
/// patches of one kind tightest; the larger choice of the two. Cancelled work answers with nothing.
std::vector<std::uint32_t> spotsApart(const std::vector<PatchSpot>& spots, const Lattice& steps,
                                      const std::vector<Polygon>& patches, double overrun,
                                      const Progress& progress);

}  // namespace clathra
