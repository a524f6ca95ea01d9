// Points and polygons in double millimetres, y down. A polygon is closed implicitly: no repeated first
// corner.
#pragma once
#include <cmath>
#include <span>
#include <vector>

#include "measure/angle.hpp"

namespace clathra {

struct Point {
  double x = 0;
  double y = 0;
  friend Point operator+(Point a, Point b) { return {a.x + b.x, a.y + b.y}; }
  friend Point operator-(Point a, Point b) { return {a.x - b.x, a.y - b.y}; }
  friend Point operator*(double k, Point p) { return {k * p.x, k * p.y}; }
  friend bool operator==(Point, Point) = default;
};

using Polygon = std::vector<Point>;
using PolygonView = std::span<const Point>;

struct Box {
  double left = 0, top = 0, right = 0, bottom = 0;
  double width() const { return right - left; }
  double height() const { return bottom - top; }
  friend bool operator==(const Box&, const Box&) = default;
};

inline double cross(Point a, Point b) {
  return a.x * b.y - a.y * b.x;
}
inline double dot(Point a, Point b) {
  return a.x * b.x + a.y * b.y;
}
/// Millimetres are far from where squares overflow, so there is no need of the slower hypot.
inline double length(Point a) {
  return std::sqrt(dot(a, a));
}
inline double distance(Point a, Point b) {
  return length(b - a);
}
Point rotated(Point p, Angle by);
Angle directionOf(Point d);               ///< from the x axis, -180° to 180°
Angle turnBetween(Point from, Point to);  ///< the turn that carries one direction onto the other, likewise
Point towards(Angle direction);           ///< one millimetre that way

double signedArea(PolygonView p);  ///< mm², positive when the corners run clockwise on screen
double area(PolygonView p);        ///< mm²
double perimeter(PolygonView p);
Point centroid(PolygonView p);
Box bounds(PolygonView p);
Box unite(const Box& a, const Box& b);
std::vector<double> edgeLengths(PolygonView p);  ///< edge i runs from corner i to i + 1
std::vector<Angle> cornerAngles(PolygonView p);  ///< inside angle at corner i, 0° to 360°
bool isConvex(PolygonView p);
bool contains(PolygonView p, Point q);  ///< by crossing number; on the line either answer

/// Outlines nearer than this at every corner are one (mm).
inline constexpr double kSamePlace = 0.05;
bool sameOutline(PolygonView a, PolygonView b);

Polygon translated(PolygonView p, Point by);
/// Mirrored left to right if asked, then turned about the origin, then moved. Keeps corners clockwise.
Polygon placed(PolygonView p, Angle turn, bool mirrored, Point at);
Polygon scaled(PolygonView p, double factor);

/// The part of a convex polygon with dot(normal, q) <= offset; corners closer than 1e-7 mm are joined and
/// corners on a straight line dropped. Empty when nothing of more than 1e-6 mm² is left.
Polygon clippedToHalfPlane(PolygonView p, Point normal, double offset);
Polygon clippedToBox(PolygonView p, const Box& box);
/// Joins corners closer than `tolerance` and drops corners on a straight line.
Polygon cleaned(PolygonView p, double tolerance);

/// The smallest upright rectangle over all turns that lay an edge of the (convex) polygon level.
struct TurnedBox {
  Angle turn;  ///< to turn the polygon by
  double width = 0, height = 0;
};
TurnedBox smallestRectangle(PolygonView p);

}  // namespace clathra
