#include "draw/page_text.hpp"

#include <QFontMetricsF>

#include "draw/fonts.hpp"

namespace clathra {

namespace {
constexpr double kScale = 20;  // font pixels in a mm
}

double PageText::width(const QString& text, double size, int weight) const {
  return QFontMetricsF(textFont(size * kScale, weight)).horizontalAdvance(text) / kScale;
}

double PageText::height(const QString& text, double w, double size, int weight) const {
  return QFontMetricsF(textFont(size * kScale, weight))
             .boundingRect(QRectF(0, 0, w * kScale, 1e5), Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop,
                           text)
             .height() /
         kScale;
}

double PageText::line(const QString& text, double x, double y, double size, int weight,
                      const QColor& colour) const {
  p_.save();
  p_.translate(x, y);
  p_.scale(1 / kScale, 1 / kScale);
  p_.setFont(textFont(size * kScale, weight));
  p_.setPen(colour);
  p_.drawText(QPointF(0, 0), text);
  p_.restore();
  return width(text, size, weight);
}

double PageText::paragraph(const QString& text, double x, double y, double w, double size, int weight,
                           const QColor& colour) const {
  p_.save();
  p_.translate(x, y);
  p_.scale(1 / kScale, 1 / kScale);
  p_.setFont(textFont(size * kScale, weight));
  p_.setPen(colour);
  QRectF used;
  p_.drawText(QRectF(0, 0, w * kScale, 1e5), Qt::TextWordWrap | Qt::AlignLeft | Qt::AlignTop, text, &used);
  p_.restore();
  return used.height() / kScale;
}

}  // namespace clathra
