// Laying outlines one after the other, each as far up its room as it goes, touching what lies there.
#pragma once
#include <optional>
#include <vector>

#include "packing/board.hpp"

namespace clathra::packing {

/// What decides among the places where an outline touches.
enum class Lowest { Edge, Middle, Corner };

struct LayOrder {
  std::vector<std::size_t> shapes;  ///< one entry a patch
  Lowest by = Lowest::Edge;
  bool fromRight = false;         ///< of equal places the rightmost
  bool anyNext = false;           ///< whichever shape lies lowest comes next
  std::vector<bool> barred = {};  ///< by variant: turns that are not laid; empty: none
};

/// Fills the rooms in their order; what finds no room is left out. `steps` counts looks at pairs.
std::vector<Lying> layBottomLeft(const Variants& variants, const std::vector<Room>& rooms,
                                 const LayOrder& order, std::uint64_t& steps, const Progress& progress);

}  // namespace clathra::packing
