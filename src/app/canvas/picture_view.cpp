#include "app/canvas/picture_view.hpp"

namespace clathra {

PictureView::PictureView(const QString& spokenName, Paint paint, QWidget* parent)
    : QWidget(parent), paint_(std::move(paint)) {
  setAccessibleName(spokenName);
}

void PictureView::setPaint(Paint paint) {
  paint_ = std::move(paint);
  update();
}

void PictureView::paintEvent(QPaintEvent*) {
  if (!paint_) return;
  QPainter painter(this);
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  paint_(painter, QRectF(rect()));
}

}  // namespace clathra
