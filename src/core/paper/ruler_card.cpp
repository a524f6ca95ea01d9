#include "paper/ruler_card.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "layout/piece_sides.hpp"
#include "shape/strip.hpp"

namespace clathra {

namespace {

RulerCut cutOf(double exact, double mark) {
  return {exact, mark * std::round(exact / mark)};
}

bool isParallelogram(PolygonView p) {
  return p.size() == 4 && distance(p[0] + p[2], p[1] + p[3]) < 1e-3;
}

RulerRow rowOf(const Shape& shape, int hand, double mark, double border) {
  const Polygon p = handedOutline(shape, hand);
  RulerRow row;
  row.hand = hand;
  row.edge = shape.edge;
  double grown = 1;  // of the edge that names the size
  if (isParallelogram(p)) {
    // The strip lies along the longer side.
    const double a = std::max(distance(p[0], p[1]), distance(p[1], p[2])),
                 b = std::min(distance(p[0], p[1]), distance(p[1], p[2]));
    const double square = area(p) / (a * b);  // the sine of its angle
    row.strip = cutOf(b * square, mark);
    row.crossCuts = true;
    row.cross = cutOf(a * square, mark);
    row.angle = Angle::radians(std::asin(std::min(1.0, square)));
    // The shorter side follows from the strip, the longer one from the cross-cuts.
    grown = std::abs(shape.edge - a) <= std::abs(shape.edge - b) ? row.cross.marked / row.cross.exact
                                                                 : row.strip.marked / row.strip.exact;
  } else if (p.size() == 3 && shape.symmetry.turns == 3) {
    row.strip = cutOf(2 * area(p) / shape.edge, mark);
    row.crossCuts = true;
    row.cross = cutOf(2 * area(p) / shape.edge, mark);
    row.angle = Angle::degrees(60);
    row.alternate = true;
    grown = row.strip.marked / row.strip.exact;
  } else {
    double height = 1e300;
    for (const StripLay& lay : stripLays(p, true)) height = std::min(height, lay.height);
    row.strip = cutOf(height, mark);
    grown = row.strip.marked / row.strip.exact;
  }
  row.edgeOff = shape.edge * (grown - 1);
  row.borderOff = border * (grown - 1);
  return row;
}

}  // namespace

RulerCard rulerCard(const Layout& layout, LengthUnit unit) {
  RulerCard out;
  out.mark = unit == LengthUnit::Inch ? 25.4 / 8 : 1;
  out.border = std::max(layout.finished.width(), layout.finished.height());
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout.pieces) kinds.insert({p.shape, p.hand});
  for (const auto& [shape, hand] : kinds) {
    if (layout.shapes[shape].curved()) {  // traced round a template
      RulerRow row;
      row.edge = layout.shapes[shape].edge;
      row.shape = shape;
      row.hand = hand;
      const Box b = bounds(layout.shapes[shape].outline);
      row.strip = cutOf(b.height(), out.mark);
      out.rows.push_back(row);
      continue;
    }
    RulerRow row = rowOf(layout.shapes[shape], hand, out.mark, out.border);
    row.shape = shape;
    out.rows.push_back(row);
  }
  return out;
}

}  // namespace clathra
