#include "app/canvas/draft_pen.hpp"

#include <QCoreApplication>
#include <QPainterPath>
#include <utility>

#include "app/theme/theme.hpp"
#include "draw/fonts.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr double kSmall = 44;  // px from the middle to a corner: numbers stand outside of smaller pieces
/// Dark on light and light on dark: a line that is seen on any cloth.
void haloed(QPainter& painter, const QLineF& line, const QColor& colour, double width, Qt::PenStyle style) {
  painter.setPen(QPen(currentPalette().panel, width + 2.5, Qt::SolidLine, Qt::RoundCap));
  painter.drawLine(line);
  painter.setPen(QPen(colour, width, style, Qt::RoundCap));
  painter.drawLine(line);
}

void tag(QPainter& painter, QPointF at, const QString& text, const QColor& ground, const QColor& ink) {
  painter.setFont(textFont(14, QFont::DemiBold));
  const double w = painter.fontMetrics().horizontalAdvance(text) + 12;
  const QRectF box(at.x() - w / 2, at.y() - 11, w, 22);
  painter.setPen(Qt::NoPen);
  painter.setBrush(ground);
  painter.drawRoundedRect(box, 6, 6);
  painter.setPen(ink);
  painter.drawText(box, Qt::AlignCenter, text);
}

}  // namespace

bool DraftPen::setActive(bool active) {
  from_.reset();
  snap_.reset();
  waiting_.clear();
  return std::exchange(active_, active) != active;
}

void DraftPen::moveTo(Point p, const Layout& layout, const PieceIndex& index, double reach) {
  snap_ = snapFor(layout, index, p, from_, reach, divisions_);
  const bool corner = snap_->to == Snap::To::Corner || snap_->to == Snap::To::Division;
  if (!corner && centre_ && distance(*centre_, p) < reach) snap_ = {*centre_, Snap::To::Centre, 0, 0, {}};
}

std::optional<Line> DraftPen::press() {
  if (!snap_) return std::nullopt;
  const Point at = snap_->at;
  if (!from_) {
    from_ = at;
    return std::nullopt;
  }
  if (distance(*from_, at) < kDraftSnap) {  // the same place again lets the line go
    from_.reset();
    return std::nullopt;
  }
  return Line{*std::exchange(from_, std::nullopt), at};
}

QString DraftPen::words() const {
  if (!snap_) return {};
  const QString angle = snap_->angle == Angle() && snap_->to != Snap::To::Angle
                            ? QString()
                            : QObject::tr(" at %1°").arg(snap_->angle.degrees(), 0, 'f', 0);
  switch (snap_->to) {
    case Snap::To::Corner:
      return QObject::tr("a corner");
    case Snap::To::Division:
      return snap_->divisions == 2 ? QObject::tr("the middle of the side")
                                   : QObject::tr("%1/%2 of the side").arg(snap_->part).arg(snap_->divisions);
    case Snap::To::Side:
      return QObject::tr("a side%1").arg(angle);
    case Snap::To::Angle:
      return QObject::tr("%1°").arg(snap_->angle.degrees(), 0, 'f', 0);
    case Snap::To::Centre:
      return QObject::tr("the centre of the turned copies");
    case Snap::To::Free:
      break;
  }
  return QObject::tr("no corner or side near");
}

void DraftPen::paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const {
  if (!active_) return;
  const Palette& c = currentPalette();
  const auto device = [&](const Line& l) { return QLineF(place.toDevice(l.from), place.toDevice(l.to)); };
  for (const Line& l : cures_) {
    haloed(painter, device(l), c.madder, 3, Qt::DashLine);
    painter.setPen(QPen(c.panel, 2));
    painter.setBrush(c.madder);
    painter.drawEllipse(place.toDevice(l.from), 6, 6);
  }
  for (const Line& l : waiting_) haloed(painter, device(l), c.sea, 3, Qt::SolidLine);
  if (numbered_ >= 0 && static_cast<std::size_t>(numbered_) < layout.size()) {
    const auto piece = static_cast<std::size_t>(numbered_);
    const QPointF middle = place.toDevice(layout.pieces[piece].centre);
    int n = 0;
    for (const OutlineEdge& s : edgesOf(layout.outline(piece))) {
      const QPointF corner = place.toDevice(layout.outline(piece)[s.first]);
      const QPointF inwards = middle - corner;
      const double far = std::hypot(inwards.x(), inwards.y());
      tag(painter, corner + inwards * (far < kSmall ? -11 / std::max(far, 1.0) : std::min(0.3, 20 / far)),
          QString::number(++n), c.panel, c.ink);
    }
  }
  if (!snap_) return;
  const QPointF at = place.toDevice(snap_->at);
  if (from_) {
    haloed(painter, QLineF(place.toDevice(*from_), at), c.madder, 3, Qt::SolidLine);
    painter.setBrush(c.madder);
    painter.setPen(QPen(c.panel, 2));
    painter.drawEllipse(place.toDevice(*from_), 5, 5);
  }
  const bool held = snap_->to != Snap::To::Free;
  painter.setBrush(held ? c.sea : c.panel);
  painter.setPen(QPen(held ? c.panel : c.sea, 2));
  painter.drawEllipse(at, 6, 6);
  if (held) tag(painter, at + QPointF(0, -24), words(), c.sea, c.panel);
}

}  // namespace clathra
