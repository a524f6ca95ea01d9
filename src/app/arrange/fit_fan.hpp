// A small fan of the shapes that fit an open edge, the best first, numbered for the keyboard. Ways to lay the
// same shape fold into one row; letters that are typed narrow the list by name. It stands clear of the gap
// and of what would fill it, beside the layout where there is room.
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
  /// Takes the place in the picture that covers least: of the gap first, then of the ghosts (the first ones
  /// count most), then of the layout.
  void standClearOf(const QRectF& gap, const std::vector<QRectF>& ghosts, const QRectF& layout);
  /// The fits in the order of their rows: what the numbers choose on this page.
  std::vector<int> rowsShown() const;
  static int widthInPicture();  ///< px it takes, for who leaves room for it

 Q_SIGNALS:
  void chosen(int fit);
  void lookedAt(int fit);  ///< pointer or focus is on it; -1 for none, kRing for the ring
  void closed();
  void ringAsked();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  bool eventFilter(QObject* watched, QEvent* event) override;

 private:
  /// Ways to lay one shape: fits of one title.
  struct Family {
    QString title;
    std::vector<int> ways;
  };
  void fold();
  void showPage(int page);
  void addRow(int number, int fit, int ways);
  void addRing();
  void stayInside();
  void narrow(const QString& typed);
  void unfold(int family);
  int pages() const;
  std::vector<Family> listed() const;
  std::vector<Fit> fits_;
  std::vector<Family> families_;
  QString typed_;
  int unfolded_ = -1;  ///< a family whose ways are shown one by one
  std::function<int(const Fit&)> places_;
  QLabel* head_;
  QVBoxLayout* rows_;
  int page_ = 0;
  QString ring_;
  bool ringCloses_ = false;
};

}  // namespace clathra
