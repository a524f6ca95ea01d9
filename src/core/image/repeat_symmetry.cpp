#include "image/repeat_symmetry.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <opencv2/imgproc.hpp>
#include <optional>

#include "image/two_threads.hpp"

namespace clathra::repeats {

namespace {

constexpr int kCell = 128;         // samples of the mean cell along each vector
constexpr double kDecides = 0.92;  // correlation of the cell with its image
constexpr double kSameLength = 0.025;

/// Cells of a field whose whole-number places fall into one class.
struct Classes {
  int p = 0, q = 0, count = 1;  ///< (p m + q n) modulo count
  int of(int m, int n) const { return (((p * m + q * n) % count) + count) % count; }
};

/// The mean of all repeats of one class, by lattice coordinates, and how they vary about it.
struct MeanCell {
  std::vector<cv::Mat> mean;  ///< one a channel
  cv::Mat variance, seen;     ///< of all channels together; how many repeats show each sample
};

/// All repeats that a field shows, by lattice coordinates: each sample of the cell looked up in each of them.
struct Repeats {
  struct One {
    int m = 0, n = 0;
    std::vector<cv::Mat> values;  ///< one a channel
    cv::Mat seen;                 ///< 1 where the field shows it, else 0 and values of 0
  };
  std::vector<One> all;
};

Repeats repeatsOf(const Field& f, cv::Point2d a, cv::Point2d b) {
  const double det = a.x * b.y - a.y * b.x;
  const auto at = [](const cv::Mat& m, double x, double y) {
    const int x0 = int(x), y0 = int(y);
    const float u = float(x - x0), v = float(y - y0);
    const auto *p = m.ptr<float>(y0) + x0, *q = m.ptr<float>(y0 + 1) + x0;
    return (1 - v) * ((1 - u) * p[0] + u * p[1]) + v * ((1 - u) * q[0] + u * q[1]);
  };
  const int w = f.width(), h = f.height();
  const double corners[4][2] = {{0, 0}, {double(w), 0}, {0, double(h)}, {double(w), double(h)}};
  int lowI = 1000, highI = -1000, lowJ = 1000, highJ = -1000;
  for (const auto& c : corners) {
    const double i = (c[0] * b.y - c[1] * b.x) / det, j = (a.x * c[1] - a.y * c[0]) / det;
    lowI = std::min(lowI, int(std::floor(i)) - 1);
    highI = std::max(highI, int(std::ceil(i)) + 1);
    lowJ = std::min(lowJ, int(std::floor(j)) - 1);
    highJ = std::max(highJ, int(std::ceil(j)) + 1);
  }
  Repeats out;
  for (int n = lowJ; n <= highJ; ++n)
    for (int m = lowI; m <= highI; ++m) {
      // Does it reach into the field at all?
      double left = 1e300, right = -1e300, top = 1e300, bottom = -1e300;
      for (const auto& [i, j] : {std::pair(0, 0), std::pair(1, 0), std::pair(0, 1), std::pair(1, 1)}) {
        const cv::Point2d p = a * (m + i) + b * (n + j);
        left = std::min(left, p.x);
        right = std::max(right, p.x);
        top = std::min(top, p.y);
        bottom = std::max(bottom, p.y);
      }
      if (right < 0 || bottom < 0 || left >= w || top >= h) continue;
      out.all.push_back({m, n, {}, {}});
    }
  inTwo(static_cast<int>(out.all.size()), [&](int which) {
    Repeats::One& one = out.all[static_cast<std::size_t>(which)];
    one.seen = cv::Mat::zeros(kCell, kCell, CV_32F);
    for (std::size_t c = 0; c < f.channels.size(); ++c) one.values.push_back(one.seen.clone());
    for (int j = 0; j < kCell; ++j)
      for (int i = 0; i < kCell; ++i) {
        const cv::Point2d p = a * ((i + 0.5) / kCell) + b * ((j + 0.5) / kCell) + a * one.m + b * one.n;
        if (p.x < 0 || p.y < 0 || p.x >= w - 1.001 || p.y >= h - 1.001) continue;
        if (f.mask.at<float>(int(p.y), int(p.x)) < 0.5F) continue;
        one.seen.at<float>(j, i) = 1;
        for (std::size_t c = 0; c < f.channels.size(); ++c)
          one.values[c].at<float>(j, i) = at(f.channels[c], p.x, p.y);
      }
  });
  return out;
}

std::vector<MeanCell> meanCells(const Repeats& repeats, std::size_t channels, const Classes& classes) {
  std::vector<MeanCell> out(std::size_t(classes.count));
  for (MeanCell& c : out) {
    for (std::size_t i = 0; i < channels; ++i) c.mean.push_back(cv::Mat::zeros(kCell, kCell, CV_32F));
    c.variance = cv::Mat::zeros(kCell, kCell, CV_32F);
    c.seen = cv::Mat::zeros(kCell, kCell, CV_32F);
  }
  for (const Repeats::One& one : repeats.all) {
    MeanCell& cell = out[std::size_t(classes.of(one.m, one.n))];
    cell.seen += one.seen;
    for (std::size_t c = 0; c < channels; ++c) {
      cell.mean[c] += one.values[c];
      cv::accumulateSquare(one.values[c], cell.variance);
    }
  }
  for (MeanCell& c : out) {
    const cv::Mat n = cv::max(c.seen, 1.0f);
    c.variance /= n;
    for (cv::Mat& m : c.mean) {
      m /= n;
      c.variance -= m.mul(m);
    }
    c.variance = cv::max(c.variance, 0.0f);
  }
  return out;
}

std::vector<cv::Mat> meanCell(const Field& f, cv::Point2d a, cv::Point2d b) {
  std::vector<cv::Mat> out = meanCells(repeatsOf(f, a, b), f.channels.size(), {})[0].mean;
  for (cv::Mat& c : out) c -= cv::mean(c);
  return out;
}

/// A whole-number map of lattice coordinates: the image of (i, j) is (p i + q j, r i + s j).
struct Whole {
  int p, q, r, s;
  int det() const { return p * s - q * r; }
};

/// The translation, in lattice coordinates of 0 to 1, after which the cell is most like its image, and how
/// much.
std::pair<cv::Point2d, double> bestShift(const std::vector<cv::Mat>& cell, Whole m) {
  cv::Mat sum = cv::Mat::zeros(kCell, kCell, CV_32F);
  double power = 0;
  for (const cv::Mat& c : cell) {
    cv::Mat image(kCell, kCell, CV_32F);
    // Samples lie at half steps: the map of a half step is whole again for maps of these signs after a shift.
    for (int j = 0; j < kCell; ++j)
      for (int i = 0; i < kCell; ++i) {
        const int u = (((m.p * i + m.q * j) % kCell) + kCell) % kCell,
                  v = (((m.r * i + m.s * j) % kCell) + kCell) % kCell;
        image.at<float>(j, i) = c.at<float>(v, u);
      }
    cv::Mat one, two, product, correlated;
    cv::dft(c, one);
    cv::dft(image, two);
    cv::mulSpectrums(two, one, product, 0, true);
    cv::idft(product, correlated, cv::DFT_SCALE | cv::DFT_REAL_OUTPUT);
    sum += correlated;
    power += c.dot(c);
  }
  // sum(t) = Σ cell(x) · image(x + t): cell(x) = cell(M (x + t)).
  cv::Point best;
  double value = 0;
  cv::minMaxLoc(sum, nullptr, &value, nullptr, &best);
  const auto v = [&](int x, int y) {
    return double(sum.at<float>((y + kCell) % kCell, (x + kCell) % kCell));
  };
  const double xx = v(best.x + 1, best.y) - 2 * value + v(best.x - 1, best.y),
               yy = v(best.x, best.y + 1) - 2 * value + v(best.x, best.y - 1);
  double ox = 0, oy = 0;
  if (xx < 0) ox = std::clamp((v(best.x - 1, best.y) - v(best.x + 1, best.y)) / (2 * xx), -1.0, 1.0);
  if (yy < 0) oy = std::clamp((v(best.x, best.y - 1) - v(best.x, best.y + 1)) / (2 * yy), -1.0, 1.0);
  return {{(best.x + ox) / kCell, (best.y + oy) / kCell}, power > 0 ? value / power : 0};
}

cv::Mat boxedRound(const cv::Mat& m, int size) {
  cv::Mat wide, out;
  cv::copyMakeBorder(m, wide, size, size, size, size, cv::BORDER_WRAP);
  cv::boxFilter(wide, out, CV_32F, {size, size});
  return out(cv::Rect(size, size, m.cols, m.rows)).clone();
}

/// The share of the cell's detail that disagrees with its image under the map x → M (x + t), t in samples.
double disagreeing(const std::vector<cv::Mat>& cell, Whole m, cv::Point2d t) {
  constexpr int kBlock = 13;
  cv::Mat own = cv::Mat::zeros(kCell, kCell, CV_32F), best(kCell, kCell, CV_32F, cv::Scalar(1e30F)), other;
  for (int jy = -1; jy <= 1; ++jy)
    for (int jx = -1; jx <= 1; ++jx) {
      cv::Mat off = cv::Mat::zeros(kCell, kCell, CV_32F), energy = off.clone();
      for (const cv::Mat& c : cell) {
        cv::Mat image(kCell, kCell, CV_32F);
        const int tx = int(std::lround(t.x)) + jx, ty = int(std::lround(t.y)) + jy;
        for (int j = 0; j < kCell; ++j)
          for (int i = 0; i < kCell; ++i) {
            const int x = i + tx, y = j + ty;
            const int u = (((m.p * x + m.q * y) % kCell) + kCell) % kCell,
                      v = (((m.r * x + m.s * y) % kCell) + kCell) % kCell;
            image.at<float>(j, i) = c.at<float>(v, u);
          }
        const cv::Mat d = c - image, mean = boxedRound(d, kBlock);
        off += boxedRound(d.mul(d), kBlock) - mean.mul(mean);
        if (jx == 0 && jy == 0)
          for (const cv::Mat& one : {c, image}) {
            const cv::Mat middle = boxedRound(one, kBlock);
            energy += boxedRound(one.mul(one), kBlock) - middle.mul(middle);
          }
      }
      best = cv::min(best, off);
      if (jx == 0 && jy == 0) own = energy;
    }
  const double usual = cv::mean(own)[0];
  double sum = 0, bad = 0;
  for (int j = 0; j < kCell; ++j)
    for (int i = 0; i < kCell; ++i) {
      const double e = own.at<float>(j, i);
      if (e < 0.08 * usual) continue;
      sum += e;
      constexpr double kAgrees = 0.45;
      if (1 - best.at<float>(j, i) / (e + 0.03 * usual) < kAgrees) bad += e;
    }
  return sum > 0 ? bad / sum : 1;
}

/// How far the mean cells of two classes differ at a sample, whatever they may lie off by one, in Lab.
cv::Mat differing(const MeanCell& one, const MeanCell& two) {
  cv::Mat out(kCell, kCell, CV_32F, cv::Scalar(1e30F));
  std::vector<cv::Mat> wide(two.mean.size());
  for (std::size_t c = 0; c < wide.size(); ++c)
    cv::copyMakeBorder(two.mean[c], wide[c], 2, 2, 2, 2, cv::BORDER_WRAP);
  for (int jy = -2; jy <= 2; ++jy)
    for (int jx = -2; jx <= 2; ++jx) {
      cv::Mat d = cv::Mat::zeros(kCell, kCell, CV_32F);
      for (std::size_t c = 0; c < one.mean.size(); ++c) {
        const cv::Mat diff = one.mean[c] - wide[c](cv::Rect(2 + jx, 2 + jy, kCell, kCell));
        cv::accumulateSquare(diff, d);
      }
      out = cv::min(out, d);
    }
  cv::sqrt(out, out);
  return out;
}

/// The lattice of the cells of one class.
std::pair<cv::Point2d, cv::Point2d> coarsened(cv::Point2d a, cv::Point2d b, const Classes& c) {
  if (c.q == 0) return {a * c.count, b};
  if (c.p == 0) return {a, b * c.count};
  if (c.count == 2) return {a + b, a - b};
  return c.q == 1 ? std::pair(a - b, a + b * 2) : std::pair(a + b, b * 3);
}

/// Share of a field that a shift brings over itself.
double overlapOf(const Field& f, cv::Point2d by) {
  return std::max(0.0, 1 - std::abs(by.x) / f.width()) * std::max(0.0, 1 - std::abs(by.y) / f.height());
}

/// What lies about the cloth is left out, and a little more; what lies on it, or is printed on it in turn, is
/// not: repeats that show it vary.
cv::Mat withoutRim(const cv::Mat& mask) {
  cv::Mat gone, labels;
  cv::threshold(mask, gone, 0.5, 255, cv::THRESH_BINARY_INV);
  gone.convertTo(gone, CV_8U);
  const int n = cv::connectedComponents(gone, labels);
  std::vector<bool> touches(std::size_t(n), false);
  for (int y = 0; y < labels.rows; ++y)
    for (const int x : {0, labels.cols - 1}) touches[std::size_t(labels.at<int>(y, x))] = true;
  for (int x = 0; x < labels.cols; ++x)
    for (const int y : {0, labels.rows - 1}) touches[std::size_t(labels.at<int>(y, x))] = true;
  touches[0] = false;
  cv::Mat out(mask.size(), CV_32F, cv::Scalar(1));
  for (int y = 0; y < labels.rows; ++y)
    for (int x = 0; x < labels.cols; ++x)
      if (touches[std::size_t(labels.at<int>(y, x))]) out.at<float>(y, x) = 0;
  cv::erode(out, out, cv::Mat::ones(13, 13, CV_8U), {-1, -1}, 1, cv::BORDER_CONSTANT, cv::Scalar(1));
  return out;
}

/// The share of the cell where two classes differ, clearly against how the repeats of each vary among
/// themselves: one spot of some size, not a rim here and there.
double differingShare(const std::vector<MeanCell>& cells, double detail) {
  cv::Mat different = cv::Mat::zeros(kCell, kCell, CV_8U);
  for (std::size_t one = 0; one < cells.size(); ++one)
    for (std::size_t two = one + 1; two < cells.size(); ++two) {
      const MeanCell &u = cells[one], &v = cells[two];
      const cv::Mat far = cv::min(differing(u, v), differing(v, u));
      for (int j = 0; j < kCell; ++j)
        for (int i = 0; i < kCell; ++i) {
          const float nu = u.seen.at<float>(j, i), nv = v.seen.at<float>(j, i);
          if (nu < 2 || nv < 2) continue;
          const double spread =
              std::sqrt(u.variance.at<float>(j, i) / (nu - 1) + v.variance.at<float>(j, i) / (nv - 1));
          constexpr double kClearly = 4, kShare = 0.45, kFloor = 0.08;
          if (far.at<float>(j, i) > std::max(kClearly * std::max(spread, kFloor * detail), kShare * detail))
            different.at<uchar>(j, i) = 1;
        }
    }
  cv::erode(different, different, cv::Mat::ones(3, 3, CV_8U));
  return cv::sum(different)[0] / (kCell * kCell);
}

}  // namespace

std::optional<std::pair<cv::Point2d, cv::Point2d>> coarserLattice(const Field& f, cv::Point2d a,
                                                                  cv::Point2d b) {
  Field smooth = f;
  smooth.mask = withoutRim(f.mask);
  for (cv::Mat& c : smooth.channels) {
    cv::Mat sharp = c;
    c = cv::Mat();
    cv::GaussianBlur(sharp, c, {}, 1.0);
  }
  double detail = 0;
  for (const cv::Mat& c : f.channels) detail += c.dot(c);
  detail = std::sqrt(detail / double(f.mask.total()));
  const Classes all[] = {{1, 0, 2}, {0, 1, 2}, {1, 1, 2}, {1, 0, 3}, {0, 1, 3}, {1, 1, 3}, {1, 2, 3}};
  double most = 0;
  const Classes* best = nullptr;
  std::optional<Repeats> repeats;
  for (const int count : {2, 3}) {
    std::vector<const Classes*> tried;
    for (const Classes& each : all) {
      // Of what would repeat then, two must be in the picture.
      constexpr double kSeenTwice = 0.38;
      const auto [ca, cb] = coarsened(a, b, each);
      if (each.count == count && overlapOf(f, ca) >= kSeenTwice && overlapOf(f, cb) >= kSeenTwice)
        tried.push_back(&each);
    }
    if (tried.empty()) continue;
    if (!repeats) repeats = repeatsOf(smooth, a, b);
    std::vector<double> shares(tried.size());
    inTwo(static_cast<int>(tried.size()), [&](int i) {
      const auto k = static_cast<std::size_t>(i);
      shares[k] = differingShare(meanCells(*repeats, f.channels.size(), *tried[k]), detail);
    });
    constexpr double kSpot = 0.0015;  // of the cell
    for (std::size_t k = 0; k < tried.size(); ++k)
      if (shares[k] > std::max(most, kSpot)) {
        most = shares[k];
        best = tried[k];
      }
    if (best) break;  // twos explain it
  }
  if (!best) return std::nullopt;
  return coarsened(a, b, *best);
}

namespace {

cv::Point2d direction(double degrees) {
  const double t = degrees * std::numbers::pi / 180;
  return {std::cos(t), std::sin(t)};
}

double between(double one, double two) {
  const double d = std::fmod(std::abs(one - two), 180);
  return std::min(d, 180 - d);
}

/// What is mirrored in two lines is so in the image of one in the other too, and turned by half where they
/// are square to each other: what was missed by a little follows from what was found.
template <class Near>
void close(Symmetry& found, const Near& nearMiddle) {
  constexpr double kSame = 3;  // degrees
  constexpr std::size_t kMostLines = 6;
  for (std::size_t i = 0; i < found.mirrors.size(); ++i)
    for (std::size_t k = 0; k < found.mirrors.size() && found.mirrors.size() < kMostLines; ++k) {
      const Symmetry::Mirror in = found.mirrors[i], of = found.mirrors[k];
      if (between(in.degrees, of.degrees) < kSame) continue;
      const cv::Point2d d = direction(in.degrees), e = direction(of.degrees), from = of.point - in.point;
      if (!found.halfTurn && between(in.degrees, of.degrees + 90) < kSame) {
        const double det = d.cross(e);
        found.halfTurn = true;
        found.centre = nearMiddle(in.point + d * (from.cross(e) / det));
      }
      double degrees = std::fmod(2 * in.degrees - of.degrees + 360, 180);
      const bool known = std::any_of(found.mirrors.begin(), found.mirrors.end(),
                                     [&](const auto& m) { return between(m.degrees, degrees) < kSame; });
      if (known) continue;
      const cv::Point2d image = in.point + d * (2 * from.dot(d)) - from;
      found.mirrors.push_back({degrees, nearMiddle(image), std::min(in.agreement, of.agreement)});
    }
}

}  // namespace

Symmetry symmetryOf(const Field& f, cv::Point2d a, cv::Point2d b) {
  Symmetry out;
  const std::vector<cv::Mat> cell = meanCell(f, a, b);
  const auto real = [&](double i, double j) { return a * i + b * j; };
  const auto norm = [](cv::Point2d p) { return std::sqrt(p.dot(p)); };
  const cv::Point2d middle(f.width() / 2.0, f.height() / 2.0);
  const auto nearMiddle = [&](cv::Point2d p) {
    // Moved by whole repeats towards the middle of the field.
    const double det = a.x * b.y - a.y * b.x;
    const cv::Point2d d = middle - p;
    return p + real(std::round((d.x * b.y - d.y * b.x) / det), std::round((a.x * d.y - a.y * d.x) / det));
  };
  for (int p = -1; p <= 1; ++p)
    for (int q = -1; q <= 1; ++q)
      for (int r = -1; r <= 1; ++r)
        for (int s = -1; s <= 1; ++s) {
          const Whole m{p, q, r, s};
          const bool turn = p == -1 && s == -1 && q == 0 && r == 0;
          if (m.det() != -1 && !turn) continue;
          const cv::Point2d ma = real(p, r), mb = real(q, s);  // where a and b go
          if (m.det() == -1) {
            // Lengths and the angle between them stay.
            if (std::abs(norm(ma) - norm(a)) > kSameLength * norm(a)) continue;
            if (std::abs(norm(mb) - norm(b)) > kSameLength * norm(b)) continue;
            if (std::abs(ma.dot(mb) - a.dot(b)) > 2 * kSameLength * norm(a) * norm(b)) continue;
          }
          // Samples of the cell lie at (i + 1/2): M (x + t) has M (1/2, 1/2) - (1/2, 1/2) of it for its own.
          const auto [t, value] = bestShift(cell, m);
          constexpr double kMostBad = 0.06;
          if (value < kDecides || disagreeing(cell, m, t * kCell) > kMostBad) continue;
          // cell(k) = cell(M (k + T)) in samples; with x = (k + 1/2) / n, x' = (M (k + T) + 1/2) / n.
          const double h = 0.5 / kCell;
          const cv::Point2d shift(m.p * (t.x - h) + m.q * (t.y - h) + h,
                                  m.r * (t.x - h) + m.s * (t.y - h) + h);
          // The map is x → M x + shift.
          if (turn) {
            out.halfTurn = true;
            out.centre = nearMiddle(real(shift.x / 2, shift.y / 2));
            continue;
          }
          // The line's direction: what the map leaves, e + M e for some e.
          cv::Point2d along = a + ma;
          if (norm(along) < 1e-3 * norm(a)) along = b + mb;
          along *= 1 / norm(along);
          const cv::Point2d across(-along.y, along.x);
          // Among the shifts that differ by whole repeats the one that glides least.
          double least = 1e300;
          cv::Point2d best;
          for (int j = -2; j <= 2; ++j)
            for (int i = -2; i <= 2; ++i) {
              const cv::Point2d moved = real(shift.x + i, shift.y + j);
              const double glide = std::abs(moved.dot(along));
              if (glide < least - 1e-9) {
                least = glide;
                best = moved;
              }
            }
          constexpr double kNoGlide = 0.06;  // of the shorter vector
          if (least > kNoGlide * std::min(norm(a), norm(b))) continue;
          double degrees = std::atan2(along.y, along.x) * 180 / std::numbers::pi;
          if (degrees < 0) degrees += 180;
          if (degrees >= 180) degrees -= 180;
          const cv::Point2d on = nearMiddle(across * (best.dot(across) / 2));
          const bool known =
              std::any_of(out.mirrors.begin(), out.mirrors.end(), [&](const Symmetry::Mirror& o) {
                const double d = std::abs(o.degrees - degrees);
                return std::min(d, 180 - d) < 3;
              });
          if (!known) out.mirrors.push_back({degrees, on, value});
        }
  close(out, nearMiddle);
  return out;
}

}  // namespace clathra::repeats
