// Papers that were meant to meet and do not quite.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/piece_index.hpp"
#include "layout/seams.hpp"

namespace clathra {

/// An open edge with another piece's edge alongside it, nearer than kPapersDoNotMeet.
struct NearMiss {
  std::uint32_t piece = 0, other = 0;
  std::uint16_t edge = 0;  ///< of `piece`
  double miss = 0;         ///< mm between the two, at the middle of the open edge
  friend bool operator==(const NearMiss&, const NearMiss&) = default;
};

/// In the order of the outer edges.
std::vector<NearMiss> nearMisses(const Layout& layout, const SeamGraph& graph, const PieceIndex& index);
/// The same after a change of the layout: only edges near what changed are looked at.
std::vector<NearMiss> changedNearMisses(const std::vector<NearMiss>& before, const Layout& layoutBefore,
                                        const Layout& after, const SeamGraph& graphAfter,
                                        const PieceIndex& indexAfter, const Renumbering& change);

}  // namespace clathra
