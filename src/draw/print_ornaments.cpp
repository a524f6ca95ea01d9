#include "draw/print_ornaments.hpp"

#include <cmath>
#include <numbers>

namespace clathra::ornaments {

QPainterPath drop(double w, double h) {
  QPainterPath p;
  p.moveTo(0, 0);
  p.cubicTo(w * 0.55, -h * 0.25, w * 0.6, -h * 0.8, 0, -h);
  p.cubicTo(-w * 0.6, -h * 0.8, -w * 0.55, -h * 0.25, 0, 0);
  return p;
}

void ringOfDrops(QPainter& p, int n, double inner, double w, double h, const QColor& colour, double start) {
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

void ringOfDots(QPainter& p, int n, double radius, double size, const QColor& colour, double start) {
  for (int i = 0; i < n; ++i)
    at(p, {0, 0}, start + 360.0 * i / n, [&] { disc(p, colour, {0, -radius}, size); });
}

void disc(QPainter& p, const QColor& colour, QPointF at, double radius) {
  p.setPen(Qt::NoPen);
  p.setBrush(colour);
  p.drawEllipse(at, radius, radius);
}

void leaf(QPainter& p, const QColor& colour, const QColor& vein, double w, double h) {
  QPainterPath path;
  path.moveTo(0, 0);
  path.cubicTo(w * 0.7, -h * 0.3, w * 0.5, -h * 0.75, 0, -h);
  path.cubicTo(-w * 0.5, -h * 0.75, -w * 0.7, -h * 0.3, 0, 0);
  p.setPen(Qt::NoPen);
  p.setBrush(colour);
  p.drawPath(path);
  p.setPen(QPen(vein, w * 0.09, Qt::SolidLine, Qt::RoundCap));
  p.drawLine(QPointF(0, -h * 0.08), QPointF(0, -h * 0.86));
  for (int i = 1; i <= 3; ++i) {
    const double y = -h * (0.14 + 0.17 * i), reach = w * (0.3 - 0.04 * i);
    p.drawLine(QPointF(0, y), QPointF(reach, y - h * 0.1));
    p.drawLine(QPointF(0, y), QPointF(-reach, y - h * 0.1));
  }
}

void seedHead(QPainter& p, const QColor& colour, const QColor& seeds, double w, double h) {
  p.setPen(Qt::NoPen);
  p.setBrush(colour);
  p.drawPath(drop(w, h));
  for (int row = 1; row <= 4; ++row) {
    const double y = -h * (0.12 + 0.17 * row), half = w * (row < 3 ? 0.2 : 0.15);
    for (const double x : {-half, 0.0, half}) disc(p, seeds, {x, y + (x == 0 ? -h * 0.05 : 0)}, w * 0.09);
  }
}

void scroll(QPainter& p, const QColor& colour, double width, double radius) {
  QPainterPath path;
  path.moveTo(0, 0);
  constexpr int kSteps = 60;
  constexpr double kTurns = 1.6;
  for (int i = 0; i <= kSteps; ++i) {
    const double t = static_cast<double>(i) / kSteps, angle = kTurns * 2 * std::numbers::pi * t;
    const double r = radius * (1 - 0.82 * t);
    path.lineTo(radius - r * std::cos(angle), -r * std::sin(angle));
  }
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(colour, width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
  p.drawPath(path);
}

void curve(QPainter& p, const QColor& colour, double width, QPointF from, QPointF over, QPointF under,
           QPointF to) {
  QPainterPath path(from);
  path.cubicTo(over, under, to);
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(colour, width, Qt::SolidLine, Qt::RoundCap));
  p.drawPath(path);
}

void beads(QPainter& p, const QColor& colour, double size, QPointF from, QPointF over, QPointF to, int n) {
  QPainterPath path(from);
  path.quadTo(over, to);
  for (int i = 0; i < n; ++i) disc(p, colour, path.pointAtPercent(n == 1 ? 0.5 : i / (n - 1.0)), size);
}

double Strewn::unit() {
  // xorshift32: the same numbers on every machine.
  state_ ^= state_ << 13;
  state_ ^= state_ >> 17;
  state_ ^= state_ << 5;
  return static_cast<double>(state_) / 4294967296.0;
}

}  // namespace clathra::ornaments
