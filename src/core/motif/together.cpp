#include "motif/together.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "motif/soonest.hpp"
#include "shape/overrun.hpp"

namespace clathra {

namespace {

constexpr double kEndsAlike = 1e-6;  // mm

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
      const double near = overrun - kEndsAlike;
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
    return std::abs(a.end - b.end) > kEndsAlike ? a.end < b.end : a.window.at.x < b.window.at.x;
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

double tallestOf(const std::vector<WishedWindows>& parts) {
  double out = 0;
  for (const WishedWindows& p : parts) out = std::max(out, p.field->patchHeight() + 4 * p.field->cell().y);
  return out;
}

/// Where windows may slide along stripes other places than those that were looked at may do better: then no
/// length is shorter than this, by their area and their height.
std::optional<double> slidingLeast(const std::vector<WishedWindows>& parts, double width) {
  double covered = 0, highest = 0;
  bool any = false;
  for (const WishedWindows& p : parts) {
    if (p.copies == 0) continue;
    any = any || p.field->slides();
    covered += p.copies * p.field->patchArea();
    highest = std::max(highest, p.field->patchHeight());
  }
  if (!any) return std::nullopt;
  return std::max(covered / width, highest);
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
    std::vector<double> ends;
    for (const Candidate& c : all) ends.push_back(c.end);
    if (const auto soonest = serveSoonest(problem, ends, reach >= limit, progress)) {
      TogetherSet out = setOf(all, soonest->spots, parts.size());
      const auto byArea = slidingLeast(parts, ground.width);
      out.atLeast = byArea ? std::min(*byArea, soonest->atLeast) : soonest->atLeast;
      out.worstPlace = !ground.mark;
      out.exact = soonest->exact && ground.mark && (!byArea || out.length <= *byArea + kEndsAlike);
      return out;
    }
    if (reach >= limit) return std::nullopt;
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
  const Served served = serveMost(problem, progress, all.size() > kServedAtOnce ? kServedNear : 0);
  SpreadSet out;
  out.windows.resize(parts.size());
  out.used.assign(grounds.size(), 0);
  out.served = static_cast<int>(served.spots.size());
  out.atMost = served.atMost;
  out.exact = served.exact;
  if (std::any_of(parts.begin(), parts.end(), [](const WishedWindows& p) { return p.field->slides(); })) {
    out.atMost = 0;
    for (const WishedWindows& p : parts) out.atMost += p.copies;
    out.exact = out.served == out.atMost;
  }
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
