// Cut some now: which pieces are cut next, and whether the rest keeps its cloth.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QLabel;

namespace clathra {

class NowCard : public Card {
  Q_OBJECT
 public:
  explicit NowCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void read();
  void mark(Pieces pieces, const QString& label);
  void fillUnits();
  QString answer(const Cloth& cloth) const;
  void tell(const Cloth& cloth);

  Session& session_;
  ClothId cloth_ = kNoCloth;
  TextField* pieces_ = nullptr;
  ChoiceList* units_ = nullptr;
  QWidget* unitRow_ = nullptr;
  QLabel *verdict_ = nullptr, *facts_ = nullptr;
};

}  // namespace clathra
