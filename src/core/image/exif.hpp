// What a picture's head says beside its pixels: the turn that a camera noted, and the scale.
#pragma once
#include <cstdint>
#include <optional>
#include <span>

namespace clathra {

struct PictureNotes {
  int turn = 1;               ///< EXIF orientation, 1 to 8
  std::optional<double> dpi;  ///< JFIF density, or EXIF resolution
};
/// Notes that are broken are passed over. Source: JFIF 1.02, EXIF 2.3 (tags 0x0112, 0x011A, 0x0128).
PictureNotes jpegNotes(std::span<const std::uint8_t> bytes);

/// Of an EXIF block alone, from its byte order on.
PictureNotes exifNotes(std::span<const std::uint8_t> block);

}  // namespace clathra
