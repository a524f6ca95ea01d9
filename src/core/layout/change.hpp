// Small changes of a layout: what a few pieces more or less change, worked out from what was there rather
// than anew. Each answer equals the one that is worked out from nothing (up to rounding); where that cannot
// be promised cheaply, the answer is absent and the caller starts from nothing.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "layout/arrangement.hpp"
#include "layout/seams.hpp"

namespace clathra {

/// More pieces than this changed at once are no small change.
inline constexpr std::size_t kMostChanged = 96;

/// What differs between two layouts whose common pieces follow each other in the same order.
struct LayoutChange {
  static constexpr std::uint32_t kGone = 0xffffffff;
  std::vector<std::uint32_t> gone;   ///< indices in the layout before, rising
  std::vector<std::uint32_t> fresh;  ///< indices in the layout after, rising
  std::vector<std::uint32_t> moved;  ///< for each piece before its index after, or kGone
};

/// Pieces are the same if key and outline are. Absent for more than kMostChanged others, where pieces changed
/// their order, and where one kept its key but not its outline.
std::optional<LayoutChange> changeBetween(const Layout& before, const Layout& after);

/// The layout of recipe `now`, from that of recipe `was`. Absent unless both lay out the outline, numbered by
/// rows, and differ in a few pieces taken or added by hand that change neither the kinds of shapes nor how
/// these are called and stand.
std::optional<Layout> changedLayout(const Layout& before, const Arrangement& arrangement, const Recipe& was,
                                    const Recipe& now);

/// The seam graph after a change: only the seams of pieces near what changed are looked for anew.
SeamGraph changedSeams(const SeamGraph& graph, const Layout& before, const Layout& after,
                       const LayoutChange& change);

/// Pieces of `layout` whose outlines may come within `reach` mm of piece or outline circles given as centre
/// and radius; rising. A coarse look through all pieces.
struct Circle {
  Point centre;
  double radius = 0;
};
std::vector<std::uint32_t> piecesNear(const Layout& layout, const std::vector<Circle>& circles, double reach);
/// The circle about a piece's centre that holds it.
Circle circleOf(const Layout& layout, std::size_t piece);

}  // namespace clathra
