// Two places of a picture that show the same, brought onto each other exactly.
#pragma once
#include "image/raster.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// The step from `one` to the place near `two` that looks most like it, to a fraction of a pixel: the best
/// normalised correlation of a patch about each, within `reach` pixels. Errors: the places lie too near the
/// picture's edge, or nothing there is alike.
[[nodiscard]] Result<Point> alikeStep(const Raster& picture, Point one, Point two, int reach = 12);

}  // namespace clathra
