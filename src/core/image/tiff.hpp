// TIFF, as scanners write it. Used by decode.cpp alone.
#pragma once
#include "image/decode.hpp"

namespace clathra {

bool isTiff(ByteSpan bytes);
/// Of its first page, without a check of size. Absent if it is damaged.
std::optional<ImageFacts> tiffFacts(ByteSpan bytes);
/// Into pixels that were asked for already. False if it is damaged or of a kind that is not read.
bool decodeTiff(ByteSpan bytes, Raster& into);

}  // namespace clathra
