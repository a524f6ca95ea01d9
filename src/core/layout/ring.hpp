// Rings of equal pieces: how many close, and by how much they miss.
#pragma once
#include <optional>
#include <vector>

#include "layout/grow.hpp"

namespace clathra {

/// Copies of an outline joined edge to edge, each turned against the one before as the first two edges named:
/// does the ring close?
struct RingAnswer {
  int pieces = 0;   ///< nearest whole number for a full turn
  double miss = 0;  ///< mm between the last edge and the first; under 0.02 the ring closes
  Angle open;       ///< that is left open (positive) or overlap (negative)
};
/// Edge `in` of each copy lies on edge `out` of the one before; both must be equally long. Absent if they are
/// not, or if the copies run straight on.
std::optional<RingAnswer> ringOfCopies(PolygonView outline, std::size_t in, std::size_t out);

/// The ring that a chain of equal pieces begins: its last piece has the open edge, and meets the one before
/// it along another edge.
struct RingAhead {
  RingAnswer answer;
  std::vector<Polygon> missing;  ///< the copies that would close it, where it closes and they have room
};
/// Absent where the piece at the open edge has no equal neighbour, or the chain runs straight on.
std::optional<RingAhead> ringAhead(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                                   const OpenEdge& edge);

}  // namespace clathra
