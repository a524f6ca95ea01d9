// What was changed by hand in a layout: pieces taken away and pieces added, kept beside the recipe so that
// edge, counts and sides can still change.
#pragma once
#include <optional>
#include <vector>

#include "layout/layout.hpp"

namespace clathra {

/// Keys of pieces added by hand have this part; their col counts them and is never used again.
inline constexpr std::int32_t kOwnPart = 1'000'000;

inline constexpr std::size_t kMostOwnCorners = 400;  ///< of one piece

struct OwnPiece {
  PieceKey key;
  Polygon outline;  ///< in edges: mm divided by the recipe's edge
  /// The piece of the arrangement in whose place it lies (a subdivision); it comes and goes with that place.
  std::optional<PieceKey> parent;
  friend bool operator==(const OwnPiece&, const OwnPiece&) = default;
};

struct HandWork {
  std::vector<PieceKey> taken;  ///< of the arrangement's own pieces, rising
  std::vector<OwnPiece> added;  ///< in the order they were added
  std::int32_t next = 0;        ///< col of the next key
  bool empty() const { return taken.empty() && added.empty(); }
  friend bool operator==(const HandWork&, const HandWork&) = default;
};

}  // namespace clathra
