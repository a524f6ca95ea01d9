// A drawing's lines laid into a piece, to draft it by them.
#pragma once
#include <vector>

#include "exchange/svg_reader.hpp"
#include "shape/overlay.hpp"

namespace clathra {

/// The straight and flattened lines of a drawing, laid into a box.
struct DrawnLines {
  std::vector<Line> lines;
  double enlarged = 1;  ///< 1 where the drawing's own size was kept
};
/// As large as drawn and centred if its box differs from `into` by no more than 1 mm, else scaled evenly to
/// fit.
DrawnLines drawnInto(const SvgDrawing& drawing, const Box& into);

}  // namespace clathra
