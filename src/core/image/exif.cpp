#include "image/exif.hpp"

#include <algorithm>
#include <cstring>

#include "measure/length.hpp"

namespace clathra {

namespace {

/// Numbers at places in a block, either byte order; what lies beyond reads as 0.
class Block {
 public:
  Block(std::span<const std::uint8_t> bytes, bool little) : bytes_(bytes), little_(little) {}
  std::uint32_t two(std::size_t at) const {
    return little_ ? one(at) | one(at + 1) << 8 : one(at) << 8 | one(at + 1);
  }
  std::uint32_t four(std::size_t at) const {
    return little_ ? two(at) | two(at + 2) << 16 : two(at) << 16 | two(at + 2);
  }

 private:
  std::uint32_t one(std::size_t at) const { return at < bytes_.size() ? bytes_[at] : 0; }
  std::span<const std::uint8_t> bytes_;
  bool little_;
};

void readExif(std::span<const std::uint8_t> tiff, PictureNotes& out) {
  if (tiff.size() < 8) return;
  const Block in(tiff, tiff[0] == 'I');
  const std::size_t directory = in.four(4);
  const std::size_t entries = std::min<std::size_t>(in.two(directory), 200);
  double resolution = 0;
  std::uint32_t unit = 2;
  for (std::size_t i = 0; i < entries; ++i) {
    const std::size_t entry = directory + 2 + 12 * i;
    const std::uint32_t tag = in.two(entry);
    if (tag == 0x0112) {
      const int turn = static_cast<int>(in.two(entry + 8));
      if (turn >= 1 && turn <= 8) out.turn = turn;
    } else if (tag == 0x011A) {
      const std::size_t at = in.four(entry + 8);
      const double by = in.four(at + 4);
      if (by > 0) resolution = in.four(at) / by;
    } else if (tag == 0x0128) {
      unit = in.two(entry + 8);
    }
  }
  if (resolution > 1 && !out.dpi) out.dpi = unit == 3 ? resolution * kMmPerInch / 10 : resolution;
}

void readJfif(std::span<const std::uint8_t> block, PictureNotes& out) {
  const Block in(block, false);
  const double density = in.two(8);
  if (density <= 1) return;
  if (block[7] == 1) out.dpi = density;
  if (block[7] == 2) out.dpi = density * kMmPerInch / 10;
}

}  // namespace

PictureNotes jpegNotes(std::span<const std::uint8_t> bytes) {
  PictureNotes out;
  // Markers with their lengths follow each other until the scan begins.
  for (std::size_t at = 2; at + 4 <= bytes.size() && bytes[at] == 0xFF;) {
    const std::uint8_t marker = bytes[at + 1];
    const std::size_t length = static_cast<std::size_t>(bytes[at + 2]) << 8 | bytes[at + 3];
    if (marker == 0xDA || length < 2 || at + 2 + length > bytes.size()) break;
    const auto block = bytes.subspan(at + 4, length - 2);
    if (marker == 0xE0 && block.size() >= 12 && std::memcmp(block.data(), "JFIF", 5) == 0)
      readJfif(block, out);
    if (marker == 0xE1 && block.size() > 6 && std::memcmp(block.data(), "Exif\0", 6) == 0)
      readExif(block.subspan(6), out);
    at += 2 + length;
  }
  return out;
}

PictureNotes exifNotes(std::span<const std::uint8_t> block) {
  PictureNotes out;
  readExif(block, out);
  return out;
}

}  // namespace clathra
