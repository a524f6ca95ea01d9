#include "motif/together.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "motif/serve.hpp"
#include "shape/overrun.hpp"

namespace clathra {

namespace {

constexpr double kSame = 1e-6;  // mm

struct Candidate {
  std::size_t part = 0;
  Window window;
  Box box;
  double end = 0;  ///< mm of its ground
};

/// What a ground holds for sure: where the print's place is unknown, cloth that is smaller by a repeat each
/// way, on which the print may lie as it likes.
struct Sure {
  double width = 0, from = 0, to = 0, more = 0;
  Point mark;
};
Sure sureOf(const WindowGround& g, const WindowField& field) {
  const double limit = g.length.value_or(WindowField::kLongestLooked);
  if (g.mark) return {g.width, 0, limit, 0, *g.mark};
  const Point cell = field.cell();
  OnHand length(Length::millimetres(limit));
  length.holes = g.holes;
  const auto [from, to] = clearStretch(length);
  return {g.width - cell.x, from, to - cell.y, cell.y, {0, from}};
}

/// Kinds: of a choice that is cut half mirrored each hand is one.
struct Kinds {
  std::vector<int> first;  ///< of each part
  std::vector<int> wanted;
  explicit Kinds(const std::vector<WishedWindows>& parts) {
    for (const WishedWindows& p : parts) {
      first.push_back(static_cast<int>(wanted.size()));
      if (p.field->halfEach()) {
        const int pairs = (p.copies + 1) / 2;
        wanted.insert(wanted.end(), {pairs, pairs});
      } else {
        wanted.push_back(p.copies);
      }
    }
  }
  int of(const Candidate& c, const std::vector<WishedWindows>& parts) const {
    return first[c.part] + (parts[c.part].field->halfEach() && c.window.mirrored ? 1 : 0);
  }
};

void addCandidates(std::vector<Candidate>& out, const std::vector<WishedWindows>& parts,
                   const WindowGround& ground, double to) {
  for (std::size_t part = 0; part < parts.size(); ++part) {
    const Sure sure = sureOf(ground, *parts[part].field);
    if (parts[part].copies == 0 || sure.width <= 0) continue;
    for (Window& w : parts[part]
                         .field->clearOf(ground.mark ? ground.holes : std::vector<Polygon>{})
                         .all(sure.width, sure.from, std::min(to, sure.to), sure.mark)) {
      w.on = ground.on;
      const Box box = bounds(w.patch);
      out.push_back({part, std::move(w), box, box.bottom + sure.more});
    }
  }
}

ServeProblem problemOf(const std::vector<Candidate>& all, const std::vector<WishedWindows>& parts) {
  const Kinds kinds(parts);
  ServeProblem out;
  out.wanted = kinds.wanted;
  out.before.resize(all.size());
  double tallest = 0, overrun = 0;
  for (const WishedWindows& p : parts) overrun = std::max(overrun, p.field->overrun());
  for (const Candidate& c : all) tallest = std::max(tallest, c.box.height());
  for (std::uint32_t i = 0; i < all.size(); ++i) {
    out.kind.push_back(kinds.of(all[i], parts));
    for (std::uint32_t k = i; k-- > 0 && all[i].end - all[k].end < tallest + overrun + 1;) {
      const Box &a = all[i].box, &b = all[k].box;
      const double near = overrun - kSame;
      if (all[i].window.on != all[k].window.on || a.right + near <= b.left || b.right + near <= a.left ||
          a.bottom + near <= b.top || b.bottom + near <= a.top)
        continue;
      if (spoils(all[i].window.patch, all[k].window.patch, overrun)) out.before[i].push_back(k);
    }
  }
  return out;
}

void sortByEnd(std::vector<Candidate>& all) {
  std::stable_sort(all.begin(), all.end(), [](const Candidate& a, const Candidate& b) {
    return std::abs(a.end - b.end) > kSame ? a.end < b.end : a.window.at.x < b.window.at.x;
  });
}

TogetherSet setOf(const std::vector<Candidate>& all, const std::vector<std::uint32_t>& spots,
                  std::size_t parts) {
  TogetherSet out;
  out.windows.resize(parts);
  for (const auto s : spots) {
    out.windows[all[s].part].push_back(all[s].window);
    out.length = std::max(out.length, all[s].end);
  }
  return out;
}

/// How many spots end by then.
std::size_t endingBy(const std::vector<Candidate>& all, double end) {
  return static_cast<std::size_t>(std::upper_bound(all.begin(), all.end(), end + kSame,
                                                   [](double e, const Candidate& c) { return e < c.end; }) -
                                  all.begin());
}

/// The end before which not all that is wanted can lie: slab by slab no more goes than a linear programme
/// says of each alone. Whatever a window of each kind weighs, all that are wanted weigh so much together;
/// where each weighs what it takes of a slab by itself the bound is near.
double leastBySlabs(const std::vector<Candidate>& all, const ServeProblem& problem,
                    const Progress& progress) {
  constexpr std::size_t kSlab = 600;
  const std::size_t kinds = problem.wanted.size();
  std::vector<double> weights(kinds, 0);
  double wanted = 0;
  for (std::size_t k = 0; k < kinds; ++k) {
    std::vector<double> alone(kinds, 0);
    alone[k] = 1;
    // Beyond the cut end, where rows are whole.
    const std::size_t from = std::min(all.size() / 2, kSlab);
    const auto most = linearBound(problem.part(from, from + kSlab), alone, progress);
    if (!most || *most < 1) return 0;
    weights[k] = 1 / *most;
    wanted += problem.wanted[k] * weights[k];
  }
  constexpr double kRounding = 1e-6;
  double served = 0;
  for (std::size_t from = 0; from < all.size(); from += kSlab) {
    const std::size_t to = std::min(all.size(), from + kSlab);
    const auto more = linearBound(problem.part(from, to), weights, progress);
    if (!more) return 0;
    if (served + *more < wanted - kRounding) {
      served += *more;
      continue;
    }
    // Within the slab each spot serves itself at most.
    for (std::size_t i = from; i < to; ++i) {
      served += weights[static_cast<std::size_t>(problem.kind[i])];
      if (served >= wanted - kRounding) return all[i].end;
    }
  }
  return 0;
}

/// Shorter, end by end, as long as exchanges serve all.
void exchange(TogetherSet& best, const std::vector<Candidate>& all, const ServeProblem& problem,
              std::size_t parts, const Progress& progress) {
  const auto wanted = static_cast<std::size_t>(problem.all());
  double low = best.atLeast;
  constexpr double kWorthIt = 0.005;  // of the length
  while (best.length > low * (1 + kWorthIt) + kSame && !progress.cancelled()) {
    const double middle = (low + best.length) / 2;
    const ServeProblem shorter = problem.first(endingBy(all, middle));
    const Served served = servedByExchanges(shorter, serveAtOnce(shorter), progress);
    if (served.spots.size() == wanted)
      best = [&] {
        TogetherSet out = setOf(all, served.spots, parts);
        out.atLeast = best.atLeast;
        return out;
      }();
    else
      low = middle;
  }
}

/// The shortest, on candidates of which the quick answer serves all: from where a bound says that fewer
/// cannot do, end by end.
TogetherSet shortestOf(const std::vector<Candidate>& all, const ServeProblem& problem, const Served& quick,
                       std::size_t parts, const Progress& progress) {
  TogetherSet best = setOf(all, quick.spots, parts);
  const int wanted = problem.all();
  std::vector<double> ends;
  for (const Candidate& c : all)
    if (c.end < best.length - kSame && (ends.empty() || c.end > ends.back() + kSame)) ends.push_back(c.end);
  // What the quick bound rules out is ruled out for all that is shorter.
  const auto possible = std::partition_point(ends.begin(), ends.end(), [&](double end) {
    return !progress.cancelled() && serveAtOnce(problem.first(endingBy(all, end))).atMost < wanted;
  });
  best.exact = true;
  best.atLeast = best.length;
  bool open = false;  // a length was left undecided
  // A programme of a few hundred spots takes a moment, of thousands minutes: then what comes first is taken,
  // and the bound is said.
  constexpr int kMostTried = 40;
  constexpr std::size_t kEffort = 4'000, kMostSpots = 1'200;
  const std::size_t size = std::max<std::size_t>(1, endingBy(all, best.length));
  const int most = size > kMostSpots ? 0 : std::clamp(static_cast<int>(kEffort / size), 2, kMostTried);
  int tried = 0;
  for (auto at = possible; at != ends.end() && !progress.cancelled(); ++at) {
    if (++tried > most) {
      if (!open) best.atLeast = *at;
      open = true;
      break;
    }
    const Served served = serveMost(problem.first(endingBy(all, *at)), progress);
    if (static_cast<int>(served.spots.size()) == wanted) {
      const double least = open ? best.atLeast : *at;
      best = setOf(all, served.spots, parts);
      best.atLeast = least;
      break;
    }
    if (!open && served.atMost >= wanted) {
      open = true;
      best.atLeast = *at;
    }
  }
  best.exact = !open && !progress.cancelled();
  if (open) {
    best.atLeast = std::max(best.atLeast, leastBySlabs(all, problem, progress));
    exchange(best, all, problem, parts, progress);
  }
  if (progress.cancelled()) best.atLeast = 0;
  return best;
}

double tallestOf(const std::vector<WishedWindows>& parts) {
  double out = 0;
  for (const WishedWindows& p : parts) out = std::max(out, p.field->patchHeight() + 4 * p.field->cell().y);
  return out;
}

}  // namespace

std::optional<TogetherSet> shortestTogether(const std::vector<WishedWindows>& parts,
                                            const WindowGround& ground, const Progress& progress) {
  const double limit = ground.length.value_or(WindowField::kLongestLooked);
  std::size_t before = 0;
  for (double reach = tallestOf(parts);; reach *= 2) {
    if (progress.cancelled()) return std::nullopt;
    std::vector<Candidate> all;
    addCandidates(all, parts, ground, std::min(reach, limit));
    sortByEnd(all);
    const ServeProblem problem = problemOf(all, parts);
    const Served quick = serveAtOnce(problem);
    const bool last = reach >= limit;
    const auto wanted = static_cast<std::size_t>(problem.all());
    if (quick.spots.size() == wanted) {
      TogetherSet out = shortestOf(all, problem, quick, parts.size(), progress);
      out.worstPlace = !ground.mark;
      if (out.worstPlace) out.exact = false;
      return out;
    }
    if (last) {
      // First come, first served may fail where another choice does not.
      const Served served = serveMost(problem, progress);
      if (served.spots.size() < wanted) return std::nullopt;
      TogetherSet out = shortestOf(all, problem, served, parts.size(), progress);
      out.worstPlace = !ground.mark;
      if (out.worstPlace) out.exact = false;
      return out;
    }
    constexpr double kHopeless = 8;  // times, and still not one window
    if (all.empty() && before == 0 && reach > kHopeless * tallestOf(parts)) return std::nullopt;
    before = all.size();
  }
}

SpreadSet servedOn(const std::vector<WishedWindows>& parts, const std::vector<WindowGround>& grounds,
                   const Progress& progress) {
  std::vector<Candidate> all;
  // Ground by ground, so that the first serves before the second is begun.
  std::vector<std::size_t> groundOf;
  for (std::size_t g = 0; g < grounds.size(); ++g) {
    std::vector<Candidate> own;
    addCandidates(own, parts, grounds[g], grounds[g].length.value_or(0));
    sortByEnd(own);
    groundOf.insert(groundOf.end(), own.size(), g);
    all.insert(all.end(), std::make_move_iterator(own.begin()), std::make_move_iterator(own.end()));
  }
  ServeProblem problem;
  {
    // Conflicts are looked for among neighbours by their ends, ground by ground.
    double before = 0;
    std::vector<Candidate> below = all;
    for (std::size_t i = 0, g = 0; i < below.size(); ++i) {
      for (; g < groundOf[i]; ++g) before += grounds[g].length.value_or(0) + 1e5;
      below[i].end += before;
    }
    problem = problemOf(below, parts);
  }
  const Served served = serveMost(problem, progress);
  SpreadSet out;
  out.windows.resize(parts.size());
  out.used.assign(grounds.size(), 0);
  out.served = static_cast<int>(served.spots.size());
  out.atMost = served.atMost;
  out.exact = served.exact;
  // What each ground gives, as short as it goes there.
  for (std::size_t g = 0; g < grounds.size() && !progress.cancelled(); ++g) {
    std::vector<WishedWindows> own = parts;
    std::vector<std::size_t> mirrored(parts.size(), 0), plain(parts.size(), 0);
    std::vector<std::uint32_t> spots;
    for (WishedWindows& w : own) w.copies = 0;
    for (const auto s : served.spots)
      if (groundOf[s] == g) {
        spots.push_back(s);
        ++own[all[s].part].copies;
        ++(all[s].window.mirrored ? mirrored : plain)[all[s].part];
      }
    if (spots.empty()) continue;
    TogetherSet here = setOf(all, spots, parts.size());
    const bool evenHands = std::all_of(parts.begin(), parts.end(), [&](const WishedWindows& w) {
      const auto i = static_cast<std::size_t>(&w - parts.data());
      return !w.field->halfEach() || mirrored[i] == plain[i];
    });
    if (evenHands)
      if (auto shorter = shortestTogether(own, grounds[g], progress);
          shorter && shorter->length < here.length)
        here = std::move(*shorter);
    out.used[g] = here.length;
    for (std::size_t i = 0; i < parts.size(); ++i)
      out.windows[i].insert(out.windows[i].end(), here.windows[i].begin(), here.windows[i].end());
  }
  return out;
}

}  // namespace clathra
