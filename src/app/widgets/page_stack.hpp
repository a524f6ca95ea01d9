// Pages of which only the one in front is measured, and pages that are made when they are first seen: those
// never looked at cost nothing at the start, for a style sheet is worked out for each control.
#pragma once
#include <QStackedWidget>
#include <QVBoxLayout>
#include <functional>

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

/// Holds what `make` gives, from the first time that it is shown.
class LatePage : public QWidget {
 public:
  explicit LatePage(std::function<QWidget*()> make) : make_(std::move(make)) {
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
  }

 protected:
  void showEvent(QShowEvent* event) override {
    if (const auto make = std::exchange(make_, nullptr)) {
      QWidget* page = make();
      layout()->addWidget(page);
      page->show();  // at once: who comes here gets the focus on it
    }
    QWidget::showEvent(event);
  }

 private:
  std::function<QWidget*()> make_;
};

}  // namespace clathra
