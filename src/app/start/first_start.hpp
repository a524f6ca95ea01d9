// The first start: three questions, then the safety page.
#pragma once
#include <QWidget>

#include "app/session/preferences.hpp"
#include "app/widgets/buttons.hpp"

namespace clathra {

class FirstStart : public QWidget {
  Q_OBJECT
 public:
  explicit FirstStart(Preferences& preferences, QWidget* parent = nullptr);
 Q_SIGNALS:
  void answered();

 private:
  Preferences& preferences_;
  Pills *unit_, *page_, *hand_;
};

}  // namespace clathra
