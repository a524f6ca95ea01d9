#include "image/repeat_correlation.hpp"

#include <algorithm>
#include <cmath>
#include <future>
#include <limits>
#include <opencv2/imgproc.hpp>

#include "image/two_threads.hpp"

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

}  // namespace

Correlation::Correlation(const Field& field) {
  const int w = field.width(), h = field.height();
  reachX_ = int(w * kReach);
  reachY_ = int(h * kReach);
  ncc_ = cv::Mat::zeros(2 * reachY_ + 1, 2 * reachX_ + 1, CV_32F);
  overlap_ = ncc_.clone();
  const cv::Size to(cv::getOptimalDFTSize(w + reachX_), cv::getOptimalDFTSize(h + reachY_));
  cv::Mat power, crossed;
  std::vector<cv::Mat> masked(field.channels.size()), spectra(field.channels.size());
  inTwo(static_cast<int>(spectra.size()), [&](int i) {
    const auto c = static_cast<std::size_t>(i);
    masked[c] = field.channels[c].mul(field.mask);
    spectra[c] = spectrum(masked[c], to);
  });
  for (const cv::Mat& s : spectra) {
    cv::Mat own;
    cv::mulSpectrums(s, s, own, 0, true);
    power = power.empty() ? own : cv::Mat(power + own);
  }
  cv::idft(power, crossed, cv::DFT_SCALE | cv::DFT_REAL_OUTPUT);
  cv::Mat squares = cv::Mat::zeros(field.mask.size(), CV_32F);
  for (const cv::Mat& f : masked) squares += f.mul(f);
  if (cv::countNonZero(field.mask != 1) == 0)
    ofAll(masked, squares, crossed);
  else
    ofMasked(field.mask, masked, squares, crossed);
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
  inTwo(reachY_ + 1, [&](int dy) {
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
  });
}

/// What is summed with the mask alone changes slowly with the shift: half as fine is enough, between its
/// places in a straight line.
void Correlation::ofMasked(const cv::Mat& mask, const std::vector<cv::Mat>& masked, const cv::Mat& squares,
                           const cv::Mat& crossed) {
  const cv::Size even((mask.cols + 1) / 2 * 2, (mask.rows + 1) / 2 * 2);
  const auto halfOf = [&](const cv::Mat& m) {
    cv::Mat out;
    cv::resize(padded(m, even), out, {}, 0.5, 0.5, cv::INTER_AREA);
    return out;
  };
  const cv::Size to(cv::getOptimalDFTSize(even.width / 2 + reachX_ / 2 + 2),
                    cv::getOptimalDFTSize(even.height / 2 + reachY_ / 2 + 2));
  const cv::Mat m = spectrum(halfOf(mask), to);
  // The mask with itself, the squares, then each channel.
  std::vector<cv::Mat> sums(2 + masked.size());
  inTwo(static_cast<int>(sums.size()), [&](int i) {
    const auto k = static_cast<std::size_t>(i);
    const cv::Mat one = k == 0 ? m : spectrum(halfOf(k == 1 ? squares : masked[k - 2]), to);
    sums[k] = 4 * correlated(one, m);  // each of its pixels stands for four
  });
  const double whole = cv::sum(mask)[0];
  const auto between = [&](const cv::Mat& of, int dx, int dy) {
    const double x = dx / 2.0, y = dy / 2.0;
    const int x0 = int(std::floor(x)), y0 = int(std::floor(y));
    const double u = x - x0, v = y - y0;
    const auto row = [&](int j) { return of.ptr<float>((j + to.height) % to.height); };
    const int left = (x0 + to.width) % to.width, right = (x0 + 1 + to.width) % to.width;
    const float *top = row(y0), *bottom = row(y0 + 1);
    return (1 - v) * ((1 - u) * top[left] + u * top[right]) +
           v * ((1 - u) * bottom[left] + u * bottom[right]);
  };
  inTwo(reachY_ + 1, [&](int dy) {
    for (int dx = -reachX_; dx <= reachX_; ++dx) {
      if (dy == 0 && dx < 0) continue;
      const double n = between(sums[0], dx, dy);
      if (n < 1) continue;
      double one = 0, two = 0, mixed = 0;
      for (std::size_t c = 2; c < sums.size(); ++c) {
        const double s1 = between(sums[c], dx, dy), s2 = between(sums[c], -dx, -dy);
        one += s1 * s1;
        two += s2 * s2;
        mixed += s1 * s2;
      }
      put(dx, dy, n, crossed.at<float>(dy, (dx + crossed.cols) % crossed.cols) - mixed / n,
          between(sums[1], dx, dy) - one / n, between(sums[1], -dx, -dy) - two / n, whole);
    }
  });
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
      const cv::Point2d at(x, y);
      out.push_back({c.peakNear(at, 1).value_or(at), v, c.overlap(x, y)});
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

Detail::Detail(const Field& f)
    : field(f),
      block(std::max(7, std::max(f.width(), f.height()) / 22) | 1),
      own(varianceOf(f.channels, block)) {
  usual = cv::mean(own, f.mask > 0.5)[0];
}

Agreement agreementOf(const Detail& detail, cv::Point2d shift, int jitter) {
  const Field& f = detail.field;
  const int w = f.width(), h = f.height(), block = detail.block;
  Agreement out;
  out.map = cv::Mat(h, w, CV_32F, cv::Scalar(kNan));
  out.tone = out.map.clone();
  const cv::Mat& own = detail.own;
  const double least = 0.08 * detail.usual, floor = 0.03 * detail.usual;
  const int sx = int(std::lround(shift.x)), sy = int(std::lround(shift.y));
  cv::Mat best(h, w, CV_32F, cv::Scalar(1e30F));
  cv::Mat weights = cv::Mat::zeros(h, w, CV_32F);
  for (int jy = -jitter; jy <= jitter; ++jy)
    for (int jx = -jitter; jx <= jitter; ++jx) {
      const int dx = sx + jx, dy = sy + jy;
      const cv::Rect here = cv::Rect(0, 0, w, h) & cv::Rect(-dx, -dy, w, h);
      if (here.width <= block || here.height <= block) continue;
      const cv::Rect there = here + cv::Point(dx, dy);
      // The variance of what differs: its mean square less the square of its mean.
      cv::Mat tone = cv::Mat::zeros(here.size(), CV_32F), squares = tone.clone();
      for (const cv::Mat& c : f.channels) {
        const cv::Mat diff = c(here) - c(there);
        const cv::Mat mean = boxed(diff, block);
        cv::accumulateSquare(mean, tone);
        cv::accumulateSquare(diff, squares);
      }
      const cv::Mat d = boxed(squares, block) - tone;
      cv::Mat target = best(here);
      target = cv::min(target, d);
      if (jx == 0 && jy == 0) {
        cv::sqrt(tone, out.tone(here));
        cv::Mat both = own(here) + own(there);
        both = both.mul(f.mask(here)).mul(f.mask(there));
        both.copyTo(weights(here));
      }
    }
  // Weighted quantiles by counting: finer than anything is decided by.
  constexpr int kSteps = 20'000;
  constexpr float kLeast = -4, kWide = 5;
  constexpr float kAgrees = 0.4F;
  std::vector<double> counts(kSteps + 1, 0);
  double sum = 0, bad = 0;
  std::size_t seen = 0;
  for (int y = 0; y < h; ++y)
    for (int x = 0; x < w; ++x) {
      const float e = weights.at<float>(y, x), d = best.at<float>(y, x);
      if (e < least || d > 1e29F) continue;
      const float a = 1 - d / float(e + floor);
      out.map.at<float>(y, x) = a;
      counts[std::size_t(std::clamp((a - kLeast) / kWide, 0.0F, 1.0F) * kSteps)] += e;
      sum += e;
      if (a < kAgrees) bad += e;
      ++seen;
    }
  if (seen < 200) return out;
  out.bad = bad / sum;
  const auto quantile = [&](double share) {
    double passed = 0;
    for (int i = 0; i <= kSteps; ++i)
      if (passed += counts[std::size_t(i)]; passed >= share * sum) return kLeast + kWide * (i + 0.5) / kSteps;
    return double(kLeast) + kWide;
  };
  constexpr double kLow = 0.1, kMiddle = 0.5;
  out.low = quantile(kLow);
  out.middle = quantile(kMiddle);
  return out;
}

}  // namespace clathra::repeats
