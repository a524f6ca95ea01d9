#include "app/window/actions.hpp"

#include <QPushButton>

namespace clathra {

void Actions::add(int does, const QString& text, const QList<QKeySequence>& keys, std::function<void()> run) {
  auto* action = new QAction(text, this);
  action->setShortcuts(keys);
  connect(action, &QAction::triggered, this, std::move(run));
  window_->addAction(action);  // or its keys would work in an open menu only
  all_[does] = action;
}

void Actions::bind(QPushButton* button, int does) const {
  QAction* action = of(does);
  const auto follow = [button, action] {
    button->setEnabled(action->isEnabled());
    button->setToolTip(action->toolTip());
    button->setChecked(action->isChecked());
  };
  connect(action, &QAction::changed, button, follow);
  connect(button, &QPushButton::clicked, action, &QAction::trigger);
  follow();
}

}  // namespace clathra
