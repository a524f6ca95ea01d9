#include "image/repeat_lattice.hpp"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "image/two_threads.hpp"

namespace clathra::repeats {

namespace {

constexpr double kLeastStep = 9;    // pixels of the field: shorter repeats are weave
constexpr std::size_t kPeaks = 36;  // that are looked at
constexpr double kLeastMiddle = 0.72;
constexpr double kBeside = 0.15;   // the sine of the angle between two vectors that lie apart
constexpr double kMostBad = 0.07;  // of the detail, more than what the best vectors have

double cross(cv::Point2d a, cv::Point2d b) {
  return a.x * b.y - a.y * b.x;
}
double norm(cv::Point2d a) {
  return std::sqrt(a.dot(a));
}

double median(std::vector<double> all) {
  std::nth_element(all.begin(), all.begin() + std::ptrdiff_t(all.size() / 2), all.end());
  return all[all.size() / 2];
}

Shift lookedAt(const Detail& half, const Correlation& c, cv::Point2d by, int jitter) {
  Shift out;
  out.by = by;
  out.value = c.at(by);
  out.overlap = c.overlap(int(std::lround(by.x)), int(std::lround(by.y)));
  out.agreement = agreementOf(half, by / 2, jitter);
  return out;
}

}  // namespace

std::vector<Shift> trustedShifts(const Field& half, const Correlation& c) {
  const Field quarter = halved(half);
  const Detail small(quarter), detail(half);
  std::vector<Peak> peaks = peaksOf(c, kLeastStep, kPeaks);
  std::erase_if(peaks, [](const Peak& p) { return p.overlap < 0.15; });
  // Quickly first, on a smaller picture, a few at a time: the strongest are mostly good.
  constexpr std::size_t kEnough = 8, kAtOnce = 6;
  std::vector<cv::Point2d> by;
  for (std::size_t from = 0; from < peaks.size() && by.size() < kEnough; from += kAtOnce) {
    const std::size_t n = std::min(kAtOnce, peaks.size() - from);
    bool good[kAtOnce] = {};
    inTwo(static_cast<int>(n), [&](int i) {
      good[i] =
          agreementOf(small, peaks[from + static_cast<std::size_t>(i)].shift / 4, 1).middle >= kLeastMiddle;
    });
    for (std::size_t i = 0; i < n && by.size() < kEnough; ++i)
      if (good[i]) by.push_back(peaks[from + i].shift);
  }
  std::vector<Shift> out(by.size());
  inTwo(static_cast<int>(by.size()), [&](int i) {
    const auto k = static_cast<std::size_t>(i);
    out[k] = lookedAt(detail, c, by[k], 1);
  });
  return out;
}

cv::Mat maskFrom(const Field& half, const std::vector<Shift>& trusted) {
  const int w = half.width(), h = half.height();
  cv::Mat out = half.mask.clone();
  if (trusted.size() < 2) return out;
  constexpr float kDisagrees = 0.35F;
  double detail = 0;
  for (const cv::Mat& c : half.channels) detail += c.dot(c.mul(half.mask));
  detail = std::sqrt(detail / std::max(1.0, cv::sum(half.mask)[0]));
  const auto far = float(0.5 * detail + 2);  // in Lab: another tone altogether
  inTwo(h, [&](int y) {
    std::vector<float> seen;
    for (int x = 0; x < w; ++x) {
      seen.clear();
      for (const Shift& s : trusted) {
        const int dx = int(std::lround(s.by.x / 2)), dy = int(std::lround(s.by.y / 2));
        for (const int sign : {0, -1}) {
          const int px = x + sign * dx, py = y + sign * dy;
          if (px < 0 || py < 0 || px >= w || py >= h) continue;
          const float a = s.agreement.map.at<float>(py, px), tone = s.agreement.tone.at<float>(py, px);
          if (std::isnan(tone)) continue;
          // Plain ground has no detail to agree in, but a tone.
          seen.push_back(tone > far ? 0 : std::isnan(a) ? 1 : a);
        }
      }
      if (seen.size() < 3) continue;
      std::nth_element(seen.begin(), seen.begin() + std::ptrdiff_t(seen.size() / 2), seen.end());
      if (seen[seen.size() / 2] < kDisagrees) out.at<float>(y, x) = 0;
    }
  });
  // Single spots are noise; beyond the rim of a thing it still shows through.
  cv::morphologyEx(out, out, cv::MORPH_CLOSE, cv::Mat::ones(5, 5, CV_8U));
  cv::erode(out, out, cv::Mat::ones(9, 9, CV_8U), {-1, -1}, 1, cv::BORDER_CONSTANT, cv::Scalar(1));
  return out;
}

namespace {

/// Where a block of the field is found again near a shift: to a fraction of a pixel, or nothing.
std::optional<cv::Point2d> blockShift(const cv::Mat& f, cv::Rect block, cv::Point shift, int reach) {
  const cv::Rect all(0, 0, f.cols, f.rows);
  const int n = 2 * reach + 1;
  std::vector<double> cost(std::size_t(n) * std::size_t(n), 1e300);
  for (int j = -reach; j <= reach; ++j)
    for (int i = -reach; i <= reach; ++i) {
      const cv::Rect there = block + shift + cv::Point(i, j);
      if ((there & all) != there) continue;
      // Several sums beside each other, which the processor adds at once.
      constexpr int kLanes = 8;
      float sums[kLanes] = {};
      for (int y = 0; y < block.height; ++y) {
        const float *own = f.ptr<float>(block.y + y) + block.x, *other = f.ptr<float>(there.y + y) + there.x;
        int x = 0;
        for (; x + kLanes <= block.width; x += kLanes)
          for (int k = 0; k < kLanes; ++k) {
            const float d = own[x + k] - other[x + k];
            sums[k] += d * d;
          }
        for (; x < block.width; ++x) sums[0] += (own[x] - other[x]) * (own[x] - other[x]);
      }
      double sum = 0;
      for (const float s : sums) sum += s;
      cost[std::size_t((j + reach) * n + i + reach)] = sum;
    }
  const auto best = std::min_element(cost.begin(), cost.end());
  const int at = int(best - cost.begin()), bx = at % n, by = at / n;
  if (*best > 1e299 || bx == 0 || by == 0 || bx == n - 1 || by == n - 1) return std::nullopt;
  const auto v = [&](int x, int y) { return cost[std::size_t(y * n + x)]; };
  const double xx = v(bx + 1, by) - 2 * *best + v(bx - 1, by), yy = v(bx, by + 1) - 2 * *best + v(bx, by - 1);
  if (xx <= 0 || yy <= 0 || xx > 1e299 || yy > 1e299) return std::nullopt;
  const double ox = (v(bx - 1, by) - v(bx + 1, by)) / (2 * xx),
               oy = (v(bx, by - 1) - v(bx, by + 1)) / (2 * yy);
  return cv::Point2d(shift.x + bx - reach + ox, shift.y + by - reach + oy);
}

struct Drift {
  cv::Point2d at, shift;  // the middle between the two, from the field's middle
  std::size_t of = 0;
  double weight = 1;
};

std::vector<Drift> driftsOf(const Field& half, const std::vector<Shift>& shifts) {
  const int w = half.width(), h = half.height();
  const int block = std::max(16, std::max(w, h) / 9), step = block * 2 / 3;
  const cv::Point2d middle((w - 1) / 2.0, (h - 1) / 2.0);
  // The channel with the most detail says it alone.
  const cv::Mat& clearest =
      *std::max_element(half.channels.begin(), half.channels.end(),
                        [](const cv::Mat& a, const cv::Mat& b) { return a.dot(a) < b.dot(b); });
  std::vector<std::vector<Drift>> each(shifts.size());
  inTwo(static_cast<int>(shifts.size()), [&](int which) {
    const auto k = static_cast<std::size_t>(which);
    const cv::Point2d v = shifts[k].by / 2;
    const int reach = std::clamp(int(std::lround(0.05 * norm(v))) + 2, 3, 8);
    const cv::Point shift(int(std::lround(v.x)), int(std::lround(v.y)));
    for (int y = 0; y + block <= h; y += step)
      for (int x = 0; x + block <= w; x += step) {
        const cv::Rect at(x, y, block, block);
        if (cv::mean(half.mask(at))[0] < 0.95) continue;
        // A block of plain ground says nothing, and one whose partner is an object something wrong.
        const cv::Mat part = shifts[k].agreement.map(at);
        double good = 0;
        for (int j = 0; j < block; ++j)
          for (int i = 0; i < block; ++i) {
            const float a = part.at<float>(j, i);
            if (!std::isnan(a) && a > 0.5F) good += 1;
          }
        if (good < 0.4 * block * block) continue;
        const auto found = blockShift(clearest, at, shift, reach);
        if (!found) continue;
        const cv::Point2d from(x + block / 2.0 - 0.5, y + block / 2.0 - 0.5);
        each[k].push_back({from + *found / 2 - middle, *found, k, 1});
      }
  });
  std::vector<Drift> out;
  for (const auto& one : each) out.insert(out.end(), one.begin(), one.end());
  return out;
}

}  // namespace

Perspective perspectiveFrom(const Field& half, const std::vector<Shift>& trusted) {
  std::vector<Shift> shifts = trusted;
  std::sort(shifts.begin(), shifts.end(),
            [](const Shift& a, const Shift& b) { return norm(a.by) < norm(b.by); });
  constexpr std::size_t kUsed = 4;
  if (shifts.size() > kUsed) shifts.resize(kUsed);
  std::vector<Drift> drifts = driftsOf(half, shifts);
  constexpr std::size_t kLeast = 12;
  if (drifts.size() < kLeast) return {};
  const int unknowns = 2 + 2 * int(shifts.size());
  cv::Mat solved;
  // v = c + x (p · v) + v (p · x): by least squares, what lies far off counting less and less.
  for (int round = 0; round < 5; ++round) {
    cv::Mat a = cv::Mat::zeros(2 * int(drifts.size()), unknowns, CV_64F),
            b = cv::Mat::zeros(2 * int(drifts.size()), 1, CV_64F);
    for (std::size_t i = 0; i < drifts.size(); ++i) {
      const Drift& d = drifts[i];
      const double row[2][2] = {
          {d.at.x * d.shift.x + d.shift.x * d.at.x, d.at.x * d.shift.y + d.shift.x * d.at.y},
          {d.at.y * d.shift.x + d.shift.y * d.at.x, d.at.y * d.shift.y + d.shift.y * d.at.y}};
      for (int k = 0; k < 2; ++k) {
        const int r = 2 * int(i) + k;
        a.at<double>(r, 0) = d.weight * row[k][0];
        a.at<double>(r, 1) = d.weight * row[k][1];
        a.at<double>(r, 2 + 2 * int(d.of) + k) = d.weight;
        b.at<double>(r) = d.weight * (k == 0 ? d.shift.x : d.shift.y);
      }
    }
    if (!cv::solve(a, b, solved, cv::DECOMP_SVD)) return {};
    std::vector<double> off;
    for (std::size_t i = 0; i < drifts.size(); ++i) {
      const Drift& d = drifts[i];
      const cv::Point2d p(solved.at<double>(0), solved.at<double>(1)),
          c(solved.at<double>(2 + 2 * int(d.of)), solved.at<double>(3 + 2 * int(d.of)));
      off.push_back(norm(d.shift - (c + d.at * p.dot(d.shift) + d.shift * p.dot(d.at))));
    }
    const double scale = std::max(0.15, 1.5 * median(off));
    for (std::size_t i = 0; i < drifts.size(); ++i)
      drifts[i].weight = 1 / (1 + off[i] * off[i] / (scale * scale));
  }
  // Of the half field's pixels; the whole one's are half as large.
  return {cv::Point2d(solved.at<double>(0), solved.at<double>(1)) / 2};
}

void reduce(cv::Point2d& a, cv::Point2d& b) {
  for (int i = 0; i < 60; ++i) {
    if (b.dot(b) < a.dot(a)) std::swap(a, b);
    const double k = std::round(a.dot(b) / a.dot(a));
    if (k == 0) return;
    b -= a * k;
  }
}

namespace {

/// The lattice's vectors by least squares over all its points that can be seen.
void refine(FoundLattice& l, const Correlation& c) {
  for (int round = 0; round < 3; ++round) {
    cv::Mat normal = cv::Mat::zeros(2, 2, CV_64F), right = cv::Mat::zeros(2, 2, CV_64F);
    l.reach = 0;
    const int across = 40;
    const cv::Point2d b = l.b.value_or(cv::Point2d());
    for (int j = l.b ? -across : 0; j <= (l.b ? across : 0); ++j)
      for (int i = -across; i <= across; ++i) {
        if (j < 0 || (j == 0 && i <= 0)) continue;
        const cv::Point2d at = l.a * i + b * j;
        if (std::abs(at.x) >= c.reachX() - 3 || std::abs(at.y) >= c.reachY() - 3) continue;
        const double overlap = c.overlap(int(std::lround(at.x)), int(std::lround(at.y)));
        if (overlap < 0.12) continue;
        const auto peak = c.peakNear(at, round == 0 ? 4 : 2);
        if (!peak || c.at(*peak) < 0.3) continue;
        const double weight = overlap * c.at(*peak);
        l.reach += weight;
        const double k[2] = {double(i), double(j)};
        for (int r = 0; r < 2; ++r) {
          for (int s = 0; s < 2; ++s) normal.at<double>(r, s) += weight * k[r] * k[s];
          right.at<double>(r, 0) += weight * k[r] * peak->x;
          right.at<double>(r, 1) += weight * k[r] * peak->y;
        }
      }
    if (!l.b) {
      if (normal.at<double>(0, 0) <= 0) return;
      l.a = {right.at<double>(0, 0) / normal.at<double>(0, 0),
             right.at<double>(0, 1) / normal.at<double>(0, 0)};
      continue;
    }
    cv::Mat solved;
    if (!cv::solve(normal, right, solved, cv::DECOMP_LU)) return;
    l.a = {solved.at<double>(0, 0), solved.at<double>(0, 1)};
    l.b = cv::Point2d(solved.at<double>(1, 0), solved.at<double>(1, 1));
  }
}

bool agrees(const Shift& s, double usual) {
  return s.agreement.middle >= kLeastMiddle && s.agreement.bad <= usual + kMostBad && s.value > 0.3;
}

/// Detail that disagrees everywhere alike: folds, what is left of a table's edge, noise.
double usualBad(const std::vector<Shift>& all) {
  std::vector<double> bad;
  constexpr double kSurely = 0.8;
  for (const Shift& s : all)
    if (s.agreement.middle >= kSurely) bad.push_back(s.agreement.bad);
  if (bad.empty()) return 0;
  std::sort(bad.begin(), bad.end());
  constexpr double kMost = 0.12;
  return std::min(kMost, bad[bad.size() / 4]);
}

/// The worst of what its vectors are like.
void note(FoundLattice& out, const Shift& s) {
  out.bad = out.middle == 0 ? s.agreement.bad : std::max(out.bad, s.agreement.bad);
  out.middle = out.middle == 0 ? s.agreement.middle : std::min(out.middle, s.agreement.middle);
  out.value = out.value == 0 ? s.value : std::min(out.value, s.value);
}

void makeFiner(FoundLattice& out, const Detail& detail, const Correlation& c, double usual) {
  // A short vector may be missing among the peaks: parts of those that are there.
  for (int round = 0; round < 3; ++round) {
    bool finer = false;
    std::vector<cv::Point2d> parts{out.a / 2, out.a / 3};
    if (out.b)
      for (const cv::Point2d p :
           {*out.b / 2, (out.a + *out.b) / 2, *out.b / 3, (out.a + *out.b) / 3, (out.a - *out.b) / 3})
        parts.push_back(p);
    for (const cv::Point2d p : parts) {
      if (norm(p) < kLeastStep) continue;
      const auto peak = c.peakNear(p, 3);
      if (!peak) continue;
      const Shift s = lookedAt(detail, c, *peak, 1);
      if (!agrees(s, usual)) continue;
      note(out, s);
      if (!out.b || std::abs(cross(out.a, *peak)) < 0.05 * norm(out.a) * norm(*peak)) {
        out.a = *peak;
      } else {
        // The finer lattice: a and the part, where b is a multiple of it beside a.
        out.b = *peak;
      }
      if (out.b) reduce(out.a, *out.b);
      finer = true;
      break;
    }
    if (!finer) break;
  }
}

}  // namespace

std::optional<FoundLattice> latticeFrom(const Field& half, const Correlation& c) {
  std::vector<Shift> good;
  auto peaks = peaksOf(c, kLeastStep, kPeaks);
  double highest = 0;
  for (const Peak& p : peaks) highest = std::max(highest, p.value);
  std::erase_if(peaks, [&](const Peak& p) { return p.value < 0.45 * highest; });
  // The strongest tell what is usual; of the others the shortest, until two are good that lie apart.
  constexpr std::size_t kStrongest = 6, kShortest = 20;
  const Detail detail(half);
  good.resize(std::min(kStrongest, peaks.size()));
  inTwo(static_cast<int>(good.size()), [&](int i) {
    const auto k = static_cast<std::size_t>(i);
    good[k] = lookedAt(detail, c, peaks[k].shift, 1);
  });
  const double so = usualBad(good);
  peaks.erase(peaks.begin(), peaks.begin() + std::ptrdiff_t(std::min(kStrongest, peaks.size())));
  std::sort(peaks.begin(), peaks.end(),
            [](const Peak& a, const Peak& b) { return norm(a.shift) < norm(b.shift); });
  std::optional<cv::Point2d> first;
  double apart = 1e300;
  for (std::size_t i = 0; i < std::min(kShortest, peaks.size()); ++i) {
    // Two that lie apart are known, shorter than all that follow.
    for (const Shift& s : good) {
      if (!agrees(s, so)) continue;
      if (!first || norm(s.by) < norm(*first)) first = s.by;
    }
    if (first)
      for (const Shift& s : good)
        if (agrees(s, so) && std::abs(cross(*first, s.by)) >= kBeside * norm(*first) * norm(s.by))
          apart = std::min(apart, norm(s.by));
    if (norm(peaks[i].shift) > apart) break;
    good.push_back(lookedAt(detail, c, peaks[i].shift, 1));
  }
  const double usual = usualBad(good);
  std::erase_if(good, [&](const Shift& s) { return !agrees(s, usual); });
  if (good.empty()) return std::nullopt;
  std::sort(good.begin(), good.end(), [](const Shift& a, const Shift& b) { return norm(a.by) < norm(b.by); });
  FoundLattice out;
  out.a = good.front().by;
  note(out, good.front());
  for (const Shift& s : good) {
    if (std::abs(cross(out.a, s.by)) < kBeside * norm(out.a) * norm(s.by)) continue;
    out.b = s.by;
    note(out, s);
    break;
  }
  if (out.b) reduce(out.a, *out.b);
  makeFiner(out, detail, c, usual);
  refine(out, c);
  if (out.b) reduce(out.a, *out.b);
  return out;
}

}  // namespace clathra::repeats
