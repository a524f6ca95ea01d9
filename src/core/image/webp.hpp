// WebP, as the web and telephones write it. Used by decode.cpp alone.
#pragma once
#include "image/decode.hpp"

namespace clathra {

bool isWebp(ByteSpan bytes);
/// Of a picture that does not move, without a check of size. Absent if it is damaged or moves.
std::optional<ImageFacts> webpFacts(ByteSpan bytes);
/// Into pixels that were asked for already, before the noted turn. False if it is damaged.
bool decodeWebp(ByteSpan bytes, Raster& into);

}  // namespace clathra
