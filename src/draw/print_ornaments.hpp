// What our prints are made of. All lengths are in mm of cloth.
#pragma once
#include <QColor>
#include <QPainter>
#include <QPainterPath>
#include <cstdint>

namespace clathra::ornaments {

/// Draws at a place, turned clockwise by degrees.
template <class Draw>
void at(QPainter& p, QPointF place, double turn, Draw draw) {
  p.save();
  p.translate(place);
  p.rotate(turn);
  draw();
  p.restore();
}

/// A drop with its tip at the origin, pointing up, `h` high and `w` wide.
QPainterPath drop(double w, double h);
void ringOfDrops(QPainter& p, int n, double inner, double w, double h, const QColor& colour,
                 double start = 0);
void ringOfDots(QPainter& p, int n, double radius, double size, const QColor& colour, double start = 0);
void disc(QPainter& p, const QColor& colour, QPointF at, double radius);
/// A leaf upwards from the origin with a vein.
void leaf(QPainter& p, const QColor& colour, const QColor& vein, double w, double h);
/// A head of seeds upwards from the origin.
void seedHead(QPainter& p, const QColor& colour, const QColor& seeds, double w, double h);
/// A line that rolls itself up, from the origin to the right.
void scroll(QPainter& p, const QColor& colour, double width, double radius);
void curve(QPainter& p, const QColor& colour, double width, QPointF from, QPointF over, QPointF under,
           QPointF to);
/// Beads along a bow through three places.
void beads(QPainter& p, const QColor& colour, double size, QPointF from, QPointF over, QPointF to, int n);

/// Chance that is the same everywhere.
class Strewn {
 public:
  explicit Strewn(std::uint32_t seed) : state_(seed) {}
  double unit();
  int below(int n) { return static_cast<int>(unit() * n); }

 private:
  std::uint32_t state_;
};

}  // namespace clathra::ornaments
