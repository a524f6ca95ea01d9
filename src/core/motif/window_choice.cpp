// Which of the windows that conflict are chosen: of few by search, of too many to list at once.
#include <algorithm>

#include "motif/conflicts.hpp"
#include "motif/dense.hpp"
#include "motif/soonest.hpp"
#include "motif/windows.hpp"
#include "shape/motion.hpp"

namespace clathra {

namespace {

constexpr double kAllOfIt = 1e-6;       // of a patch: the area of whole ones is not lost to rounding
constexpr double kMostConflicts = 5e7;  // held in some 200 MB

}  // namespace

/// Where too many spots conflict at once for the choice along the cloth, the integer programme does better.
void WindowField::improve(Choice& choice, const ConflictLine& line, const std::vector<Spot>& spots,
                          int wanted, const Progress& progress) const {
  ServeProblem problem;
  problem.before = line.before;
  for (const bool second : line.second) problem.kind.push_back(halfEach_ && second ? 1 : 0);
  const int most = static_cast<int>(spots.size());
  const int each = wanted < 0 ? most : halfEach_ ? (wanted + 1) / 2 : wanted;
  problem.wanted.assign(halfEach_ ? 2 : 1, each);
  problem.even = halfEach_ && wanted < 0;
  if (wanted < 0) {
    constexpr std::size_t kMostCounted = 3'000;  // more would keep one waiting
    if (spots.size() > kMostCounted) return;
    Served served = serveMost(problem, progress, kServedNear);
    if (progress.cancelled() || served.spots.size() < choice.spots.size()) return;
    choice.atMost = std::min(choice.atMost, served.atMost);
    choice.spots = std::move(served.spots);
    choice.exact = static_cast<int>(choice.spots.size()) == choice.atMost;
    return;
  }
  std::vector<double> ends;
  ends.reserve(spots.size());
  for (const Spot& s : spots) ends.push_back(s.bottom);
  if (auto soonest = serveSoonest(problem, ends, false, progress)) {
    choice.spots = std::move(soonest->spots);
    choice.exact = soonest->exact;
  }
}

WindowSet WindowField::choose(const std::vector<Spot>& spots, int wanted, const Progress& progress,
                              std::int64_t effort) const {
  ConflictLine line;
  for (const Spot& s : spots) line.second.push_back(cosets_[s.coset].mirrored);
  line.before = conflictsOf(placesOf(spots), patches(), overrun_, progress);
  if (progress.cancelled()) return {};
  Choice choice = chooseSpots(line, wanted, halfEach_, progress, std::min(effort, kWindowEffort));
  if (!choice.exact && effort >= kWindowEffort) improve(choice, line, spots, wanted, progress);
  if (!choice.exact && effort > kWindowEffort) {
    Choice whole = chooseSpots(line, wanted, halfEach_, progress, effort);
    whole.atMost = std::min(whole.atMost, choice.atMost);
    if (whole.exact || whole.spots.size() > choice.spots.size()) choice = std::move(whole);
  }
  WindowSet set;
  set.exact = choice.exact;
  set.atMost = choice.atMost;
  for (const auto s : choice.spots) put(set, spots[s]);
  return set;
}

/// Where there are too many conflicts to list: what is found at once, and by area no more.
WindowSet WindowField::chooseOfMany(const std::vector<Spot>& spots, double width, double length,
                                    const Progress& progress) const {
  WindowSet set;
  const auto take = [&](const std::vector<Spot>& some) {
    for (const auto s : spotsApart(placesOf(some), lattice_, patches(), overrun_, progress))
      put(set, some[s]);
  };
  if (halfEach_) {  // one hand above, the other below
    const double half = length / 2;
    for (const bool mirrored : {false, true}) {
      std::vector<Spot> some;
      for (const Spot& s : spots)
        if (cosets_[s.coset].mirrored == mirrored && (mirrored ? s.top >= half + overrun_ : s.bottom <= half))
          some.push_back(s);
      take(some);
    }
  } else {
    take(spots);
  }
  if (progress.cancelled()) return {};
  const int found = static_cast<int>(set.windows.size());
  set.atMost = std::max(found, static_cast<int>(std::min(width * length / patchArea() + kAllOfIt,
                                                         static_cast<double>(spots.size()))));
  set.exact = set.atMost == found;
  return set;
}

std::vector<Polygon> WindowField::patches() const {
  std::vector<Polygon> out;
  for (const Coset& c : cosets_) out.push_back(c.patch);
  return out;
}

std::vector<PatchSpot> WindowField::placesOf(const std::vector<Spot>& spots) {
  std::vector<PatchSpot> out;
  out.reserve(spots.size());
  for (const Spot& s : spots) out.push_back({s.at, s.coset, s.bottom});
  return out;
}

void WindowField::put(WindowSet& set, const Spot& spot) const {
  const Coset& c = cosets_[spot.coset];
  set.windows.push_back(
      {spot.at, c.mirrored, -1, translated(c.paper, spot.at), translated(c.patch, spot.at)});
  set.length = std::max(set.length, spot.bottom);
}

/// About how many pairs of so many spots are near enough to conflict.
double WindowField::conflictsAmong(double spots, double width, double length) const {
  return spots * (spots / (width * length)) * 2 * patchHeight() * patchHeight();
}

WindowSet WindowField::most(double width, double length, Point mark, const Progress& progress,
                            std::int64_t effort) const {
  const std::vector<Spot> spots = spotsIn(width, 0, length, mark);
  const double conflicts = conflictsAmong(static_cast<double>(spots.size()), width, length);
  const bool listed = slide_ || conflicts <= (effort < kWindowEffort ? kQuickConflicts : kMostConflicts);
  WindowSet set = listed ? choose(spots, -1, progress, effort) : WindowSet{};
  if (!listed) {
    set = chooseOfMany(spots, width, length, progress);
  } else if (!set.exact && !slide_ && !halfEach_) {
    // What is spread evenly may do better, and the area bounds all.
    WindowSet even = chooseOfMany(spots, width, length, progress);
    const int atMost = std::min(set.atMost, even.atMost);
    if (even.windows.size() > set.windows.size()) set = std::move(even);
    set.atMost = atMost;
    set.exact = static_cast<int>(set.windows.size()) == atMost;
  }
  if (halfEach_) {  // only whole pairs count
    const auto mirrored = static_cast<std::size_t>(
        std::count_if(set.windows.begin(), set.windows.end(), [](const Window& w) { return w.mirrored; }));
    const std::size_t pairs = std::min(mirrored, set.windows.size() - mirrored);
    std::size_t left[2] = {pairs, pairs};
    std::erase_if(set.windows,
                  [&](const Window& w) { return left[w.mirrored] == 0 || left[w.mirrored]-- == 0; });
  }
  if (slide_) {
    const int found = static_cast<int>(set.windows.size());
    set.atMost = std::max(found, static_cast<int>(width * length / patchArea() + kAllOfIt));
    set.exact = found == set.atMost;
  }
  return set;
}

}  // namespace clathra
