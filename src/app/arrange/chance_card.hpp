// Paint by chance: which cloths are drawn from, in what shares, which may run out, and the rule for
// neighbours.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"

namespace clathra {

class ChanceCard : public Card {
  Q_OBJECT
 public:
  explicit ChanceCard(Session& session);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  struct Row {
    bool drawn = true;
    int share = 1;
    int most = 0;  ///< 0: as many as are needed
  };
  void refresh();
  void addRow(const Cloth& cloth);
  void deal();

  Session& session_;
  QVBoxLayout* rows_;
  Pills *onto_, *rule_;
  QPushButton* deal_;
  std::map<ClothId, Row> wishes_;
  std::vector<ClothId> shown_;
  unsigned seed_ = 0;
};

}  // namespace clathra
