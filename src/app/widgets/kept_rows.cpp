#include "app/widgets/kept_rows.hpp"

#include <QApplication>
#include <QLayout>
#include <QWidget>
#include <algorithm>

namespace clathra {

namespace {

/// The control in `row` that is most like the one that had the focus in the row of before.
QWidget* likeIn(QWidget* row, const QWidget* had) {
  if (row->focusPolicy() != Qt::NoFocus && had->parentWidget() != row && had->children().isEmpty())
    return row;
  QWidget* first = row->focusPolicy() != Qt::NoFocus ? row : nullptr;
  for (QWidget* w : row->findChildren<QWidget*>()) {
    if (w->focusPolicy() == Qt::NoFocus) continue;
    if (w->metaObject() == had->metaObject() && w->accessibleName() == had->accessibleName()) return w;
    if (!first) first = w;
  }
  return first;
}

}  // namespace

QWidget* KeptRows::row(const QString& name, const QString& shows, const std::function<QWidget*()>& make) {
  for (Row& r : now_)
    if (r.widget && r.name == name && r.shows == shows) {
      next_.push_back(r);
      return r.widget;
    }
  next_.push_back({name, shows, make()});
  return next_.back().widget;
}

void KeptRows::end() {
  const auto stays = [&](const QWidget* w) {
    return std::any_of(next_.begin(), next_.end(), [&](const Row& r) { return r.widget == w; });
  };
  // Which row of before has the focus and goes?
  QWidget* had = QApplication::focusWidget();
  std::size_t at = now_.size();
  for (std::size_t i = 0; had && i < now_.size(); ++i)
    if (now_[i].widget && !stays(now_[i].widget) &&
        (now_[i].widget == had || now_[i].widget->isAncestorOf(had)))
      at = i;
  while (QLayoutItem* item = layout_->takeAt(0)) delete item;  // the widgets stay
  for (const Row& r : next_) {
    layout_->addWidget(r.widget);
    r.widget->show();
  }
  if (at < now_.size() && !next_.empty()) {
    const auto same =
        std::find_if(next_.begin(), next_.end(), [&](const Row& r) { return r.name == now_[at].name; });
    QWidget* row = same != next_.end() ? same->widget : next_[std::min(at, next_.size() - 1)].widget;
    if (QWidget* to = likeIn(row, had)) to->setFocus(Qt::OtherFocusReason);
  }
  for (Row& r : now_)
    if (r.widget && !stays(r.widget)) {
      r.widget->hide();
      r.widget->deleteLater();
    }
  now_ = std::move(next_);
  next_.clear();
  if (QWidget* all = layout_->parentWidget()) all->updateGeometry();
}

}  // namespace clathra
