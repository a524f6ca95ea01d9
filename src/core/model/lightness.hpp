// How light a cloth looks: layouts are read by light and dark first.
#pragma once
#include <vector>

#include "model/cloth.hpp"

namespace clathra {

/// CIE 1976 L* of an sRGB colour (IEC 61966-2-1, white D65): 0 black, 100 white.
double lightness(Rgb colour);
/// The grey of the same lightness.
Rgb greyOf(Rgb colour);

/// How unlike two colours look: the distance in CIE 1976 L*a*b* (sRGB, white D65); 2.3 is just seen.
double colourDistance(Rgb a, Rgb b);

/// Colours nearer than `within` to a commoner one go with it: for each the place of the one that stands for
/// it.
std::vector<std::size_t> nearColours(const std::vector<Rgb>& colours, const std::vector<std::size_t>& counts,
                                     double within);
inline constexpr double kNearColour = 10;  ///< offered: shades that scans and drawing programs make of one

/// Neighbours whose lightness differs by less are hard to tell apart across a room (L*).
inline constexpr double kTooAlike = 8;

}  // namespace clathra
