// Pieces that belong together by where they lie or what they are.
#pragma once
#include <cstdint>
#include <vector>

#include "model/project.hpp"

namespace clathra {

/// Pieces whose centres lie on the line through the centre of `piece` in `direction`, with it;
/// rising.
std::vector<std::uint32_t> rowOf(const Layout& layout, std::uint32_t piece, Angle direction);
/// Pieces of the same shape and hand that wear the same cloth, or any cloth; with `sameTurn` only those that
/// face the same way, as far as the shape's symmetry tells. Rising.
std::vector<std::uint32_t> alikeTo(const Project& project, std::uint32_t piece, bool anyCloth,
                                   bool sameTurn = false);

}  // namespace clathra
