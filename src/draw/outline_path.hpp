// Outlines for printing: arcs as arcs, not as the chords they are kept as.
#pragma once
#include <QPainterPath>
#include <functional>

#include "shape/polygon.hpp"

namespace clathra {

/// The outline with its arcs whole, each point carried to the device by `toDevice`, which must keep angles
/// (it may mirror) and enlarges by `scale`.
QPainterPath outlinePath(PolygonView outline, double scale, const std::function<QPointF(Point)>& toDevice);
QPainterPath outlinePath(PolygonView outline);  ///< as it lies

}  // namespace clathra
