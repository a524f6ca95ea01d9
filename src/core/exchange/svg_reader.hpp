// Lines out of an SVG drawing: what is drawn as straight or curved strokes, in mm, y down.
//
// Read are polygon, polyline, line, rect and path, in groups, with transforms; curves are flattened to
// 0.05 mm. Sizes follow the drawing's width, height and viewBox; a drawing without a unit counts 96 to the
// inch. Fills are plain colours, as attribute or style: #rgb, #rrggbb, rgb(), and the plainest names.
#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "model/cloth.hpp"
#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

struct SvgLine {
  std::vector<Point> points;
  bool closed = false;
  std::optional<Rgb> fill;  ///< where one is said, its own or its group's
  std::string layer = {};   ///< id of the outermost group that has one
};

struct SvgDrawing {
  std::vector<SvgLine> lines;
  std::vector<Message> unused;  ///< "3 texts": what was found and cannot be used
};

/// Errors: no SVG, entities of its own, deeper than 64 groups, more than 2 million points, a transform or
/// path that is none, coordinates that are no numbers or beyond 100 m; cancelled.
[[nodiscard]] Result<SvgDrawing> readSvg(std::string_view text, const Progress& progress = {});

}  // namespace clathra
