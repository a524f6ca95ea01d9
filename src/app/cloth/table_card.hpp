// The shelf as a table, out and in.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"

namespace clathra {

class TableCard : public Card {
  Q_OBJECT
 public:
  explicit TableCard(Session& session);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void save();
  void takeIn();
  Session& session_;
};

}  // namespace clathra
