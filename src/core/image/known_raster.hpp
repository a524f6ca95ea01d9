// The pixels of a project's picture, decoded once for all that is asked of it.
//
// Guarantees:
//  1 the same picture gives the same pixels as decoding it would, whoever asks and from whatever thread;
//  2 at most kKnownRasterBytes are held, and the pixels asked for last; nothing of a picture that no project
//    has any more once another is asked for.
#pragma once
#include <memory>

#include "image/decode.hpp"

namespace clathra {

inline constexpr std::size_t kKnownRasterBytes = 128'000'000;

/// Errors: as decodeImage.
[[nodiscard]] Result<std::shared_ptr<const Raster>> knownRaster(const std::shared_ptr<const Bytes>& png,
                                                                const Progress& progress = {});

}  // namespace clathra
