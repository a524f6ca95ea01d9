// A photograph of cloth made true: straightened by four corners of a rectangle of known size that lies on it,
// its light evened, cropped.
//
// Guarantees:
//  1 lengths on the straightened picture are those of the cloth's plane: what is `width` mm wide on it is
//    width * dpi / 25.4 pixels wide, whichever way the camera looked;
//  2 corners that cross, lie on a line or outside the picture are refused, and so is what would need more
//    than kMostPixels;
//  3 evening the light leaves colours beside each other as different as they were.
#pragma once
#include <array>
#include <functional>

#include "image/raster.hpp"
#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A rectangle as a photograph shows it.
struct KnownRectangle {
  std::array<Point, 4> corners;      ///< pixels: upper left, then clockwise as it lies on the cloth
  double width = 210, height = 297;  ///< mm
};

struct Straightened {
  Raster picture;
  double dpi = 100;  ///< pixels to the inch of cloth
  Point rectangle;   ///< pixels: where its upper left corner came to lie
};
/// All of the photograph that lies within a rectangle's size round it, as finely as the photograph shows the
/// rectangle. Errors: corners that make no rectangle, sizes beyond kLeastKnown and kMostKnown; not enough
/// memory.
[[nodiscard]] Result<Straightened> straightened(const Raster& photograph, const KnownRectangle& known,
                                                const Progress& progress = {});
inline constexpr double kLeastKnown = 5, kMostKnown = 3'000;  ///< mm of a side

/// Takes light that falls off slowly out of a picture; its mean stays.
[[nodiscard]] Result<Raster> evened(const Raster& picture, const Progress& progress = {});

/// A part of it, pixels; as much of it as there is. Errors: nothing is left.
[[nodiscard]] Result<Raster> cropped(const Raster& picture, const Box& part);

/// How a practice photograph of a flat print is taken.
struct PracticePhoto {
  double width = 1400, height = 1000;  ///< pixels
  Angle tilt;                          ///< of the cloth, about the picture's middle
  double leanX = 0, leanY = 0;         ///< change of scale over half of the width and height
  double unevenness = 0;               ///< how much darker the far corner is: 0.3 is 30 %
  double noise = 0;                    ///< levels
  double perMm = 4;                    ///< pixels to the mm in the picture's middle
  Point middle;                        ///< of the photograph, mm on the print's picture
  KnownRectangle card{{}, 100, 60};    ///< a white card that lies on the print; without a size none does
  Point cardAt;                        ///< its upper left corner, mm on the print's picture
  std::uint32_t seed = 1;
};
struct PracticePhotoTaken {
  Raster picture;
  KnownRectangle card;  ///< as the photograph shows it
};
/// The stand-in camera: what `at` says of places of the cloth (red, green, blue levels), as a camera would
/// show it.
PracticePhotoTaken practicePhoto(const PracticePhoto& photo,
                                 const std::function<void(Point mm, double levels[3])>& at);

}  // namespace clathra
