// What outlines that need not be convex have in common, and the faces that lines enclose. Done by GEOS (its
// overlay and polygoniser), which is exact where outlines touch and cross in many places.
#pragma once
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// The parts that two simple outlines share, each clockwise, without those under 1e-6 mm². Where one lies
/// round a hole of the other the hole's way in is closed (it does not occur with outlines without holes).
/// Outlines that cross themselves give no part.
std::vector<Polygon> commonParts(PolygonView a, PolygonView b);
/// What is left of `a` where `b` does not lie, each part clockwise.
std::vector<Polygon> partsLeft(PolygonView a, PolygonView b);
/// What the parts cover together, by the outer outlines, each clockwise.
std::vector<Polygon> unionOf(const std::vector<Polygon>& parts);
/// Triangles that make up a simple outline, each clockwise, between its own corners.
std::vector<Polygon> trianglesOf(PolygonView outline);
double commonArea(PolygonView a, PolygonView b);  ///< mm², for any two simple outlines

struct Line {
  Point from, to;
  friend bool operator==(const Line&, const Line&) = default;
};
/// The faces that lines enclose when they are cut at all their crossings, each clockwise; line ends that lead
/// nowhere are left out. Faces with holes in them are given by their outer outline.
/// Corners are rounded to 1e-5 mm.
std::vector<Polygon> facesOf(const std::vector<Line>& lines);

}  // namespace clathra
