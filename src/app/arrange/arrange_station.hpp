// Arrange: the layout, its shape and size, its sides, and which cloth goes where.
#pragma once
#include "app/arrange/begin_card.hpp"
#include "app/arrange/chance_card.hpp"
#include "app/arrange/divide_card.hpp"
#include "app/arrange/draft_card.hpp"
#include "app/arrange/exchange_card.hpp"
#include "app/arrange/fit_card.hpp"
#include "app/arrange/grow_card.hpp"
#include "app/arrange/numbers_card.hpp"
#include "app/arrange/paint_card.hpp"
#include "app/arrange/shapes_card.hpp"
#include "app/arrange/sides_card.hpp"
#include "app/arrange/size_card.hpp"
#include "app/arrange/units_card.hpp"
#include "app/arrange/variants_card.hpp"
#include "app/canvas/layout_canvas.hpp"
#include "app/window/station.hpp"

namespace clathra {

class ArrangeStation : public Station {
  Q_OBJECT
 public:
  ArrangeStation(Session& session, Preferences& preferences, QObject* parent);
  static constexpr const char* kId = "arrange";
  QString id() const override { return QLatin1String(kId); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;
  LayoutCanvas* canvas() { return canvas_; }
  GrowCard* grow() { return grow_; }
  DivideCard* divide() { return divide_; }
  void setMode(int mode);
  /// 0 to 3 as LayoutView, 4: the variants side by side.
  void setView(int view);
  /// Opens these cards of the bench and folds the others.
  void openOnly(const QStringList& titles);

 protected:
  void beginFresh() override;

 private:
  void buildPicture();
  void refresh() override;
  std::vector<std::uint32_t> reach(std::uint32_t piece, bool shift) const;
  std::vector<std::uint32_t> reachOfOne(std::uint32_t piece, bool shift) const;
  std::vector<std::uint32_t> unitReach(std::uint32_t piece, bool shift) const;
  void paint(std::uint32_t piece, bool shift);
  void act(std::uint32_t piece, bool shift);
  void actOnArea(const std::vector<std::uint32_t>& pieces, bool shift);
  void paintPieces(const std::vector<std::uint32_t>& pieces);
  void setArea();
  void sayWhatAClickDoes();

  std::vector<QWidget*> viewControls();
  std::vector<QWidget*> zoomButtons();
  QString paintTitle() const;
  std::vector<Card*> ownCards(int mode) const;
  void seatCards(int mode);

  QWidget* picture_ = nullptr;
  Bench* bench_ = nullptr;
  LayoutCanvas* canvas_ = nullptr;
  Pills *mode_ = nullptr, *face_ = nullptr, *view_ = nullptr;
  SteadyLabel *sentence_ = nullptr, *sideLabel_ = nullptr, *status_ = nullptr;
  QLabel* zoom_ = nullptr;
  SizeCard* size_ = nullptr;
  PaintCard* paint_ = nullptr;
  FitCard* fit_ = nullptr;
  GrowCard* grow_ = nullptr;
  DivideCard* divide_ = nullptr;
  DraftCard* draft_ = nullptr;
  UnitsCard* units_ = nullptr;
  BeginCard* begin_ = nullptr;
  ShapesCard* shapes_ = nullptr;
  ExchangeCard* exchange_ = nullptr;
  SidesCard* sides_ = nullptr;
  ChanceCard* chance_ = nullptr;
  VariantsCard* variants_ = nullptr;
  NumbersCard* numbers_ = nullptr;
  VariantsView* compared_ = nullptr;
  int seated_ = -1;  ///< the mode whose cards come first
  int drags_ = 0;    ///< a drag is one step to undo
  bool dragged_ = false;
};

}  // namespace clathra
