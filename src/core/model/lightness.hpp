// How light a cloth looks: layouts are read by light and dark first.
#pragma once
#include "model/cloth.hpp"

namespace clathra {

/// CIE 1976 L* of an sRGB colour (IEC 61966-2-1, white D65): 0 black, 100 white.
double lightness(Rgb colour);
/// The grey of the same lightness.
Rgb greyOf(Rgb colour);

/// Neighbours whose lightness differs by less are hard to tell apart across a room (L*).
inline constexpr double kTooAlike = 8;

}  // namespace clathra
