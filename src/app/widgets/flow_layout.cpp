#include "app/widgets/flow_layout.hpp"

#include <QWidget>

namespace clathra {

FlowLayout::FlowLayout(int gapX, int gapY, QWidget* parent) : QLayout(parent), gapX_(gapX), gapY_(gapY) { setContentsMargins(0, 0, 0, 0); }

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

int FlowLayout::arrange(const QRect& rect, bool place) const {
  const QMargins m = contentsMargins();
  const QRect room = rect.marginsRemoved(m);
  int x = room.x(), y = room.y(), rowHeight = 0;
  for (QLayoutItem* item : items_) {
    if (item->isEmpty()) continue;
    const QSize size = item->sizeHint().boundedTo(QSize(std::max(1, room.width()), QWIDGETSIZE_MAX));
    if (x > room.x() && x + size.width() > room.x() + room.width()) {
      x = room.x();
      y += rowHeight + gapY_;
      rowHeight = 0;
    }
    if (place) item->setGeometry(QRect(QPoint(x, y), size));
    x += size.width() + gapX_;
    rowHeight = std::max(rowHeight, size.height());
  }
  return y + rowHeight - rect.y() + m.bottom();
}

}  // namespace clathra
