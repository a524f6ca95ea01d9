// Strips for cutting papers with a die.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "paper/die_strips.hpp"

namespace clathra {

class DieCard : public Card {
  Q_OBJECT
 public:
  explicit DieCard(Session& session);
  void refresh();

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  Session& session_;
  LengthField *width_, *height_, *clearance_;
  CountField *layers_, *dies_;
  QLabel* rows_;
};

}  // namespace clathra
