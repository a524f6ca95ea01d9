// Pictures are carried as bytes; core only looks at their headers.
#pragma once
#include <cstdint>
#include <memory>
#include <span>
#include <vector>

#include "result.hpp"

namespace clathra {

using Bytes = std::vector<std::uint8_t>;

/// A PNG picture. The bytes are shared by all copies of a project.
struct Picture {
  std::shared_ptr<const Bytes> png;
  int width = 0, height = 0;  ///< pixels
  friend bool operator==(const Picture& a, const Picture& b) {
    return a.width == b.width && a.height == b.height &&
           (a.png == b.png || (a.png && b.png && *a.png == *b.png));
  }
};

inline constexpr std::int64_t kMostPixels = 60'000'000;  ///< a picture decoded from more would be a bomb
inline constexpr std::size_t kMostPictureBytes = 100'000'000;

/// Reads the header of a PNG. Errors: not a PNG, no pixels, more than kMostPixels.
[[nodiscard]] Result<Picture> pictureFromPng(Bytes png);

}  // namespace clathra
