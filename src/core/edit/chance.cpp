#include "edit/chance.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <queue>
#include <random>
#include <string>

namespace clathra {

namespace {

/// Fresh beginnings before the search gives up, and swaps it tries in each for every piece.
constexpr int kBeginnings = 12;
constexpr int kSwapsAPiece = 40;

/// std's distributions differ between libraries; this one does not.
class Dice {
 public:
  explicit Dice(std::uint32_t seed) : engine_(seed) {}
  std::size_t below(std::size_t n) { return engine_() % n; }
  template <class T>
  void shuffle(std::vector<T>& v) {
    for (std::size_t i = v.size(); i > 1; --i) std::swap(v[i - 1], v[below(i)]);
  }

 private:
  std::mt19937 engine_;
};

/// Cloths are numbered by their place in the rules; neighbours outside the list that wear one of them count
/// as fixed.
class Search {
 public:
  Search(const Project& project, const SeamGraph& seams, const std::vector<std::uint32_t>& pieces,
         const ChanceRules& rules, std::vector<int> counts)
      : counts_(std::move(counts)), dice_(rules.seed), near_(pieces.size()), fixed_(pieces.size()) {
    std::vector<int> place(project.layout->size(), -1);
    for (std::size_t i = 0; i < pieces.size(); ++i) place[pieces[i]] = static_cast<int>(i);
    for (std::size_t i = 0; i < pieces.size(); ++i)
      for (const auto s : seams.seamsOf(pieces[i])) {
        const auto other = seams.across(s, pieces[i]);
        if (place[other] >= 0) {
          near_[i].push_back(static_cast<std::size_t>(place[other]));
          continue;
        }
        for (std::size_t c = 0; c < rules.cloths.size(); ++c)
          if (rules.cloths[c].cloth == project.painting[other]) fixed_[i].push_back(static_cast<int>(c));
      }
    for (auto& n : near_) {  // two pieces may share several seams
      std::sort(n.begin(), n.end());
      n.erase(std::unique(n.begin(), n.end()), n.end());
    }
  }

  /// Any painting with the right counts.
  std::vector<int> deal() {
    std::vector<int> out;
    for (std::size_t c = 0; c < counts_.size(); ++c)
      out.insert(out.end(), static_cast<std::size_t>(counts_[c]), static_cast<int>(c));
    dice_.shuffle(out);
    return out;
  }

  /// The painting with the fewest alike neighbours that was found, and their number.
  std::pair<std::vector<int>, int> solve() {
    std::vector<int> best;
    int least = 0;
    for (int i = 0; i < kBeginnings; ++i) {
      begin();
      int alike = mend();
      if (best.empty() || alike < least) {
        best = worn_;
        least = alike;
      }
      if (least == 0) break;
    }
    return {best, least};
  }

 private:
  /// How many neighbours of piece i would wear `cloth`; `but` is passed over.
  int alike(std::size_t i, int cloth, std::size_t but) const {
    int n = static_cast<int>(std::count(fixed_[i].begin(), fixed_[i].end(), cloth));
    for (const auto k : near_[i]) n += k != but && worn_[k] == cloth;
    return n;
  }

  /// The most constrained piece first (Brélaz 1979), each with the allowed cloth of which most is left; a
  /// piece for which nothing is allowed takes what clashes least.
  void begin() {
    const std::size_t n = near_.size(), cloths = counts_.size();
    worn_.assign(n, -1);
    std::vector<int> left = counts_;
    struct Next {
      int barred;
      std::size_t luck, piece;
      bool operator<(const Next& o) const { return std::tie(barred, luck) < std::tie(o.barred, o.luck); }
    };
    const auto barred = [&](std::size_t i) {
      int b = 0;
      for (std::size_t c = 0; c < cloths; ++c) b += alike(i, static_cast<int>(c), n) > 0;
      return b;
    };
    std::priority_queue<Next> queue;
    for (std::size_t i = 0; i < n; ++i) queue.push({barred(i), dice_.below(n * 8), i});
    while (!queue.empty()) {
      const Next next = queue.top();
      queue.pop();
      if (worn_[next.piece] >= 0) continue;
      int best = -1;
      std::tuple<int, double, std::size_t> bestRank{};
      for (std::size_t c = 0; c < cloths; ++c) {
        if (left[c] == 0) continue;
        const std::tuple rank{-alike(next.piece, static_cast<int>(c), n),
                              static_cast<double>(left[c]) / counts_[c], dice_.below(1'000)};
        if (best < 0 || rank > bestRank) {
          best = static_cast<int>(c);
          bestRank = rank;
        }
      }
      worn_[next.piece] = best;
      --left[static_cast<std::size_t>(best)];
      for (const auto k : near_[next.piece])
        if (worn_[k] < 0) queue.push({barred(k), dice_.below(n * 8), k});
    }
  }

  /// Swaps cloths between pieces while that leaves no more neighbours alike; counts stay. Gives how many
  /// seams are left between alike pieces.
  int mend() {
    const std::size_t n = near_.size();
    std::vector<std::size_t> bad;
    const auto collect = [&] {
      bad.clear();
      int twice = 0;
      for (std::size_t i = 0; i < n; ++i) {
        const int a = alike(i, worn_[i], n);
        if (a > 0) bad.push_back(i);
        // A seam within the list is seen from both its pieces, one to a fixed piece only once.
        twice += a + static_cast<int>(std::count(fixed_[i].begin(), fixed_[i].end(), worn_[i]));
      }
      return twice / 2;
    };
    int seams = collect();
    for (std::size_t tries = 0; seams > 0 && tries < n * kSwapsAPiece;) {
      for (const auto i : bad) {
        for (int look = 0; look < 24; ++look, ++tries) {
          const std::size_t j = dice_.below(n);
          if (worn_[j] == worn_[i]) continue;
          const int before = alike(i, worn_[i], j) + alike(j, worn_[j], i);
          const int after = alike(i, worn_[j], j) + alike(j, worn_[i], i);
          if (after < before || (after == before && dice_.below(4) == 0)) {
            std::swap(worn_[i], worn_[j]);
            break;
          }
        }
      }
      seams = collect();
    }
    return seams;
  }

  std::vector<int> counts_;
  Dice dice_;
  std::vector<std::vector<std::size_t>> near_;
  std::vector<std::vector<int>> fixed_;
  std::vector<int> worn_;
};

}  // namespace

Result<std::vector<int>> chanceCounts(int pieces, const std::vector<ChanceCloth>& cloths) {
  if (cloths.empty()) return fail("name-cloths-draw-from");
  if (cloths.size() > kMostChanceCloths) return fail("at-most-cloths-drawn", kMostChanceCloths);
  std::int64_t yield = 0;
  for (const ChanceCloth& c : cloths) {
    if (!(c.share > 0) || !std::isfinite(c.share)) return fail("share-each-cloth-must");
    yield += std::max(0, c.most.value_or(pieces));
  }
  if (yield < pieces) return fail("these-cloths-yield-patches", yield, pieces);
  std::vector<int> out(cloths.size(), 0);
  // Whoever would run out gets all it yields, and the others share the rest again.
  std::vector<bool> spent(cloths.size(), false);
  for (int left = pieces;;) {
    double shares = 0;
    for (std::size_t c = 0; c < cloths.size(); ++c) shares += spent[c] ? 0 : cloths[c].share;
    bool again = false;
    for (std::size_t c = 0; c < cloths.size(); ++c) {
      const int most = std::max(0, cloths[c].most.value_or(pieces));
      if (spent[c] || left * cloths[c].share / shares < most) continue;
      spent[c] = again = true;
      out[c] = std::min(most, left);
      left -= out[c];
      break;
    }
    if (again && left > 0) continue;
    std::vector<std::size_t> order;
    std::vector<double> rest(cloths.size(), 0);
    int given = 0;
    for (std::size_t c = 0; left > 0 && c < cloths.size(); ++c) {
      if (spent[c]) continue;
      const double fair = left * cloths[c].share / shares;
      out[c] = static_cast<int>(std::floor(fair));
      rest[c] = fair - out[c];
      given += out[c];
      order.push_back(c);
    }
    std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) { return rest[a] > rest[b]; });
    for (std::size_t i = 0; given < left; ++given, ++i) ++out[order[i]];
    return out;
  }
}

Result<std::vector<ClothId>> paintByChance(const Project& project, const SeamGraph& seams,
                                           const std::vector<std::uint32_t>& pieces,
                                           const ChanceRules& rules) {
  auto counts = chanceCounts(static_cast<int>(pieces.size()), rules.cloths);
  if (!counts) return tl::make_unexpected(counts.error());
  Search search(project, seams, pieces, rules, std::move(*counts));
  std::vector<int> worn;
  if (rules.neighboursDiffer) {
    int alike = 0;
    std::tie(worn, alike) = search.solve();
    if (alike > 0) return fail("no-way-neighbours-differ", alike);
  } else {
    worn = search.deal();
  }
  std::vector<ClothId> out;
  out.reserve(worn.size());
  for (const int c : worn) out.push_back(rules.cloths[static_cast<std::size_t>(c)].cloth);
  return out;
}

}  // namespace clathra
