// A swatch made ready for looking at its repeat: small, in Lab, its light evened, with a mask of what counts.
// Internal to image/: it shows the picture library's types.
#pragma once
#include <opencv2/core.hpp>

#include "image/raster.hpp"

namespace clathra::repeats {

struct Field {
  std::vector<cv::Mat> channels;  ///< CV_32F: L, a, b without the light, about zero
  cv::Mat mask;                   ///< CV_32F, 1 where the picture counts, else 0
  double scaleX = 1, scaleY = 1;  ///< pixels of the picture for each of the field
  int width() const { return mask.cols; }
  int height() const { return mask.rows; }
};

/// Shrunk to `longest` pixels along its longer side if it is larger.
Field fieldOf(const Raster& picture, int longest);
/// The same at half its size, a little blurred.
Field halved(const Field& field);

/// A slight perspective about the middle of a field: a point x of it, from the middle, lies straightened at
/// x / (1 + p · x).
struct Perspective {
  cv::Point2d p;
  cv::Point2d straight(cv::Point2d x) const { return x * (1 / (1 + p.dot(x))); }
  cv::Point2d seen(cv::Point2d u) const { return u * (1 / (1 - p.dot(u))); }
};
/// The field as it would be seen from straight above.
Field straightened(const Field& field, const Perspective& by);

}  // namespace clathra::repeats
