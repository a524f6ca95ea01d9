// A decoded picture.
#pragma once
#include <cstdint>
#include <vector>

namespace clathra {

/// Pixels of eight bits, red, green, blue and opacity, row by row from the top.
struct Raster {
  int width = 0, height = 0;
  std::vector<std::uint8_t> rgba;
  const std::uint8_t* at(int x, int y) const {
    return rgba.data() +
           4 * (static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x));
  }
};

}  // namespace clathra
