#include "app/motif/swatch_view.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QWheelEvent>
#include <cmath>

#include "app/theme/theme.hpp"
#include "app/widgets/buttons.hpp"
#include "shape/allowance.hpp"

namespace clathra {

namespace {
constexpr double kNudge = 0.5;   // mm
constexpr double kBigNudge = 5;  // mm, with Shift
constexpr Angle kTurnStep = Angle::degrees(1);
constexpr Angle kBigTurnStep = Angle::degrees(15);  // with Shift
}  // namespace

SwatchView::SwatchView(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::StrongFocus);
  setMinimumSize(200, largeText() ? 320 : 180);
  setAccessibleName(tr("Swatch with the window"));
  setAccessibleDescription(
      tr("Arrow keys move the window by half a millimetre, with Shift by five; comma and full stop turn it; "
         "plus "
         "and minus show it closer or farther; R notes the detail in its middle."));
}

void SwatchView::show(const QImage& picture, const Print& print, const Polygon& outline, double allowance,
                      Angle bluntBelow) {
  picture_ = picture;
  print_ = print;
  outline_ = outline;
  allowance_ = allowance;
  bluntBelow_ = bluntBelow;
  refit();
}

void SwatchView::setWindow(Point at, Angle turn) {
  at_ = at;
  turn_ = turn;
  // Where it would be out of sight the view goes along.
  if (zoom_ > 1 && !dragging_ && !QRectF(rect()).contains(place_.toDevice(at))) {
    looked_ = at;
    return refit();
  }
  update();
}

Polygon SwatchView::paper() const {
  return placed(outline_, turn_, false, at_);
}

void SwatchView::refit() {
  if (!picture_.isNull()) {
    place_ = fittedSwatch(print_, picture_.size(), QRectF(rect()).adjusted(4, 4, -4, -4));
    if (zoom_ > 1) {
      // About where it was looked last, as far as the picture reaches.
      const double whole = place_.scale;
      place_.scale = whole * zoom_;
      const QPointF centre = QRectF(rect()).center();
      const QSizeF wide = QSizeF(rect().size()) / place_.scale;
      const double mm = 25.4 / print_.dpi;
      const auto within = [](double at, double room, double size) {
        return size <= room ? size / 2 : std::clamp(at, room / 2, size - room / 2);
      };
      const QPointF middle(within(looked_.x, wide.width(), picture_.width() * mm),
                           within(looked_.y, wide.height(), picture_.height() * mm));
      place_.origin = centre - middle * place_.scale;
    }
  }
  update();
}

/// The repeat as a net of fine lines through the window's middle, and the print's mirror lines.
void SwatchView::paintRepeat(QPainter& p) const {
  if (!repeatKnown(print_)) return;
  const double mm = 25.4 / print_.dpi;
  const QRectF all(place_.toDevice({0, 0}), QSizeF(picture_.size()) * mm * place_.scale);
  p.save();
  p.setClipRect(all.intersected(QRectF(rect())));
  const Lattice l = latticeOf(print_);
  const bool one = print_.steps && !print_.steps->b;
  p.setPen(QPen(QColor(27, 106, 136, 150), 1.2, Qt::DotLine));
  constexpr int kReach = 12;
  for (int i = -kReach; i <= kReach; ++i)
    for (const bool first : {true, false}) {
      if (one && !first) continue;
      const Point step = first ? l.a : l.b, along = first ? l.b : l.a;
      const Point from = at_ + static_cast<double>(i) * step;
      const Point far = (2000 / length(along)) * along;
      if (one) {
        const Point d{-step.y, step.x};
        p.drawLine(place_.toDevice(from - (2000 / length(d)) * d),
                   place_.toDevice(from + (2000 / length(d)) * d));
      } else {
        p.drawLine(place_.toDevice(from - far), place_.toDevice(from + far));
      }
    }
  QPen mirror(QColor(160, 60, 40, 190), 1.6, Qt::DashDotLine);
  p.setPen(mirror);
  for (const MirrorAxis& axis : print_.mirrors) {
    const Point d = 2000.0 * towards(axis.direction);
    p.drawLine(place_.toDevice(axis.point - d), place_.toDevice(axis.point + d));
  }
  p.restore();
}

void SwatchView::setDetail(std::optional<Point> detail) {
  detail_ = detail;
  update();
}

void SwatchView::setMarking(bool on) {
  marking_ = on;
  setCursor(on ? Qt::CrossCursor : Qt::ArrowCursor);
}

void SwatchView::zoomToWindow() {
  if (picture_.isNull() || outline_.empty()) return;
  constexpr double kShare = 0.4;  // of the view
  const SwatchPlace whole = fittedSwatch(print_, picture_.size(), QRectF(rect()).adjusted(4, 4, -4, -4));
  const Box b = bounds(paper());
  const double most = kShare * std::min(width() / b.width(), height() / b.height());
  zoom_ = 1;
  zoomBy(most / whole.scale);
  fresh_ = true;
}

void SwatchView::zoomBy(double factor) {
  constexpr double kMost = 8;
  fresh_ = false;
  looked_ = at_;
  zoom_ = std::clamp(zoom_ * factor, 1.0, kMost);
  refit();
}

void SwatchView::resizeEvent(QResizeEvent*) {
  if (fresh_) return zoomToWindow();
  refit();
}

void SwatchView::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  if (!picture_.isNull() && !outline_.empty())
    paintSwatch(p, picture_, print_, paper(),
                allowanceOutline(paper(), allowance_, Tips::Blunted, bluntBelow_), place_, QRectF(rect()),
                currentPalette());
  if (!picture_.isNull()) paintRepeat(p);
  if (detail_ && !picture_.isNull() && !outline_.empty())
    paintReference(p, paper(), *detail_, 1.4 * textScale(), [this](Point q) { return place_.toDevice(q); });
  if (hasFocus()) {
    p.setClipping(false);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(currentPalette().sea, 2.5));
    p.drawRoundedRect(QRectF(rect()).adjusted(1.5, 1.5, -1.5, -1.5), 6, 6);
  }
}

void SwatchView::mousePressEvent(QMouseEvent* event) {
  if (picture_.isNull() || event->button() != Qt::LeftButton) return;
  const Point p = place_.toPicture(event->position());
  if (marking_) {
    setMarking(false);
    Q_EMIT marked(p);
    return;
  }
  if (!contains(paper(), p)) {  // the window comes to where one points
    at_ = p;
    Q_EMIT moving();
    update();
  }
  dragging_ = true;
  grabbed_ = event->position() - place_.toDevice(at_);
}

void SwatchView::mouseMoveEvent(QMouseEvent* event) {
  if (!dragging_) return;
  at_ = place_.toPicture(event->position() - grabbed_);
  update();
  Q_EMIT moving();
}

void SwatchView::mouseReleaseEvent(QMouseEvent*) {
  if (!dragging_) return;
  dragging_ = false;
  Q_EMIT dropped();
}

void SwatchView::wheelEvent(QWheelEvent* event) {
  if (picture_.isNull()) return;
  constexpr double kStep = 1.25;
  if (event->modifiers() & Qt::ControlModifier)
    return zoomBy(event->angleDelta().y() > 0 ? kStep : 1 / kStep);
  turn_ += (event->angleDelta().y() > 0 ? 1 : -1) *
           (event->modifiers() & Qt::ShiftModifier ? kBigTurnStep : kTurnStep);
  update();
  Q_EMIT moving();
  Q_EMIT nudged();
}

void SwatchView::keyPressEvent(QKeyEvent* event) {
  const bool big = event->modifiers() & Qt::ShiftModifier;
  const double step = big ? kBigNudge : kNudge;
  const Angle turn = big ? kBigTurnStep : kTurnStep;
  switch (event->key()) {
    case Qt::Key_Left:
      at_.x -= step;
      break;
    case Qt::Key_Right:
      at_.x += step;
      break;
    case Qt::Key_Up:
      at_.y -= step;
      break;
    case Qt::Key_Down:
      at_.y += step;
      break;
    case Qt::Key_R:  // with the keyboard: what lies under the window's middle
      Q_EMIT marked(at_);
      return;
    case Qt::Key_Plus:
      return zoomBy(1.25);
    case Qt::Key_Minus:
      return zoomBy(0.8);
    case Qt::Key_Comma:
    case Qt::Key_Less:
      turn_ -= turn;
      break;
    case Qt::Key_Period:
    case Qt::Key_Greater:
      turn_ += turn;
      break;
    default:
      QWidget::keyPressEvent(event);
      return;
  }
  update();
  Q_EMIT moving();
  Q_EMIT nudged();
}

}  // namespace clathra
