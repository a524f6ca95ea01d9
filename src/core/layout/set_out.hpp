// Setting out copies of a unit with a path between them: how far apart they must lie, and which pieces the
// path takes.
//
// The path's shape fills the plane by moves alone (a parallelogram, or six sides of which opposite ones are
// equal), so that its places are cells of a grid; two cells are neighbours if they share a corner. Among all
// ways to move the unit that leave at least `apart` cells between any two copies, the one with the fewest
// cells of path to a unit is taken; of equal ones the most compact.
//
// Guarantees:
//  1 no two copies, nor a copy and the path, overlap, and no gap is left between them;
//  2 between any two copies lie at least `apart` cells;
//  3 no other moves of the unit have fewer cells of path to a unit.
#pragma once
#include <optional>
#include <vector>

#include "layout/layout.hpp"
#include "progress.hpp"
#include "result.hpp"

namespace clathra {

struct SetOutAsk {
  int across = 2, down = 2;
  int apart = 1;          ///< pieces of path between two copies, 1 to kMostApart
  bool allRound = false;  ///< the path runs round the whole too
};
inline constexpr int kMostApart = 6;
inline constexpr int kMostSetOut = 60;  ///< copies across or down

struct SettingOut {
  std::vector<Point> moves;   ///< of each copy from the unit itself, row by row; one of them is none at all
  std::vector<Polygon> path;  ///< mm, in the order of rows
  int pathToAUnit = 0;        ///< in an endless layout
};

/// Shapes of the layout whose pieces could be a path for this unit: those of its own and those that touch it.
std::vector<std::uint32_t> pathPiecesFor(const Layout& layout, const std::vector<std::uint32_t>& unit);

/// `cell`: the piece whose copies make the path. Errors: its shape does not fill the plane by moves alone,
/// the unit is not made up of whole cells of it, counts out of range, too many pieces; cancelled.
[[nodiscard]] Result<SettingOut> setOut(const Layout& layout, const std::vector<std::uint32_t>& unit,
                                        std::uint32_t cell, const SetOutAsk& ask,
                                        const Progress& progress = {});

}  // namespace clathra
