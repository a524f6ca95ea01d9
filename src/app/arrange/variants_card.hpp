// Variants: placements of the cloths kept with a note, and the picture in which they stand side by side.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"

class QGridLayout;

namespace clathra {

class VariantsCard : public Card {
  Q_OBJECT
 public:
  explicit VariantsCard(Session& session);

 Q_SIGNALS:
  void compareAsked();
  void said(const QString& sentence);

 private:
  void refresh();
  void keep();
  QWidget* rowFor(const Variant& variant);

  Session& session_;
  QLineEdit *name_, *note_;
  QPushButton* compare_;
  QVBoxLayout* rows_;
  std::unique_ptr<KeptRows> kept_;
};

/// What is on the pieces now and every variant, each a button that puts it on.
class VariantsView : public QWidget {
  Q_OBJECT
 public:
  explicit VariantsView(Session& session);
  void setBack(bool back);

 Q_SIGNALS:
  void worn();

 protected:
  void showEvent(QShowEvent*) override { refresh(); }

 private:
  void refresh();
  Session& session_;
  QGridLayout* grid_;
  bool back_ = false;
};

}  // namespace clathra
