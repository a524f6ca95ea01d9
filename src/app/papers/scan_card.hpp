// Papers on a scan: found, named and measured, counted into the box, taken as readings.
#pragma once
#include <QImage>
#include <memory>

#include "app/session/latest.hpp"
#include "app/session/session.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "image/practice_scan.hpp"
#include "paper/scan.hpp"

namespace clathra {

/// A scan with what was found on it.
struct ScanAnswer {
  QImage picture;
  double dpi = 0;
  std::vector<ScannedPaper> papers;
};

class ScanCard : public Card {
  Q_OBJECT
 public:
  explicit ScanCard(Session& session);
  void refresh();
  std::shared_ptr<const ScanAnswer> answer() const { return answer_; }
  bool working() const { return working_.running(); }
  void forget();  ///< another project
  void practise();

 Q_SIGNALS:
  void said(const QString& sentence);
  void scanned();  ///< the picture is there

 private:
  void openScan();
  void start(std::function<Result<ScanAnswer>(const Progress&)> work);
  void count();
  void read();

  Session& session_;
  CountField* dpi_;
  LengthField* ruler_;
  QPushButton *stop_, *count_, *read_;
  QLabel *list_, *note_;
  Latest<Result<ScanAnswer>> working_;
  std::shared_ptr<const ScanAnswer> answer_;
  std::shared_ptr<const Layout> layout_;  ///< whose shapes the papers were named by
};

/// The readings that papers on a scan come to: of each kind and each kind of its sides the mean.
std::vector<Reading> readingsOf(const Layout& layout, const std::vector<ScannedPaper>& papers);
/// The box's rows that they come to.
PaperBox boxOf(const Layout& layout, const std::vector<ScannedPaper>& papers);

/// The scan with what was found: outlines, names, what is not known.
void paintScan(QPainter& painter, const QRectF& into, const ScanAnswer& answer);

}  // namespace clathra
