// One template that serves two shapes: cut round it with some of its lines left out, their neighbours run on
// until they meet.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/layout.hpp"

namespace clathra {

struct TemplateServes {
  std::uint16_t shape = 0;  ///< of the template
  int hand = 0;
  std::uint16_t other = 0;  ///< that it serves too
  int otherHand = 0;
  std::vector<std::size_t> leftOut;  ///< sides of the template's shape as the tally lists them, from 0
};

/// All pairs of the layout's straight, convex shapes of up to 12 sides, with as few lines left out as go. An
/// allowance moves all lines by the same, so what holds for papers holds for patches.
std::vector<TemplateServes> templatesThatServe(const Layout& layout);

/// The sides of `from` to leave out so that it becomes `to`, turned as need be but not turned over; empty
/// where none do. Straight, convex outlines of up to 12 sides.
std::vector<std::size_t> sidesToLeaveOut(PolygonView from, PolygonView to);

/// The outline with some sides left out, none beside another, and their neighbours run on until they meet;
/// empty where they do not.
Polygon withSidesLeftOut(PolygonView outline, const std::vector<std::size_t>& sides);

}  // namespace clathra
