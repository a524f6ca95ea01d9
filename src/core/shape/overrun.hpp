// A blade does not stop at a corner: it runs on by some millimetres, straight along the side it cuts.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// Would cutting one of two outlines spoil the other? They overlap, or a blade that runs `overrun` mm past
/// each corner enters the other one. Along arcs there is no corner.
bool spoils(PolygonView a, PolygonView b, double overrun);

}  // namespace clathra
