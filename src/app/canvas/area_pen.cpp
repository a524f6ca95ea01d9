#include "app/canvas/area_pen.hpp"

#include "app/theme/theme.hpp"

namespace clathra {

namespace {
constexpr double kStep = 3, kStarts = 6;  // px
}  // namespace

void AreaPen::setKind(AreaKind kind) {
  kind_ = kind;
  letGo();
}

void AreaPen::press(QPointF at) {
  line_ = {at};
}

void AreaPen::move(QPointF at) {
  if (kind_ == AreaKind::Box) {
    line_.resize(1);
    line_ << at;
  } else if ((at - line_.last()).manhattanLength() >= kStep) {
    line_ << at;
  }
}

bool AreaPen::isArea() const {
  const QRectF box = line_.boundingRect();
  return box.width() + box.height() > kStarts;
}

QPolygonF AreaPen::outline() const {
  if (kind_ != AreaKind::Box || line_.size() < 2) return line_;
  return QRectF(line_.first(), line_.last()).normalized();
}

std::vector<std::uint32_t> AreaPen::release(const Layout& layout, const LayoutPlace& place) {
  const QPolygonF area = outline();
  const QRectF box = area.boundingRect();
  std::vector<std::uint32_t> out;
  if (isArea())
    for (std::uint32_t i = 0; i < layout.size(); ++i) {
      const QPointF at = place.toDevice(layout.pieces[i].centre);
      if (box.contains(at) && area.containsPoint(at, Qt::OddEvenFill)) out.push_back(i);
    }
  letGo();
  return out;
}

void AreaPen::paint(QPainter& painter) const {
  if (!drawing()) return;
  painter.save();
  const Palette& c = currentPalette();
  QColor wash = c.sea;
  wash.setAlpha(50);
  painter.setBrush(wash);
  painter.setPen(QPen(c.panel, 4));
  painter.drawPolygon(outline());
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(c.sea, 2, Qt::DashLine));
  painter.drawPolygon(outline());
  painter.restore();
}

std::vector<std::uint32_t> AreaPen::between(const Layout& layout, std::uint32_t from, std::uint32_t to) {
  constexpr double kSame = 0.01;  // mm
  const Point a = layout.pieces[from].centre, b = layout.pieces[to].centre;
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const Point c = layout.pieces[i].centre;
    if (c.x > std::min(a.x, b.x) - kSame && c.x < std::max(a.x, b.x) + kSame &&
        c.y > std::min(a.y, b.y) - kSame && c.y < std::max(a.y, b.y) + kSame)
      out.push_back(i);
  }
  return out;
}

}  // namespace clathra
