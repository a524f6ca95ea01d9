// Hatches tell cloths apart without colour: as texture on the screen, as strokes on paper.
#pragma once
#include <QBrush>
#include <QPainter>

#include "model/cloth.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A fill with the cloth's colour and hatch, for painters that paint pixels. `scale` is the device pixel
/// ratio.
QBrush hatchBrush(const Cloth& cloth, double scale = 1);
/// The hatch alone as strokes inside a convex polygon given in the painter's units; `spacing` between the
/// strokes.
void strokeHatch(QPainter& painter, PolygonView polygon, Hatch hatch, double spacing, const QPen& pen);
/// A shade of the cloth's colour that its hatch is drawn in.
QColor hatchColour(const QColor& cloth);

QPolygonF toQt(PolygonView p);

}  // namespace clathra
