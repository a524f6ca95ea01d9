// Rows of one outline that need not be alike: of every row its turn, step and beginning are chosen, so that
// the whole is as short as can be. Solved count by count over the last two rows; rows further back are looked
// at when the sequence is laid.
#include <algorithm>
#include <cmath>
#include <map>

#include "packing/rows.hpp"

namespace clathra::packing {

namespace {

constexpr double kNone = -1e300;

struct RowKind {
  std::size_t variant = 0;
  double first = 0, step = 0;  ///< x of the reference points
  int count = 0;
};

class Sequence {
 public:
  Sequence(const Variants& variants, std::size_t shape, double width, std::size_t count, std::uint64_t& steps)
      : variants_(variants), width_(width), count_(static_cast<int>(count)), steps_(steps) {
    for (const std::size_t v : variants.of(shape)) addKinds(v);
    clear_.assign(kinds_.size() * kinds_.size(), 0);
    for (std::size_t a = 0; a < kinds_.size(); ++a)
      for (std::size_t b = 0; b < kinds_.size(); ++b)
        clear_[a * kinds_.size() + b] = clearance(kinds_[a], kinds_[b]);
  }

  std::vector<RowLay> best(std::size_t most) {
    std::vector<RowLay> out;
    if (kinds_.empty()) return out;
    solve();
    std::vector<std::size_t> last;
    for (std::size_t p = 0; p < pairs(); ++p)
      if (at(count_, p).height < 1e299) last.push_back(p);
    std::sort(last.begin(), last.end(), [&](std::size_t a, std::size_t b) { return whole(a) < whole(b); });
    for (const std::size_t p : last) {
      if (out.size() >= most) break;
      RowLay lay = laid(p);
      if (!out.empty() && std::abs(out.back().length - lay.length) < 1e-3) continue;
      out.push_back(std::move(lay));
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const RowLay& a, const RowLay& b) { return a.length < b.length; });
    return out;
  }

 private:
  /// What is known of the shortest sequence that holds a count and ends in two kinds of rows.
  struct State {
    double height = 1e300;  ///< of the last row's reference points
    double gap = 0;         ///< from the row before
    int before = -1;        ///< the row before that
    int count = 0;          ///< of which this one is reached
  };

  std::size_t pairs() const { return kinds_.size() * (kinds_.size() + 1); }
  /// one: the row before the last, kinds_.size() where there is none
  std::size_t pairOf(std::size_t one, std::size_t two) const { return one * kinds_.size() + two; }
  State& at(int count, std::size_t pair) { return states_[static_cast<std::size_t>(count) * pairs() + pair]; }
  double whole(std::size_t pair) {
    return at(count_, pair).height + variants_[kinds_[pair % kinds_.size()].variant].box.bottom;
  }

  void addKinds(std::size_t v) {
    const Box b = variants_[v].box;
    const double w = b.width();
    if (w > width_ + 1e-7) return;
    const double least = leastStep(variants_, v);
    std::vector<double> steps{least};
    const int n = static_cast<int>((width_ - w) / least + 1e-9) + 1;
    for (const double less : {0.0, 0.5, 1.0, 1.5, 2.0})
      if (n - 1 - less >= 0.5)
        if (const double s = (width_ - w) / (n - 1 - less); s > least + 1e-6) steps.push_back(s);
    for (const double step : steps)
      for (const double phase : {0.0, 0.5, -1.0}) {
        RowKind k{v, -b.left, step, 0};
        const double from = phase > 0 ? phase * step : 0;
        k.count = static_cast<int>((width_ - w - from) / step + 1e-9) + 1;
        if (from > width_ - w) continue;
        k.first += phase < 0 ? width_ - w - (k.count - 1) * step : from;
        const bool known = std::any_of(kinds_.begin(), kinds_.end(), [&](const RowKind& o) {
          return o.variant == v && o.count == k.count && std::abs(o.first - k.first) < 1e-6 &&
                 std::abs(o.step - k.step) < 1e-6;
        });
        constexpr std::size_t kMostKinds = 40;
        if (!known && kinds_.size() < kMostKinds) kinds_.push_back(k);
      }
  }

  /// The least way down from row a to row b.
  double clearance(const RowKind& a, const RowKind& b) {
    const NoFit& region = variants_.noFit(a.variant, b.variant);
    double y = kNone;
    for (int i = 0; i < a.count; ++i) {
      const double x = a.first + i * a.step;
      const int from = std::max(0, static_cast<int>((x + region.box().left - b.first) / b.step));
      for (int k = from; k < b.count; ++k) {
        const double d = b.first + k * b.step - x;
        if (d > region.box().right) break;
        ++steps_;
        y = std::max(y, clearFrom(region, d));
      }
    }
    return y;
  }

  void solve() {
    const std::size_t none = kinds_.size();
    states_.assign(static_cast<std::size_t>(count_ + 1) * pairs(), {});
    for (std::size_t k = 0; k < kinds_.size(); ++k) {
      const int n = std::min(count_, kinds_[k].count);
      State& s = at(n, pairOf(none, k));
      s.height = -variants_[kinds_[k].variant].box.top;
    }
    for (int n = 1; n < count_; ++n)
      for (std::size_t p = 0; p < pairs(); ++p) {
        const State& now = at(n, p);
        if (now.height > 1e299) continue;
        const std::size_t one = p / kinds_.size(), two = p % kinds_.size();
        for (std::size_t k = 0; k < kinds_.size(); ++k) {
          double gap = std::max(0.0, clear_[two * kinds_.size() + k]);
          if (one != none) gap = std::max(gap, clear_[one * kinds_.size() + k] - now.gap);
          // Nothing sticks out of the cut end.
          const double top = -variants_[kinds_[k].variant].box.top;
          gap = std::max(gap, top - now.height);
          const int count = std::min(count_, n + kinds_[k].count);
          State& next = at(count, pairOf(two, k));
          if (now.height + gap >= next.height - 1e-9) continue;
          next = {now.height + gap, gap, static_cast<int>(one), n};
        }
      }
    steps_ += static_cast<std::uint64_t>(count_) * pairs() / 4;
  }

  RowLay laid(std::size_t pair) {
    std::vector<std::size_t> rows;
    int n = count_;
    for (std::size_t p = pair;;) {
      const State& s = at(n, p);
      rows.push_back(p % kinds_.size());
      if (p / kinds_.size() == kinds_.size()) break;
      const std::size_t one = p / kinds_.size();
      n = s.count;
      p = pairOf(static_cast<std::size_t>(s.before), one);
    }
    std::reverse(rows.begin(), rows.end());
    RowLay out;
    std::vector<double> heights;
    int left = count_;
    for (std::size_t r = 0; r < rows.size(); ++r) {
      const RowKind& k = kinds_[rows[r]];
      const Box b = variants_[k.variant].box;
      double y = std::max(-b.top, r == 0 ? -b.top : heights[r - 1]);
      for (std::size_t q = r >= 6 ? r - 6 : 0; q < r; ++q)
        y = std::max(y, heights[q] + clear_[rows[q] * kinds_.size() + rows[r]]);
      heights.push_back(y);
      for (int i = 0; i < k.count && left > 0; ++i, --left)
        out.items.push_back({k.variant, 0, {k.first + i * k.step, y}});
      out.length = std::max(out.length, y + b.bottom);
    }
    return out;
  }

  const Variants& variants_;
  double width_;
  int count_;
  std::uint64_t& steps_;
  std::vector<RowKind> kinds_;
  std::vector<double> clear_;
  std::vector<State> states_;
};

}  // namespace

std::vector<RowLay> layRowSequence(const Variants& variants, std::size_t shape, double width,
                                   std::size_t count, std::size_t most, std::uint64_t& steps) {
  constexpr std::size_t kMostCount = 400;
  if (count > kMostCount) return {};
  return Sequence(variants, shape, width, count, steps).best(most);
}

}  // namespace clathra::packing
