// Seam allowances of the cloth, the quilt's own edge and single shapes, how tips are cut, spares; what is
// usual for such papers, and what the usual allowances come to.
#pragma once
#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "edit/allowance_prices.hpp"

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
  void compare();
  void list(const Result<std::vector<AllowancePrice>>& prices);
  void forgetPrices();

  Session& session_;
  ClothId cloth_ = kNoCloth;
  LengthField *own_ = nullptr, *outer_ = nullptr, *ofShape_ = nullptr;
  ChoiceList* shapes_ = nullptr;
  AngleField* blunt_ = nullptr;
  CountField* spare_ = nullptr;
  QLabel* advice_ = nullptr;
  QVBoxLayout* rows_ = nullptr;
  std::vector<std::string> shapeNames_;
  Latest<Result<std::vector<AllowancePrice>>> work_;
  std::shared_ptr<const CutPlan> pricedFor_;  ///< the plan that the prices stand beside
};

}  // namespace clathra
