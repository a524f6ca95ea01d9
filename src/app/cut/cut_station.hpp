// Cut: for each cloth the methods side by side, the sum opened, the map to scale, and the card for the table.
#pragma once
#include "app/canvas/picture_view.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"

namespace clathra {

class CutStation : public Station {
  Q_OBJECT
 public:
  CutStation(Session& session, Preferences& preferences, QObject* parent);
  QString id() const override { return QStringLiteral("cut"); }
  QString name() const override { return tr("Cut"); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  Settled settled() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;
  void choose(ClothId cloth);

 private:
  void buildPicture();
  QWidget* planCard();
  void refresh() override;
  void fillCloths();
  void fillMethods();
  void fillSum();
  void fillCard();
  void saveCard();
  const Cloth* cloth() const { return clothById(session_.project(), chosen_); }
  std::shared_ptr<const CutPlan> plan() const { return session_.plan(chosen_); }
  void addMethod(const CutMethod& method);
  void addMethodRow(const std::string& id, const QString& title, const QString& figures, bool usable,
                    const QString& why);

  QWidget *picture_ = nullptr, *bench_ = nullptr, *cloths_ = nullptr, *labels_ = nullptr;
  PictureView* map_ = nullptr;
  QVBoxLayout* methods_ = nullptr;
  std::unique_ptr<KeptRows> chips_, methodRows_;
  QLabel *title_ = nullptr, *methodsTitle_ = nullptr, *windowsNote_ = nullptr;
  Card *sum_ = nullptr, *card_ = nullptr, *ease_ = nullptr;
  CountField* spare_ = nullptr;
  LengthField* allowance_ = nullptr;
  ClothId chosen_ = kNoCloth;
};

}  // namespace clathra
