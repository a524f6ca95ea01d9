// How a cloth is bought and what it does: price, pieces, shrinkage, how patches stand on it, its least
// allowance, and what is missing from its lengths.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QCheckBox;
class QLabel;

namespace clathra {

class BuyingCard : public Card {
  Q_OBJECT
 public:
  explicit BuyingCard(Session& session);
  /// `unfolded`: whether the shelf shows each cloth of the collection; absent: as before.
  void show(ClothId cloth, std::optional<bool> unfolded = {});

 Q_SIGNALS:
  void said(const QString& sentence);
  void unfold(bool open);

 private:
  const Cloth* cloth() const { return clothById(session_.project(), cloth_); }
  LengthUnit unit() const { return session_.project().settings.unit; }
  void change(ClothFields fields, const QString& label);
  void addCollection();
  void fillPieces(const Cloth& cloth);
  QString holesText(const Cloth& cloth) const;
  void setHoles();
  void addStraight();

  Session& session_;
  ClothId cloth_ = kNoCloth;
  ChoiceList *pieces_ = nullptr, *stand_ = nullptr;
  QLineEdit *price_ = nullptr, *shrink_ = nullptr;
  TextField* holes_ = nullptr;
  QLabel* holesNote_ = nullptr;
  LengthField* least_ = nullptr;
  CountField* different_ = nullptr;
  QCheckBox *each_ = nullptr, *straight_ = nullptr;
  std::vector<SoldPiece> offered_;
  bool filling_ = false;
};

}  // namespace clathra
