// Pages of which only the one in front is measured: those never looked at cost nothing at the start, for a
// style sheet is worked out for each control when it is first measured.
#pragma once
#include <QStackedWidget>

namespace clathra {

class PageStack : public QStackedWidget {
 public:
  PageStack() {
    connect(this, &QStackedWidget::currentChanged, this, [this] { updateGeometry(); });
  }
  QSize sizeHint() const override { return currentWidget() ? currentWidget()->sizeHint() : QSize(); }
  QSize minimumSizeHint() const override {
    return currentWidget() ? currentWidget()->minimumSizeHint() : QSize();
  }
};

}  // namespace clathra
