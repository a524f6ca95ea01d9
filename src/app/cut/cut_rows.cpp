#include "app/cut/cut_rows.hpp"

#include <QPainter>
#include <QResizeEvent>
#include <algorithm>

#include "app/theme/theme.hpp"
#include "app/widgets/rows.hpp"
#include "draw/fonts.hpp"
#include "draw/hatch.hpp"

namespace clathra {

ClothChip::ClothChip(const Cloth& cloth) : cloth_(cloth) {
  setCheckable(true);
  setAutoExclusive(true);
  setAccessibleName(QString::fromStdString(cloth.sign + ", " + clothTitle(cloth)));
  setToolTip(QString::fromStdString(clothTitle(cloth)));
  setFixedSize(scaled(62), scaled(44));
}

void ClothChip::draw(QPainter& p, double k) {
  const QRectF patch = QRectF(rect()).adjusted(6 * k, 6 * k, -6 * k, -6 * k);
  p.setPen(QPen(currentPalette().ink, isChecked() ? 2.4 : 1.2));
  p.setBrush(hatchBrush(cloth_, devicePixelRatioF()));
  p.drawRoundedRect(patch, 5 * k, 5 * k);
  p.setBrush(QColor(0xFCFAF5));
  p.setPen(Qt::NoPen);
  p.drawEllipse(patch.center(), 12 * k, 12 * k);
  p.setPen(QColor(0x1F2D38));
  p.setFont(textFont(15 * k, QFont::Bold));
  p.drawText(patch, Qt::AlignCenter, QString::fromStdString(cloth_.sign));
}

RowsArea::RowsArea(QWidget* rows) {
  scrollDown(*this, rows);
  setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
  rows->installEventFilter(this);
}

bool RowsArea::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::LayoutRequest && watched == widget()) updateGeometry();
  return QScrollArea::eventFilter(watched, event);
}

QSize RowsArea::sizeHint() const {
  const int wide = std::max(viewport()->width(), scaled(200));
  // In a low window the picture goes first, and more than two rows scroll.
  constexpr int kMost = 200, kInLowWindow = 72, kLow = 740;
  const int most = scaled(window()->height() < scaled(kLow) ? kInLowWindow : kMost);
  const QLayout& rows = *widget()->layout();
  // Rows may ask for more than their words need: for their frame.
  const int high = std::max(rows.totalHeightForWidth(wide), rows.totalMinimumSize().height());
  return {scaled(200), std::min(most, high + 2)};
}

QSize RowsArea::minimumSizeHint() const {
  return {scaled(120), std::min(scaled(72), sizeHint().height())};
}

void RowsArea::resizeEvent(QResizeEvent* event) {
  QScrollArea::resizeEvent(event);
  if (event->size() != event->oldSize()) updateGeometry();
}

MethodRow::MethodRow() {
  setObjectName(QStringLiteral("row"));
  setCheckable(true);
  setAutoExclusive(true);
  setCursor(Qt::PointingHandCursor);
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  setSizePolicy(policy);
}

int MethodRow::heightForWidth(int wide) const {
  const int high = layout() ? layout()->totalMinimumHeightForWidth(wide) : 0;
  return std::max(scaled(34), high + scaled(2));
}

QSize MethodRow::sizeHint() const {
  return {scaled(200), heightForWidth(std::max(width(), scaled(200)))};
}

QSize MethodRow::minimumSizeHint() const {
  return {scaled(120), scaled(34)};
}

}  // namespace clathra
