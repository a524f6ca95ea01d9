#include "app/cloth/handled_picture.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "app/theme/theme.hpp"
#include "draw/fonts.hpp"

namespace clathra {

QImage imageOf(const Raster& r) {
  return QImage(r.rgba.data(), r.width, r.height, 4 * r.width, QImage::Format_RGBA8888)
      .convertToFormat(QImage::Format_RGB32);
}

HandledPicture::HandledPicture(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::StrongFocus);
  setMinimumSize(360, 280);
  setAccessibleName(tr("Picture with points to move"));
  setAccessibleDescription(
      tr("Arrow keys move a point by a pixel, with Shift by ten; N goes to the next point."));
}

void HandledPicture::setTracing(std::size_t most) {
  most_ = most;
  setAccessibleDescription(
      tr("Arrow keys move a corner by a pixel, with Shift by ten; N goes to the next corner, A adds one "
         "after it, Delete takes it away."));
}

/// On the side of the outline that passes nearest.
void HandledPicture::add(Point at) {
  std::size_t after = handles_.size();
  double best = 1e300;
  for (std::size_t i = 0; i < handles_.size(); ++i) {
    const Point a = handles_[i], b = handles_[(i + 1) % handles_.size()];
    const double square = dot(b - a, b - a);
    const double t = square > 0 ? std::clamp(dot(at - a, b - a) / square, 0.0, 1.0) : 0;
    const double away = distance(at, a + t * (b - a));
    if (away >= best) continue;
    best = away;
    after = i + 1;
  }
  handles_.insert(handles_.begin() + static_cast<std::ptrdiff_t>(after), at);
  held_ = static_cast<int>(after);
  put(at);
}

void HandledPicture::show(const QImage& picture) {
  picture_ = picture;
  update();
}

void HandledPicture::setHandles(std::vector<Point> handles, QStringList names, bool closed) {
  handles_ = std::move(handles);
  names_ = std::move(names);
  closed_ = closed;
  held_ = 0;
  update();
}

QRectF HandledPicture::area() const {
  const QRectF room = QRectF(rect()).adjusted(10, 10, -10, -10);
  if (picture_.isNull()) return room;
  const double scale = std::min(room.width() / picture_.width(), room.height() / picture_.height());
  QRectF out({}, QSizeF(picture_.size()) * scale);
  out.moveCenter(room.center());
  return out;
}

QPointF HandledPicture::onScreen(Point p) const {
  const QRectF a = area();
  return {a.left() + p.x / picture_.width() * a.width(), a.top() + p.y / picture_.height() * a.height()};
}

Point HandledPicture::toPicture(QPointF p) const {
  const QRectF a = area();
  return {(p.x() - a.left()) / a.width() * picture_.width(),
          (p.y() - a.top()) / a.height() * picture_.height()};
}

void HandledPicture::put(Point at) {
  if (handles_.empty() || picture_.isNull()) return;
  handles_[static_cast<std::size_t>(held_)] = {std::clamp(at.x, 0.0, double(picture_.width())),
                                               std::clamp(at.y, 0.0, double(picture_.height()))};
  update();
  Q_EMIT moved();
}

void HandledPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  if (picture_.isNull()) return;
  p.drawImage(area(), picture_);
  QPolygonF way;
  for (const Point h : handles_) way << onScreen(h);
  for (const auto& [colour, width] : {std::pair(QColor(Qt::white), 5.0), std::pair(QColor(0xA03C28), 2.2)}) {
    p.setPen(QPen(colour, width));
    p.setBrush(Qt::NoBrush);
    closed_ ? p.drawPolygon(way) : p.drawPolyline(way);
  }
  const double r = 8 * textScale();
  p.setFont(textFont(15 * textScale(), QFont::Bold));
  for (int i = 0; i < way.size(); ++i) {
    p.setPen(QPen(Qt::white, 3));
    p.setBrush(hasFocus() && i == held_ ? QColor(0x1B6A88) : QColor(0xA03C28));
    p.drawEllipse(way[i], r, r);
    if (i >= names_.size()) continue;
    const QRectF plate(way[i] + QPointF(r, -2.6 * r),
                       QSizeF(QFontMetricsF(p.font()).horizontalAdvance(names_[i]) + 10, 2 * r));
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(252, 250, 245, 230));
    p.drawRoundedRect(plate, 4, 4);
    p.setPen(QColor(0x1F2D38));
    p.drawText(plate, Qt::AlignCenter, names_[i]);
  }
}

void HandledPicture::mousePressEvent(QMouseEvent* event) {
  if (handles_.empty() || event->button() != Qt::LeftButton) return;
  // The nearest one comes to where one points.
  double best = 1e300;
  for (std::size_t i = 0; i < handles_.size(); ++i) {
    const QPointF d = onScreen(handles_[i]) - event->position();
    if (std::hypot(d.x(), d.y()) >= best) continue;
    best = std::hypot(d.x(), d.y());
    held_ = static_cast<int>(i);
  }
  const double reach = 14 * textScale();
  if (most_ > 0 && best > reach) {
    if (handles_.size() < most_) add(toPicture(event->position()));
    return;
  }
  put(toPicture(event->position()));
}

void HandledPicture::mouseMoveEvent(QMouseEvent* event) {
  if (event->buttons() & Qt::LeftButton) put(toPicture(event->position()));
}

void HandledPicture::keyPressEvent(QKeyEvent* event) {
  if (handles_.empty()) return QWidget::keyPressEvent(event);
  const double step = event->modifiers() & Qt::ShiftModifier ? 10 : 1;
  const auto held = static_cast<std::size_t>(held_);
  const Point at = handles_[held];
  if (most_ > 0 && event->key() == Qt::Key_A && handles_.size() < most_) {
    handles_.insert(handles_.begin() + held_ + 1, 0.5 * (at + handles_[(held + 1) % handles_.size()]));
    return put(handles_[static_cast<std::size_t>(++held_)]);
  }
  if (most_ > 0 && (event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace)) {
    constexpr std::size_t kFewest = 3;
    if (handles_.size() <= kFewest) return;
    handles_.erase(handles_.begin() + held_);
    held_ = std::max(0, held_ - 1);
    update();
    return Q_EMIT moved();
  }
  switch (event->key()) {
    case Qt::Key_Left:
      return put(at - Point{step, 0});
    case Qt::Key_Right:
      return put(at + Point{step, 0});
    case Qt::Key_Up:
      return put(at - Point{0, step});
    case Qt::Key_Down:
      return put(at + Point{0, step});
    case Qt::Key_N:
      held_ = (held_ + 1) % static_cast<int>(handles_.size());
      return update();
    default:
      QWidget::keyPressEvent(event);
  }
}

}  // namespace clathra
