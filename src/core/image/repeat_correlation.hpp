// How well a swatch agrees with itself when it is moved. Internal to image/.
#pragma once
#include <optional>
#include <vector>

#include "image/repeat_field.hpp"

namespace clathra::repeats {

/// The correlation of a field with itself at every shift, normalised by what overlaps and is not masked
/// (Padfield, "Masked object registration in the Fourier domain", 2012).
class Correlation {
 public:
  explicit Correlation(const Field& field);
  /// -1 to 1; 0 where too little overlaps.
  float at(int dx, int dy) const;
  /// Share of the unmasked field that overlaps itself, 0 to 1.
  float overlap(int dx, int dy) const;
  /// Between the pixels.
  double at(cv::Point2d shift) const;
  int reachX() const { return reachX_; }
  int reachY() const { return reachY_; }
  /// The nearest place where it is greatest, to a fraction of a pixel, within `radius` of a shift.
  std::optional<cv::Point2d> peakNear(cv::Point2d shift, int radius) const;

 private:
  void put(int dx, int dy, double n, double num, double v1, double v2, double whole);
  void ofAll(const std::vector<cv::Mat>& channels, const cv::Mat& squares, const cv::Mat& crossed);
  void ofMasked(const cv::Mat& mask, const std::vector<cv::Mat>& channels, const cv::Mat& squares,
                const cv::Mat& crossed);
  cv::Mat ncc_, overlap_;  // the shift (0, 0) in the middle
  int reachX_ = 0, reachY_ = 0;
};

struct Peak {
  cv::Point2d shift;  ///< pixels; in the half plane y > 0, or y = 0 and x > 0
  double value = 0, overlap = 0;
};
/// The highest places first, at least `least` pixels from no shift at all.
std::vector<Peak> peaksOf(const Correlation& correlation, double least, std::size_t most);

/// How the parts of a field agree with what a shift brings over them.
struct Agreement {
  double low = 0;     ///< the share of detail that agrees least: its 10 % quantile
  double middle = 0;  ///< its median
  double bad = 1;     ///< share of the detail that does not agree
  cv::Mat map;   ///< by pixel of the field, CV_32F; NaN where nothing is brought over or there is no detail
  cv::Mat tone;  ///< how far the tones about a pixel differ, in Lab; NaN where nothing is brought over
};
/// What is asked of a field again and again.
struct Detail {
  explicit Detail(const Field& field);
  const Field& field;
  int block = 0;     ///< pixels: the side of a part
  cv::Mat own;       ///< the variance about each pixel, all channels together
  double usual = 0;  ///< its mean where nothing is masked
};
/// `jitter`: pixels that parts may lie off.
Agreement agreementOf(const Detail& detail, cv::Point2d shift, int jitter);
inline Agreement agreementOf(const Field& field, cv::Point2d shift, int jitter) {
  return agreementOf(Detail(field), shift, jitter);
}

}  // namespace clathra::repeats
