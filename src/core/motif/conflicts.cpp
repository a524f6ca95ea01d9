#include "motif/conflicts.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <unordered_map>
#include <utility>

#include "shape/motion.hpp"
#include "shape/overrun.hpp"

namespace clathra {

namespace {

constexpr double kOnEdge = 1e-6;  // mm: patches may touch

/// Do two patches lie on each other? On a lattice the same few differences come again and again, so that each
/// is judged once.
class PatchPairs {
 public:
  explicit PatchPairs(double overrun) : overrun_(overrun) {}
  void add(const Polygon& patch) { patches_.emplace_back(&patch, bounds(patch)); }
  bool overlap(std::size_t one, std::size_t two, Point by) {
    const auto& [p, a] = patches_[one];
    const auto& [q, b] = patches_[two];
    const double near = overrun_ - kOnEdge;
    if (a.right + near <= b.left + by.x || b.right + by.x + near <= a.left ||
        a.bottom + near <= b.top + by.y || b.bottom + by.y + near <= a.top)
      return false;
    const Key key{one, two, std::llround(by.x * kPerMm), std::llround(by.y * kPerMm)};
    const auto at = known_.find(key);
    if (at != known_.end()) return at->second;
    return known_[key] = spoils(*p, translated(*q, by), overrun_);
  }

 private:
  std::vector<std::pair<const Polygon*, Box>> patches_;
  static constexpr double kPerMm = 1e4;  // finer than any depth that is judged
  double overrun_;
  using Key = std::tuple<std::size_t, std::size_t, long long, long long>;
  struct Hash {
    std::size_t operator()(const Key& key) const {
      constexpr std::size_t kOdd = 0x9E3779B97F4A7C15, kMostPatches = 64;
      std::size_t h = std::get<0>(key) * kMostPatches + std::get<1>(key);
      h = h * kOdd + static_cast<std::size_t>(std::get<2>(key));
      return (h * kOdd + static_cast<std::size_t>(std::get<3>(key))) * kOdd;
    }
  };
  std::unordered_map<Key, bool, Hash> known_;
};

}  // namespace

long long rowOf(double bottom) {
  return std::llround(bottom * 1e4);
}

std::vector<std::vector<std::uint32_t>> conflictsOf(const std::vector<PatchSpot>& spots,
                                                    const std::vector<Polygon>& patches, double overrun,
                                                    const Progress& progress) {
  PatchPairs pairs(overrun);
  double tallest = 0, left = 0, right = 0;
  for (const Polygon& patch : patches) {
    const Box b = bounds(patch);
    tallest = std::max(tallest, b.height());
    left = std::min(left, b.left);
    right = std::max(right, b.right);
    pairs.add(patch);
  }
  const double widest = right - left + overrun;
  std::vector<std::vector<std::uint32_t>> out(spots.size());
  std::vector<std::uint32_t> rows;  // where each begins
  for (std::uint32_t i = 0; i < spots.size(); ++i) {
    if (progress.cancelled()) return {};
    if (i == 0 || rowOf(spots[i].bottom) != rowOf(spots[i - 1].bottom)) rows.push_back(i);
    // Row by row upwards, in each from the right: only what is near enough.
    std::uint32_t end = i;
    for (std::size_t r = rows.size(); r-- > 0; end = rows[r]) {
      if (spots[i].bottom - spots[rows[r]].bottom >= tallest + overrun + 1) break;
      const auto after =
          std::upper_bound(spots.begin() + rows[r], spots.begin() + end, spots[i].at.x + widest,
                           [](double x, const PatchSpot& s) { return x < s.at.x; });
      auto k = static_cast<std::uint32_t>(after - spots.begin());
      while (k-- > rows[r] && spots[k].at.x >= spots[i].at.x - widest)
        if (pairs.overlap(spots[i].patch, spots[k].patch, spots[k].at - spots[i].at)) out[i].push_back(k);
    }
  }
  return out;
}

}  // namespace clathra
