// Outlines for printing: arcs as arcs, not as the chords they are kept as.
#pragma once
#include <QPainterPath>
#include <functional>

#include "shape/arcs.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// The outline with its arcs whole, each point carried to the device by `toDevice`, which must keep angles
/// (it may mirror) and enlarges by `scale`.
QPainterPath outlinePath(PolygonView outline, double scale, const std::function<QPointF(Point)>& toDevice);
/// The same for a shape whose edges are known, in its own coordinates.
QPainterPath outlinePath(PolygonView outline, const std::vector<OutlineEdge>& edges);
QPainterPath outlinePath(PolygonView outline);  ///< as it lies

}  // namespace clathra
