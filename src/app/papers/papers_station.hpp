// Papers: what is owned, what must be made, whether it closes, the sheets as they will print.
#pragma once
#include "app/papers/box_card.hpp"
#include "app/papers/closing_card.hpp"
#include "app/papers/cutter_card.hpp"
#include "app/papers/die_card.hpp"
#include "app/papers/marks_card.hpp"
#include "app/papers/material_card.hpp"
#include "app/papers/page_card.hpp"
#include "app/papers/papers_picture.hpp"
#include "app/papers/scale_card.hpp"
#include "app/papers/scan_card.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"
#include "draw/exporter.hpp"

class QGridLayout;

namespace clathra {

class PapersStation : public Station {
  Q_OBJECT
 public:
  PapersStation(Session& session, Preferences& preferences, QObject* parent);
  static constexpr const char* kId = "papers";
  QString id() const override { return QLatin1String(kId); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  /// For pictures of the view: this card alone is open, and in view.
  void open(const QString& card);
  void practise() { scan_->practise(); }
  bool scanned() const { return scan_->answer() != nullptr; }
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;

 private:
  QWidget* outputCard();
  void bringCardOf(PapersPicture::Look look);
  void beginFresh() override;
  void refresh() override;
  void fillNeeds();
  void savePdf();
  void saveTemplates();
  QWidget* plainCard();
  void saveRulerCard();
  void saveMasters();
  void savePlanned(const QString& title, const QString& called, TemplateOptions options);
  void saveStrip();
  void printForPractice(PrintScale off);
  PrintScale scale() const;
  void saveSheets(const QString& title, const QString& suffix);
  void printSheets();
  std::shared_ptr<const SheetPlan> plan() const { return session_.sheets(); }

  PapersPicture* picture_ = nullptr;
  QWidget* bench_ = nullptr;
  BoxCard* box_ = nullptr;
  MaterialCard* material_ = nullptr;
  ClosingCard* closing_ = nullptr;
  ScanCard* scan_ = nullptr;
  ScaleCard* scale_ = nullptr;
  PageCard* page_ = nullptr;
  MarksCard* marks_ = nullptr;
  CutterCard* cutter_ = nullptr;
  DieCard* dies_ = nullptr;
  LengthField* pencil_ = nullptr;
  CountField* copies_ = nullptr;
  Card* needs_ = nullptr;
};

}  // namespace clathra
