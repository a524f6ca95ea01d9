#include "image/alike.hpp"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace clathra {

namespace {

cv::Mat greyAbout(const Raster& r, Point at, int half) {
  const int x = static_cast<int>(std::lround(at.x)), y = static_cast<int>(std::lround(at.y));
  if (x - half < 0 || y - half < 0 || x + half >= r.width || y + half >= r.height) return {};
  cv::Mat out(2 * half + 1, 2 * half + 1, CV_32F);
  for (int j = -half; j <= half; ++j)
    for (int i = -half; i <= half; ++i) {
      const auto* p = r.at(x + i, y + j);
      out.at<float>(j + half, i + half) = 0.3F * p[0] + 0.6F * p[1] + 0.1F * p[2];
    }
  return out;
}

}  // namespace

Result<Point> alikeStep(const Raster& picture, Point one, Point two, int reach) try {
  constexpr int kHalf = 32;  // px of the patch that is compared
  const int half = std::min({kHalf, picture.width / 8, picture.height / 8});
  const cv::Mat patch = greyAbout(picture, one, half), field = greyAbout(picture, two, half + reach);
  if (patch.empty() || field.empty()) return fail("alike-edge");
  cv::Mat score;
  cv::matchTemplate(field, patch, score, cv::TM_CCOEFF_NORMED);
  double best = 0;
  cv::Point at;
  cv::minMaxLoc(score, nullptr, &best, nullptr, &at);
  constexpr double kAlikeEnough = 0.5;
  const bool rim = at.x == 0 || at.y == 0 || at.x == score.cols - 1 || at.y == score.rows - 1;
  if (!(best >= kAlikeEnough) || rim) return fail("alike-not");
  const auto s = [&](int dx, int dy) { return double(score.at<float>(at.y + dy, at.x + dx)); };
  const auto between = [](double before, double here, double after) {
    const double bend = before - 2 * here + after;
    return bend < 0 ? std::clamp((before - after) / (2 * bend), -0.5, 0.5) : 0.0;
  };
  const Point exact{at.x - reach + between(s(-1, 0), s(0, 0), s(1, 0)),
                    at.y - reach + between(s(0, -1), s(0, 0), s(0, 1))};
  const Point from{std::round(one.x), std::round(one.y)}, to{std::round(two.x), std::round(two.y)};
  return to + exact - from;
} catch (const cv::Exception&) {
  return fail("scan-no-memory");
}

}  // namespace clathra
