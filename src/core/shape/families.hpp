// The shapes of the craft: outlines to build with, and names for outlines that a cut has left.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A family's outline for an edge of 1, centred on its centroid, as it stands upright (tip up or base level).
struct Family {
  std::string_view id;     ///< "kite"
  std::string_view title;  ///< "kite"
  std::string_view edge;   ///< which side the edge length sets
  Polygon outline;
};

const std::vector<Family>& families();
/// Errors: no such family.
[[nodiscard]] Result<Polygon> familyOutline(std::string_view id);

/// What an outline is called, whatever its size, turn or hand.
struct ShapeName {
  std::string id;     ///< "half-hexagon-point-cut"
  std::string title;  ///< "half hexagon, point cut"
  double edge = 0;    ///< mm: the side that names its size (the edge of its family; else the longest side)
};

/// Families first, then triangle, four-sided and many-sided names by their angles and sides.
ShapeName nameOf(PolygonView p);

}  // namespace clathra
