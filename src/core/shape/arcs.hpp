// Circular arcs in outlines. An outline keeps an arc as a run of short chords between points of the circle,
// so that everything that works on polygons works on it; the arcs are recognised again from the points, never
// declared, and lengths, angles, areas and prints are those of the true arc.
//
// Guarantees:
//  1 an arc made by `arcPoints` is recognised with its radius, however the outline is moved, turned,
//  mirrored,
//    scaled or cut;
//  2 straight sides and polygons of up to 24 corners are never taken for arcs.
#pragma once
#include <cstdint>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// Arcs are kept as chords that turn this much: it divides 30, 45 and 90, so that arcs which meet partly
/// have their points in common, and at 3 in of radius leaves 0.04 mm between chord and arc.
inline constexpr Angle kChord = Angle::degrees(3.75);

/// A side as a quilter counts it: a straight edge, or a whole arc.
struct OutlineEdge {
  std::size_t first = 0, edges = 1;  ///< it runs over the edges first, first + 1 … of the outline
  double length = 0;                 ///< mm along the arc
  Angle angle;                       ///< inside the outline at its first corner, between true tangents
  double radius = 0;                 ///< mm; 0 for a straight side
  bool hollow = false;               ///< an arc that bends inwards
  Point centre;                      ///< of an arc
  bool isArc() const { return radius > 0; }
};

/// The sides in the order of the outline's edges, the first being the one that begins at the lowest corner
/// index. A disc has one side.
std::vector<OutlineEdge> edgesOf(PolygonView p);
bool hasArcs(PolygonView p);

double outlineArea(PolygonView p);    ///< mm², with true arcs
double outlineLength(PolygonView p);  ///< mm round it, with true arcs

/// For each edge the length of what it stands for: itself, or its share of the arc, mm.
std::vector<double> trueEdgeLengths(PolygonView p, const std::vector<OutlineEdge>& sides);

/// The points of an arc from `from` to `to` that turns by `turn`, both ends left out. Positive turns
/// bend to the left of the way from `from` to `to`: outwards on an outline with its corners clockwise.
std::vector<Point> arcPoints(Point from, Point to, Angle turn, Angle chord = kChord);

/// The same outline with chords that leave at most `tolerance` mm between them and the arcs; outlines without
/// arcs and arcs that are fine enough stay as they are.
Polygon flattenedTo(PolygonView p, double tolerance);

}  // namespace clathra
