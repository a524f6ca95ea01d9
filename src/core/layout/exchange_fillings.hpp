// Other shapes for the same outline: one piece for another, two for one, one for two.
#pragma once
#include <vector>

#include "layout/grow.hpp"

namespace clathra {

/// Sets of known shapes that fill an outline exactly, fewest pieces first; `now` (how it is filled) is left
/// out. Shapes are the families at the layout's edge, at the outline's sides and at half of them, and those
/// of the layout. At most `mostPieces` pieces a set, and at most `most` sets; the search gives up after some
/// tens of thousands of placements.
std::vector<std::vector<Fit>> otherFillings(const Layout& layout, PolygonView outline,
                                            const std::vector<Polygon>& now, double edgeLength,
                                            int mostPieces, std::size_t most = 24);

}  // namespace clathra
