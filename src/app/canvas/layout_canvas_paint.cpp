// What the canvas draws: the layout itself, and over it what is being done.
#include <QPaintEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "app/canvas/layout_canvas.hpp"
#include "app/theme/theme.hpp"
#include "layout/soundness.hpp"

namespace clathra {

void LayoutCanvas::paintEvent(QPaintEvent* event) {
  if (!session_.isOpen()) return;
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  if (view_ == LayoutView::StepBack) paintFromAfar(painter);
  LayoutLook look;
  look.palette = &currentPalette();
  look.back = back_;
  look.view = view_;
  look.lit = lit_;
  if (view_ == LayoutView::AsSewn) look.inSets = session_.inSets().shown;
  look.cursor = hasFocus() ? cursor_ : -1;
  look.rim = session_.geometry().seams.outer;
  look.overAlone = view_ == LayoutView::StepBack;
  paintLayout(painter, session_.project(), session_.index(), place_, event->rect(), look);
  line_.paint(painter, *session_.project().layout, place_);
  paintGrowing(painter);
  area_.paint(painter);
  if (areaFrom_ >= 0 && areaFrom_ < static_cast<int>(session_.project().layout->size())) {
    painter.setPen(QPen(currentPalette().sea, 2, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(onScreenBox(static_cast<std::uint32_t>(areaFrom_)));
  }
  pen_.paint(painter, *session_.project().layout, place_);
  if (hasFocus() && cursor_ < 0 && edgePointed_ < 0) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(currentPalette().sea, 2));
    painter.drawRoundedRect(QRectF(rect()).adjusted(1.5, 1.5, -1.5, -1.5), 8, 8);
  }
}

void LayoutCanvas::paintGrowing(QPainter& painter) const {
  const Palette& c = currentPalette();
  if (edgesActive_) {
    const auto draw = [&](const OpenEdge& e) {
      QPolygonF way;
      for (const Point p : e.way()) way << place_.toDevice(p);
      painter.drawPolyline(way);
    };
    // A light line under the dark one: seen on any cloth.
    for (const auto& [colour, width] : {std::pair(c.panel, 5.0), std::pair(c.sea, 2.5)}) {
      painter.setPen(QPen(colour, width, Qt::SolidLine, Qt::RoundCap));
      for (const OpenEdge& e : edges_) draw(e);
    }
    if (edgePointed_ >= 0 && edgePointed_ < static_cast<int>(edges_.size())) {
      const OpenEdge& e = edges_[static_cast<std::size_t>(edgePointed_)];
      painter.setPen(QPen(c.madder, 6, Qt::SolidLine, Qt::RoundCap));
      draw(e);
    }
  }
  painter.setBrush(Qt::NoBrush);
  for (const auto& [colour, width] : {std::pair(c.panel, 6.0), std::pair(c.sea, 3.5)})
    for (const Polygon& unit : units_) {
      QPolygonF polygon;
      for (const Point p : unit) polygon << place_.toDevice(p);
      painter.setPen(QPen(colour, width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
      painter.drawPolygon(polygon);
    }
  QColor wash = c.madder;
  wash.setAlpha(70);
  painter.setBrush(wash);
  painter.setPen(QPen(c.madder, 2, Qt::DashLine));
  for (const Polygon& ghost : ghosts_) {
    QPolygonF polygon;
    for (const Point p : ghost) polygon << place_.toDevice(p);
    painter.drawPolygon(polygon);
  }
  if (const auto shown = picking_ ? pick_ : centre_) {
    const QPointF at = place_.toDevice(*shown);
    painter.setBrush(Qt::NoBrush);
    for (const auto& [colour, width] : {std::pair(c.panel, 5.0), std::pair(c.sea, 2.0)}) {
      painter.setPen(QPen(colour, width));
      painter.drawLine(at - QPointF(9, 0), at + QPointF(9, 0));
      painter.drawLine(at - QPointF(0, 9), at + QPointF(0, 9));
      painter.drawEllipse(at, 5, 5);
    }
  }
}

/// From across the room only what is larger than a few threads is told apart: drawn small and blown up
/// softly.
void LayoutCanvas::paintFromAfar(QPainter& painter) const {
  constexpr double kBlur = 7;  // px of the window that become one
  const QSize small(static_cast<int>(std::ceil(width() / kBlur)),
                    static_cast<int>(std::ceil(height() / kBlur)));
  QImage image(small, QImage::Format_RGB32);
  image.fill(currentPalette().panel);
  LayoutPlace place = place_;
  place.scale /= kBlur;
  place.origin /= kBlur;
  LayoutLook look;
  look.palette = &currentPalette();
  look.back = back_;
  look.view = LayoutView::StepBack;
  QPainter inner(&image);
  inner.setRenderHint(QPainter::Antialiasing);
  paintLayout(inner, session_.project(), session_.index(), place, QRectF(QPointF(), QSizeF(small)), look);
  inner.end();
  // The layout's own outline stays sharp: it is the cloths that run into each other.
  QPainterPath outline;
  outline.setFillRule(Qt::OddEvenFill);
  for (const Polygon& loop : boundaryLoops(session_.geometry().seams)) {
    QPolygonF polygon;
    for (const Point p : loop) polygon << place_.toDevice(p);
    outline.addPolygon(polygon);
    outline.closeSubpath();
  }
  painter.save();
  painter.setClipPath(outline);
  painter.setRenderHint(QPainter::SmoothPixmapTransform);
  painter.drawImage(QRectF(0, 0, small.width() * kBlur, small.height() * kBlur), image);
  painter.restore();
}

}  // namespace clathra
