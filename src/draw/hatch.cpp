#include "draw/hatch.hpp"

#include <QPixmap>
#include <cmath>

#include "draw/palette.hpp"

namespace clathra {

namespace {

/// Draws one tile of side `t`; neighbours join without a seam.
void drawTile(QPainter& p, Hatch hatch, double t) {
  switch (hatch) {
    case Hatch::Plain:
      break;
    case Hatch::Rising:
      for (const double d : {-t, 0.0, t}) p.drawLine(QPointF(d, t), QPointF(d + t, 0));
      break;
    case Hatch::Falling:
      for (const double d : {-t, 0.0, t}) p.drawLine(QPointF(d, 0), QPointF(d + t, t));
      break;
    case Hatch::Level:
      p.drawLine(QPointF(0, t / 2), QPointF(t, t / 2));
      break;
    case Hatch::Upright:
      p.drawLine(QPointF(t / 2, 0), QPointF(t / 2, t));
      break;
    case Hatch::Crossed:
      p.drawLine(QPointF(0, t / 2), QPointF(t, t / 2));
      p.drawLine(QPointF(t / 2, 0), QPointF(t / 2, t));
      break;
    case Hatch::Dots:
      p.setBrush(p.pen().color());
      p.drawEllipse(QPointF(t / 2, t / 2), t / 10, t / 10);
      break;
    case Hatch::Plus:
      p.drawLine(QPointF(t * 0.3, t / 2), QPointF(t * 0.7, t / 2));
      p.drawLine(QPointF(t / 2, t * 0.3), QPointF(t / 2, t * 0.7));
      break;
    case Hatch::Waves:
      p.drawPolyline(QPolygonF(
          {QPointF(0, t / 2), QPointF(t / 4, t * 0.3), QPointF(t * 0.75, t * 0.7), QPointF(t, t / 2)}));
      break;
    case Hatch::Bricks:
      p.drawLine(QPointF(0, t / 4), QPointF(t, t / 4));
      p.drawLine(QPointF(0, t * 0.75), QPointF(t, t * 0.75));
      p.drawLine(QPointF(t / 4, t / 4), QPointF(t / 4, t * 0.75));
      p.drawLine(QPointF(t * 0.75, t * 0.75), QPointF(t * 0.75, t));
      p.drawLine(QPointF(t * 0.75, 0), QPointF(t * 0.75, t / 4));
      break;
  }
}

/// Strokes in one direction, evenly spaced about the origin, clipped to the polygon.
void strokeFamily(QPainter& painter, PolygonView p, double angle, double spacing, double dash) {
  const Point along{std::cos(angle), std::sin(angle)}, normal{-along.y, along.x};
  double low = 1e300, high = -1e300;
  for (const Point q : p) {
    low = std::min(low, dot(normal, q));
    high = std::max(high, dot(normal, q));
  }
  for (double k = std::ceil(low / spacing); k * spacing < high; ++k) {
    const double rho = k * spacing;
    double from = 1e300, to = -1e300;
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point a = p[i], b = p[(i + 1) % p.size()];
      const double da = dot(normal, a) - rho, db = dot(normal, b) - rho;
      if ((da < 0) == (db < 0)) continue;
      const double t = dot(along, a + (da / (da - db)) * (b - a));
      from = std::min(from, t);
      to = std::max(to, t);
    }
    const auto at = [&](double t) {
      const Point q = t * along + rho * normal;
      return QPointF(q.x, q.y);
    };
    if (dash <= 0) {
      if (from < to) painter.drawLine(at(from), at(to));
      continue;
    }
    const double shift = std::fmod(std::abs(k), 2) * spacing / 2;
    for (double m = std::ceil((from - shift) / spacing); m * spacing + shift < to - dash; ++m)
      if (const double t = m * spacing + shift; t > from) painter.drawLine(at(t), at(t + dash));
  }
}

}  // namespace

QPolygonF toQt(PolygonView p) {
  QPolygonF out;
  out.reserve(static_cast<int>(p.size()));
  for (const Point q : p) out.append(QPointF(q.x, q.y));
  return out;
}

QColor hatchColour(const QColor& c) {
  const bool dark = contrast(c, Qt::white) > 4.5;
  return dark ? c.lighter(165) : c.darker(138);
}

QBrush hatchBrush(const Cloth& cloth, double scale) {
  const QColor colour = colourOf(cloth.colour);
  if (cloth.hatch == Hatch::Plain) return colour;
  constexpr int kTile = 12;
  QPixmap tile(QSize(kTile, kTile) * scale);
  tile.fill(colour);
  {
    QPainter p(&tile);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(scale, scale);
    p.setPen(QPen(hatchColour(colour), 1.2));
    drawTile(p, cloth.hatch, kTile);
  }
  QBrush brush(colour, tile);
  if (scale != 1)
    brush.setTransform(QTransform::fromScale(1 / scale, 1 / scale));  // plain textures paint much faster
  return brush;
}

void strokeHatch(QPainter& painter, PolygonView p, Hatch hatch, double spacing, const QPen& pen) {
  constexpr double kQuarter = 0.78539816339744831;
  painter.setPen(pen);
  switch (hatch) {
    case Hatch::Plain:
      break;
    case Hatch::Rising:
      strokeFamily(painter, p, -kQuarter, spacing, 0);
      break;
    case Hatch::Falling:
      strokeFamily(painter, p, kQuarter, spacing, 0);
      break;
    case Hatch::Level:
      strokeFamily(painter, p, 0, spacing, 0);
      break;
    case Hatch::Upright:
      strokeFamily(painter, p, 2 * kQuarter, spacing, 0);
      break;
    case Hatch::Crossed:
      strokeFamily(painter, p, 0, spacing * 1.4, 0);
      strokeFamily(painter, p, 2 * kQuarter, spacing * 1.4, 0);
      break;
    case Hatch::Dots:
      strokeFamily(painter, p, 0, spacing, spacing * 0.12);
      break;
    case Hatch::Plus:
      strokeFamily(painter, p, 0, spacing, spacing * 0.45);
      break;
    case Hatch::Waves:
      strokeFamily(painter, p, kQuarter / 2, spacing, spacing * 0.7);
      break;
    case Hatch::Bricks:
      strokeFamily(painter, p, 0, spacing, 0);
      strokeFamily(painter, p, 2 * kQuarter, spacing * 2, spacing * 0.9);
      break;
  }
}

}  // namespace clathra
