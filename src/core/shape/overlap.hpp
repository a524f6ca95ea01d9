// The one judge of whether outlines overlap: convex, with corners that point inwards, or with arcs. By area
// and by depth: outlines that meet along an edge share slivers of rounding, long ones even a noticeable area,
// but nothing deep.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

inline constexpr double kOverlapArea = 0.01;   ///< mm²
inline constexpr double kOverlapDepth = 0.02;  ///< mm: shallower ones are rounding along T-junctions

/// What two outlines share.
struct Common {
  double area = 0;   ///< mm²
  double depth = 0;  ///< mm: how wide the common part is at its narrowest
  /// More than rounding.
  bool counts() const { return area > kOverlapArea && depth > kOverlapDepth; }
};
/// Nothing where it would not count.
Common commonOf(PolygonView one, PolygonView two);

/// Do two simple outlines share more than rounding along an edge?
bool overlaps(PolygonView a, PolygonView b);

/// The area in common of two simple outlines, however small, mm².
double sharedArea(PolygonView a, PolygonView b);

}  // namespace clathra
