// Look-alikes of a whole layout: pairs of shapes, and single shapes in a wrong turn, that differ by little.
#pragma once
#include <vector>

#include "layout/layout.hpp"
#include "shape/look_alike.hpp"

namespace clathra {

struct AlikePair {
  std::uint16_t one = 0, other = 0;  ///< shapes; the same for one that is turned or turned over
  LaidOn laid;
  bool self() const { return one == other; }
  /// The one of the two with fewer papers: less work to mark, or to cut from card of another colour.
  std::uint16_t fewer = 0;
};

/// More shapes than this are no longer told apart by eye anyway.
inline constexpr std::size_t kMostAlikeShapes = 60;

/// Pairs that differ by less than `limit` mm at the worst corner, nearest first.
std::vector<AlikePair> alikePairs(const Layout& layout, double limit);

}  // namespace clathra
