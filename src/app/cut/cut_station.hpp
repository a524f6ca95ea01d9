// Cut: for each cloth the methods side by side, the sum opened, the map to scale, and the card for the table.
#pragma once
#include <QTimer>
#include "app/canvas/picture_view.hpp"
#include "app/cut/ease_card.hpp"
#include "app/cut/enough_card.hpp"
#include "app/cut/making_card.hpp"
#include "app/cut/now_card.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"

namespace clathra {

struct CutMapLook;
class MapBeside;

class CutStation : public Station {
  Q_OBJECT
 public:
  CutStation(Session& session, Preferences& preferences, QObject* parent);
  static constexpr const char* kId = "cut";
  QString id() const override { return QLatin1String(kId); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;
  void choose(ClothId cloth);
  enum View { Whole, Now, Rest };
  void look(View view);

 private:
  void buildPicture();
  CutMapLook mapLook() const;
  void beginFresh() override;
  void refresh() override;
  void fillCloths();
  void fillMethods();
  void fillLabels();
  void fillSum();
  void addSideSwitch();
  void fillCard();
  void saveCard();
  const Cloth* cloth() const { return clothById(session_.project(), chosen_); }
  /// What is shown: the whole, what is cut now, or the rest.
  std::shared_ptr<const CutPlan> plan() const;
  std::shared_ptr<const CutPlan> drawn() const;
  std::shared_ptr<const CutBatch> batch() const { return session_.planner().batch(chosen_); }
  int markedHere() const;
  void fillViews();
  void fillLog();
  void addSteps(const CutPlan& shown);
  void tick(const std::optional<ClothCut>& cut);
  void addBought(double length);
  void addMethod(const CutMethod& method);
  QString soFar() const;
  void addMethodRow(const std::string& id, const QString& title, const QString& figures, bool usable,
                    const QString& why);

  QTimer soFarTimer_;
  QWidget *picture_ = nullptr, *bench_ = nullptr, *cloths_ = nullptr, *labels_ = nullptr;
  PictureView* map_ = nullptr;
  MapBeside* mapBeside_ = nullptr;
  QVBoxLayout* methods_ = nullptr;
  QWidget* methodsArea_ = nullptr;
  std::unique_ptr<KeptRows> chips_, methodRows_;
  QLabel *title_ = nullptr, *methodsTitle_ = nullptr, *windowsNote_ = nullptr;
  Pills* views_ = nullptr;
  View view_ = Whole;
  NowCard* now_ = nullptr;
  EnoughCard* enough_ = nullptr;
  Card *sum_ = nullptr, *card_ = nullptr, *log_ = nullptr;
  EaseCard* ease_ = nullptr;
  MakingCard* making_ = nullptr;
  ClothId chosen_ = kNoCloth;
};

}  // namespace clathra
