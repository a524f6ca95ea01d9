// Chance that is the same on every machine and at every time.
#pragma once
#include <cstdint>

namespace clathra {

/// 0 to 1, by a piece's number; `which` of several numbers of it.
inline double chanceOf(std::uint32_t piece, std::uint32_t which) {
  std::uint32_t h = piece * 2654435761U ^ (which + 1) * 2246822519U;  // multipliers by Knuth
  h ^= h >> 15;
  h *= 2246822519U;
  h ^= h >> 13;
  constexpr double kAll = 4294967296.0;
  return h / kAll;
}

}  // namespace clathra
