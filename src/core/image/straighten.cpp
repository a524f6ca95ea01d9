#include "image/straighten.hpp"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <random>

#include "image/light.hpp"
#include "measure/length.hpp"
#include "model/picture.hpp"

namespace clathra {

namespace {

cv::Mat matOf(const Raster& r) {
  return {r.height, r.width, CV_8UC4, const_cast<std::uint8_t*>(r.rgba.data())};
}

Raster rasterFrom(const cv::Mat& m) {
  Raster out{m.cols, m.rows, {}};
  out.rgba.resize(std::size_t(4) * std::size_t(m.cols) * std::size_t(m.rows));
  m.copyTo(cv::Mat(m.rows, m.cols, CV_8UC4, out.rgba.data()));
  return out;
}

cv::Point2f cvPoint(Point p) {
  return {static_cast<float>(p.x), static_cast<float>(p.y)};
}

/// Turns the same way at every corner, and by more than a hair.
bool isConvex(const std::array<Point, 4>& c) {
  constexpr double kHair = 4;  // px² of the triangle at a corner
  for (std::size_t i = 0; i < 4; ++i)
    if (cross(c[(i + 1) % 4] - c[i], c[(i + 2) % 4] - c[(i + 1) % 4]) < kHair) return false;
  return true;
}

}  // namespace

Result<Straightened> straightened(const Raster& photograph, const KnownRectangle& known,
                                  const Progress& progress) try {
  for (const double side : {known.width, known.height})
    if (!(side >= kLeastKnown && side <= kMostKnown))
      return fail("straighten-size", sizeArg(kLeastKnown), sizeArg(kMostKnown));
  for (const Point p : known.corners)
    if (!(p.x >= -0.5 && p.y >= -0.5 && p.x <= photograph.width + 0.5 && p.y <= photograph.height + 0.5))
      return fail("straighten-outside");
  if (!isConvex(known.corners)) return fail("straighten-crossed");
  // As many pixels to the mm as the longer of opposite sides has.
  const auto side = [&](std::size_t i, std::size_t k) {
    return distance(known.corners[i], known.corners[k]);
  };
  const double perMm = std::max(std::max(side(0, 1), side(3, 2)) / known.width,
                                std::max(side(0, 3), side(1, 2)) / known.height);
  const double wide = known.width * perMm, high = known.height * perMm;
  const std::vector<cv::Point2f> from{cvPoint(known.corners[0]), cvPoint(known.corners[1]),
                                      cvPoint(known.corners[2]), cvPoint(known.corners[3])};
  std::vector<cv::Point2f> to{{0, 0},
                              {static_cast<float>(wide), 0},
                              {static_cast<float>(wide), static_cast<float>(high)},
                              {0, static_cast<float>(high)}};
  // Pixels are named by their middles.
  std::vector<cv::Point2f> fromMiddles = from;
  for (cv::Point2f& p : fromMiddles) p -= cv::Point2f(0.5F, 0.5F);
  for (cv::Point2f& p : to) p -= cv::Point2f(0.5F, 0.5F);
  cv::Mat h = cv::getPerspectiveTransform(fromMiddles, to);
  // What of the photograph lies about the rectangle: its corners carried over, where they stay this side of
  // the horizon, and not farther than a few rectangles.
  constexpr double kReach = 6;
  const double reach = kReach * std::max(wide, high);
  double left = 0, top = 0, right = wide, bottom = high;
  for (const double y : {0.0, photograph.height / 2.0, photograph.height - 1.0})
    for (const double x : {0.0, photograph.width / 2.0, photograph.width - 1.0}) {
      const double w = h.at<double>(2, 0) * x + h.at<double>(2, 1) * y + h.at<double>(2, 2);
      if (w <= 1e-6) continue;
      const double u = (h.at<double>(0, 0) * x + h.at<double>(0, 1) * y + h.at<double>(0, 2)) / w,
                   v = (h.at<double>(1, 0) * x + h.at<double>(1, 1) * y + h.at<double>(1, 2)) / w;
      left = std::min(left, std::max(u, -reach));
      right = std::max(right, std::min(u, wide + reach));
      top = std::min(top, std::max(v, -reach));
      bottom = std::max(bottom, std::min(v, high + reach));
    }
  const int columns = static_cast<int>(std::ceil(right - left)),
            rows = static_cast<int>(std::ceil(bottom - top));
  if (static_cast<std::int64_t>(columns) * rows > kMostPixels) return fail("straighten-large");
  if (progress.cancelled()) return fail(kCancelled);
  const double x0 = std::floor(left), y0 = std::floor(top);
  cv::Mat out(rows, columns, CV_8UC4);
  constexpr int kBand = 128;  // rows at a time, to be stopped between them
  for (int row = 0; row < rows; row += kBand) {
    if (progress.cancelled()) return fail(kCancelled);
    cv::Mat band = out.rowRange(row, std::min(rows, row + kBand));
    const cv::Mat move = (cv::Mat_<double>(3, 3) << 1, 0, -x0, 0, 1, -y0 - row, 0, 0, 1);
    cv::warpPerspective(matOf(photograph), band, move * h, band.size(), cv::INTER_CUBIC, cv::BORDER_CONSTANT,
                        cv::Scalar(255, 255, 255, 255));
  }
  return Straightened{rasterFrom(out), perMm * kMmPerInch, {-x0, -y0}};
} catch (const cv::Exception&) {
  return fail("scan-no-memory");
}

Result<Raster> evened(const Raster& picture, const Progress& progress) try {
  // In linear light, where a lamp multiplies: what varies slowly over the whole picture is the lamp's.
  constexpr int kSmall = 96;
  if (picture.width < 8 || picture.height < 8) return picture;
  const LightTable table;
  cv::Mat light(picture.height, picture.width, CV_32F);
  for (int y = 0; y < picture.height; ++y)
    for (int x = 0; x < picture.width; ++x) {
      const auto* p = picture.at(x, y);
      light.at<float>(y, x) = table.red[p[0]] + table.green[p[1]] + table.blue[p[2]];
    }
  if (progress.cancelled()) return fail(kCancelled);
  cv::Mat small;
  cv::resize(light, small, cv::Size(kSmall, kSmall), 0, 0, cv::INTER_AREA);
  // A plane and its curvature through the logarithm, which a print's own figures sway least.
  cv::Mat a(kSmall * kSmall, 6, CV_64F), b(kSmall * kSmall, 1, CV_64F),
      weight(kSmall * kSmall, 1, CV_64F, cv::Scalar(1));
  for (int y = 0; y < kSmall; ++y)
    for (int x = 0; x < kSmall; ++x) {
      const double u = 2.0 * x / (kSmall - 1) - 1, v = 2.0 * y / (kSmall - 1) - 1;
      const double row[] = {1, u, v, u * u, u * v, v * v};
      for (int k = 0; k < 6; ++k) a.at<double>(y * kSmall + x, k) = row[k];
      b.at<double>(y * kSmall + x) = std::log(std::max(1e-3F, small.at<float>(y, x)));
    }
  cv::Mat fit;
  for (int round = 0; round < 8; ++round) {
    cv::Mat wa = a.clone(), wb = b.mul(weight);
    for (int k = 0; k < 6; ++k) wa.col(k) = wa.col(k).mul(weight);
    cv::solve(wa, wb, fit, cv::DECOMP_QR);
    const cv::Mat off = cv::abs(b - a * fit);
    for (int i = 0; i < off.rows; ++i) weight.at<double>(i) = std::sqrt(1 / (0.05 + off.at<double>(i)));
  }
  const auto at = [&](double u, double v) {
    const double row[] = {1, u, v, u * u, u * v, v * v};
    double sum = 0;
    for (int k = 0; k < 6; ++k) sum += fit.at<double>(k) * row[k];
    return sum;
  };
  double mean = 0;
  for (int y = 0; y < kSmall; ++y)
    for (int x = 0; x < kSmall; ++x) mean += at(2.0 * x / (kSmall - 1) - 1, 2.0 * y / (kSmall - 1) - 1);
  mean /= kSmall * kSmall;
  std::array<float, 256> linear;
  for (std::size_t i = 0; i < 256; ++i) linear[i] = static_cast<float>(linearOfLevel(static_cast<double>(i)));
  constexpr std::size_t kSteps = 4096;
  std::vector<std::uint8_t> levels(kSteps + 1);
  for (std::size_t i = 0; i <= kSteps; ++i)
    levels[i] = static_cast<std::uint8_t>(std::lround(levelOfLinear(static_cast<double>(i) / kSteps)));
  Raster out = picture;
  for (int y = 0; y < picture.height; ++y) {
    if (progress.cancelled()) return fail(kCancelled);
    for (int x = 0; x < picture.width; ++x) {
      const double gain =
          std::exp(mean - at(2.0 * x / (picture.width - 1) - 1, 2.0 * y / (picture.height - 1) - 1));
      auto* p = out.rgba.data() + 4 * (static_cast<std::size_t>(y) * static_cast<std::size_t>(out.width) +
                                       static_cast<std::size_t>(x));
      for (int c = 0; c < 3; ++c)
        p[c] = levels[static_cast<std::size_t>(std::clamp(linear[p[c]] * gain, 0.0, 1.0) * kSteps)];
    }
  }
  return out;
} catch (const cv::Exception&) {
  return fail("scan-no-memory");
}

Result<Raster> cropped(const Raster& picture, const Box& part) {
  const int left = std::clamp(static_cast<int>(std::lround(part.left)), 0, picture.width),
            top = std::clamp(static_cast<int>(std::lround(part.top)), 0, picture.height),
            right = std::clamp(static_cast<int>(std::lround(part.right)), 0, picture.width),
            bottom = std::clamp(static_cast<int>(std::lround(part.bottom)), 0, picture.height);
  constexpr int kLeast = 8;  // px
  if (right - left < kLeast || bottom - top < kLeast) return fail("crop-nothing");
  Raster out{right - left, bottom - top, {}};
  for (int y = top; y < bottom; ++y)
    out.rgba.insert(out.rgba.end(), picture.at(left, y),
                    picture.at(left, y) + 4 * static_cast<std::size_t>(out.width));
  return out;
}

PracticePhotoTaken practicePhoto(const PracticePhoto& photo,
                                 const std::function<void(Point mm, double levels[3])>& at) {
  const int columns = static_cast<int>(photo.width), rows = static_cast<int>(photo.height);
  const double cx = photo.width / 2, cy = photo.height / 2;
  // From a pixel to the cloth: leaning divides, then the cloth is turned.
  const auto cloth = [&](double x, double y) {
    const double u = x - cx, v = y - cy;
    const double w = 1 + photo.leanX * u / cx + photo.leanY * v / cy;
    return photo.middle + rotated({u / w / photo.perMm, v / w / photo.perMm}, -photo.tilt);
  };
  const auto pixel = [&](Point mm) {
    const Point d = photo.perMm * rotated(mm - photo.middle, photo.tilt);
    // u = d.x w, v = d.y w, w = 1 + leanX u / cx + leanY v / cy.
    const double w = 1 / (1 - photo.leanX * d.x / cx - photo.leanY * d.y / cy);
    return Point{cx + d.x * w, cy + d.y * w};
  };
  PracticePhotoTaken out;
  out.card = photo.card;
  const Point corners[] = {
      {0, 0}, {photo.card.width, 0}, {photo.card.width, photo.card.height}, {0, photo.card.height}};
  for (std::size_t i = 0; i < 4; ++i) out.card.corners[i] = pixel(photo.cardAt + corners[i]);
  const bool card = photo.card.width > 0 && photo.card.height > 0;
  std::mt19937 random(photo.seed);
  std::normal_distribution<double> normal(0, photo.noise > 0 ? photo.noise : 1);
  out.picture = {columns, rows, {}};
  out.picture.rgba.reserve(std::size_t(4) * std::size_t(columns) * std::size_t(rows));
  for (int y = 0; y < rows; ++y)
    for (int x = 0; x < columns; ++x) {
      double sum[3] = {0, 0, 0};
      for (const double sx : {0.25, 0.75})
        for (const double sy : {0.25, 0.75}) {
          const Point mm = cloth(x + sx, y + sy), on = mm - photo.cardAt;
          double levels[3] = {250, 249, 245};
          if (!card || on.x < 0 || on.y < 0 || on.x > photo.card.width || on.y > photo.card.height)
            at(mm, levels);
          for (int c = 0; c < 3; ++c) sum[c] += linearOfLevel(levels[c]) / 4;
        }
      const double fall =
          1 - photo.unevenness * (0.6 * x / columns + 0.4 * double(y) * y / (double(rows) * rows));
      for (const double light : sum) {
        const double level = levelOfLinear(light * fall) + (photo.noise > 0 ? normal(random) : 0);
        out.picture.rgba.push_back(static_cast<std::uint8_t>(std::lround(std::clamp(level, 0.0, 255.0))));
      }
      out.picture.rgba.push_back(255);
    }
  return out;
}

}  // namespace clathra
