// Enough? What a cloth lacks, what to buy, and what can be done where it is sold out.
#pragma once
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"

namespace clathra {

class EnoughCard : public Card {
  Q_OBJECT
 public:
  explicit EnoughCard(Session& session);
  /// Hidden where the cloth suffices.
  void show(ClothId cloth);

 private:
  void addRemedy(const Remedy& remedy);
  Session& session_;
  ClothId cloth_ = kNoCloth;
};

}  // namespace clathra
