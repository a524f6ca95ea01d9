// Fit to size: which counts and which edge make a top of a wanted width and height.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/arrangement.hpp"
#include "progress.hpp"

namespace clathra {

struct FitRow {
  Length edge;
  int across = 0, down = 0, rings = 0;
  double width = 0, height = 0;  ///< mm, finished
  double off = 0;                ///< mm, the differences in width and height added
  std::int64_t pieces = 0;       ///< each has a paper of its own
};

/// Edges that papers are commonly cut to: quarter inches from 1/2 in to 3 in, or 5 mm from 15 to 75 mm.
std::vector<Length> standardEdges(LengthUnit unit);

/// Edges round the one in use, for papers one cuts oneself: every 1/64 in, or 0.5 mm, within a quarter of it.
std::vector<Length> edgesRound(Length edge, LengthUnit unit);

/// The `most` nearest combinations, nearest first, fewer pieces first between equals. `recipe` gives the
/// sides. Sizes and numbers of pieces are measured on small patches and follow from there exactly. Errors: as
/// nearestSizes where no edge has any answer; no edges; cancelled.
[[nodiscard]] Result<std::vector<FitRow>> fitToSize(const Arrangement& arrangement, const Recipe& recipe,
                                                    double width, double height,
                                                    const std::vector<Length>& edges, std::size_t most = 12,
                                                    const Progress& progress = {});

/// A place to begin from. Finished sizes in mm, as commonly made.
struct UsualSize {
  const char* name;
  double width, height;
};
const std::vector<UsualSize>& usualSizes();

}  // namespace clathra
