// Outlines that were found to be convex, for what is right for no others. Whoever asks for one has looked.
#pragma once
#include <optional>

#include "shape/polygon.hpp"

namespace clathra {

/// An outline that is somewhere else, looked at and found convex.
class ConvexView {
 public:
  /// Nothing if a corner points inwards or there are fewer than three.
  static std::optional<ConvexView> of(PolygonView outline) {
    if (outline.size() < 3 || !isConvex(outline)) return std::nullopt;
    return ConvexView(outline);
  }
  PolygonView outline() const { return outline_; }

 private:
  friend class ConvexOutline;
  explicit ConvexView(PolygonView outline) : outline_(outline) {}
  PolygonView outline_;
};

/// A convex outline of its own.
class ConvexOutline {
 public:
  /// The smallest one about the points, clockwise; of three or more that are not on one line.
  static ConvexOutline hullOf(PolygonView points);
  /// The outline itself where it is convex, else its hull.
  static ConvexOutline around(PolygonView outline);

  const Polygon& outline() const { return outline_; }
  ConvexView view() const { return ConvexView(outline_); }

 private:
  explicit ConvexOutline(Polygon outline) : outline_(std::move(outline)) {}
  Polygon outline_;
};

/// The part of an outline inside a convex one. Corners as in clippedToHalfPlane.
Polygon clipped(PolygonView p, ConvexView convex);

}  // namespace clathra
