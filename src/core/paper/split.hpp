// A paper that is larger than the page, parted along straight lines; parts are glued together on tabs.
//
// Guarantees:
//  1 each part with its tabs lies in the room;
//  2 parts without their tabs make up the paper and overlap nowhere;
//  3 a tab's line and the edge that is glued up to it are the same line of the paper.
#pragma once
#include <optional>
#include <utility>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

inline constexpr double kGlueTab = 10;  ///< mm
/// Marks on joining lines lie at these shares of them.
inline constexpr double kJoinMarks[] = {0.25, 0.75};

struct PaperPart {
  Polygon outline;  ///< with its tabs, mm, the room's corner at the origin
  Polygon own;      ///< without them
  std::vector<std::pair<Point, Point>> tabs, joins;
};

/// In the turn that takes the fewest parts, of those then the one with the shortest joins. Nothing where a
/// line would go through the outline more than once, or more than `kMostParts` were needed.
std::optional<std::vector<PaperPart>> splitPaper(PolygonView outline, const Box& room);
inline constexpr int kMostParts = 64;

}  // namespace clathra
