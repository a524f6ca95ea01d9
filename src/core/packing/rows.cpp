#include "packing/rows.hpp"

#include <algorithm>
#include <cmath>
#include <optional>

namespace clathra::packing {

namespace {

constexpr double kNoRow = -1e300;
constexpr double kRounding = 1e-7;

struct Pattern {
  std::size_t one = 0;
  std::optional<std::size_t> two;
  double step = 0;   ///< in a row
  double shift = 0;  ///< of the next row
  Point partner;     ///< from one to two
  double down = 0;   ///< to the next row
  double length = 1e300;
};

class RowSearch {
 public:
  RowSearch(const Variants& variants, double width, std::size_t count, std::uint64_t& steps)
      : variants_(variants), width_(width), count_(count), steps_(steps) {}

  /// Works out partner, rows and length of what is given by step, shift and the partner's x; the length only
  /// where it is less than `limit`.
  void measure(Pattern& p, double limit = 1e300) {
    ++steps_;
    p.length = 1e300;
    if (p.two) {
      p.partner.y = clearIn(p.one, *p.two, p.partner.x, p.step);
      if (p.partner.y < -1e299) p.partner.y = 0;
    }
    p.down = 0;
    double most = 0;
    for (int row = 1; row <= 6; ++row) {
      if (row > 1 && row * p.down >= most) break;
      eachPair(p, [&](std::size_t a, std::size_t b, Point by) {
        const double need = clearIn(a, b, by.x + row * p.shift, p.step) - by.y;
        if (row == 1) most = std::max(most, highest(a, b) - by.y);
        p.down = std::max(p.down, need / row);
      });
      // Rows only come to lie further apart: enough is known of what is too long already.
      if (p.down > 1e-3 && holds(p, limit) < static_cast<double>(count_)) return;
    }
    if (p.down < 1e-3) return;
    // Half rows come in the order of their lower edges: the last one that is needed is the lowest.
    walk(p, [&](const Half& h, double, std::size_t) { p.length = h.bottom; });
  }

  std::vector<Lying> items(const Pattern& p) {
    std::vector<Lying> out;
    walk(p, [&](const Half& h, double x, std::size_t n) {
      for (std::size_t i = 0; i < n; ++i)
        out.push_back({h.variant, 0, {x + static_cast<double>(i) * p.step, h.from.y}});
    });
    return out;
  }

  bool rowIsClear(const Pattern& p) const {
    for (int k = 1; k <= 2; ++k)
      if (variants_.noFit(p.one, p.one).depth({k * p.step, 0}) > kRounding) return false;
    return true;
  }

 private:
  double highest(std::size_t a, std::size_t b) const { return variants_.noFit(a, b).box().bottom; }

  /// clearFrom over all copies in a row.
  double clearIn(std::size_t fixed, std::size_t moving, double x, double step) {
    const NoFit& region = variants_.noFit(fixed, moving);
    double y = kNoRow;
    const double first = x + std::ceil((region.box().left - x) / step) * step;
    for (double at = first; at < region.box().right; at += step) y = std::max(y, clearFrom(region, at));
    ++steps_;
    return y;
  }

  template <class Visit>
  void eachPair(const Pattern& p, Visit visit) const {
    visit(p.one, p.one, Point{});
    if (!p.two) return;
    visit(p.one, *p.two, p.partner);
    visit(*p.two, p.one, -1.0 * p.partner);
    visit(*p.two, *p.two, Point{});
  }

  double topOf(const Pattern& p) const {
    const double top = variants_[p.one].box.top;
    return p.two ? std::min(top, p.partner.y + variants_[*p.two].box.top) : top;
  }
  /// At most so many copies of the pattern on cloth of that length.
  double holds(const Pattern& p, double length) const {
    if (length > 1e299) return length;
    double sum = 0;
    const auto add = [&](std::size_t variant, double y) {
      const Box box = variants_[variant].box;
      const double rows = std::floor((length + topOf(p) - y - box.bottom + kRounding) / p.down) + 1;
      sum += std::max(0.0, rows) * (std::floor((width_ - box.width() + 2 * kRounding) / p.step) + 1);
    };
    add(p.one, 0);
    if (p.two) add(*p.two, p.partner.y);
    return sum;
  }
  /// All copies of one outline in a row.
  struct Half {
    std::size_t variant;
    Point from;
    double bottom;
  };
  /// Half rows with the x of their first copy and how many copies they hold, from the cut end on, the one
  /// whose lower edge is higher first, until there are enough.
  template <class Visit>
  void walk(const Pattern& p, Visit visit) {
    const Box a = variants_[p.one].box;
    const Box b = p.two ? variants_[*p.two].box : a;
    const double top = topOf(p);
    const double perRow = std::floor(width_ / p.step);
    const auto rows =
        static_cast<int>(static_cast<double>(count_) / std::max(1.0, perRow * (p.two ? 2 : 1) - 2)) + 3;
    const auto half = [&](bool second, int r) {
      const Point row{r * p.shift, r * p.down - top};
      return second ? Half{*p.two, row + p.partner, row.y + p.partner.y + b.bottom}
                    : Half{p.one, row, row.y + a.bottom};
    };
    std::size_t left = count_;
    const double anchor = -a.left;  // the first row begins at the selvedge
    int ones = 0, twos = p.two ? 0 : rows;
    while (ones < rows || twos < rows) {
      bool second = ones == rows;
      if (ones < rows && twos < rows) {
        const double one = half(false, ones).bottom, two = half(true, twos).bottom;
        second = two < one || (two == one && twos < ones);
      }
      const Half h = half(second, second ? twos++ : ones++);
      const Box box = variants_[h.variant].box;
      double x = anchor + h.from.x;
      x -= std::floor((x + box.left + kRounding) / p.step) * p.step;
      const double room = width_ + kRounding - x - box.right;
      if (room < 0) continue;
      const std::size_t n = std::min(left, static_cast<std::size_t>(room / p.step) + 1);
      visit(h, x, n);
      left -= n;
      if (left == 0) return;
    }
    visit(Half{p.one, {}, 1e300}, 0, 1);  // too few rows
  }

  const Variants& variants_;
  double width_;
  std::size_t count_;
  std::uint64_t& steps_;
};

/// Better by small moves of step, shift and partner.
void refine(RowSearch& search, Pattern& best, double least) {
  for (double by = best.step / 24; by > 0.01; by /= 2)
    for (bool again = true; again;) {
      again = false;
      for (int which = 0; which < (best.two ? 3 : 2); ++which)
        for (const double sign : {-1.0, 1.0}) {
          Pattern p = best;
          (which == 0 ? p.step : which == 1 ? p.shift : p.partner.x) += sign * by;
          if (p.step < least) continue;
          search.measure(p, best.length);
          if (p.length >= best.length - 1e-6) continue;
          best = p;
          again = true;
        }
    }
}

}  // namespace

double leastStep(const Variants& variants, std::size_t v) {
  const NoFit& region = variants.noFit(v, v);
  double x = 0;
  for (const Polygon& ring : region.rings())
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Point a = ring[i], b = ring[(i + 1) % ring.size()];
      if (a.y == 0) x = std::max(x, a.x);
      if ((a.y < 0) != (b.y < 0)) x = std::max(x, a.x - a.y / (b.y - a.y) * (b.x - a.x));
    }
  return x;
}

std::vector<RowLay> layInRows(const Variants& variants, std::size_t shape, double width, std::size_t count,
                              std::size_t most, std::uint64_t& steps, const Progress& progress) {
  RowSearch search(variants, width, count, steps);
  auto over = [&progress, ended = false]() mutable { return ended = ended || progress.cancelled(); };
  std::vector<Pattern> found;
  const auto& all = variants.of(shape);
  const int grid = all.size() > 8 ? 8 : 16;
  for (const std::size_t one : all) {
    const double w = variants[one].box.width(), least = leastStep(variants, one);
    if (w > width + kRounding) continue;
    std::vector<std::optional<std::size_t>> partners{std::nullopt};
    for (const std::size_t two : all)
      if (two != one &&
          std::abs(std::abs((variants[two].turn - variants[one].turn).wrapped().degrees()) - 180) < 1e-6)
        partners.emplace_back(two);
    for (const auto& two : partners) {
      std::vector<double> tried{least};
      const auto most_n = static_cast<int>((width - w) / least) + 1;
      for (int n = most_n; n >= 1 && n > most_n / 2 - 1; --n)
        for (const double half : {0.0, 0.5}) {
          const double step = n - 1 + half > 0 ? (width - w) / (n - 1 + half) : 2 * width;
          if (step >= least) tried.push_back(step);
        }
      std::vector<Pattern> good;
      for (const double step : tried)
        for (int s = 0; s < grid && !over(); ++s) {
          Pattern top;
          for (int o = 0; o < (two ? grid : 1); ++o) {
            Pattern p{one, two, step, step * s / grid, {step * o / grid, 0}, 0, 1e300};
            search.measure(p, top.length);
            if (p.length < top.length) top = p;
          }
          if (top.length < 1e299) good.push_back(top);
        }
      std::stable_sort(good.begin(), good.end(),
                       [](const Pattern& a, const Pattern& b) { return a.length < b.length; });
      if (good.size() > 6) good.resize(6);
      for (Pattern& p : good) {
        if (!over()) refine(search, p, least);
        found.push_back(p);
      }
    }
  }
  std::stable_sort(found.begin(), found.end(),
                   [](const Pattern& a, const Pattern& b) { return a.length < b.length; });
  std::vector<RowLay> out;
  for (const Pattern& p : found) {
    if (out.size() >= most || p.length > 1e299) break;
    if (!out.empty() && p.length < out.back().length + 1e-3) continue;
    out.push_back({search.items(p), p.length});
  }
  return out;
}

}  // namespace clathra::packing
