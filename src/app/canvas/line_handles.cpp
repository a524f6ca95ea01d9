#include "app/canvas/line_handles.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

#include "app/theme/theme.hpp"
#include "layout/finishing_line.hpp"

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

bool LineHandles::keepsConvex(const Polygon& line) {
  const auto angles = cornerAngles(line);
  return signedArea(line) > 0 && std::all_of(angles.begin(), angles.end(), [](Angle a) {
           return a > Angle::degrees(5) && a < Angle::degrees(179.5);
         });
}

bool LineHandles::isUpright(const Layout& layout) {
  const Polygon box = cornersOf(layout.finished);
  return layout.line.size() == 4 && std::all_of(layout.line.begin(), layout.line.end(), [&](Point p) {
           return std::any_of(box.begin(), box.end(), [&](Point q) { return distance(p, q) < 1e-6; });
         });
}

int LineHandles::handleAt(QPointF at, const Layout& layout, const LayoutPlace& place) const {
  if (!shown_ || layout.line.empty()) return -1;
  if (!isUpright(layout)) {
    for (std::size_t i = 0; i < layout.line.size(); ++i) {
      const QPointF off = place.toDevice(layout.line[i]) - at;
      if (std::hypot(off.x(), off.y()) <= kReach + 3) return static_cast<int>(i);
    }
    return -1;
  }
  const Box& b = layout.finished;
  if (!onDevice(b, place).adjusted(-kReach, -kReach, kReach, kReach).contains(at)) return -1;
  const QPointF from = place.toDevice({b.left, b.top}), to = place.toDevice({b.right, b.bottom});
  const double off[] = {std::abs(at.x() - from.x()), std::abs(at.y() - from.y()), std::abs(at.x() - to.x()),
                        std::abs(at.y() - to.y())};
  const auto* nearest = std::min_element(std::begin(off), std::end(off));
  return *nearest <= kReach ? static_cast<int>(nearest - std::begin(off)) : -1;
}

bool LineHandles::press(QPointF at, const Layout& layout, const LayoutPlace& place) {
  handle_ = handleAt(at, layout, place);
  return dragging();
}

Polygon LineHandles::drag(QPointF to, const Layout& layout, const LayoutPlace& place) {
  const Point p = place.toLayout(to);
  if (!isUpright(layout)) {
    Polygon line = moved_.value_or(layout.line);
    line[static_cast<std::size_t>(handle_)] = p;
    const bool convex = keepsConvex(line);
    if (convex || !moved_) moved_ = convex ? line : layout.line;
    return *moved_;
  }
  Box box = layout.finished;
  switch (handle_) {
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
  moved_ = cornersOf(box);
  return *moved_;
}

std::optional<Polygon> LineHandles::release() {
  handle_ = -1;
  return std::exchange(moved_, std::nullopt);
}

void LineHandles::paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const {
  if (!shown_) return;
  const Palette& c = currentPalette();
  painter.setBrush(Qt::NoBrush);
  const auto draw = [&](PolygonView outline) {
    QPolygonF polygon;
    for (const Point p : outline) polygon << place.toDevice(p);
    painter.drawPolygon(polygon);
  };
  if (whole_) {
    painter.setPen(QPen(c.line, 1));
    for (std::size_t i = 0; i < whole_->size(); ++i) draw(whole_->outline(i));
  }
  if (layout.line.empty()) return;
  const Polygon line = moved_.value_or(layout.line);
  if (moved_) {
    painter.setPen(QPen(c.madder, 2.5));
    draw(line);
  }
  painter.setBrush(c.panel);
  painter.setPen(QPen(c.sea, 2.5));
  const bool upright = isUpright(layout);
  for (std::size_t i = 0; i < line.size(); ++i) {
    if (upright) {
      painter.drawEllipse(place.toDevice(0.5 * (line[i] + line[(i + 1) % line.size()])), 6, 6);
      continue;
    }
    // Corners carry the numbers by which they are typed.
    const QPointF at = place.toDevice(line[i]);
    QFont font = painter.font();
    font.setPixelSize(13);
    font.setBold(true);
    painter.setFont(font);
    painter.drawEllipse(at, 11, 11);
    painter.drawText(QRectF(at.x() - 11, at.y() - 11, 22, 22), Qt::AlignCenter, QString::number(i + 1));
  }
}

}  // namespace clathra
