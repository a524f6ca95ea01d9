#include "draw/cutter_painter.hpp"

#include <algorithm>

#include "draw/fonts.hpp"

namespace clathra {

void paintCutter(QPainter& painter, const QRectF& into, const CutterReport& report, const CutterMat& mat,
                 const CutterLook& look) {
  Box all{0, 0, mat.width, mat.height};
  for (const CutterPath& p : report.paths) all = unite(all, bounds(p.points));
  const double scale = std::min(into.width() / all.width(), into.height() / all.height());
  const QPointF origin(into.center().x() - scale * (all.left + all.right) / 2,
                       into.center().y() - scale * (all.top + all.bottom) / 2);
  const auto at = [&](Point p) { return origin + scale * QPointF(p.x, p.y); };
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(QPen(look.palette->line, 1.5));
  painter.setBrush(look.palette->paper);
  painter.drawRect(QRectF(at({0, 0}), at({mat.width, mat.height})));
  painter.setBrush(Qt::NoBrush);
  std::vector<bool> wrong(report.paths.size(), false);
  for (const auto* list : {&report.open, &report.doubled, &report.offMat})
    for (const auto i : *list) wrong[i] = true;
  for (const auto& [outer, inner] : report.outsideFirst) wrong[inner] = true;
  // Wrong ones above the others.
  for (const bool now : {false, true})
    for (std::size_t i = 0; i < report.paths.size(); ++i) {
      if (wrong[i] != now) continue;
      QPolygonF line;
      for (const Point p : report.paths[i].points) line << at(p);
      painter.setPen(QPen(now ? look.palette->madder : look.palette->sea, now ? 2.5 : 1.4,
                          now ? Qt::DashLine : Qt::SolidLine));
      if (report.paths[i].closed)
        painter.drawPolygon(line);
      else
        painter.drawPolyline(line);
    }
  painter.setFont(textFont(look.text, QFont::DemiBold));
  painter.setPen(look.palette->ink);
  for (std::size_t i = 0; i < report.paths.size(); ++i) {
    const CutterPath& p = report.paths[i];
    const Box b = bounds(p.points);
    if (std::min(b.width(), b.height()) * scale < 2.2 * look.text) continue;
    const QPointF middle = at(centroid(p.points));
    painter.drawText(QRectF(middle.x() - 40, middle.y() - 20, 80, 40), Qt::AlignCenter,
                     QString::number(i + 1));
  }
  painter.restore();
}

}  // namespace clathra
