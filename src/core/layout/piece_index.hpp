// Which pieces lie in a window of the layout, and which one under a point.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "groups.hpp"
#include "layout/layout.hpp"

namespace clathra {

/// A uniform grid over the pieces' boxes. Keeps no reference to the layout; ask with the one it was made for.
class PieceIndex {
 public:
  PieceIndex() = default;
  explicit PieceIndex(const Layout& layout);
  /// That of the layout after a change.
  PieceIndex changed(const Layout& after, const Renumbering& change) const;

  /// Pieces whose boxes touch the window, rising.
  std::vector<std::uint32_t> within(const Box& window) const;
  std::optional<std::uint32_t> at(const Layout& layout, Point p) const;
  /// The piece whose centre is nearest in direction `towards` (a unit vector) from the centre of `from`.
  std::optional<std::uint32_t> neighbour(const Layout& layout, std::uint32_t from, Point towards) const;
  const Box& bounds() const { return all_; }

 private:
  struct Cells {
    int left, right, top, bottom;
  };
  Cells cellsOf(const Box& b) const;
  std::size_t cellAt(int x, int y) const {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(columns_) + static_cast<std::size_t>(x);
  }

  Box all_;
  Point origin_;  ///< of the cells; pieces beyond them count to the outermost
  double cell_ = 1;
  int columns_ = 0, rows_ = 0;
  Groups pieces_;  ///< of each cell, rising
  SharedList<Box> boxes_;
};

/// What is known of a layout that is about to change, to save looking for it.
struct KnownOfLayout {
  const PieceIndex* places = nullptr;
  std::vector<std::uint32_t> taken;  ///< the pieces that are taken away, rising
};

}  // namespace clathra
