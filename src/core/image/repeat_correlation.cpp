#include "image/repeat_correlation.hpp"

#include <algorithm>
#include <cmath>
#include <future>
#include <limits>
#include <opencv2/imgproc.hpp>

namespace clathra::repeats {

namespace {

constexpr double kReach = 0.86;        // shifts that are looked at, as a share of the side
constexpr double kLeastOverlap = 0.1;  // of the unmasked field
constexpr float kNan = std::numeric_limits<float>::quiet_NaN();

cv::Mat padded(const cv::Mat& m, cv::Size to) {
  cv::Mat out = cv::Mat::zeros(to, CV_32F);
  m.copyTo(out(cv::Rect({}, m.size())));
  return out;
}

cv::Mat spectrum(const cv::Mat& m, cv::Size to) {
  cv::Mat out;
  cv::dft(padded(m, to), out, 0, m.rows);
  return out;
}

/// The sum over x of f(x) · g(x + s), for s at (y, x) modulo the size.
cv::Mat correlated(const cv::Mat& f, const cv::Mat& g) {
  cv::Mat product, out;
  cv::mulSpectrums(g, f, product, 0, true);
  cv::idft(product, out, cv::DFT_SCALE | cv::DFT_REAL_OUTPUT);
  return out;
}

/// f(-s) of a correlation that wraps round.
cv::Mat turnedBack(const cv::Mat& m) {
  cv::Mat out(m.size(), CV_32F);
  for (int y = 0; y < m.rows; ++y) {
    const auto* from = m.ptr<float>((m.rows - y) % m.rows);
    auto* to = out.ptr<float>(y);
    to[0] = from[0];
    for (int x = 1; x < m.cols; ++x) to[x] = from[m.cols - x];
  }
  return out;
}

}  // namespace

Correlation::Correlation(const Field& field) {
  const int w = field.width(), h = field.height();
  reachX_ = int(w * kReach);
  reachY_ = int(h * kReach);
  ncc_ = cv::Mat::zeros(2 * reachY_ + 1, 2 * reachX_ + 1, CV_32F);
  overlap_ = ncc_.clone();
  const cv::Size to(cv::getOptimalDFTSize(w + reachX_), cv::getOptimalDFTSize(h + reachY_));
  cv::Mat power, crossed;
  std::vector<cv::Mat> masked, spectra;
  for (const cv::Mat& c : field.channels) {
    masked.push_back(c.mul(field.mask));
    spectra.push_back(spectrum(masked.back(), to));
    cv::Mat own;
    cv::mulSpectrums(spectra.back(), spectra.back(), own, 0, true);
    power = power.empty() ? own : cv::Mat(power + own);
  }
  cv::idft(power, crossed, cv::DFT_SCALE | cv::DFT_REAL_OUTPUT);
  cv::Mat squares = cv::Mat::zeros(field.mask.size(), CV_32F);
  for (const cv::Mat& f : masked) squares += f.mul(f);
  if (cv::countNonZero(field.mask != 1) == 0)
    ofAll(masked, squares, crossed);
  else
    ofMasked(field.mask, spectra, squares, crossed, to);
}

void Correlation::put(int dx, int dy, double n, double num, double v1, double v2, double whole) {
  // A shift and its opposite lay the same places on each other.
  const float overlap = float(n / std::max(1.0, whole));
  float value = 0;
  if (n >= kLeastOverlap * whole && n >= 64 && v1 > 1e-3 && v2 > 1e-3)
    value = float(std::clamp(num / std::sqrt(v1 * v2), -1.0, 1.0));
  for (const int sign : {1, -1}) {
    ncc_.at<float>(sign * dy + reachY_, sign * dx + reachX_) = value;
    overlap_.at<float>(sign * dy + reachY_, sign * dx + reachX_) = overlap;
  }
}

/// Where nothing is masked the places that a shift lays on each other are two rectangles, and sums over them
/// need no transform.
void Correlation::ofAll(const std::vector<cv::Mat>& channels, const cv::Mat& squares,
                        const cv::Mat& crossed) {
  const int w = squares.cols, h = squares.rows;
  std::vector<cv::Mat> sums(channels.size());
  for (std::size_t c = 0; c < channels.size(); ++c) cv::integral(channels[c], sums[c], CV_64F);
  cv::Mat of;
  cv::integral(squares, of, CV_64F);
  const auto over = [](const cv::Mat& i, int x0, int y0, int x1, int y1) {
    return i.at<double>(y1, x1) - i.at<double>(y0, x1) - i.at<double>(y1, x0) + i.at<double>(y0, x0);
  };
  for (int dy = 0; dy <= reachY_; ++dy)
    for (int dx = -reachX_; dx <= reachX_; ++dx) {
      if (dy == 0 && dx < 0) continue;
      const int x0 = std::max(0, -dx), x1 = std::min(w, w - dx), y1 = h - dy;  // x and x + s are inside
      const double n = double(x1 - x0) * y1;
      double one = 0, two = 0, mixed = 0;
      for (const cv::Mat& i : sums) {
        const double s1 = over(i, x0, 0, x1, y1), s2 = over(i, x0 + dx, dy, x1 + dx, h);
        one += s1 * s1;
        two += s2 * s2;
        mixed += s1 * s2;
      }
      const int y = dy, x = (dx + crossed.cols) % crossed.cols;
      put(dx, dy, n, crossed.at<float>(y, x) - mixed / n, over(of, x0, 0, x1, y1) - one / n,
          over(of, x0 + dx, dy, x1 + dx, h) - two / n, double(w) * h);
    }
}

void Correlation::ofMasked(const cv::Mat& mask, const std::vector<cv::Mat>& spectra, const cv::Mat& squares,
                           const cv::Mat& crossed, cv::Size to) {
  const cv::Mat m = spectrum(mask, to);
  cv::Mat one = cv::Mat::zeros(to, CV_32F), mixed = one.clone();
  // Each transform by itself, two at a time.
  auto count = std::async(std::launch::async, [&] { return correlated(m, m); });
  auto q = std::async(std::launch::async, [&] { return correlated(spectrum(squares, to), m); });
  for (const cv::Mat& spec : spectra) {
    const cv::Mat s1 = correlated(spec, m), s2 = turnedBack(s1);
    one += s1.mul(s1);
    mixed += s1.mul(s2);
  }
  const cv::Mat counts = count.get(), q1 = q.get();
  const double whole = cv::sum(mask)[0];
  for (int dy = 0; dy <= reachY_; ++dy)
    for (int dx = -reachX_; dx <= reachX_; ++dx) {
      if (dy == 0 && dx < 0) continue;
      const int y = dy, x = (dx + to.width) % to.width, by = (to.height - dy) % to.height,
                bx = (to.width - dx) % to.width;
      const double n = counts.at<float>(y, x);
      if (n < 1) continue;
      put(dx, dy, n, crossed.at<float>(y, x) - mixed.at<float>(y, x) / n,
          q1.at<float>(y, x) - one.at<float>(y, x) / n, q1.at<float>(by, bx) - one.at<float>(by, bx) / n,
          whole);
    }
}

float Correlation::at(int dx, int dy) const {
  if (std::abs(dx) > reachX_ || std::abs(dy) > reachY_) return 0;
  return ncc_.at<float>(dy + reachY_, dx + reachX_);
}

float Correlation::overlap(int dx, int dy) const {
  if (std::abs(dx) > reachX_ || std::abs(dy) > reachY_) return 0;
  return overlap_.at<float>(dy + reachY_, dx + reachX_);
}

double Correlation::at(cv::Point2d s) const {
  const int x = int(std::floor(s.x)), y = int(std::floor(s.y));
  const double u = s.x - x, v = s.y - y;
  return (1 - v) * ((1 - u) * at(x, y) + u * at(x + 1, y)) +
         v * ((1 - u) * at(x, y + 1) + u * at(x + 1, y + 1));
}

std::optional<cv::Point2d> Correlation::peakNear(cv::Point2d s, int radius) const {
  const int cx = int(std::lround(s.x)), cy = int(std::lround(s.y));
  int bx = 0, by = 0;
  float best = -2;
  for (int y = cy - radius; y <= cy + radius; ++y)
    for (int x = cx - radius; x <= cx + radius; ++x)
      if (const float v = at(x, y);
          v > best && (x - cx) * (x - cx) + (y - cy) * (y - cy) <= radius * radius) {
        best = v;
        bx = x;
        by = y;
      }
  if (best <= 0 || std::abs(bx) >= reachX_ || std::abs(by) >= reachY_) return std::nullopt;
  // A quadratic through the nine about it; on the rim of the search there is no peak.
  const double dx = (at(bx + 1, by) - at(bx - 1, by)) / 2, dy = (at(bx, by + 1) - at(bx, by - 1)) / 2;
  const double xx = at(bx + 1, by) - 2 * best + at(bx - 1, by),
               yy = at(bx, by + 1) - 2 * best + at(bx, by - 1);
  const double xy = (at(bx + 1, by + 1) - at(bx + 1, by - 1) - at(bx - 1, by + 1) + at(bx - 1, by - 1)) / 4;
  const double det = xx * yy - xy * xy;
  if (xx >= 0 || yy >= 0 || det <= 0) return std::nullopt;
  const double ox = -(yy * dx - xy * dy) / det, oy = -(xx * dy - xy * dx) / det;
  if (std::abs(ox) > 1 || std::abs(oy) > 1) return std::nullopt;
  return cv::Point2d(bx + ox, by + oy);
}

std::vector<Peak> peaksOf(const Correlation& c, double least, std::size_t most) {
  std::vector<Peak> out;
  constexpr int kAbout = 4;
  for (int y = 0; y < c.reachY() - kAbout; ++y)
    for (int x = -c.reachX() + kAbout; x < c.reachX() - kAbout; ++x) {
      if (y == 0 && x <= 0) continue;
      if (x * x + y * y < least * least) continue;
      const float v = c.at(x, y);
      if (v <= 0.03F) continue;
      bool top = true;
      for (int j = -kAbout; j <= kAbout && top; ++j)
        for (int i = -kAbout; i <= kAbout && top; ++i) top = c.at(x + i, y + j) <= v;
      if (!top) continue;
      const auto exact = c.peakNear(cv::Point2d(x, y), 1);
      out.push_back({exact.value_or(cv::Point2d(x, y)), v, c.overlap(x, y)});
    }
  std::sort(out.begin(), out.end(), [](const Peak& a, const Peak& b) {
    return a.value * std::sqrt(a.overlap) > b.value * std::sqrt(b.overlap);
  });
  if (out.size() > most) out.resize(most);
  return out;
}

namespace {

cv::Mat boxed(const cv::Mat& m, int size) {
  cv::Mat out;
  cv::boxFilter(m, out, CV_32F, {size, size}, {-1, -1}, true, cv::BORDER_REFLECT);
  return out;
}

/// Of all channels about their own mean, by pixel.
cv::Mat varianceOf(const std::vector<cv::Mat>& channels, int size) {
  cv::Mat out;
  for (const cv::Mat& c : channels) {
    const cv::Mat mean = boxed(c, size);
    cv::Mat v = boxed(c.mul(c), size) - mean.mul(mean);
    out = out.empty() ? v : cv::Mat(out + v);
  }
  return cv::max(out, 0.0f);
}

}  // namespace

Agreement agreementOf(const Field& f, cv::Point2d shift, int jitter) {
  const int w = f.width(), h = f.height();
  const int block = std::max(7, std::max(w, h) / 22) | 1;
  Agreement out;
  out.map = cv::Mat(h, w, CV_32F, cv::Scalar(kNan));
  out.tone = out.map.clone();
  const cv::Mat own = varianceOf(f.channels, block);
  const double usual = cv::mean(own, f.mask > 0.5)[0];
  const double least = 0.08 * usual, floor = 0.03 * usual;
  const int sx = int(std::lround(shift.x)), sy = int(std::lround(shift.y));
  cv::Mat best(h, w, CV_32F, cv::Scalar(1e30F));
  cv::Mat weights = cv::Mat::zeros(h, w, CV_32F);
  for (int jy = -jitter; jy <= jitter; ++jy)
    for (int jx = -jitter; jx <= jitter; ++jx) {
      const int dx = sx + jx, dy = sy + jy;
      const cv::Rect here = cv::Rect(0, 0, w, h) & cv::Rect(-dx, -dy, w, h);
      if (here.width <= block || here.height <= block) continue;
      const cv::Rect there = here + cv::Point(dx, dy);
      cv::Mat d, tone = cv::Mat::zeros(here.size(), CV_32F);
      for (const cv::Mat& c : f.channels) {
        const cv::Mat diff = c(here) - c(there);
        const cv::Mat mean = boxed(diff, block);
        tone += mean.mul(mean);
        cv::Mat v = boxed(diff.mul(diff), block) - mean.mul(mean);
        d = d.empty() ? v : cv::Mat(d + v);
      }
      cv::Mat target = best(here);
      target = cv::min(target, d);
      if (jx == 0 && jy == 0) {
        cv::sqrt(tone, out.tone(here));
        cv::Mat both = own(here) + own(there);
        both = both.mul(f.mask(here)).mul(f.mask(there));
        both.copyTo(weights(here));
      }
    }
  std::vector<std::pair<float, float>> all;  // agreement and weight
  for (int y = 0; y < h; ++y)
    for (int x = 0; x < w; ++x) {
      const float e = weights.at<float>(y, x), d = best.at<float>(y, x);
      if (e < least || d > 1e29F) continue;
      const float a = 1 - d / float(e + floor);
      out.map.at<float>(y, x) = a;
      all.emplace_back(a, e);
    }
  if (all.size() < 200) return out;
  std::sort(all.begin(), all.end());
  double sum = 0, passed = 0;
  for (const auto& [a, e] : all) sum += e;
  constexpr double kLow = 0.1, kMiddle = 0.5;
  constexpr float kAgrees = 0.4F;
  out.bad = 0;
  bool low = false, middle = false;
  for (const auto& [a, e] : all) {
    passed += e;
    if (a < kAgrees) out.bad = passed / sum;
    if (!low && passed >= kLow * sum) {
      out.low = a;
      low = true;
    }
    if (!middle && passed >= kMiddle * sum) {
      out.middle = a;
      middle = true;
    }
  }
  return out;
}

}  // namespace clathra::repeats
