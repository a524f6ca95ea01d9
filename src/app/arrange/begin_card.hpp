// The first piece of a layout that is made by hand: any shape, as long as it is alone.
#pragma once
#include <QComboBox>
#include <QLineEdit>

#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class BeginCard : public Card {
  Q_OBJECT
 public:
  explicit BeginCard(Session& session);
  /// Is there a first piece alone?
  bool applies() const;

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void refresh();
  void offer();
  void begin();
  bool typing() const;

  Session& session_;
  QComboBox* shape_;
  QWidget* typed_;
  QLineEdit *sides_, *name_;
  QLabel* figures_;
};

}  // namespace clathra
