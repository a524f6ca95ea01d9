// Templates for cloth: the paper's outline with its allowance, with a window to look through or plain to draw
// round.
#pragma once
#include <optional>

#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

struct ClothTemplate {
  std::uint16_t shape = 0;
  int hand = 0;
  bool window = false;       ///< the inside is cut out; else a line and holes at the paper's corners
  Polygon outer, inner;      ///< mm on the page
  std::vector<Point> holes;  ///< middles of the holes at the paper's corners
  std::vector<std::pair<Point, Point>>
      centreLines;  ///< mirror axes of the paper, from side to side of the patch
};
struct TemplatePage {
  std::vector<ClothTemplate> templates;
};
struct TemplatePlan {
  Page page;
  MarkedSide side = MarkedSide::Front;
  double allowance = 0;  ///< mm
  std::vector<TemplatePage> pages;
  std::vector<std::pair<std::uint16_t, int>> tooLarge;  ///< go on no page
};
inline constexpr double kHole = 2.4;  ///< mm across: a pencil's point goes through

/// Of each shape and hand a window and a plain one, `copies` of them, on as few pages as they go. Errors:
/// cancelled; more than 50 copies.
[[nodiscard]] Result<TemplatePlan> planTemplates(const Project& project, const Page& page, MarkedSide side,
                                                 int copies = 1, const Progress& progress = {});

}  // namespace clathra
