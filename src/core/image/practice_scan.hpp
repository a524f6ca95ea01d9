// The stand-in scanner: a picture of papers as a flatbed would give it, with what goes wrong at one. For
// practice without a scanner, and for tests, which know where every paper lies.
#pragma once
#include <cstdint>
#include <vector>

#include "image/raster.hpp"
#include "measure/angle.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// One paper on the glass, mm from the picture's upper left corner.
struct PaperOnGlass {
  Polygon outline;
  double light = 0.75;  ///< linear, 0 to 1
};

struct PracticeScan {
  double width = 210, height = 297;  ///< mm
  double dpi = 300;
  double ground = 0.06;      ///< linear light of the lid behind the papers
  Angle tilt;                ///< of all that lies on the glass, about its middle
  double blur = 0.5;         ///< pixels: the lens
  double noise = 0;          ///< standard deviation, in levels
  double unevenness = 0;     ///< how much darker the far corner is: 0.3 is 30 %
  double shadow = 0;         ///< how deep: 0.4 takes 40 % of the ground's light
  double shadowWidth = 1.2;  ///< mm
  std::uint32_t seed = 1;
};

/// Where a paper lies after the tilt.
Polygon onGlass(PolygonView outline, const PracticeScan& scan);

/// Coverage of pixels is exact to 1/64; light is mixed linearly and written as sRGB. Errors: there is not
/// enough memory.
[[nodiscard]] Result<Raster> practiceScan(const std::vector<PaperOnGlass>& papers, const PracticeScan& scan);

}  // namespace clathra
