#include "draw/motif_painter.hpp"

#include <QPainterPath>
#include <cmath>

#include "draw/hatch.hpp"
#include "draw/print_cut.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

/// The painter draws in mm of the picture.
void fillWindow(QPainter& painter, const PrintCut& cut, PolygonView paper) {
  painter.setPen(Qt::NoPen);
  painter.setBrush(cut.brush());
  painter.drawPolygon(toQt(paper));
}

}  // namespace

SwatchPlace fittedSwatch(const Print& print, const QSize& pixels, const QRectF& into) {
  const double mm = 25.4 / print.dpi;
  const double w = pixels.width() * mm, h = pixels.height() * mm;
  SwatchPlace place;
  place.scale = std::min(into.width() / w, into.height() / h);
  place.origin = into.center() - QPointF(w, h) * place.scale / 2;
  return place;
}

void paintSwatch(QPainter& painter, const QImage& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const SwatchPlace& place, const QRectF& clip, const Palette& palette) {
  painter.save();
  painter.setClipRect(clip);
  const double mm = 25.4 / print.dpi;
  const QRectF all(place.origin, QSizeF(picture.width(), picture.height()) * mm * place.scale);
  painter.setRenderHint(QPainter::SmoothPixmapTransform);
  painter.drawImage(all, picture);
  QPainterPath veil;
  veil.addRect(all);
  QPolygonF window, allowance;
  for (const Point p : paper) window << place.toDevice(p);
  for (const Point p : patch) allowance << place.toDevice(p);
  veil.addPolygon(window);
  veil.closeSubpath();
  QColor dim = palette.panel;
  dim.setAlpha(150);
  painter.fillPath(veil, dim);
  // Dark on light lines read on any print.
  for (const auto& [colour, width] : {std::pair(QColor(Qt::white), 5.0), std::pair(QColor(0x1F2D38), 2.4)}) {
    QPen pen(colour, width);
    pen.setJoinStyle(Qt::MiterJoin);
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
    painter.drawPolygon(window);
    pen.setWidthF(width * 0.6);
    pen.setDashPattern({4, 3});
    painter.setPen(pen);
    painter.drawPolygon(allowance);
  }
  const Point c = centroid(paper), tip = paper[turningCorner(paper)];
  QPen guide(QColor(0x1B6A88), 2);
  guide.setDashPattern({6, 3, 1.5, 3});
  painter.setPen(guide);
  painter.drawLine(place.toDevice(tip), place.toDevice(c + (c - tip)));
  painter.setPen(QPen(QColor(Qt::white), 2));
  painter.setBrush(QColor(0x1B6A88));
  painter.drawEllipse(place.toDevice(c), 5, 5);
  painter.restore();
}

void paintUnit(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper, int copies,
               UnitKind kind, const QRectF& into, const Palette& palette) {
  if (copies < 1) return;
  const std::size_t tip = turningCorner(paper);
  const Point at = paper[tip];
  double reach = 0;
  for (const Point p : paper) reach = std::max(reach, distance(p, at));
  const Angle step = kWholeTurn / copies;
  // The edge that leaves the tip clockwise; mirrored copies are reflected in the line between neighbours.
  const Point edge = paper[(tip + 1) % paper.size()] - at;
  const double scale = std::min(into.width(), into.height()) / (2 * reach) * 0.98;
  const PrintCut cut = printCut(picture, print, bounds(paper), scale * painter.device()->devicePixelRatioF());
  painter.save();
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  painter.translate(into.center());
  painter.scale(scale, scale);
  for (int i = 0; i < copies; ++i) {
    painter.save();
    painter.rotate((i * step).degrees());
    if (kind == UnitKind::Mirrored && i % 2 == 1) {
      // Reflect in the bisector of the corner, which swaps its two edges.
      const Point other = paper[(tip + paper.size() - 1) % paper.size()] - at;
      const Angle bisector = directionOf(1 / length(edge) * edge + 1 / length(other) * other);
      painter.rotate(bisector.degrees());
      painter.scale(1, -1);
      painter.rotate(-bisector.degrees());
    }
    painter.translate(-at.x, -at.y);
    fillWindow(painter, cut, paper);
    QPen seam(palette.paper, 1.2 / scale);
    painter.setPen(seam);
    painter.setBrush(Qt::NoBrush);
    painter.drawPolygon(toQt(paper));
    painter.restore();
  }
  painter.restore();
}

void paintWindow(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const QRectF& into) {
  const Box b = bounds(patch);
  const double scale = std::min(into.width() / b.width(), into.height() / b.height());
  painter.save();
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  painter.translate(into.center());
  painter.scale(scale, scale);
  painter.translate(-(b.left + b.right) / 2, -(b.top + b.bottom) / 2);
  // Printed pages are finer than their units: as fine as the picture is.
  fillWindow(painter, printCut(picture, print, b, print.dpi), patch);
  painter.setBrush(Qt::NoBrush);
  QPen dashed(Qt::black, 0.35);
  dashed.setDashPattern({5, 4});
  painter.setPen(dashed);
  painter.drawPolygon(toQt(patch));
  painter.setPen(QPen(Qt::black, 0.7));
  painter.drawPolygon(toQt(paper));
  painter.restore();
}

}  // namespace clathra
