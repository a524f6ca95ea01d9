#include "model/picture.hpp"

#include <algorithm>
#include <string>

namespace clathra {

Result<Picture> pictureFromPng(Bytes png) {
  static constexpr std::uint8_t magic[] = {0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
  // The first chunk of every PNG is IHDR, with width and height as its first two big-endian words.
  if (png.size() < 33 || !std::equal(std::begin(magic), std::end(magic), png.begin()))
    return fail("not-png-picture");
  const auto word = [&](std::size_t at) {
    return (std::int64_t{png[at]} << 24) | (png[at + 1] << 16) | (png[at + 2] << 8) | png[at + 3];
  };
  const std::int64_t width = word(16), height = word(20);
  if (width <= 0 || height <= 0) return fail("picture-no-pixels");
  if (width > kMostPixels || height > kMostPixels || width * height > kMostPixels)
    return fail("picture-x-pixels-most", width, height, kMostPixels / 1'000'000);
  return Picture{std::make_shared<const Bytes>(std::move(png)), static_cast<int>(width),
                 static_cast<int>(height)};
}

}  // namespace clathra
