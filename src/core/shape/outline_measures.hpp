// What a ruler finds on a paper: its sides, the width between parallel sides, its greatest height; and which
// sides and corners are alike, so that one reading holds for all of them.
#pragma once
#include <optional>
#include <vector>

#include "shape/arcs.hpp"

namespace clathra {

struct OutlineMeasures {
  std::vector<OutlineEdge> sides;     ///< as edgesOf gives them; corner i begins side i
  std::vector<std::size_t> sideLike;  ///< for each side the first that the symmetry makes equal to it
  std::vector<std::size_t> cornerLike;
  std::optional<double> across;  ///< mm: the least distance between two parallel straight sides
  double high = 0;  ///< mm: the greatest from corner to corner; of a triangle, above its longest side
};

/// Of an outline with its corners clockwise.
OutlineMeasures measuresOf(PolygonView outline);

}  // namespace clathra
