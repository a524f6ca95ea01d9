// How a cloth is bought and what it does: price, pieces, shrinkage, how patches stand on it, its least
// allowance, and what is missing from its lengths.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QLabel;

namespace clathra {

class BuyingCard : public Card {
  Q_OBJECT
 public:
  explicit BuyingCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  const Cloth* cloth() const { return clothById(session_.project(), cloth_); }
  LengthUnit unit() const { return session_.project().settings.unit; }
  void change(ClothFields fields, const QString& label);
  void addCollection();
  void fillPieces(const Cloth& cloth);
  QString holesText(const Cloth& cloth) const;
  void setHoles();

  Session& session_;
  ClothId cloth_ = kNoCloth;
  ChoiceList *pieces_ = nullptr, *stand_ = nullptr;
  QLineEdit *price_ = nullptr, *shrink_ = nullptr;
  TextField* holes_ = nullptr;
  QLabel* holesNote_ = nullptr;
  LengthField* least_ = nullptr;
  CountField* different_ = nullptr;
  std::vector<SoldPiece> offered_;
  bool filling_ = false;
};

}  // namespace clathra
