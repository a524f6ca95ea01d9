// Seam allowances of the cloth, the quilt's own edge and single shapes, how tips are cut, spares; what is
// usual for such papers, and what the usual allowances come to.
#pragma once
#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "edit/allowance_prices.hpp"
#include "edit/near_miss_choice.hpp"

class QLabel;
class QVBoxLayout;

namespace clathra {

class EaseCard : public Card {
  Q_OBJECT
 public:
  explicit EaseCard(Session& session);
  void show(ClothId cloth);

 Q_SIGNALS:
  void said(const QString& sentence);

 private:
  const Cloth* cloth() const { return clothById(session_.project(), cloth_); }
  LengthUnit unit() const { return session_.project().settings.unit; }
  void connectFields();
  void fillShapes();
  void showOfShape();
  std::optional<std::string> shapeChosen() const;
  void showAdvice();
  void compare();
  /// The usual allowances and, if there is one, a near miss.
  struct Compared {
    std::vector<AllowancePrice> prices;
    std::optional<NearMissChoice> near;
  };
  void list(const Result<Compared>& compared);
  void addNear(const NearMissChoice& near);
  void forgetPrices();
  std::vector<CutInput> pricedNow() const;
  QString priced(const QString& text, const ClothPrice& price) const;

  Session& session_;
  ClothId cloth_ = kNoCloth;
  LengthField *own_ = nullptr, *outer_ = nullptr, *ofShape_ = nullptr, *leastOfShape_ = nullptr;
  ChoiceList* shapes_ = nullptr;
  AngleField* blunt_ = nullptr;
  CountField* spare_ = nullptr;
  QLabel* advice_ = nullptr;
  QVBoxLayout* rows_ = nullptr;
  std::vector<std::string> shapeNames_;
  Latest<Result<Compared>> work_;
  std::vector<CutInput> pricedFor_;  ///< what the prices were worked out of; empty: there are none
};

}  // namespace clathra
