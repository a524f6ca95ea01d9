// How many papers are in use at once: the number that has to be made where papers are used again.
//
// Papers are covered in a planned order and sewn to all that are there already. A paper comes out when the
// pieces at all of its sides are there, and none of its sides is an outer edge, which is kept flat until the
// border or the mounting. What is counted is taken before papers come out at a step.
//
// Guarantees:
//  1 the counts are those of laying the papers down one after the other by hand;
//  2 one more covered ahead never needs fewer papers;
//  3 the kinds' peaks add up to the whole's peak or more.
#pragma once
#include <map>
#include <vector>

#include "layout/derived.hpp"
#include "layout/unit.hpp"
#include "model/project.hpp"

namespace clathra {

/// All that papers at once, papers to make and their sheets are worked out from.
struct PaperInput {
  std::shared_ptr<const Geometry> geometry;
  std::vector<PieceUnit> units;
  bool grown = false;  ///< by hand from a single piece
  int times = 1;       ///< that it is made
  PaperWishes papers;
  PaperBox box;
  friend bool operator==(const PaperInput&, const PaperInput&) = default;
};
PaperInput paperInput(const Project& project, std::shared_ptr<const Geometry> geometry, PaperBox box);

enum class SewingOrder { Rings, Rows, Units };
const char* orderId(SewingOrder order);  ///< rings, rows, units

/// Units where at least half of the pieces belong to one, rings where the layout grows from a middle, else
/// rows.
SewingOrder plannedOrder(const PaperInput& in);

/// The pieces as they are sewn on. Rings: from the middle outwards, each clockwise, beginning at a piece that
/// most pieces of the rings before hold (a ring that begins so needs fewer papers). Rows: from the top, each
/// from the left. Units: one after the other, then what belongs to none.
std::vector<std::uint32_t> piecesInOrder(const PaperInput& in, SewingOrder order);

using PaperKind = std::pair<std::uint16_t, int>;  ///< shape and hand

struct AtOnce {
  int total = 0;
  std::map<PaperKind, int> perKind;
  std::size_t step = 0;  ///< the first at which the total is reached
};
/// With so many covered ahead of the needle. O(pieces + seams).
AtOnce papersAtOnce(const Geometry& geometry, const std::vector<std::uint32_t>& order, int ahead = 0);

}  // namespace clathra
