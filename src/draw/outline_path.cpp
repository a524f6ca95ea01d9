#include "draw/outline_path.hpp"

#include <cmath>

#include "shape/arcs.hpp"

namespace clathra {

namespace {

QPainterPath pathOf(PolygonView outline, const std::vector<OutlineEdge>& sides, double scale,
                    const std::function<QPointF(Point)>& toDevice) {
  QPainterPath path;
  const std::size_t n = outline.size();
  if (sides.empty()) return path;
  path.moveTo(toDevice(outline[sides.front().first]));
  for (const OutlineEdge& s : sides) {
    if (!s.isArc()) {
      path.lineTo(toDevice(outline[(s.first + 1) % n]));
      continue;
    }
    const QPointF centre = toDevice(s.centre);
    const QPointF from = toDevice(outline[s.first]) - centre,
                  on = toDevice(outline[(s.first + 1) % n]) - centre;
    const double radius = s.radius * scale;
    // Qt counts angles against the clock although y points down.
    const double start = -directionOf({from.x(), from.y()}).degrees();
    const bool clockwise = from.x() * on.y() - from.y() * on.x() > 0;
    const double sweep = Angle::radians(s.length / s.radius).degrees() * (clockwise ? -1 : 1);
    path.arcTo(QRectF(centre.x() - radius, centre.y() - radius, 2 * radius, 2 * radius), start, sweep);
  }
  path.closeSubpath();
  return path;
}

QPointF asIs(Point p) {
  return {p.x, p.y};
}

}  // namespace

QPainterPath outlinePath(PolygonView outline, double scale, const std::function<QPointF(Point)>& toDevice) {
  return pathOf(outline, edgesOf(outline), scale, toDevice);
}

QPainterPath outlinePath(PolygonView outline, const std::vector<OutlineEdge>& edges) {
  return pathOf(outline, edges, 1, asIs);
}

QPainterPath outlinePath(PolygonView outline) {
  return pathOf(outline, edgesOf(outline), 1, asIs);
}

}  // namespace clathra
