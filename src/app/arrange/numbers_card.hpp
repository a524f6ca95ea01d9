// Numbers and map: the order of the pieces' numbers, the numbered map and the cloth chart to print.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"

namespace clathra {

class NumbersCard : public Card {
  Q_OBJECT
 public:
  explicit NumbersCard(Session& session);

 Q_SIGNALS:
  void said(const QString& sentence);
  void numbersAsked();  ///< to be shown on the picture

 private:
  void refresh();
  void saveMap(bool back);
  void saveChart();
  void write(const QString& title, const QString& filter, const QString& name,
             std::function<Status(const Project&, const QString&)> how);

  Session& session_;
  Pills* order_;
  QLabel* note_;
};

}  // namespace clathra
