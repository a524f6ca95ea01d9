#include "motif/soonest.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

constexpr double kSameEnd = 1e-6;  // mm
constexpr std::size_t kSlab = 800;

using Spots = std::vector<std::uint32_t>;
using Ends = std::vector<double>;

/// How many spots end by then.
std::size_t endingBy(const Ends& ends, double end) {
  return static_cast<std::size_t>(std::upper_bound(ends.begin(), ends.end(), end + kSameEnd) - ends.begin());
}

/// The different ends before another one, rising.
Ends endsBefore(const Ends& ends, double end) {
  Ends out;
  for (const double e : ends)
    if (e < end - kSameEnd && (out.empty() || e > out.back() + kSameEnd)) out.push_back(e);
  return out;
}

/// Spots that serve all, as they come.
Soonest soonestOf(Spots spots, const Ends& ends) {
  Soonest out;
  for (const auto s : spots) out.length = std::max(out.length, ends[s]);
  out.spots = std::move(spots);
  return out;
}

/// The shortest of few spots: longer steps from `low` on until one serves all or is left undecided, then
/// halves. `tried`: ends.
void shorten(Soonest& best, const Ends& ends, const ServeProblem& problem, const Ends& tried, std::size_t low,
             const Progress& progress) {
  const int wanted = problem.all();
  double undecided = best.length;   // the shortest that may serve all
  std::size_t high = tried.size();  // the shortest that does
  // A programme that is left undecided took seconds.
  constexpr int kMostUndecided = 6;
  int left = kMostUndecided;
  bool halving = false;
  for (std::size_t at = low, step = 1; low < high && left > 0 && !progress.cancelled();) {
    Served served = serveMost(problem.first(endingBy(ends, tried[at])), progress);
    if (static_cast<int>(served.spots.size()) == wanted) {
      best = soonestOf(std::move(served.spots), ends);
      high = at;
      halving = true;
    } else {
      if (served.atMost >= wanted) {
        undecided = std::min(undecided, tried[at]);
        --left;
        halving = true;  // what is near is as hard
      }
      low = at + 1;
      step *= 2;
    }
    at = halving ? low + (high - low) / 2 : std::min(low + step - 1, high - 1);
  }
  best.atLeast = std::min(undecided, best.length);
}

/// The part of a problem that is left from a spot on, when some before it were taken.
struct Rest {
  Spots spots;  ///< of the whole
  ServeProblem problem;
  Rest(const ServeProblem& whole, const Spots& taken, std::size_t from, std::size_t to) {
    constexpr std::uint32_t kGone = UINT32_MAX;
    std::vector<bool> is(whole.before.size(), false);
    problem.wanted = whole.wanted;
    for (const auto s : taken) {
      is[s] = true;
      --problem.wanted[static_cast<std::size_t>(whole.kind[s])];
    }
    std::vector<std::uint32_t> at(to, kGone);
    for (auto i = static_cast<std::uint32_t>(from); i < to; ++i) {
      const auto& before = whole.before[i];
      if (std::any_of(before.begin(), before.end(), [&](auto b) { return is[b]; })) continue;
      at[i] = static_cast<std::uint32_t>(spots.size());
      spots.push_back(i);
      problem.kind.push_back(whole.kind[i]);
      auto& own = problem.before.emplace_back();
      for (const auto b : before)
        if (b >= from && at[b] != kGone) own.push_back(at[b]);
    }
  }
};

/// Of many spots slab by slab from the cut end, each with its share of what is wanted; the last ones, which
/// no bound speaks for, as short as they go. `least`: how many spots it takes at least.
std::optional<Soonest> slabBySlab(const Ends& ends, const ServeProblem& problem, std::size_t least,
                                  const Progress& progress) {
  Spots taken;
  std::size_t from = 0;
  for (; from + kSlab < least; from += kSlab) {
    if (progress.cancelled()) return std::nullopt;
    Rest slab(problem, taken, from, from + kSlab);
    const double share = static_cast<double>(kSlab) / static_cast<double>(least - from);
    for (int& wanted : slab.problem.wanted) wanted = static_cast<int>(std::ceil(wanted * share));
    for (const auto s : serveMost(slab.problem, progress, kServedNear).spots) taken.push_back(slab.spots[s]);
  }
  const Rest last(problem, taken, from, ends.size());
  Served quick = serveAtOnce(last.problem);
  if (static_cast<int>(quick.spots.size()) < last.problem.all()) return std::nullopt;
  Ends ending;
  for (const auto s : last.spots) ending.push_back(ends[s]);
  Soonest end = soonestOf(std::move(quick.spots), ending);
  shorten(end, ending, last.problem, endsBefore(ending, end.length), 0, progress);
  for (const auto s : end.spots) taken.push_back(last.spots[s]);
  return soonestOf(std::move(taken), ends);
}

/// The shortest, of spots of which the quick answer serves all: what bounds rule out for a length they rule
/// out for all that is shorter.
Soonest soonestFrom(Spots quick, const Ends& ends, const ServeProblem& problem, const Progress& progress) {
  Soonest best = soonestOf(std::move(quick), ends);
  const Ends tried = endsBefore(ends, best.length);
  const auto firstBy = [&](auto from, const auto& boundOfEnd) {
    return std::partition_point(from, tried.end(), [&](double end) {
      if (progress.cancelled()) return false;
      const std::optional<int> bound = boundOfEnd(problem.first(endingBy(ends, end)));
      return bound && *bound < problem.all();
    });
  };
  auto low =
      firstBy(tried.begin(), [](const ServeProblem& p) { return std::optional(serveAtOnce(p).atMost); });
  low = firstBy(low, [&](const ServeProblem& p) { return boundOn(p, progress); });
  const double bound = low == tried.end() ? best.length : *low;
  const std::size_t least = endingBy(ends, bound);
  if (least <= kServedAtOnce) {
    shorten(best, ends, problem, tried, static_cast<std::size_t>(low - tried.begin()), progress);
  } else {
    if (auto slabs = slabBySlab(ends, problem, least, progress); slabs && slabs->length < best.length)
      best = std::move(*slabs);
    best.atLeast = bound;
  }
  best.exact = best.atLeast > best.length - kSameEnd;
  return best;
}

}  // namespace

std::optional<Soonest> serveSoonest(const ServeProblem& problem, const std::vector<double>& ends,
                                    bool atAnyCost, const Progress& progress) {
  Served first = serveAtOnce(problem);
  const auto servesAll = [&] { return static_cast<int>(first.spots.size()) == problem.all(); };
  if (!servesAll() && atAnyCost) first = serveMost(problem, progress);
  if (!servesAll() || progress.cancelled()) return std::nullopt;
  Soonest out = soonestFrom(std::move(first.spots), ends, problem, progress);
  if (progress.cancelled()) return std::nullopt;
  return out;
}

}  // namespace clathra
