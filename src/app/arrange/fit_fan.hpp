// A small fan of the shapes that fit an open edge, numbered for the keyboard. It stands beside the edge, over
// the layout, never over the gap.
#pragma once
#include <QFrame>
#include <functional>
#include <vector>

#include "layout/grow.hpp"

class QLabel;
class QVBoxLayout;

namespace clathra {

class FitFan : public QFrame {
  Q_OBJECT
 public:
  static constexpr int kRing = -2;
  explicit FitFan(QWidget* canvas);
  /// Shows what fits; `places` says for a fit how many places it would take, to be told beforehand.
  /// `ring` says what a ring of the pieces at the edge does; it may be closed if `ringCloses`.
  void open(std::vector<Fit> fits, std::function<int(const Fit&)> places, const QString& ring = {},
            bool ringCloses = false);
  void close();
  bool isOpen() const { return isVisibleTo(parentWidget()); }
  const std::vector<Fit>& fits() const { return fits_; }
  /// Stands so that its nearest side is `gap` px from the edge's middle, on the side the arrow points to.
  void standBeside(QPointF middle, QPointF inwards);

 Q_SIGNALS:
  void chosen(int fit);
  void lookedAt(int fit);  ///< pointer or focus is on it; -1 for none, kRing for the ring
  void closed();
  void ringAsked();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  void showPage(int page);
  std::vector<Fit> fits_;
  std::function<int(const Fit&)> places_;
  QLabel* head_;
  QVBoxLayout* rows_;
  int page_ = 0;
  QString ring_;
  bool ringCloses_ = false;
};

}  // namespace clathra
