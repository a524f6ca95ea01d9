// What a hand finds out about a cloth: thickness, fraying, stretch, what shows through, washing, its thread.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"

class QPushButton;

namespace clathra {

class FactsCard : public Card {
  Q_OBJECT
 public:
  explicit FactsCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  const Cloth* cloth() const { return clothById(session_.project(), cloth_); }
  void change(const ClothFacts& facts);
  void setThickness();
  void chooseThread();
  /// A list of not said, yes and no for one of the facts.
  void addYesNo(const QString& what, std::optional<bool> ClothFacts::*fact);

  Session& session_;
  ClothId cloth_ = kNoCloth;
  TextField* thickness_ = nullptr;
  ChoiceList* fray_ = nullptr;
  std::vector<std::pair<ChoiceList*, std::optional<bool> ClothFacts::*>> yesNo_;
  QPushButton* thread_ = nullptr;
};

}  // namespace clathra
