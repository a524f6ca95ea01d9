// Fit to size: a wanted finished size in, a ranked list of counts and edges out.
#pragma once
#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"
#include "layout/fit.hpp"

class QComboBox;

namespace clathra {

class FitCard : public Card {
  Q_OBJECT
 public:
  explicit FitCard(Session& session);

 protected:
  void showEvent(QShowEvent*) override;

 private:
  enum Edges { Standard, Round };
  void refresh();
  void look();
  void list(const Result<std::vector<FitRow>>& rows);
  void take(const FitRow& row);
  void markNow();  ///< the row that the layout is made by
  QString rowText(const FitRow& row) const;

  Session& session_;
  QComboBox* usual_;
  Pills* edges_;
  QWidget* rows_;
  QLabel* note_;
  std::vector<std::pair<QPushButton*, FitRow>> offered_;
  Latest<Result<std::vector<FitRow>>> working_;
  QString lookedFor_;  ///< what the list answers
};

}  // namespace clathra
