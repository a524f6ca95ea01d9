// Which side of its shape each edge of a piece is.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/layout.hpp"

namespace clathra {

/// Sides are numbered as edgesOf gives them of the shape's outline in the piece's hand, corners likewise:
/// corner i begins side i. Where a shape's symmetry leaves a choice, it is the one of the piece's turn.
class PieceSides {
 public:
  explicit PieceSides(const Layout& layout);
  std::size_t side(const Piece& piece, std::size_t edge) const { return side_[piece.first + edge]; }
  /// Does a side of its shape begin at corner `at` of a piece? Inside an arc none does.
  bool isCorner(const Piece& piece, std::size_t at) const { return corner_[piece.first + at]; }

 private:
  std::vector<std::uint16_t> side_;
  std::vector<bool> corner_;
};

/// The outline of a piece's shape in its hand, as the tally lists its edges.
Polygon handedOutline(const Shape& shape, int hand);

}  // namespace clathra
