// Is one outline another that was only turned and moved?
#pragma once
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// All turns that bring one outline onto another up to a move, corner onto corner in their order, to `close`
/// mm; none if they are not congruent, or only in a mirror.
std::vector<Angle> turnsBetween(PolygonView from, PolygonView to, double close = 0.02);

}  // namespace clathra
