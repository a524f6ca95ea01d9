// How often it is made, how many layers are cut at once and with what, whether patches are cut in sets, and
// whether the thing will be washed.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QLabel;

namespace clathra {
class Pills;
}

namespace clathra {

class MakingCard : public Card {
  Q_OBJECT
 public:
  explicit MakingCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void addSearch();
  void change(const SetMaking& edit);

  Session& session_;
  CountField* times_ = nullptr;
  ChoiceList *layers_ = nullptr, *overrun_ = nullptr, *sets_ = nullptr, *washed_ = nullptr;
  QWidget *setsRow_ = nullptr, *setsNote_ = nullptr, *searchRow_ = nullptr;
  Pills* search_ = nullptr;
  QLabel *note_ = nullptr, *overrunNote_ = nullptr;
  ClothId cloth_ = kNoCloth;
};

}  // namespace clathra
