// In which order pieces are numbered. Numbers are places in Layout::pieces, so a numbering is an order of
// them.
#pragma once
#include "layout/layout.hpp"
#include "layout/seams.hpp"
#include "layout/unit.hpp"

namespace clathra {

const std::vector<std::string>& numberingNames();  ///< rows, outside, rings

/// How many seams each piece lies from the rim (0: at it) or from the pieces nearest the middle; pieces that
/// nothing joins to it come last, with one more than the most.
std::vector<int> depthsFromRim(const Layout& layout, const SeamGraph& graph);
std::vector<int> depthsFromMiddle(const Layout& layout, const SeamGraph& graph);

/// The same layout with its pieces in the order of the numbering, wherever it lies.
Layout renumbered(Layout layout, Numbering numbering, const std::vector<PieceUnit>& units = {});
/// The same layout with its pieces in a given order of places; `order` holds each of 0 to n - 1 once.
Layout inOrder(Layout layout, const std::vector<std::uint32_t>& order);

}  // namespace clathra
