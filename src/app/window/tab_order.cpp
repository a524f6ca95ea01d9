#include "app/window/tab_order.hpp"

#include <QLayout>
#include <QSet>
#include <QStackedWidget>

namespace clathra {

namespace {

class ReadingOrder {
 public:
  explicit ReadingOrder(QWidget& window) { read(window); }
  const QWidgetList& all() const { return all_; }

 private:
  void read(QWidget& w) {
    all_ << &w;
    if (w.layout()) read(*w.layout());
    // What no layout holds: the insides of areas that scroll, what lies on a picture.
    for (QObject* child : w.children())
      if (auto* inner = qobject_cast<QWidget*>(child)) seen(*inner);
  }
  void read(QLayout& layout) {
    for (int i = 0; i < layout.count(); ++i) {
      QLayoutItem* item = layout.itemAt(i);
      if (item->widget()) seen(*item->widget());
      if (item->layout()) read(*item->layout());
    }
  }
  void seen(QWidget& w) {
    if (w.isWindow() || !w.isVisible() || read_.contains(&w)) return;
    read_.insert(&w);
    read(w);
  }

  QSet<const QWidget*> read_;
  QWidgetList all_;
};

bool takesTab(const QWidget& w) {
  return (w.focusPolicy() & Qt::TabFocus) && w.isEnabled() && !w.focusProxy();
}

}  // namespace

QWidget* nextByTab(QWidget& window, bool forward) {
  const ReadingOrder reading(window);
  const QWidgetList& all = reading.all();
  const qsizetype n = all.size();
  const qsizetype at = std::max<qsizetype>(0, all.indexOf(window.focusWidget()));
  for (qsizetype i = 1; i <= n; ++i)
    if (QWidget* w = all[(at + (forward ? i : n - i)) % n]; takesTab(*w)) return w;
  return nullptr;
}

}  // namespace clathra
