// Choosing on the canvas: drawing round pieces, and saying where a point lies.
#include <QKeyEvent>

#include "app/canvas/layout_canvas.hpp"

namespace clathra {

namespace {
constexpr double kPickReach = 12;  // px
}  // namespace

void LayoutCanvas::setArea(AreaKind kind) {
  if (area_.kind() != kind) area_.setKind(kind);
  areaFrom_ = -1;
  update();
}

/// The first time says where the box begins, the second time where it ends.
bool LayoutCanvas::areaByKey() {
  if (areaFrom_ < 0) {
    areaFrom_ = cursor_;
    update();
    return true;
  }
  const auto within = AreaPen::between(*session_.project().layout, static_cast<std::uint32_t>(areaFrom_),
                                       static_cast<std::uint32_t>(cursor_));
  areaFrom_ = -1;
  Q_EMIT areaDrawn(within, false);
  update();
  return true;
}

void LayoutCanvas::setPicking(bool picking) {
  picking_ = picking;
  pick_.reset();
  pickStep_ = 0;
  if (picking)
    setCursor(Qt::CrossCursor);
  else
    unsetCursor();
  if (picking && cursor_ >= 0)
    pick_ = session_.project().layout->pieces[static_cast<std::size_t>(cursor_)].centre;
  update();
}

namespace {

/// The middle of a piece, its corners, and the middles of its sides.
std::vector<Point> pointsOf(const Layout& layout, std::size_t piece) {
  const auto outline = layout.outline(piece);
  std::vector<Point> out{layout.pieces[piece].centre};
  out.insert(out.end(), outline.begin(), outline.end());
  for (std::size_t i = 0; i < outline.size(); ++i)
    out.push_back(0.5 * (outline[i] + outline[(i + 1) % outline.size()]));
  return out;
}

}  // namespace

void LayoutCanvas::pickAt(QPointF at) {
  pick_.reset();
  const Layout& layout = *session_.project().layout;
  const Point p = place_.toLayout(at);
  double nearest = 1e300;
  const double reach = kPickReach / place_.scale;
  for (const auto i : session_.index().within({p.x - reach, p.y - reach, p.x + reach, p.y + reach}))
    for (const Point q : pointsOf(layout, i))
      if (const double d = distance(p, q); d < std::min(nearest, reach)) {
        nearest = d;
        pick_ = q;
      }
  if (const auto piece = session_.index().at(layout, p); !pick_ && piece)
    pick_ = layout.pieces[*piece].centre;
  update();
}

/// N goes on to the next point of the piece under the cursor, Enter takes it, Escape lets it be.
bool LayoutCanvas::pickByKey(int key) {
  if (key == Qt::Key_Escape) {
    Q_EMIT pickingLetGo();
    return true;
  }
  if (cursor_ < 0) return false;
  const auto points = pointsOf(*session_.project().layout, static_cast<std::size_t>(cursor_));
  if (key == Qt::Key_N) {
    pickStep_ = (pickStep_ + 1) % static_cast<int>(points.size());
    pick_ = points[static_cast<std::size_t>(pickStep_)];
    update();
    return true;
  }
  if (key != Qt::Key_Return && key != Qt::Key_Enter && key != Qt::Key_Space) return false;
  Q_EMIT picked(points[static_cast<std::size_t>(pickStep_) % points.size()]);
  return true;
}

}  // namespace clathra
