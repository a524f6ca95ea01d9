#include "draw/prints.hpp"

#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace clathra {

namespace {

/// A drop with its tip at the origin, pointing up, `h` high and `w` wide.
QPainterPath drop(double w, double h) {
  QPainterPath p;
  p.moveTo(0, 0);
  p.cubicTo(w * 0.55, -h * 0.25, w * 0.6, -h * 0.8, 0, -h);
  p.cubicTo(-w * 0.6, -h * 0.8, -w * 0.55, -h * 0.25, 0, 0);
  return p;
}

void ringOfDrops(QPainter& p, int n, double inner, double w, double h, const QColor& colour,
                 double start = 0) {
  p.setPen(Qt::NoPen);
  p.setBrush(colour);
  for (int i = 0; i < n; ++i) {
    p.save();
    p.rotate(start + 360.0 * i / n);
    p.translate(0, -inner);
    p.drawPath(drop(w, h));
    p.restore();
  }
}

/// Lantern: mirrored about the plumb line through its middle.
void lantern(QPainter& p, double across, double along) {
  const QColor rust(0xB4573F), gold(0xE0A64B), ink(0x23405C), leaf(0x5E7350);
  const double r = std::min(across, along) * 0.2;
  p.setPen(QPen(leaf, 1.2));
  p.drawLine(QPointF(0, r * 0.6), QPointF(0, along * 0.46));
  p.setPen(Qt::NoPen);
  for (const int side : {-1, 1}) {
    p.save();
    p.translate(0, along * 0.36);
    p.rotate(side * 58);
    p.setBrush(leaf);
    p.drawPath(drop(r * 0.7, r * 1.3));
    p.restore();
  }
  ringOfDrops(p, 8, r * 0.3, r * 0.62, r * 1.05, rust);
  ringOfDrops(p, 8, r * 0.2, r * 0.3, r * 0.6, gold, 22.5);
  p.setBrush(ink);
  p.drawEllipse(QPointF(0, 0), r * 0.27, r * 0.27);
  for (const int side : {-1, 1}) {
    p.setBrush(ink);
    p.drawEllipse(QPointF(side * across * 0.36, along * 0.16), r * 0.13, r * 0.13);
    p.setBrush(gold);
    p.drawEllipse(QPointF(side * across * 0.27, -along * 0.27), r * 0.09, r * 0.09);
  }
}

/// Reed: leans to one side, so it has no mirror line.
void reed(QPainter& p, double across, double along) {
  const QColor leaf(0x6E8658), stem(0x3F5A43), seed(0xC8973F);
  QPainterPath stalk;
  stalk.moveTo(-across * 0.2, along * 0.4);
  stalk.cubicTo(-across * 0.1, along * 0.1, across * 0.12, -along * 0.05, across * 0.1, -along * 0.3);
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(stem, 1.1));
  p.drawPath(stalk);
  p.setPen(Qt::NoPen);
  const struct { double x, y, turn; } leaves[] = {{-0.1, 0.17, 60}, {0.02, 0.05, -50}, {0.08, -0.1, 48}};
  for (const auto& l : leaves) {
    p.save();
    p.translate(across * l.x, along * l.y);
    p.rotate(l.turn);
    p.setBrush(leaf);
    p.drawPath(drop(across * 0.11, along * 0.2));
    p.restore();
  }
  p.save();
  p.translate(across * 0.1, -along * 0.28);
  p.rotate(12);
  p.setBrush(seed);
  p.drawPath(drop(across * 0.16, along * 0.16));
  p.restore();
}

void stripes(QPainter& p, double across, double height) {
  const struct {
    double from, to;
    QRgb colour;
  } bands[] = {{0.0, 0.34, 0xFF2F5873}, {0.34, 0.42, 0xFFE8DCC3}, {0.42, 0.5, 0xFFB4573F},
               {0.5, 0.58, 0xFFE8DCC3}, {0.58, 0.74, 0xFF6E93A6}, {0.74, 1.0, 0xFFE8DCC3}};
  p.setPen(Qt::NoPen);
  p.setRenderHint(QPainter::Antialiasing, false);
  for (const auto& b : bands)
    p.fillRect(QRectF(b.from * across, 0, (b.to - b.from) * across, height), QColor(b.colour));
}

}  // namespace

const std::vector<PrintDesign>& printDesigns() {
  static const std::vector<PrintDesign> all = {
      {"lantern-damask.png", 100, 110, 96, RepeatKind::Straight, {{kQuarterTurn, {48, 0}}}, 288, 330},
      {"reed-ogee.png", 100, 84, 62, RepeatKind::HalfDrop, {}, 248, 252},
      {"wader-stripe.png", 100, 48, 48, RepeatKind::Straight, {}, 192, 96},
  };
  return all;
}

QImage drawPrint(const PrintDesign& d) {
  const double scale = d.dpi / 25.4;
  QImage image(static_cast<int>(std::lround(d.widthMm * scale)),
               static_cast<int>(std::lround(d.heightMm * scale)), QImage::Format_RGB32);
  image.fill(QColor(d.kind == RepeatKind::HalfDrop ? 0xF1EAD6 : 0xF4ECDC));
  QPainter p(&image);
  p.setRenderHint(QPainter::Antialiasing);
  p.scale(scale, scale);
  for (int col = -1; col * d.across < d.widthMm + d.across; ++col)
    for (int row = -1; row * d.along < d.heightMm + d.along; ++row) {
      p.save();
      const double drop = d.kind == RepeatKind::HalfDrop && col % 2 != 0 ? d.along / 2 : 0;
      if (d.file.starts_with("wader")) {
        p.translate(col * d.across, row * d.along);
        stripes(p, d.across, d.along);
      } else {
        p.translate((col + 0.5) * d.across, (row + 0.5) * d.along + drop);
        d.file.starts_with("lantern") ? lantern(p, d.across, d.along) : reed(p, d.across, d.along);
      }
      p.restore();
    }
  return image;
}

}  // namespace clathra
