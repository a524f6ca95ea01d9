// What a paper shows of its own place in the quilt: edges at the rim, ticks that meet its neighbours'.
//
// Guarantees:
//  1 ticks of two pieces that meet along a seam lie at the same points of it;
//  2 outer edges are the stretches that are no seam.
#pragma once
#include <optional>
#include <utility>
#include <vector>

#include "layout/derived.hpp"

namespace clathra {

/// Seams from here on have a tick at their middle, mm.
inline constexpr double kLongSeam = 50;
/// Sharper corners have tails that stick out; which way they turn follows from the order of folding.
inline constexpr Angle kTailCorner = Angle::degrees(75);

struct PlaceTick {
  Point at;      ///< on the edge, mm in the layout
  Point inward;  ///< unit vector
};

struct PlaceMarks {
  std::vector<std::pair<Point, Point>> outer;  ///< mm in the layout
  /// Where a neighbour begins in the middle of an edge, and the middle of long straight seams.
  std::vector<PlaceTick> ticks;
};
PlaceMarks placeMarks(const Geometry& geometry, std::uint32_t piece);

/// The edge that is folded first, by its first corner: the one that ends at the sharpest corner, where that
/// has a tail; absent where no corner has. Straight-sided outlines alone.
std::optional<std::size_t> firstFold(PolygonView outline);

}  // namespace clathra
