// What the cut station is made of: a chip for each cloth, and rows for the ways to cut it.
#pragma once
#include <QPushButton>
#include <QScrollArea>

#include "app/widgets/painted_button.hpp"
#include "model/cloth.hpp"

namespace clathra {

/// A cloth as a chip: its hatch with the sign on it.
class ClothChip : public PaintedButton {
 public:
  explicit ClothChip(const Cloth& cloth);

 protected:
  void draw(QPainter& p, double k) override;

 private:
  Cloth cloth_;
};

/// As high as its rows where there is room, else it scrolls.
class RowsArea : public QScrollArea {
 public:
  explicit RowsArea(QWidget* rows);
  bool eventFilter(QObject* watched, QEvent* event) override;
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override;

 protected:
  void resizeEvent(QResizeEvent* event) override;
};

/// A row of the table that is as high as its words need at its width.
class MethodRow : public QPushButton {
 public:
  MethodRow();
  bool hasHeightForWidth() const override { return true; }
  int heightForWidth(int wide) const override;
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override;
};

}  // namespace clathra
