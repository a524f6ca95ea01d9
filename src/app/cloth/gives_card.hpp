// What does it give? Which patches a piece of cloth yields, of the largest usual edge.
#pragma once
#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "cutting/gives.hpp"

namespace clathra {

class GivesCard : public Card {
  Q_OBJECT
 public:
  explicit GivesCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  void fillPieces();
  void ask();
  void answer(const Result<std::vector<GivesRow>>& found);
  void showScraps();
  LengthUnit unit() const { return session_.project().settings.unit; }

  Session& session_;
  ClothId cloth_ = kNoCloth;
  ChoiceList* piece_ = nullptr;
  LengthField *width_ = nullptr, *height_ = nullptr;
  QVBoxLayout *rows_ = nullptr, *scraps_ = nullptr;
  Latest<Result<std::vector<GivesRow>>> work_;
  std::optional<LengthUnit> filledFor_;
};

}  // namespace clathra
