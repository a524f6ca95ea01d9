// Words on the bench: plain, wrapping, in a box, as a row of a sum.
#pragma once
#include <QFrame>
#include <QLabel>

namespace clathra {

QLabel* label(const QString& text,
              const char* role = "");  ///< roles: head, title, muted, sea, madder, moss, figure
QLabel* wrapped(const QString& text, const char* role = "");
/// Words in a place of fixed height: new words move nothing that lies below. What the lines do not hold ends
/// in dots and is told by the tooltip.
class SteadyLabel : public QLabel {
  Q_OBJECT
 public:
  SteadyLabel(int lines, const char* role, QWidget* parent = nullptr);
  void setLines(int lines);
  void say(const QString& text);
  bool elided() const;  ///< some words did not fit
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override;
  int heightForWidth(int) const override { return height_; }
  bool hasHeightForWidth() const override { return false; }

 protected:
  void paintEvent(QPaintEvent*) override;
  void changeEvent(QEvent* event) override;

 private:
  /// The lines as they are drawn.
  QStringList broken(bool* elided) const;
  void measure();
  int lines_ = 1, height_ = 0;
};
/// A row of a sum: what on the left, value on the right.
QWidget* sumRow(const QString& what, const QString& value, bool total = false);
/// A shaded box with a caution or a remark.
QFrame* noteBox(const QString& text);

}  // namespace clathra
