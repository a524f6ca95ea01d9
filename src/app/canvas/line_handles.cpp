#include "app/canvas/line_handles.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

#include "app/theme/theme.hpp"

namespace clathra {

namespace {

constexpr double kReach = 9;       // px
constexpr double kLeastSide = 20;  // mm

QRectF onDevice(const Box& b, const LayoutPlace& place) {
  return QRectF(place.toDevice({b.left, b.top}), place.toDevice({b.right, b.bottom})).normalized();
}

}  // namespace

bool LineHandles::show(bool shown, std::shared_ptr<const Layout> whole) {
  whole_ = std::move(whole);
  return std::exchange(shown_, shown) != shown;
}

int LineHandles::sideAt(QPointF at, const Layout& layout, const LayoutPlace& place) const {
  if (!shown_ || layout.line.size() != 4) return -1;
  const Box& b = layout.finished;
  if (!onDevice(b, place).adjusted(-kReach, -kReach, kReach, kReach).contains(at)) return -1;
  const QPointF from = place.toDevice({b.left, b.top}), to = place.toDevice({b.right, b.bottom});
  const double off[] = {std::abs(at.x() - from.x()), std::abs(at.y() - from.y()), std::abs(at.x() - to.x()),
                        std::abs(at.y() - to.y())};
  const auto* nearest = std::min_element(std::begin(off), std::end(off));
  return *nearest <= kReach ? static_cast<int>(nearest - std::begin(off)) : -1;
}

bool LineHandles::press(QPointF at, const Layout& layout, const LayoutPlace& place) {
  side_ = sideAt(at, layout, place);
  return dragging();
}

Box LineHandles::drag(QPointF to, const Layout& layout, const LayoutPlace& place) {
  const Point p = place.toLayout(to);
  Box box = layout.finished;
  switch (side_) {
    case 0:
      box.left = std::min(p.x, box.right - kLeastSide);
      break;
    case 1:
      box.top = std::min(p.y, box.bottom - kLeastSide);
      break;
    case 2:
      box.right = std::max(p.x, box.left + kLeastSide);
      break;
    default:
      box.bottom = std::max(p.y, box.top + kLeastSide);
  }
  moved_ = box;
  return box;
}

std::optional<Box> LineHandles::release() {
  side_ = -1;
  return std::exchange(moved_, std::nullopt);
}

void LineHandles::paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const {
  if (!shown_) return;
  const Palette& c = currentPalette();
  painter.setBrush(Qt::NoBrush);
  if (whole_) {
    painter.setPen(QPen(c.line, 1));
    for (std::size_t i = 0; i < whole_->size(); ++i) {
      QPolygonF outline;
      for (const Point p : whole_->outline(i)) outline << place.toDevice(p);
      painter.drawPolygon(outline);
    }
  }
  const Box b = moved_.value_or(layout.finished);
  if (moved_) {
    painter.setPen(QPen(c.madder, 2.5));
    painter.drawRect(onDevice(b, place));
  }
  if (layout.line.size() != 4) return;
  const double x = (b.left + b.right) / 2, y = (b.top + b.bottom) / 2;
  painter.setBrush(c.panel);
  painter.setPen(QPen(c.sea, 2.5));
  for (const Point p : {Point{b.left, y}, Point{x, b.top}, Point{b.right, y}, Point{x, b.bottom}})
    painter.drawEllipse(place.toDevice(p), 6, 6);
}

}  // namespace clathra
