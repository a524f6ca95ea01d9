// Colours as the eye sees them. Sources: IEC 61966-2-1 (sRGB), CIE 15 (Lab, white D65), Sharma, Wu and Dalal,
// "The CIEDE2000 color-difference formula", 2005.
#pragma once
#include <cstdint>

namespace clathra {

struct Lab {
  double l = 0, a = 0, b = 0;
};
/// Of sRGB levels, 0 to 255, not only whole ones.
Lab labOf(double red, double green, double blue);
/// How different two colours look: below 1 not to be seen, above 10 at a glance.
double deltaE2000(const Lab& one, const Lab& two);

}  // namespace clathra
