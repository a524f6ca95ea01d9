// The swatch with its window, and the unit that copies of a window make.
#pragma once
#include <QImage>
#include <QPainter>
#include <functional>
#include <optional>

#include "draw/palette.hpp"
#include "model/motif_choice.hpp"
#include "model/project.hpp"
#include "motif/unit.hpp"

namespace clathra {

/// Where the swatch lies: device units per mm, and the device position of the picture's upper left corner.
struct SwatchPlace {
  double scale = 1;
  QPointF origin;
  QPointF toDevice(Point p) const { return origin + QPointF(p.x, p.y) * scale; }
  Point toPicture(QPointF p) const { return {(p.x() - origin.x()) / scale, (p.y() - origin.y()) / scale}; }
};
SwatchPlace fittedSwatch(const Print& print, const QSize& pixels, const QRectF& into);

/// The print dimmed, the window clear, its allowance dashed, the shape's middle line and centre marked.
void paintSwatch(QPainter& painter, const QImage& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const SwatchPlace& place, const QRectF& clip, const Palette& palette);

enum class UnitKind { Pinwheel, Mirrored };
/// `copies` of the window round its sharpest corner, turned, or alternately mirrored. `paper` is the window's
/// outline on the picture (mm).
void paintUnit(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper, int copies,
               UnitKind kind, const QRectF& into, const Palette& palette);
/// Just the cloth in the window, as it is printed on a card: with the corners' names and the detail where a
/// choice has one, and as it is seen from behind where it is drawn there.
struct WindowLook {
  std::optional<Point> detail;  ///< on the picture, mm
  bool behind = false;
};
void paintWindow(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const QRectF& into, const WindowLook& look = {});
/// The detail and the lines to the two corners that it is measured from, with their names. `toDevice` carries
/// places of the picture; `unit` is the width of a line.
void paintReference(QPainter& painter, PolygonView paper, Point detail, double unit,
                    const std::function<QPointF(Point)>& toDevice);

}  // namespace clathra
