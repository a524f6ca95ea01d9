#include "motif/serve.hpp"

#include <glpk.h>

#include <algorithm>
#include <cmath>
#include <memory>
#include <numeric>

namespace clathra {

namespace {

using Spots = std::vector<std::uint32_t>;

bool conflict(const ServeProblem& p, std::uint32_t one, std::uint32_t two) {
  const auto& before = p.before[std::max(one, two)];
  return std::find(before.begin(), before.end(), std::min(one, two)) != before.end();
}

/// Cliques that hold every conflict, each grown as far as it goes.
std::vector<Spots> cliquesOf(const ServeProblem& p) {
  const std::size_t n = p.before.size();
  std::vector<Spots> with(n);
  for (std::uint32_t i = 0; i < n; ++i)
    for (const auto b : p.before[i]) {
      with[i].push_back(b);
      with[b].push_back(i);
    }
  std::vector<Spots> out, inside(n);
  for (std::uint32_t i = 0; i < n; ++i)
    for (const auto b : p.before[i]) {
      const bool held = std::any_of(inside[i].begin(), inside[i].end(), [&](std::uint32_t c) {
        return std::find(out[c].begin(), out[c].end(), b) != out[c].end();
      });
      if (held) continue;
      Spots clique{b, i};
      for (const auto k : with[i])
        if (k != b &&
            std::all_of(clique.begin(), clique.end(), [&](std::uint32_t c) { return conflict(p, k, c); }))
          clique.push_back(k);
      for (const auto c : clique) inside[c].push_back(static_cast<std::uint32_t>(out.size()));
      out.push_back(std::move(clique));
    }
  return out;
}

/// How many at most: each clique gives one, each kind what is wanted of it.
int boundOf(const ServeProblem& p) {
  std::vector<Spots> open;
  int all = 0;
  std::vector<int> ofKind(p.wanted.size(), 0);
  for (std::uint32_t i = 0; i < p.before.size(); ++i) {
    ++ofKind[static_cast<std::size_t>(p.kind[i])];
    const auto fits = std::find_if(open.begin(), open.end(), [&](const Spots& clique) {
      return std::all_of(clique.begin(), clique.end(), [&](std::uint32_t s) { return conflict(p, s, i); });
    });
    if (fits != open.end()) {
      fits->push_back(i);
      continue;
    }
    ++all;
    open.push_back({i});
    constexpr std::size_t kMostOpen = 256;
    if (open.size() > kMostOpen) open.erase(open.begin());
  }
  int byKind = 0;
  for (std::size_t k = 0; k < p.wanted.size(); ++k) byKind += std::min(p.wanted[k], ofKind[k]);
  return std::min(all, byKind);
}

struct Freed {
  void operator()(glp_prob* p) const { glp_delete_prob(p); }
};
using LinearProgramme = std::unique_ptr<glp_prob, Freed>;

LinearProgramme programmeOf(const ServeProblem& p) {
  LinearProgramme out(glp_create_prob());
  glp_set_obj_dir(out.get(), GLP_MAX);
  const int n = static_cast<int>(p.before.size());
  glp_add_cols(out.get(), n);
  for (int i = 1; i <= n; ++i) {
    glp_set_col_kind(out.get(), i, GLP_BV);
    glp_set_obj_coef(out.get(), i, 1);
  }
  const auto addRow = [&](const Spots& spots, double most) {
    const int row = glp_add_rows(out.get(), 1);
    std::vector<int> columns{0};
    for (const auto s : spots) columns.push_back(static_cast<int>(s) + 1);
    const std::vector<double> ones(columns.size(), 1);
    glp_set_mat_row(out.get(), row, static_cast<int>(spots.size()), columns.data(), ones.data());
    glp_set_row_bnds(out.get(), row, GLP_UP, 0, most);
  };
  for (const Spots& clique : cliquesOf(p)) addRow(clique, 1);
  for (std::size_t k = 0; k < p.wanted.size(); ++k) {
    Spots own;
    for (std::uint32_t i = 0; i < p.kind.size(); ++i)
      if (p.kind[i] == static_cast<int>(k)) own.push_back(i);
    if (static_cast<int>(own.size()) > p.wanted[k]) addRow(own, p.wanted[k]);
  }
  return out;
}

/// While branches are looked at: stopped when all are served, when there were enough, or when it is asked.
struct Watch {
  const Progress& progress;
  int goal, nodes;
  static void look(glp_tree* tree, void* info) {
    auto& own = *static_cast<Watch*>(info);
    if (glp_ios_reason(tree) == GLP_ISELECT) --own.nodes;
    const bool done =
        glp_ios_reason(tree) == GLP_IBINGO && glp_mip_obj_val(glp_ios_get_prob(tree)) > own.goal - 0.5;
    if (done || own.nodes <= 0 || own.progress.cancelled()) glp_ios_terminate(tree);
  }
};

/// In short turns, so that it can be stopped.
bool solvedLinear(glp_prob* programme, const Progress& progress) {
  glp_term_out(GLP_OFF);  // of this thread
  glp_smcp simplex;
  glp_init_smcp(&simplex);
  simplex.msg_lev = GLP_MSG_OFF;
  constexpr int kAtOnce = 400, kMostTurns = 100;
  simplex.it_lim = kAtOnce;
  int turns = 0, solved = GLP_EITLIM;
  while (solved == GLP_EITLIM && ++turns <= kMostTurns && !progress.cancelled())
    solved = glp_simplex(programme, &simplex);
  return solved == 0 && glp_get_status(programme) == GLP_OPT;
}

double fromFloat(double v) {
  constexpr double kRounding = 1e-6;
  return std::floor(v + kRounding);
}

}  // namespace

int ServeProblem::all() const {
  return std::accumulate(wanted.begin(), wanted.end(), 0);
}

ServeProblem ServeProblem::first(std::size_t spots) const {
  ServeProblem out = *this;
  out.before.resize(std::min(spots, before.size()));
  out.kind.resize(out.before.size());
  return out;
}

ServeProblem ServeProblem::part(std::size_t from, std::size_t to) const {
  ServeProblem out;
  out.wanted = wanted;
  for (std::size_t i = from; i < std::min(to, before.size()); ++i) {
    out.kind.push_back(kind[i]);
    Spots& own = out.before.emplace_back();
    for (const auto b : before[i])
      if (b >= from) own.push_back(b - static_cast<std::uint32_t>(from));
  }
  return out;
}

Served serveAtOnce(const ServeProblem& p) {
  Served out;
  std::vector<bool> taken(p.before.size(), false);
  std::vector<int> left = p.wanted;
  for (std::uint32_t i = 0; i < p.before.size(); ++i) {
    int& want = left[static_cast<std::size_t>(p.kind[i])];
    if (want == 0 || std::any_of(p.before[i].begin(), p.before[i].end(), [&](auto b) { return taken[b]; }))
      continue;
    taken[i] = true;
    --want;
    out.spots.push_back(i);
  }
  out.atMost = boundOf(p);
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  return out;
}

Served serveMost(const ServeProblem& p, const Progress& progress, int nodes) {
  Served out = serveAtOnce(p);
  constexpr std::size_t kMostSpots = 1'500;  // more would keep one waiting
  if (out.exact || p.before.size() > kMostSpots || progress.cancelled()) return out;
  const LinearProgramme programme = programmeOf(p);
  if (!solvedLinear(programme.get(), progress)) return out;
  out.atMost = std::min(out.atMost, static_cast<int>(fromFloat(glp_get_obj_val(programme.get()))));
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  if (out.exact || progress.cancelled()) return out;
  // Branches of large programmes take longer.
  constexpr std::size_t kFew = 300;
  Watch watch{progress, out.atMost, p.before.size() > kFew ? nodes / 20 : nodes};
  glp_iocp whole;
  glp_init_iocp(&whole);
  whole.msg_lev = GLP_MSG_OFF;
  whole.cb_func = &Watch::look;
  whole.cb_info = &watch;
  const int ended = glp_intopt(programme.get(), &whole);
  const int status = glp_mip_status(programme.get());
  if (status == GLP_OPT || status == GLP_FEAS) {
    Spots found;
    for (std::uint32_t i = 0; i < p.before.size(); ++i)
      if (glp_mip_col_val(programme.get(), static_cast<int>(i) + 1) > 0.5) found.push_back(i);
    if (found.size() > out.spots.size()) out.spots = std::move(found);
  }
  if (ended == 0 && status == GLP_OPT) out.atMost = static_cast<int>(out.spots.size());
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  return out;
}

namespace {

/// A choice of spots that is changed one exchange at a time.
class Exchanging {
 public:
  Exchanging(const ServeProblem& p, const Spots& start)
      : p_(p),
        with_(p.before.size()),
        taken_(p.before.size(), false),
        hit_(p.before.size(), 0),
        left_(p.wanted) {
    for (std::uint32_t i = 0; i < p.before.size(); ++i)
      for (const auto b : p.before[i]) {
        with_[i].push_back(b);
        with_[b].push_back(i);
      }
    for (const auto s : start) take(s);
    fill();
  }

  std::size_t served() const { return served_; }
  Spots spots() const {
    Spots out;
    for (std::uint32_t i = 0; i < taken_.size(); ++i)
      if (taken_[i]) out.push_back(i);
    return out;
  }

  /// One exchange; did it gain?
  bool step() {
    const std::size_t before = served_;
    const auto out = anyTaken();
    if (!out) return false;
    if (!twoFor(*out)) oneFor(*out);
    fillNear(*out);
    return served_ > before;
  }
  /// Puts a spot in, whatever is in its way.
  void shake() {
    const auto in = static_cast<std::uint32_t>(chance() % taken_.size());
    if (taken_[in]) return;
    for (const auto w : with_[in])
      if (taken_[w]) drop(w);
    if (left_[kindOf(in)] == 0) {
      // One of its kind makes room elsewhere.
      for (std::size_t i = 0, n = taken_.size(), at = chance() % n; i < n; ++i, at = (at + 1) % n)
        if (taken_[at] && p_.kind[at] == p_.kind[in]) {
          drop(static_cast<std::uint32_t>(at));
          break;
        }
    }
    if (left_[kindOf(in)] > 0) take(in);
    fillNear(in);
  }

 private:
  std::size_t kindOf(std::uint32_t s) const { return static_cast<std::size_t>(p_.kind[s]); }
  std::uint64_t chance() {
    state_ ^= state_ << 13;  // xorshift by Marsaglia, 2003
    state_ ^= state_ >> 7;
    state_ ^= state_ << 17;
    return state_;
  }
  bool free(std::uint32_t s) const { return !taken_[s] && hit_[s] == 0 && left_[kindOf(s)] > 0; }
  void take(std::uint32_t s) {
    taken_[s] = true;
    --left_[kindOf(s)];
    ++served_;
    for (const auto w : with_[s]) ++hit_[w];
  }
  void drop(std::uint32_t s) {
    taken_[s] = false;
    ++left_[kindOf(s)];
    --served_;
    for (const auto w : with_[s]) --hit_[w];
  }
  void fill() {
    for (std::uint32_t i = 0; i < taken_.size(); ++i)
      if (free(i)) take(i);
  }
  void fillNear(std::uint32_t s) {
    if (free(s)) take(s);
    for (const auto w : with_[s])
      for (const auto v : with_[w])
        if (free(v)) take(v);
    for (const auto w : with_[s])
      if (free(w)) take(w);
  }
  std::optional<std::uint32_t> anyTaken() {
    for (std::size_t i = 0, n = taken_.size(), at = chance() % std::max<std::size_t>(1, n); i < n;
         ++i, at = (at + 1) % n)
      if (taken_[at]) return static_cast<std::uint32_t>(at);
    return std::nullopt;
  }
  /// Spots that only this one is in the way of.
  Spots behind(std::uint32_t s) const {
    Spots out;
    for (const auto w : with_[s])
      if (!taken_[w] && hit_[w] == 1) out.push_back(w);
    return out;
  }
  bool wanted(std::uint32_t in, std::uint32_t out) const {
    return left_[kindOf(in)] > 0 || p_.kind[in] == p_.kind[out];
  }
  bool twoFor(std::uint32_t s) {
    const Spots all = behind(s);
    for (std::size_t i = 0; i < all.size(); ++i)
      for (std::size_t k = i + 1; k < all.size(); ++k) {
        if (!wanted(all[i], s) || !wanted(all[k], s) || conflict(p_, all[i], all[k])) continue;
        const bool both = p_.kind[all[i]] != p_.kind[all[k]] ||
                          left_[kindOf(all[i])] + (p_.kind[all[i]] == p_.kind[s] ? 1 : 0) >= 2;
        if (!both) continue;
        drop(s);
        take(all[i]);
        take(all[k]);
        return true;
      }
    return false;
  }
  void oneFor(std::uint32_t s) {
    const Spots all = behind(s);
    if (all.empty()) return;
    const auto in = all[chance() % all.size()];
    if (!wanted(in, s)) return;
    drop(s);
    take(in);
  }

  const ServeProblem& p_;
  std::vector<Spots> with_;
  std::vector<bool> taken_;
  std::vector<int> hit_, left_;
  std::size_t served_ = 0;
  std::uint64_t state_ = 88172645463325252ULL;
};

}  // namespace

Served servedByExchanges(const ServeProblem& problem, Served start, const Progress& progress, int exchanges) {
  const auto all = static_cast<std::size_t>(problem.all());
  if (problem.before.empty() || start.exact) return start;
  Exchanging at(problem, start.spots);
  std::size_t best = at.served();
  Spots spots = at.spots();
  constexpr int kShakeAfter = 400;
  for (int since = 0; since < exchanges && best < all && !progress.cancelled(); ++since) {
    at.step();
    if (at.served() > best) {
      best = at.served();
      spots = at.spots();
      since = 0;
    }
    if (since % kShakeAfter == kShakeAfter - 1) at.shake();
  }
  if (spots.size() > start.spots.size()) start.spots = std::move(spots);
  start.exact = static_cast<int>(start.spots.size()) == start.atMost;
  return start;
}

std::optional<double> linearBound(const ServeProblem& problem, const std::vector<double>& weights,
                                  const Progress& progress) {
  constexpr std::size_t kMostSpots = 900;
  if (problem.before.size() > kMostSpots || progress.cancelled()) return std::nullopt;
  if (problem.before.empty()) return 0;
  ServeProblem all = problem;
  std::fill(all.wanted.begin(), all.wanted.end(), static_cast<int>(problem.before.size()));
  const LinearProgramme programme = programmeOf(all);
  for (std::size_t i = 0; i < problem.kind.size(); ++i)
    glp_set_obj_coef(programme.get(), static_cast<int>(i) + 1,
                     weights[static_cast<std::size_t>(problem.kind[i])]);
  if (!solvedLinear(programme.get(), progress)) return std::nullopt;
  return glp_get_obj_val(programme.get());
}

}  // namespace clathra
