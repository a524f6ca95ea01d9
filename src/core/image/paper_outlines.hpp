// Papers that lie apart on a flatbed scan: where their edges are, to a fraction of a pixel.
//
// Levels are sRGB; edges lie where the linear light is halfway between the paper and what lies beside it. The
// light may be uneven and the ground darker or lighter than the papers; shadows beside them are no part of
// them.
#pragma once
#include <vector>

#include "image/raster.hpp"
#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A point of an outline as it was measured, mm from the picture's upper left corner, y down.
struct EdgePoint {
  Point at;
  Point outwards;  ///< of length 1
};

struct FoundOutline {
  Polygon rough;                  ///< mm, corners clockwise, to about half a millimetre
  std::vector<EdgePoint> points;  ///< along it, closely, in its order; none where there is no clear edge
  bool atBorder = false;          ///< the picture's border cuts it
};

/// Errors: the scale is none; the picture shows one even tone or noise alone gives no papers and no error.
[[nodiscard]] Result<std::vector<FoundOutline>> findPaperOutlines(const Raster& picture, double dpi,
                                                                  const Progress& progress = {});

inline constexpr double kLeastDpi = 40, kMostDpi = 4'800;

}  // namespace clathra
