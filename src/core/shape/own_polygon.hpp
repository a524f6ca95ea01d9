// Outlines that are typed: regular polygons, and polygons by their sides and corners.
#pragma once
#include <span>
#include <string_view>
#include <vector>

#include "measure/length.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

inline constexpr int kLeastSides = 3, kMostSides = 16;

/// Sides of 1, the base level, centred on its centroid.
Polygon regularPolygon(int sides);

/// Do two sides meet that are not next to each other?
bool crossesItself(PolygonView outline);

/// Sides one after the other (mm) and the corner after each but the last: one corner fewer than sides. One
/// more side closes the polygon, unless the last one ends where the first began. Clockwise on screen, its
/// first side level, centred on its centroid. Errors: a side or corner that is none, lines that cross,
/// nothing enclosed.
[[nodiscard]] Result<Polygon> polygonOfSides(std::span<const double> sides, std::span<const Angle> corners);

/// The same as typed: "3 in, 120°, 2 in, 90°, 2 in", sides and corners in turn; semicolons part them too
/// where commas are decimal points. A corner may stand without its sign. Errors: as above; what cannot be
/// read.
[[nodiscard]] Result<Polygon> polygonOfText(std::string_view text, LengthUnit unit);

}  // namespace clathra
