// The largest rectangle of given lines that a patch covers: the finishing line of layouts that were grown by
// hand and have no natural side lines.
#include <algorithm>
#include <cmath>

#include "layout/finishing_line.hpp"

namespace clathra {

namespace {

constexpr double kOn = 1e-3;  // mm: an outer edge this near to a line runs along it

void sortApart(std::vector<double>& v) {
  std::sort(v.begin(), v.end());
  v.erase(std::unique(v.begin(), v.end(), [](double a, double b) { return b - a < kOn; }), v.end());
}

/// The fields between neighbouring lines, each full or not.
class BoxFields {
 public:
  BoxFields(const SeamGraph& patch, const std::vector<double>& xs, const std::vector<double>& ys)
      : xs_(xs), ys_(ys), full_((xs.size() - 1) * (ys.size() - 1), false) {
    for (std::size_t row = 0; row + 1 < ys.size(); ++row) fillRow(patch, row);
    for (const OuterEdge& e : patch.outer) strike(e.from, e.to);
  }
  bool full(std::size_t col, std::size_t row) const { return full_[row * (xs_.size() - 1) + col]; }

 private:
  /// Where the middle of each field lies inside: an odd number of outer edges to its left.
  void fillRow(const SeamGraph& patch, std::size_t row) {
    const double y = (ys_[row] + ys_[row + 1]) / 2;
    std::vector<double> crossings;
    for (const OuterEdge& e : patch.outer)
      if ((e.from.y > y) != (e.to.y > y))
        crossings.push_back(e.from.x + (y - e.from.y) / (e.to.y - e.from.y) * (e.to.x - e.from.x));
    std::sort(crossings.begin(), crossings.end());
    for (std::size_t col = 0; col + 1 < xs_.size(); ++col) {
      const double x = (xs_[col] + xs_[col + 1]) / 2;
      const auto left = std::lower_bound(crossings.begin(), crossings.end(), x) - crossings.begin();
      full_[row * (xs_.size() - 1) + col] = left % 2 == 1;
    }
  }

  /// BoxFields through whose inside an outer edge runs are not full.
  void strike(Point a, Point b) {
    const auto rowOf = [&](double y) {
      return std::upper_bound(ys_.begin(), ys_.end(), y) - ys_.begin() - 1;
    };
    const auto most = static_cast<std::ptrdiff_t>(ys_.size()) - 2;
    const auto first = std::clamp<std::ptrdiff_t>(rowOf(std::min(a.y, b.y)), 0, most),
               last = std::clamp<std::ptrdiff_t>(rowOf(std::max(a.y, b.y)), 0, most);
    for (auto row = first; row <= last; ++row) {
      const double top = ys_[static_cast<std::size_t>(row)] + kOn,
                   bottom = ys_[static_cast<std::size_t>(row) + 1] - kOn;
      // The part of the edge between this row's lines.
      const double lo = std::max(top, std::min(a.y, b.y)), hi = std::min(bottom, std::max(a.y, b.y));
      if (lo > hi) continue;
      const auto xAt = [&](double y) {
        return std::abs(b.y - a.y) < kOn ? a.x : a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x);
      };
      double left = std::min(xAt(lo), xAt(hi)), right = std::max(xAt(lo), xAt(hi));
      if (std::abs(b.y - a.y) < kOn) {
        left = std::min(a.x, b.x);
        right = std::max(a.x, b.x);
      }
      for (std::size_t col = 0; col + 1 < xs_.size(); ++col)
        if (left < xs_[col + 1] - kOn && right > xs_[col] + kOn)
          full_[static_cast<std::size_t>(row) * (xs_.size() - 1) + col] = false;
    }
  }

  const std::vector<double>&xs_, &ys_;
  std::vector<bool> full_;
};

}  // namespace

std::optional<Box> largestCoveredBox(const SeamGraph& patch, std::vector<double> xs, std::vector<double> ys) {
  sortApart(xs);
  sortApart(ys);
  if (xs.size() < 2 || ys.size() < 2) return std::nullopt;
  const BoxFields fields(patch, xs, ys);
  std::optional<Box> best;
  double bestArea = 0;
  // Full fields above each one, row by row; under each height the widest run of columns at least as high.
  std::vector<std::size_t> top(xs.size() - 1, 0);  // first full row that reaches down to this one
  for (std::size_t row = 0; row + 1 < ys.size(); ++row) {
    for (std::size_t col = 0; col + 1 < xs.size(); ++col)
      if (!fields.full(col, row)) top[col] = row + 1;
    std::vector<std::pair<std::size_t, std::size_t>>
        open;  // from column, with its top; tops fall to the right
    for (std::size_t col = 0; col < xs.size(); ++col) {
      const std::size_t now = col + 1 < xs.size() ? top[col] : row + 1;
      std::size_t from = col;
      while (!open.empty() && open.back().second < now) {
        from = open.back().first;
        const Box box{xs[from], ys[open.back().second], xs[col], ys[row + 1]};
        if (box.width() * box.height() > bestArea * (1 + 1e-9)) {
          bestArea = box.width() * box.height();
          best = box;
        }
        open.pop_back();
      }
      if (now <= row && (open.empty() || open.back().second > now)) open.emplace_back(from, now);
    }
  }
  return best;
}

}  // namespace clathra
