// Small changes of a layout: what a few pieces more or less change, worked out from what was there rather
// than anew. Each answer equals the one that is worked out from nothing (up to rounding, and to which corners
// of seams are in use); where that cannot be promised cheaply, the answer is absent and the caller starts
// from nothing.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "layout/arrangement.hpp"
#include "layout/piece_index.hpp"
#include "layout/seams.hpp"
#include "renumbering.hpp"

namespace clathra {

/// More pieces than this changed at once are no small change.
inline constexpr std::size_t kMostChanged = 96;

/// How the pieces of one layout are numbered in another, where their common pieces follow each other in the
/// same order. Pieces are the same if key and outline are. Absent for more than kMostChanged others, where
/// pieces changed their order, and where one kept its key but not its outline.
std::optional<Renumbering> changeBetween(const Layout& before, const Layout& after);

/// The layout of recipe `now`, from that of recipe `was`. Absent unless both lay out the outline, numbered by
/// rows, and differ in a few pieces taken or added by hand that change neither the kinds of shapes nor how
/// these are called and stand.
std::optional<Layout> changedLayout(const Layout& before, const Arrangement& arrangement, const Recipe& was,
                                    const Recipe& now, const KnownOfLayout& known = {});

/// The seam graph after a change: only the seams of pieces near what changed are looked for anew.
SeamGraph changedSeams(const SeamGraph& graph, const Layout& after, const Renumbering& change,
                       const PieceIndex& indexAfter);

/// Pieces of `layout` whose outlines may come within `reach` mm of piece or outline circles given as centre
/// and radius; rising.
struct Circle {
  Point centre;
  double radius = 0;
};
std::vector<std::uint32_t> piecesNear(const Layout& layout, const PieceIndex& index,
                                      const std::vector<Circle>& circles, double reach);
/// Pieces of the layout after a change that touch, or nearly, what is gone, and what is fresh; rising.
std::vector<std::uint32_t> piecesBeside(const Layout& before, const Layout& after,
                                        const PieceIndex& indexAfter, const Renumbering& change);
/// The circle about a piece's centre that holds it.
Circle circleOf(const Layout& layout, std::size_t piece);

}  // namespace clathra
