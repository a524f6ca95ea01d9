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
  glp_term_out(GLP_OFF);  // of this thread
  const LinearProgramme programme = programmeOf(p);
  glp_smcp simplex;
  glp_init_smcp(&simplex);
  simplex.msg_lev = GLP_MSG_OFF;
  // In short turns, so that it can be stopped.
  constexpr int kAtOnce = 400, kMostTurns = 100;
  simplex.it_lim = kAtOnce;
  int turns = 0, solved = GLP_EITLIM;
  while (solved == GLP_EITLIM && ++turns <= kMostTurns && !progress.cancelled())
    solved = glp_simplex(programme.get(), &simplex);
  if (solved != 0 || glp_get_status(programme.get()) != GLP_OPT) return out;
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

}  // namespace clathra
