// What the ways to finish a filling depend on, as a key to remember them by.
#pragma once
#include <cstdint>
#include <utility>

#include "layout/subdivide.hpp"

namespace clathra {

/// Of a set of covered triangles and the parts that are left.
struct StateHash {
  std::size_t operator()(const std::pair<std::uint64_t, std::uint64_t>& s) const {
    std::uint64_t h = s.first * 0x9E3779B97F4A7C15ull ^ (s.second + 0x7F4A7C15ull) * 0xC2B2AE3D27D4EB4Full;
    h ^= h >> 29;
    return static_cast<std::size_t>(h * 0xBF58476D1CE4E5B9ull);
  }
};

/// The parts that are left in one number, seven bits each.
inline std::uint64_t packed(const PartCounts& left) {
  std::uint64_t key = 0;
  for (const int n : left) key = key << 7 | static_cast<std::uint64_t>(n);
  return key;
}

}  // namespace clathra
