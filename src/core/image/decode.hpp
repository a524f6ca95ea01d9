// Pictures from outside: looked at by their heads, bounded, then decoded whole or refused in a sentence.
//
// Guarantees:
//  1 no memory is asked for before the head was read and found within kMostPixels;
//  2 a picture that breaks off or is damaged inside is refused, never given in part;
//  3 deeper colours become eight bits, grey and palettes become colours; the turn that a camera noted is
//  carried
//    out.
#pragma once
#include <optional>
#include <span>
#include <string>

#include "image/raster.hpp"
#include "model/picture.hpp"
#include "progress.hpp"

namespace clathra {

struct ImageFacts {
  enum class Kind { Png, Jpeg, Tiff, Webp } kind = Kind::Png;
  int width = 0, height = 0;  ///< pixels, as it is seen: after the noted turn
  std::optional<double> dpi;  ///< where the file says so
  int turn = 1;               ///< 1 to 8, as EXIF numbers them; 1: as it lies
};

using ByteSpan = std::span<const std::uint8_t>;

/// From the head alone. Errors, as the end of a sentence: no PNG, JPEG, TIFF or WebP, no pixels, more than
/// kMostPixels.
[[nodiscard]] Result<ImageFacts> imageFacts(ByteSpan bytes);
/// Errors: as imageFacts; damaged; cancelled.
[[nodiscard]] Result<Raster> decodeImage(ByteSpan bytes, const Progress& progress = {});
/// Errors: there is not enough memory.
[[nodiscard]] Result<Bytes> encodePng(const Raster& raster, std::optional<double> dpi = {});
/// A picture file's bytes as a project keeps them: a PNG that decodes stays as it is, all else becomes one.
/// Errors: as decodeImage.
[[nodiscard]] Result<Picture> pictureFrom(Bytes bytes, const Progress& progress = {});

}  // namespace clathra
