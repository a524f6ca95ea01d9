#include "image/practice_scan.hpp"

#include <algorithm>
#include <opencv2/core.hpp>
#include <opencv2/imgproc.hpp>
#include <random>

#include "image/light.hpp"

namespace clathra {

namespace {

constexpr int kFine = 8;  // parts of a pixel each way

/// The share of each pixel that an outline covers, within its box.
cv::Mat coverage(PolygonView outline, double perMm, const cv::Rect& box) {
  cv::Mat fine = cv::Mat::zeros(box.height * kFine, box.width * kFine, CV_8U);
  constexpr int kShift = 8;
  std::vector<cv::Point> corners;
  for (const Point p : outline) {
    // OpenCV's corners are middles of fine pixels.
    const double x = (p.x * perMm - box.x) * kFine - 0.5, y = (p.y * perMm - box.y) * kFine - 0.5;
    corners.emplace_back(static_cast<int>(std::lround(x * (1 << kShift))),
                         static_cast<int>(std::lround(y * (1 << kShift))));
  }
  // Filled line by line of fine pixels: whole ones whose middle lies inside.
  for (int row = 0; row < fine.rows; ++row) {
    std::vector<double> crossings;
    const double y = double(row) * (1 << kShift);
    for (std::size_t i = 0; i < corners.size(); ++i) {
      const cv::Point a = corners[i], b = corners[(i + 1) % corners.size()];
      if ((a.y <= y) == (b.y <= y)) continue;
      crossings.push_back(a.x + (y - a.y) / double(b.y - a.y) * (b.x - a.x));
    }
    std::sort(crossings.begin(), crossings.end());
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2) {
      const int from = std::max(0, static_cast<int>(std::ceil(crossings[i] / (1 << kShift)))),
                to = std::min(fine.cols - 1, static_cast<int>(std::floor(crossings[i + 1] / (1 << kShift))));
      for (int x = from; x <= to; ++x) fine.at<std::uint8_t>(row, x) = 255;
    }
  }
  cv::Mat out, share;
  fine.convertTo(share, CV_32F, 1.0 / 255);
  cv::resize(share, out, cv::Size(box.width, box.height), 0, 0, cv::INTER_AREA);
  return out;
}

cv::Rect boxOf(PolygonView outline, double perMm, int cols, int rows, double more) {
  const Box b = bounds(outline);
  const int x0 = std::max(0, static_cast<int>(std::floor((b.left - more) * perMm)) - 1),
            y0 = std::max(0, static_cast<int>(std::floor((b.top - more) * perMm)) - 1),
            x1 = std::min(cols, static_cast<int>(std::ceil((b.right + more) * perMm)) + 1),
            y1 = std::min(rows, static_cast<int>(std::ceil((b.bottom + more) * perMm)) + 1);
  return {x0, y0, std::max(0, x1 - x0), std::max(0, y1 - y0)};
}

}  // namespace

Polygon onGlass(PolygonView outline, const PracticeScan& scan) {
  const Point middle{scan.width / 2, scan.height / 2};
  Polygon out;
  for (const Point p : outline) out.push_back(middle + rotated(p - middle, scan.tilt));
  return out;
}

Result<Raster> practiceScan(const std::vector<PaperOnGlass>& papers, const PracticeScan& scan) try {
  const double perMm = scan.dpi / 25.4;
  const int cols = static_cast<int>(std::lround(scan.width * perMm)),
            rows = static_cast<int>(std::lround(scan.height * perMm));
  cv::Mat light(rows, cols, CV_32F, cv::Scalar(scan.ground));
  if (scan.shadow > 0) {
    // The lamp stands to one side: what lies on the glass throws its shadow to the other.
    cv::Mat dark = cv::Mat::zeros(rows, cols, CV_32F);
    for (const PaperOnGlass& paper : papers) {
      const Polygon shade =
          translated(onGlass(paper.outline, scan), {scan.shadowWidth * 0.4, scan.shadowWidth});
      const cv::Rect box = boxOf(shade, perMm, cols, rows, scan.shadowWidth);
      if (box.empty()) continue;
      cv::Mat part = dark(box);
      cv::max(part, coverage(shade, perMm, box), part);
    }
    cv::GaussianBlur(dark, dark, cv::Size(), std::max(0.5, 0.35 * scan.shadowWidth * perMm));
    light = light.mul(1 - scan.shadow * dark);
  }
  for (const PaperOnGlass& paper : papers) {
    const Polygon outline = onGlass(paper.outline, scan);
    const cv::Rect box = boxOf(outline, perMm, cols, rows, 0);
    if (box.empty()) continue;
    const cv::Mat share = coverage(outline, perMm, box);
    cv::Mat part = light(box);
    part = part.mul(1 - share) + share * paper.light;
  }
  if (scan.blur > 0) cv::GaussianBlur(light, light, cv::Size(), scan.blur);
  // Levels of linear light and a bell curve, looked up: a page has nine million pixels.
  constexpr std::size_t kLevels = 1 << 14, kBell = 1 << 12;
  std::vector<float> levels(kLevels + 2), bell(kBell);
  for (std::size_t i = 0; i < levels.size(); ++i)
    levels[i] = static_cast<float>(levelOfLinear(double(i) / double(kLevels)));
  std::mt19937 random(scan.seed);
  std::normal_distribution<double> normal(0, scan.noise > 0 ? scan.noise : 1);
  for (float& b : bell) b = scan.noise > 0 ? static_cast<float>(normal(random)) : 0;
  std::uint64_t state = scan.seed * 0x9E3779B97F4A7C15ULL + 1;
  Raster out;
  out.width = cols;
  out.height = rows;
  out.rgba.resize(4 * static_cast<std::size_t>(cols) * static_cast<std::size_t>(rows), 255);
  for (int y = 0; y < rows; ++y) {
    const float* from = light.ptr<float>(y);
    std::uint8_t* to = out.rgba.data() + 4 * std::size_t(y) * std::size_t(cols);
    const double far = 0.4 * double(y) * y / (double(rows) * rows);
    for (int x = 0; x < cols; ++x, to += 4) {
      const double fall = 1 - scan.unevenness * (0.6 * x / cols + far);
      const double l = std::clamp(double(from[x]) * fall, 0.0, 1.0) * double(kLevels);
      const auto i = static_cast<std::size_t>(l);
      const double share = l - double(i);
      state ^= state << 13;
      state ^= state >> 7;
      state ^= state << 17;
      const double level = (1 - share) * levels[i] + share * levels[i + 1] + bell[state >> 52];
      to[0] = to[1] = to[2] = static_cast<std::uint8_t>(std::clamp(level + 0.5, 0.0, 255.0));
    }
  }
  return out;
} catch (const cv::Exception&) {
  return fail("scan-no-memory");
}

}  // namespace clathra
