#include "app/widgets/flow_layout.hpp"

#include <QWidget>

namespace clathra {

FlowLayout::FlowLayout(int gapX, int gapY, QWidget* parent) : QLayout(parent), gapX_(gapX), gapY_(gapY) {
  setContentsMargins(0, 0, 0, 0);
}

FlowLayout::~FlowLayout() {
  for (QLayoutItem* item : items_) delete item;
}

QLayoutItem* FlowLayout::itemAt(int i) const {
  return i >= 0 && i < count() ? items_[static_cast<std::size_t>(i)] : nullptr;
}

QLayoutItem* FlowLayout::takeAt(int i) {
  if (i < 0 || i >= count()) return nullptr;
  QLayoutItem* item = items_[static_cast<std::size_t>(i)];
  items_.erase(items_.begin() + i);
  return item;
}

QSize FlowLayout::minimumSize() const {
  QSize size;
  for (const QLayoutItem* item : items_)
    if (!item->isEmpty()) size = size.expandedTo(item->minimumSize());
  const QMargins m = contentsMargins();
  return size + QSize(m.left() + m.right(), m.top() + m.bottom());
}

void FlowLayout::setGeometry(const QRect& rect) {
  QLayout::setGeometry(rect);
  arrange(rect, true);
}

QSize FlowLayout::sizeHint() const {
  QSize size;
  for (const QLayoutItem* item : items_) {
    if (item->isEmpty()) continue;
    const QSize each = item->sizeHint();
    size = QSize(size.width() + (size.width() ? gapX_ : 0) + each.width(),
                 std::max(size.height(), each.height()));
  }
  const QMargins m = contentsMargins();
  return size + QSize(m.left() + m.right(), m.top() + m.bottom());
}

/// Items of a row stand on its middle line.
void FlowLayout::placeRow(std::size_t from, std::size_t to, int x, int y, int height) const {
  for (std::size_t i = from; i < to; ++i) {
    QLayoutItem* item = items_[i];
    if (item->isEmpty()) continue;
    const QSize size = sizeIn(item, geometry().width());
    item->setGeometry(QRect(QPoint(x, y + (height - size.height()) / 2), size));
    x += size.width() + gapX_;
  }
}

QSize FlowLayout::sizeIn(QLayoutItem* item, int width) const {
  const QMargins m = contentsMargins();
  QSize size = item->sizeHint();
  const int room = std::max(1, width - m.left() - m.right());
  if (size.width() <= room) return size;
  size.setWidth(room);
  if (item->hasHeightForWidth()) size.setHeight(item->heightForWidth(room));
  return size;
}

int FlowLayout::arrange(const QRect& rect, bool place) const {
  const QMargins m = contentsMargins();
  const QRect room = rect.marginsRemoved(m);
  int x = room.x(), y = room.y(), rowHeight = 0;
  std::size_t first = 0;
  for (std::size_t i = 0; i < items_.size(); ++i) {
    if (items_[i]->isEmpty()) continue;
    const QSize size = sizeIn(items_[i], rect.width());
    if (x > room.x() && x + size.width() > room.x() + room.width()) {
      if (place) placeRow(first, i, room.x(), y, rowHeight);
      first = i;
      x = room.x();
      y += rowHeight + gapY_;
      rowHeight = 0;
    }
    x += size.width() + gapX_;
    rowHeight = std::max(rowHeight, size.height());
  }
  if (place) placeRow(first, items_.size(), room.x(), y, rowHeight);
  return y + rowHeight - rect.y() + m.bottom();
}

}  // namespace clathra
