#include "draw/motif_painter.hpp"

#include <QPainterPath>
#include <cmath>
#include <vector>

#include "draw/fonts.hpp"
#include "draw/hatch.hpp"
#include "draw/print_cut.hpp"
#include "motif/reference.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

constexpr double kSeam = 1.4;  // px

/// The painter draws in mm of the picture.
void fillWindow(QPainter& painter, const PrintCut& cut, PolygonView paper) {
  painter.setPen(Qt::NoPen);
  painter.setBrush(cut.brush());
  painter.drawPolygon(toQt(paper));
}

}  // namespace

SwatchPlace fittedSwatch(const Print& print, const QSize& pixels, const QRectF& into) {
  const double mm = 25.4 / print.dpi;
  const double w = pixels.width() * mm, h = pixels.height() * mm;
  SwatchPlace place;
  place.scale = std::min(into.width() / w, into.height() / h);
  place.origin = into.center() - QPointF(w, h) * place.scale / 2;
  return place;
}

void paintSwatch(QPainter& painter, const QImage& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const SwatchPlace& place, const QRectF& clip, const Palette& palette) {
  painter.save();
  painter.setClipRect(clip);
  const double mm = 25.4 / print.dpi;
  const QRectF all(place.origin, QSizeF(picture.width(), picture.height()) * mm * place.scale);
  painter.setRenderHint(QPainter::SmoothPixmapTransform);
  painter.drawImage(all, picture);
  QPainterPath veil;
  veil.addRect(all);
  QPolygonF window, allowance;
  for (const Point p : paper) window << place.toDevice(p);
  for (const Point p : patch) allowance << place.toDevice(p);
  veil.addPolygon(window);
  veil.closeSubpath();
  QColor dim = palette.panel;
  dim.setAlpha(150);
  painter.fillPath(veil, dim);
  // Dark on light lines read on any print.
  for (const auto& [colour, width] : {std::pair(QColor(Qt::white), 5.0), std::pair(QColor(0x1F2D38), 2.4)}) {
    QPen pen(colour, width);
    pen.setJoinStyle(Qt::MiterJoin);
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
    painter.drawPolygon(window);
    pen.setWidthF(width * 0.6);
    pen.setDashPattern({4, 3});
    painter.setPen(pen);
    painter.drawPolygon(allowance);
  }
  const Point c = centroid(paper), tip = paper[turningCorner(paper)];
  QPen guide(QColor(0x1B6A88), 2);
  guide.setDashPattern({6, 3, 1.5, 3});
  painter.setPen(guide);
  painter.drawLine(place.toDevice(tip), place.toDevice(c + (c - tip)));
  painter.setPen(QPen(QColor(Qt::white), 2));
  painter.setBrush(QColor(0x1B6A88));
  painter.drawEllipse(place.toDevice(c), 5, 5);
  painter.restore();
}

void paintUnit(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper, int copies,
               UnitKind kind, const QRectF& into, const Palette& palette) {
  if (copies < 1) return;
  const std::size_t tip = turningCorner(paper);
  const Point at = paper[tip];
  double reach = 0;
  for (const Point p : paper) reach = std::max(reach, distance(p, at));
  const Angle step = kWholeTurn / copies;
  // The edge that leaves the tip clockwise; mirrored copies are reflected in the line between neighbours.
  const Point edge = paper[(tip + 1) % paper.size()] - at;
  const double scale = std::min(into.width(), into.height()) / (2 * reach) * 0.98;
  const PrintCut cut = printCut(picture, print, bounds(paper), scale * painter.device()->devicePixelRatioF());
  painter.save();
  // Seams hide the steps of an edge: copies are filled without smoothing, which is faster, and all seams are
  // drawn at once.
  painter.setRenderHint(QPainter::Antialiasing, false);
  painter.setRenderHint(QPainter::SmoothPixmapTransform);
  painter.setPen(Qt::NoPen);
  painter.setBrush(cut.brush());
  const QPolygonF outline = toQt(paper);
  const QTransform whole = painter.transform();
  std::vector<QLineF> seams;
  for (int i = 0; i < copies; ++i) {
    QTransform pose;
    pose.translate(into.center().x(), into.center().y());
    pose.scale(scale, scale);
    pose.rotate((i * step).degrees());
    if (kind == UnitKind::Mirrored && i % 2 == 1) {
      // Reflect in the bisector of the corner, which swaps its two edges.
      const Point other = paper[(tip + paper.size() - 1) % paper.size()] - at;
      const Angle bisector = directionOf(1 / length(edge) * edge + 1 / length(other) * other);
      pose.rotate(bisector.degrees());
      pose.scale(1, -1);
      pose.rotate(-bisector.degrees());
    }
    pose.translate(-at.x, -at.y);
    painter.setTransform(pose * whole);
    painter.drawPolygon(outline);
    const QPolygonF drawn = pose.map(outline);
    for (int k = 0; k < drawn.size(); ++k) seams.emplace_back(drawn[k], drawn[(k + 1) % drawn.size()]);
  }
  painter.setTransform(whole);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(QPen(palette.paper, kSeam));
  painter.drawLines(seams.data(), static_cast<int>(seams.size()));
  painter.restore();
}

void paintWindow(QPainter& painter, const Picture& picture, const Print& print, PolygonView paper,
                 PolygonView patch, const QRectF& into, const WindowLook& look) {
  const Box b = bounds(patch);
  const double scale = std::min(into.width() / b.width(), into.height() / b.height());
  painter.save();
  painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
  painter.translate(into.center());
  painter.scale(look.behind ? -scale : scale, scale);
  painter.translate(-(b.left + b.right) / 2, -(b.top + b.bottom) / 2);
  // Printed pages are finer than their units: as fine as the picture is.
  fillWindow(painter, printCut(picture, print, b, print.dpi), patch);
  painter.setBrush(Qt::NoBrush);
  QPen dashed(Qt::black, 0.35);
  dashed.setDashPattern({5, 4});
  painter.setPen(dashed);
  painter.drawPolygon(toQt(patch));
  painter.setPen(QPen(Qt::black, 0.7));
  painter.drawPolygon(toQt(paper));
  painter.restore();
  if (!look.detail) return;
  const QPointF middle = into.center();
  const double side = look.behind ? -1 : 1;
  paintReference(painter, paper, *look.detail, 0.35, [&](Point p) {
    return middle + scale * QPointF(side * (p.x - (b.left + b.right) / 2), p.y - (b.top + b.bottom) / 2);
  });
}

void paintReference(QPainter& painter, PolygonView paper, Point detail, double unit,
                    const std::function<QPointF(Point)>& toDevice) {
  const Reference r = referenceOf(paper, detail);
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const QPointF at = toDevice(detail), middle = toDevice(centroid(paper));
  for (const auto& [colour, width] : {std::pair(QColor(Qt::white), 3.2), std::pair(QColor(0xA03C28), 1.4)}) {
    painter.setPen(QPen(colour, width * unit));
    painter.setBrush(Qt::NoBrush);
    for (const int corner : {r.first, r.second})
      painter.drawLine(at, toDevice(paper[static_cast<std::size_t>(corner)]));
    painter.drawEllipse(at, 4 * unit, 4 * unit);
  }
  // The corners' names outside the paper.
  constexpr double kNameScale = 8;  // fonts have whole pixel sizes: drawn larger and scaled
  const double size = 10 * unit;
  painter.setFont(textFont(std::max(1.0, size * kNameScale), QFont::Bold));
  for (const int corner : {r.first, r.second}) {
    const QPointF c = toDevice(paper[static_cast<std::size_t>(corner)]);
    QPointF out = c - middle;
    out /= std::max(1e-9, std::hypot(out.x(), out.y()));
    const QPointF place = c + out * size * 0.9;
    const QString name = QString::fromStdString(cornerName(corner));
    painter.save();
    painter.translate(place);
    painter.scale(1 / kNameScale, 1 / kNameScale);
    const QFontMetricsF m(painter.font());
    const QPointF start(-m.horizontalAdvance(name) / 2, m.capHeight() / 2);
    QPainterPath letters;
    letters.addText(start, painter.font(), name);
    painter.strokePath(letters, QPen(Qt::white, size * kNameScale * 0.22));
    painter.fillPath(letters, QColor(0xA03C28));
    painter.restore();
  }
  painter.restore();
}

}  // namespace clathra
