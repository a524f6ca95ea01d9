// Units: sets of pieces that are named, repeated, placed and exchanged together.
#pragma once
#include <cstdint>
#include <functional>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "layout/layout.hpp"
#include "layout/piece_index.hpp"
#include "layout/seams.hpp"

namespace clathra {

struct OpenEdge;

/// One unit. Those of one name are of one kind, told apart by their numbers.
struct PieceUnit {
  std::string name;
  int number = 1;
  std::vector<PieceKey> pieces;  ///< rising; those that are not in the layout now are kept for later
  friend bool operator==(const PieceUnit&, const PieceUnit&) = default;
};
inline constexpr std::size_t kMostUnits = 20'000;
inline constexpr std::size_t kMostInUnit = 2'000;

std::string unitTitle(const PieceUnit& unit);  ///< "Lantern 3"

/// The unit that each unit is a part of: the smallest one that holds all of its pieces; -1 for none. Units
/// hold each other or share no piece.
std::vector<int> outerUnits(const std::vector<PieceUnit>& units);

/// Which unit each piece of the layout belongs to, the innermost one; -1 for none.
std::vector<int> unitsOfPieces(const Layout& layout, const std::vector<PieceUnit>& units);
/// The pieces of a unit that are in the layout, rising.
std::vector<std::uint32_t> piecesOf(const Layout& layout, const PieceUnit& unit);
/// The next number for a unit of that name.
int nextNumber(const std::vector<PieceUnit>& units, const std::string& name);

/// The outline round pieces that meet along seams. Absent if they make more than one, or enclose a hole.
std::optional<Polygon> joinedOutline(const Layout& layout, std::span<const std::uint32_t> pieces);

/// Sets of pieces that are copies of this one elsewhere in the layout, turned or mirrored, in reading order;
/// none shares a piece with another or with the set. Only sets that `may` be taken are.
std::vector<std::vector<std::uint32_t>> copiesInLayout(
    const Layout& layout, const PieceIndex& index, const std::vector<std::uint32_t>& pieces,
    const std::function<bool(const std::vector<std::uint32_t>&)>& may);

/// A copy of a set of outlines laid with one of its outer edges on an open edge.
struct UnitFit {
  std::vector<Polygon> outlines;  ///< in the order of the pieces
  bool mirrored = false;
  double joined = 0;  ///< mm that meet pieces
};
/// All that overlap nothing, the longest joined first, then unmirrored ones; at most `most`.
std::vector<UnitFit> unitFitsAt(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                                const OpenEdge& edge, const std::vector<std::uint32_t>& pieces,
                                std::size_t most = 24);

/// The outlines of pieces carried along by the pose that lays one outline on a congruent one; mirrored only
/// if there is no other way. Absent if the outlines are not congruent.
std::optional<std::vector<Polygon>> carried(const Layout& layout, const std::vector<std::uint32_t>& pieces,
                                            PolygonView from, PolygonView onto);

}  // namespace clathra
