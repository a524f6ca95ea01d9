#include "motif/independent.hpp"

#include <algorithm>
#include <map>

namespace clathra {

namespace {

/// Chosen spots that can still conflict with later ones, the spots chosen of each kind, and the way here.
struct State {
  std::vector<std::uint32_t> open;  // rising
  int first = 0, second = 0;
  std::int32_t node = -1;  // into the chain of choices
  int all() const { return first + second; }
};

struct Link {
  std::uint32_t spot;
  std::int32_t before;
};

class Programme {
 public:
  Programme(const ConflictLine& line, int wanted, bool halfEach, std::int64_t effort)
      : line_(line), halfEach_(halfEach), effort_(effort) {
    const std::size_t n = line.before.size();
    lastUse_.assign(n, 0);
    conflictsWith_.assign(n, 0);
    for (std::uint32_t i = 0; i < n; ++i)
      for (const auto b : line.before[i]) lastUse_[b] = std::max(lastUse_[b], i);
    if (wanted >= 0) {
      wantedFirst_ = halfEach ? (wanted + 1) / 2 : wanted;
      wantedSecond_ = halfEach ? (wanted + 1) / 2 : 0;
    }
    limited_ = wanted >= 0;
  }

  Choice run(const Progress& progress) {
    states_.push_back({});
    for (std::uint32_t i = 0; i < line_.before.size(); ++i) {
      if (progress.cancelled()) return {};
      step(i);
      if (const State* done = finished()) return answer(*done);
    }
    const State* best = &states_.front();
    for (const State& s : states_)
      if (value(s) > value(*best)) best = &s;
    return answer(*best);
  }

 private:
  bool kindOf(std::uint32_t spot) const { return halfEach_ && line_.second[spot]; }

  int value(const State& s) const {
    return halfEach_ ? std::min(s.first, s.second) * 1000 + s.all() : s.all();
  }

  const State* finished() const {
    if (!limited_) return nullptr;
    for (const State& s : states_)
      if (s.first >= wantedFirst_ && s.second >= wantedSecond_) return &s;
    return nullptr;
  }

  void step(std::uint32_t i) {
    effort_ -= static_cast<std::int64_t>(states_.size());
    std::vector<State> next;
    next.reserve(states_.size() * 2);
    for (const auto b : line_.before[i]) conflictsWith_[b] = i + 1;
    for (State& s : states_) {
      const bool free = std::none_of(s.open.begin(), s.open.end(),
                                     [&](std::uint32_t spot) { return conflictsWith_[spot] == i + 1; });
      if (free && wants(s, i)) next.push_back(taken(s, i));
      next.push_back(std::move(s));
    }
    for (State& s : next) std::erase_if(s.open, [&](std::uint32_t spot) { return lastUse_[spot] <= i; });
    states_ = thinned(std::move(next));
  }

  bool wants(const State& s, std::uint32_t i) const {
    return !limited_ || (kindOf(i) ? s.second < wantedSecond_ : s.first < wantedFirst_);
  }

  State taken(const State& s, std::uint32_t i) {
    State t = s;
    ++(kindOf(i) ? t.second : t.first);
    links_.push_back({i, s.node});
    t.node = static_cast<std::int32_t>(links_.size()) - 1;
    if (lastUse_[i] > i) t.open.push_back(i);
    return t;
  }

  /// Equal futures keep the better past; what can never catch up with the best goes.
  std::vector<State> thinned(std::vector<State> all) {
    std::sort(all.begin(), all.end(), [](const State& a, const State& b) {
      if (a.open != b.open) return a.open < b.open;
      return a.first != b.first ? a.first > b.first : a.second > b.second;
    });
    std::vector<State> out;
    int bestSecond = -1;
    for (State& s : all) {
      const bool sameOpen = !out.empty() && out.back().open == s.open;
      if (sameOpen && s.second <= bestSecond) continue;  // as many or fewer of both kinds
      bestSecond = s.second;
      out.push_back(std::move(s));
    }
    if (!halfEach_) dropHopeless(out);
    const std::size_t most = effort_ > 0 ? kMostStates : kFewStates;
    if (out.size() > most) {
      exact_ = false;
      std::nth_element(out.begin(), out.begin() + static_cast<std::ptrdiff_t>(most), out.end(),
                       [&](const State& a, const State& b) { return value(a) > value(b); });
      out.resize(most);
    }
    return out;
  }

  /// Taking its open spots away from the best state leaves one with nothing open, which does at least as well
  /// as any state that is that much behind.
  static void dropHopeless(std::vector<State>& states) {
    int floor = 0;
    for (const State& s : states) floor = std::max(floor, s.all() - static_cast<int>(s.open.size()));
    std::erase_if(states, [&](const State& s) { return s.all() < floor; });
  }

  Choice answer(const State& s) const {
    Choice c;
    for (std::int32_t n = s.node; n >= 0; n = links_[static_cast<std::size_t>(n)].before)
      c.spots.push_back(links_[static_cast<std::size_t>(n)].spot);
    std::reverse(c.spots.begin(), c.spots.end());
    c.exact = exact_;
    c.atMost = static_cast<int>(exact_ ? c.spots.size() : line_.before.size());
    return c;
  }

  static constexpr std::size_t kFewStates = 24;
  const ConflictLine& line_;
  bool halfEach_;
  std::int64_t effort_;
  bool limited_ = false;
  bool exact_ = true;
  int wantedFirst_ = 0, wantedSecond_ = 0;
  std::vector<std::uint32_t> lastUse_;
  std::vector<std::uint32_t> conflictsWith_;  // the last spot, from 1, that each conflicts with
  std::vector<State> states_;
  std::vector<Link> links_;
};

/// First come, first served in the order of the spots; with a bound from above by cliques (sets in which all
/// conflict, of which at most one can be chosen). Where both agree no search is needed, which is nearly
/// always so on a lattice.
class Greedy {
 public:
  explicit Greedy(const ConflictLine& line) : line_(line) {}

  Choice run(int wanted) const {
    Choice c;
    std::vector<bool> chosen(line_.before.size(), false);
    for (std::uint32_t i = 0;
         i < line_.before.size() && (wanted < 0 || static_cast<int>(c.spots.size()) < wanted); ++i) {
      if (std::any_of(line_.before[i].begin(), line_.before[i].end(),
                      [&](std::uint32_t b) { return chosen[b]; }))
        continue;
      chosen[i] = true;
      c.spots.push_back(i);
    }
    const bool all = wanted < 0 || static_cast<int>(c.spots.size()) < wanted;
    const std::size_t prefix = all ? line_.before.size() : c.spots.empty() ? 0 : c.spots.back();
    const int bound = atMost(prefix);
    c.exact = all ? bound == static_cast<int>(c.spots.size()) : bound < wanted;
    c.atMost = bound;
    return c;
  }

  /// How many cliques cover the first `n` spots: of each at most one can be chosen.
  int atMost(std::size_t n) const {
    std::vector<std::vector<std::uint32_t>> open;  // recent cliques that may still grow
    int count = 0;
    std::vector<std::uint32_t> conflictsWith(n, 0);  // the last spot, from 1, that each conflicts with
    for (std::uint32_t i = 0; i < n; ++i) {
      for (const auto b : line_.before[i]) conflictsWith[b] = i + 1;
      auto fits = std::find_if(open.begin(), open.end(), [&](const auto& clique) {
        return std::all_of(clique.begin(), clique.end(),
                           [&](std::uint32_t s) { return conflictsWith[s] == i + 1; });
      });
      if (fits != open.end()) {
        fits->push_back(i);
        continue;
      }
      ++count;
      open.push_back({i});
      if (open.size() > 256) open.erase(open.begin());
    }
    return count;
  }

 private:
  const ConflictLine& line_;
};

}  // namespace

Choice chooseSpots(const ConflictLine& line, int wanted, bool halfEach, const Progress& progress,
                   std::int64_t effort) {
  const Greedy greedy(line);
  Choice quick;
  if (!halfEach) quick = greedy.run(wanted);
  if (!halfEach && quick.exact) return quick;
  Choice found = Programme(line, wanted, halfEach, effort).run(progress);
  if (!found.exact) {
    // A thinned search may fall behind taking what comes first.
    if (quick.spots.size() > found.spots.size()) found.spots = std::move(quick.spots);
    found.atMost = !halfEach && wanted < 0 ? quick.atMost : greedy.atMost(line.before.size());
    found.exact = wanted < 0 && found.atMost == static_cast<int>(found.spots.size()) && !halfEach;
  }
  return found;
}

}  // namespace clathra
