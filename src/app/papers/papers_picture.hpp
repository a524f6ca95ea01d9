// What the Papers station shows: sheets, what does not close, papers in use at once, look-alikes, a scan.
#pragma once
#include <QStackedWidget>

#include "app/canvas/picture_view.hpp"
#include "app/papers/closing_card.hpp"
#include "app/papers/cutter_card.hpp"
#include "app/papers/scan_card.hpp"
#include "app/session/session.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "paper/alike_pairs.hpp"

namespace clathra {

class PapersPicture : public QFrame {
  Q_OBJECT
 public:
  /// Its pages, in their order.
  enum Look { Sheets, Close, AtOnce, LookAlikes, Scan, Cutter };

  PapersPicture(Session& session, const ClosingCard& closing, const ScanCard& scan, const CutterCard& cutter);
  void refresh();
  void look(Look at);
  Look looking() const { return static_cast<Look>(looks_->current()); }
  void begin();  ///< another project

 Q_SIGNALS:
  void said(const QString& sentence);
  void looked(Look at);  ///< by the quilter's own choice
  void saveStrip();      ///< of look-alikes

 private:
  double limitOf_ = 0;  ///< the limit that the pairs were found for
  QWidget* sheetsPage();
  QWidget* pairsPage();
  void showSheet(int sheet);
  void fillThumbs();
  void say();
  void findPairs();
  void paintCurve(QPainter& painter, const QRectF& into) const;
  std::shared_ptr<const SheetPlan> plan() const { return session_.sheets(); }

  Session& session_;
  const ClosingCard& closing_;
  const ScanCard& scan_;
  const CutterCard& cutter_;
  Pills* looks_;
  QStackedWidget* pages_;
  QLabel *title_, *note_;
  QWidget* thumbs_ = nullptr;
  PictureView *sheet_ = nullptr, *close_, *curve_, *pair_ = nullptr, *scanned_, *cut_;
  QComboBox* which_ = nullptr;
  LengthField* limit_ = nullptr;
  int shown_ = 0;
  std::vector<AlikePair> pairs_;
  std::shared_ptr<const Layout> pairsOf_;
  std::shared_ptr<const SheetPlan> filled_;  ///< the plan whose thumbnails stand
};

}  // namespace clathra
