#include "image/paper_outlines.hpp"

#include <algorithm>
#include <cmath>
#include <opencv2/core.hpp>
#include <opencv2/imgproc.hpp>
#include <optional>

#include "image/light.hpp"

namespace clathra {

namespace {

constexpr int kBlocks = 160;             // along the longer side, for the light of the ground
constexpr double kLeastPaper = 4;        // mm: what is smaller is dust
constexpr double kCorner = 0.35;         // mm: rough corners are true to this
constexpr double kReach = 0.75;          // mm to both sides of an edge that is looked along
constexpr double kPlateau = 0.35;        // mm: beyond it lies one tone
constexpr double kPointEvery = 0.17;     // mm along an edge
constexpr double kLeastContrast = 0.35;  // of the paper's own against the ground: else there is no edge

cv::Mat linearLight(const Raster& picture) {
  static const LightTable table;
  cv::Mat light(picture.height, picture.width, CV_32F);
  for (int y = 0; y < picture.height; ++y) {
    const std::uint8_t* from = picture.at(0, y);
    auto* to = light.ptr<float>(y);
    for (int x = 0; x < picture.width; ++x, from += 4)
      to[x] = table.red[from[0]] + table.green[from[1]] + table.blue[from[2]];
  }
  return light;
}

/// The light of the empty ground as a polynomial of the third degree over the picture, fitted to what is
/// ground.
class Ground {
 public:
  static constexpr int kTerms = 10;
  static void terms(double x, double y, double* t) {
    const double all[kTerms] = {1, x, y, x * x, x * y, y * y, x * x * x, x * x * y, x * y * y, y * y * y};
    std::copy(all, all + kTerms, t);
  }

  explicit Ground(const cv::Mat& light) {
    const double k = double(kBlocks) / std::max(light.cols, light.rows);
    cv::Mat small;
    cv::resize(light, small, cv::Size(std::max(4, int(light.cols * k)), std::max(4, int(light.rows * k))), 0,
               0, cv::INTER_AREA);
    std::vector<float> border;
    for (int x = 0; x < small.cols; ++x)
      for (const int y : {0, small.rows - 1}) border.push_back(small.at<float>(y, x));
    for (int y = 0; y < small.rows; ++y)
      for (const int x : {0, small.cols - 1}) border.push_back(small.at<float>(y, x));
    std::nth_element(border.begin(), border.begin() + std::ptrdiff_t(border.size() / 2), border.end());
    coefficients_ = cv::Mat::zeros(kTerms, 1, CV_64F);
    coefficients_.at<double>(0) = std::max(1e-4f, border[border.size() / 2]);
    // What is near the ground as it is known so far is ground; the next fit knows it better.
    for (const double near : {0.5, 0.35, 0.2, 0.12, 0.12, 0.12}) {
      cv::Mat a(0, kTerms, CV_64F), b(0, 1, CV_64F);
      for (int y = 0; y < small.rows; ++y)
        for (int x = 0; x < small.cols; ++x) {
          const double u = (x + 0.5) / small.cols * 2 - 1, v = (y + 0.5) / small.rows * 2 - 1;
          const double is = small.at<float>(y, x), known = at(u, v);
          if (std::abs(is / known - 1) > near) continue;
          cv::Mat row(1, kTerms, CV_64F);
          terms(u, v, row.ptr<double>());
          a.push_back(row);
          b.push_back(is);
        }
      if (a.rows < 4 * kTerms) break;
      cv::solve(a, b, coefficients_, cv::DECOMP_NORMAL | cv::DECOMP_CHOLESKY);
    }
  }
  double at(double u, double v) const {
    double t[kTerms], sum = 0;
    terms(u, v, t);
    for (int i = 0; i < kTerms; ++i) sum += t[i] * coefficients_.at<double>(i);
    return std::max(sum, 1e-4);
  }
  /// Divides it out: the ground becomes 1.
  void evenOut(cv::Mat& light) const {
    // A cubic along each line: four numbers of it, and no table of terms for each pixel.
    const double* c = coefficients_.ptr<double>();
    for (int y = 0; y < light.rows; ++y) {
      const double v = (y + 0.5) / light.rows * 2 - 1;
      const double c0 = c[0] + v * (c[2] + v * (c[5] + v * c[9])), c1 = c[1] + v * (c[4] + v * c[8]),
                   c2 = c[3] + v * c[7], c3 = c[6];
      auto* row = light.ptr<float>(y);
      for (int x = 0; x < light.cols; ++x) {
        const double u = (x + 0.5) / light.cols * 2 - 1;
        row[x] = static_cast<float>(row[x] / std::max(c0 + u * (c1 + u * (c2 + u * c3)), 1e-4));
      }
    }
  }

 private:
  cv::Mat coefficients_;
};

/// Papers are lighter or darker than the ground; how much, and from which level on something is taken for
/// one.
struct Levels {
  bool lighter = true;
  double paper = 0;      ///< against a ground of 1
  double threshold = 0;  ///< likewise
  bool any = false;
};

Levels levelsOf(const cv::Mat& even) {
  std::vector<float> sample;
  const int step = std::max(1, static_cast<int>(std::sqrt(double(even.total()) / 60'000)));
  for (int y = step / 2; y < even.rows; y += step)
    for (int x = step / 2; x < even.cols; x += step) sample.push_back(even.at<float>(y, x));
  std::sort(sample.begin(), sample.end());
  const auto share = [&](double p) { return double(sample[std::size_t(p * double(sample.size() - 1))]); };
  // The noise of the ground, from what lies about it.
  std::vector<float> ground;
  for (const float s : sample)
    if (std::abs(s - 1) < 0.12) ground.push_back(std::abs(s - 1));
  std::sort(ground.begin(), ground.end());
  const double noise = ground.empty() ? 0.05 : 1.48 * ground[ground.size() / 2];
  Levels out;
  const double up = share(0.995) - 1, down = 1 - share(0.005);
  out.lighter = up >= down;
  // The level of the papers: the middle of what is clearly beyond the ground.
  const double far = std::max(out.lighter ? up : down, 1e-9);
  std::vector<float> beyond;
  for (const float s : sample)
    if ((out.lighter ? s - 1 : 1 - s) > 0.5 * far) beyond.push_back(s);
  out.paper = beyond.empty() ? 1 : beyond[beyond.size() / 2];
  const double deep = std::abs(out.paper - 1);
  out.any = !beyond.empty() && deep > std::max(0.08, 5 * noise);
  // Shadows are darker than the ground: beside light papers they lie on the other side of it.
  const double at = out.lighter ? std::max(0.3 * deep, 4 * noise) : std::max(0.55 * deep, 4 * noise);
  out.threshold = out.lighter ? 1 + std::min(at, 0.7 * deep) : 1 - std::min(at, 0.75 * deep);
  return out;
}

class Finder {
 public:
  Finder(cv::Mat even, const Levels& levels, double dpi)
      : even_(std::move(even)), levels_(levels), mm_(25.4 / dpi) {}

  std::vector<FoundOutline> find(const Progress& progress) {
    cv::Mat mask, smooth;
    cv::GaussianBlur(even_, smooth, cv::Size(3, 3), 0.8);
    cv::compare(smooth, levels_.threshold, mask, levels_.lighter ? cv::CMP_GT : cv::CMP_LT);
    // Where papers and ground are far apart, halfway lies nearer to the edge than the threshold does.
    std::vector<std::vector<cv::Point>> contours;
    cv::findContours(mask, contours, cv::RETR_EXTERNAL, cv::CHAIN_APPROX_NONE);
    std::vector<FoundOutline> out;
    for (const auto& contour : contours) {
      if (progress.cancelled()) return {};
      const cv::Rect box = cv::boundingRect(contour);
      if (box.width * mm_ < kLeastPaper || box.height * mm_ < kLeastPaper) continue;
      if (cv::contourArea(contour) * mm_ * mm_ < 0.4 * kLeastPaper * kLeastPaper) continue;
      out.push_back(outlineOf(contour, box));
    }
    // As one reads.
    std::stable_sort(out.begin(), out.end(), [](const FoundOutline& a, const FoundOutline& b) {
      const Box p = bounds(a.rough), q = bounds(b.rough);
      return p.top + p.bottom != q.top + q.bottom ? p.top + p.bottom < q.top + q.bottom : p.left < q.left;
    });
    return out;
  }

 private:
  Point inMm(double x, double y) const { return {(x + 0.5) * mm_, (y + 0.5) * mm_}; }

  FoundOutline outlineOf(const std::vector<cv::Point>& contour, const cv::Rect& box) const {
    FoundOutline out;
    out.atBorder = box.x <= 1 || box.y <= 1 || box.x + box.width >= even_.cols - 1 ||
                   box.y + box.height >= even_.rows - 1;
    std::vector<cv::Point> corners;
    cv::approxPolyDP(contour, corners, std::max(1.2, kCorner / mm_), true);
    for (const cv::Point c : corners) out.rough.push_back(inMm(c.x, c.y));
    if (signedArea(out.rough) < 0) std::reverse(out.rough.begin(), out.rough.end());
    if (!out.atBorder) addPoints(contour, out);
    return out;
  }

  /// The direction of the contour at i, over some pixels to both sides.
  void addPoints(std::vector<cv::Point> contour, FoundOutline& out) const {
    const auto n = static_cast<std::ptrdiff_t>(contour.size());
    double turn = 0;
    for (std::ptrdiff_t i = 0; i < n; ++i) {
      const cv::Point a = contour[std::size_t(i)], b = contour[std::size_t((i + 1) % n)];
      turn += double(a.x) * b.y - double(b.x) * a.y;
    }
    if (turn < 0) std::reverse(contour.begin(), contour.end());
    const auto reach = std::max<std::ptrdiff_t>(3, std::llround(0.5 / mm_));
    const auto step = std::max<std::ptrdiff_t>(1, std::llround(kPointEvery / mm_));
    for (std::ptrdiff_t i = 0; i < n; i += step) {
      const cv::Point a = contour[std::size_t((i - reach + n) % n)],
                      b = contour[std::size_t((i + reach) % n)];
      const Point along{double(b.x - a.x), double(b.y - a.y)};
      if (length(along) < 1e-9) continue;
      const Point outwards = (1 / length(along)) * Point{along.y, -along.x};
      const cv::Point c = contour[std::size_t(i)];
      if (const auto at = crossing({double(c.x), double(c.y)}, outwards))
        out.points.push_back({inMm(at->x, at->y), outwards});
    }
  }

  double levelAt(Point p) const {
    const int x = static_cast<int>(std::floor(p.x)), y = static_cast<int>(std::floor(p.y));
    if (x < 0 || y < 0 || x + 1 >= even_.cols || y + 1 >= even_.rows) return std::nan("");
    const float *a = even_.ptr<float>(y) + x, *b = even_.ptr<float>(y + 1) + x;
    const double u = p.x - x, v = p.y - y;
    return (1 - v) * ((1 - u) * a[0] + u * a[1]) + v * ((1 - u) * b[0] + u * b[1]);
  }

  /// Where the light is halfway between inside and outside, along a line across the edge; in pixels.
  std::optional<Point> crossing(Point at, Point outwards) const {
    const double step = 0.25, reach = kReach / mm_, plateau = std::max(1.5, kPlateau / mm_);
    const int n = static_cast<int>(std::ceil(reach / step));
    double profile[2 * 160 + 1];
    if (n > 160) return std::nullopt;
    std::vector<double> in, beyond;
    for (int i = -n; i <= n; ++i) {
      const double level = levelAt(at + i * step * outwards);
      if (std::isnan(level)) return std::nullopt;
      profile[i + n] = level;
      if (i * step <= -plateau) in.push_back(level);
      if (i * step >= plateau) beyond.push_back(level);
    }
    const auto middle = [](std::vector<double>& all) {
      const auto half = all.begin() + std::ptrdiff_t(all.size() / 2);
      std::nth_element(all.begin(), half, all.end());
      return *half;
    };
    const double inside = middle(in), outside = middle(beyond);
    const double contrast = std::abs(levels_.paper - 1);
    if ((inside - outside) * (levels_.paper - 1) < 0 ||
        std::abs(inside - outside) < kLeastContrast * contrast)
      return std::nullopt;
    const double half = (inside + outside) / 2;
    // The crossing nearest to the contour.
    std::optional<double> best;
    for (int i = -n; i < n; ++i) {
      const double a = profile[i + n] - half, b = profile[i + n + 1] - half;
      if (a == b || (a > 0) == (b > 0)) continue;
      const double t = (i + a / (a - b)) * step;
      if (!best || std::abs(t) < std::abs(*best)) best = t;
    }
    if (!best) return std::nullopt;
    return at + *best * outwards;
  }

  cv::Mat even_;
  Levels levels_;
  double mm_;
};

}  // namespace

Result<std::vector<FoundOutline>> findPaperOutlines(const Raster& picture, double dpi,
                                                    const Progress& progress) {
  if (!(dpi >= kLeastDpi && dpi <= kMostDpi))
    return fail("scan-dpi", numberArg(dpi, 2), numberArg(kLeastDpi, 0), numberArg(kMostDpi, 0));
  if (picture.width < 16 || picture.height < 16) return std::vector<FoundOutline>{};
  try {
    cv::Mat light = linearLight(picture);
    progress.report(0.2);
    if (progress.cancelled()) return fail(kCancelled);
    const Ground ground(light);
    ground.evenOut(light);
    progress.report(0.4);
    const Levels levels = levelsOf(light);
    if (!levels.any) return std::vector<FoundOutline>{};
    auto out = Finder(std::move(light), levels, dpi).find(progress);
    if (progress.cancelled()) return fail(kCancelled);
    return out;
  } catch (const cv::Exception&) {
    return fail("scan-no-memory");
  }
}

}  // namespace clathra
