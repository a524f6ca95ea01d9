// Filling a rectangle with copies of one shape, edge to edge so that neighbours share cutting lines.
#pragma once
#include <cstdint>
#include <vector>

#include "shape/convex.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A room full of copies: where each lies, in mm.
struct PageFill {
  struct Copy {
    Polygon outline;
    Angle turn;  ///< from the outline that was given
  };
  std::vector<Copy> copies;
  int strokes = 0;
};

/// As many copies as a lattice of copies (or of copies and their half-turned neighbours) gives, over all
/// lattices that join edges to edges, over turns that lay an edge level or plumb and every 5° besides, and
/// over offsets. Fewer strokes decide between equals. Empty if not one fits. Where straight rows hold all
/// that are needed, they are taken. Outlines that are not convex, or have many corners, are laid by a convex
/// one of few round them. What was asked before is answered at once: sheets are planned anew at every edit,
/// with the same papers mostly.
PageFill densestFillIn(PolygonView outline, const Box& room, std::size_t needed = SIZE_MAX);
inline constexpr std::size_t kRecalledCopies = 20'000;  ///< of all answers kept; about 5 MB
/// Gives them all up: for what measures how long it takes.
void forgetFills();

/// Straight strips, each as high as the shape, copies touching: fewest strokes a copy.
PageFill stripFillIn(PolygonView outline, const Box& room);

/// Does the outline fit in some turn? Decided over the same turns as densestFillIn.
bool fitsRoom(PolygonView outline, const Box& room);
}  // namespace clathra
