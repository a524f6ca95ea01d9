// The largest choice of spots of which no two conflict, for spots in an order in which conflicts are near.
#pragma once
#include <cstdint>
#include <vector>

#include "progress.hpp"

namespace clathra {

/// Spot i conflicts with the earlier spots before[i] (indices below i). `second` marks spots of the second
/// kind.
struct ConflictLine {
  std::vector<std::vector<std::uint32_t>> before;
  std::vector<bool> second;
};

inline constexpr std::int64_t kAnyEffort = INT64_MAX;

struct Choice {
  std::vector<std::uint32_t> spots;  ///< rising
  bool exact = true;
  int atMost = 0;  ///< a bound from above by sets of which at most one can be chosen
};

/// wanted < 0: as many as possible. Otherwise the choice of `wanted` spots whose last spot is earliest; fewer
/// if there are no more. With `halfEach`, half of the spots (rounded up to a pair) must be of each kind.
/// Exact by dynamic programming over the spots that can still conflict; beyond kMostStates it keeps the best
/// ones and says so, and once `effort` states were looked at it keeps but a few, so that it soon ends.
/// Cancelled work answers with an empty choice.
Choice chooseSpots(const ConflictLine& line, int wanted, bool halfEach, const Progress& progress,
                   std::int64_t effort = kAnyEffort);

inline constexpr std::size_t kMostStates = 60'000;

}  // namespace clathra
