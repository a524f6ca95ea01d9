// Papers: the sheets as they will print, and what must be made.
#pragma once
#include "app/canvas/picture_view.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/labels.hpp"
#include "app/window/station.hpp"

class QGridLayout;

namespace clathra {

class PapersStation : public Station {
  Q_OBJECT
 public:
  PapersStation(Session& session, Preferences& preferences, QObject* parent);
  QString id() const override { return QStringLiteral("papers"); }
  QString name() const override { return tr("Papers"); }
  QWidget* picture() override { return picture_; }
  QWidget* bench() override { return bench_; }
  std::vector<StripFigure> figures() const override;
  Settled settled() const override;
  void lookAt(const std::vector<std::uint32_t>& pieces, const QString& about) override;

 private:
  void buildPicture();
  QWidget* pageCard();
  void typePage();
  QString shownPage() const;
  QString ownShown_;  ///< the text that the field of a page of one's own was given
  QWidget* outputCard();
  void refresh() override;
  void showSheet(int sheet);
  void fillThumbs();
  void fillNeeds();
  void savePdf();
  void saveSvg();
  void printSheets();
  std::shared_ptr<const SheetPlan> plan() const { return session_.sheets(); }

  QWidget *picture_ = nullptr, *bench_ = nullptr, *thumbs_ = nullptr;
  PictureView* sheet_ = nullptr;
  QLabel *title_ = nullptr, *note_ = nullptr;
  Pills *page_ = nullptr, *side_ = nullptr, *lay_ = nullptr;
  QLineEdit* own_ = nullptr;
  Card* needs_ = nullptr;
  int shown_ = 0;
  std::shared_ptr<const SheetPlan> filled_;  ///< the plan whose thumbnails stand
};

}  // namespace clathra
