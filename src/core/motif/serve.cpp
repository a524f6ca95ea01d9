#include "motif/serve.hpp"

#include <CbcEventHandler.hpp>
#include <CbcModel.hpp>
#include <CbcSolver.hpp>
#include <ClpEventHandler.hpp>
#include <ClpSimplex.hpp>
#include <CoinPackedMatrix.hpp>
#include <OsiClpSolverInterface.hpp>
#include <algorithm>
#include <chrono>
#include <cmath>
#include <memory>
#include <mutex>
#include <numeric>
#include <thread>

namespace clathra {

namespace {

using Spots = std::vector<std::uint32_t>;

// More would keep one waiting.
constexpr std::size_t kMostSpots = 12'000;
constexpr std::int64_t kMostSteps = 20'000;

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

/// Until when a programme is looked at: until it is stopped, or so many steps of the simplex method were
/// made. Steps are counted and not seconds, so that the answer is the same each time.
struct Patience {
  const Progress& progress;
  std::int64_t steps;
  bool over() const { return steps <= 0 || progress.cancelled(); }
};

class StepWatch final : public ClpEventHandler {
 public:
  explicit StepWatch(Patience& patience) : patience_(patience) {}
  int event(Event what) override {
    if (what == endOfIteration) --patience_.steps;
    return patience_.over() ? kStop : -1;
  }
  ClpEventHandler* clone() const override { return new StepWatch(*this); }  // Clp deletes it

 private:
  static constexpr int kStop = 5;  // of Clp: by the event handler
  Patience& patience_;
};

class BranchWatch final : public CbcEventHandler {
 public:
  explicit BranchWatch(const Patience& patience) : patience_(patience) {}
  CbcAction event(CbcEvent) override { return patience_.over() ? stop : noAction; }
  CbcEventHandler* clone() const override { return new BranchWatch(*this); }  // Cbc deletes it

 private:
  const Patience& patience_;
};

/// The least of what is not served: Clp and Cbc look for the least.
std::unique_ptr<OsiClpSolverInterface> programmeOf(const ServeProblem& p, Patience& patience) {
  const int n = static_cast<int>(p.before.size());
  CoinPackedMatrix rows(false, 0, 0);
  rows.setDimensions(0, n);
  std::vector<double> most;
  const auto addRow = [&](const Spots& spots, double bound) {
    const std::vector<int> columns(spots.begin(), spots.end());
    const std::vector<double> ones(columns.size(), 1);
    rows.appendRow(static_cast<int>(columns.size()), columns.data(), ones.data());
    most.push_back(bound);
  };
  for (const Spots& clique : cliquesOf(p)) addRow(clique, 1);
  for (std::size_t k = 0; k < p.wanted.size(); ++k) {
    Spots own;
    for (std::uint32_t i = 0; i < p.kind.size(); ++i)
      if (p.kind[i] == static_cast<int>(k)) own.push_back(i);
    if (static_cast<int>(own.size()) > p.wanted[k]) addRow(own, p.wanted[k]);
  }
  if (p.even) {
    std::vector<int> columns(p.kind.size());
    std::iota(columns.begin(), columns.end(), 0);
    std::vector<double> hands;
    for (const int k : p.kind) hands.push_back(k == 0 ? 1 : -1);
    rows.appendRow(n, columns.data(), hands.data());
    most.push_back(0);
  }
  auto out = std::make_unique<OsiClpSolverInterface>();
  out->messageHandler()->setLogLevel(0);
  const auto columns = static_cast<std::size_t>(n);
  const std::vector<double> none(columns, 0), one(columns, 1), gain(columns, -1);
  std::vector<double> lowest(most.size(), -out->getInfinity());
  if (p.even) lowest.back() = 0;
  out->loadProblem(rows, none.data(), one.data(), gain.data(), lowest.data(), most.data());
  for (int i = 0; i < n; ++i) out->setInteger(i);
  const StepWatch watch(patience);
  out->getModelPtr()->passInEventHandler(&watch);
  return out;
}

bool solvedLinear(OsiClpSolverInterface& programme) {
  // Nothing taken is allowed, and from there it is not far.
  programme.setHintParam(OsiDoDualInInitial, false, OsiHintDo);
  programme.initialSolve();
  return programme.isProvenOptimal();
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
  if (p.even) {
    const auto second =
        std::count_if(out.spots.begin(), out.spots.end(), [&](auto i) { return p.kind[i] == 1; });
    const auto pairs = std::min<std::ptrdiff_t>(second, std::ssize(out.spots) - second);
    std::ptrdiff_t room[2] = {pairs, pairs};
    std::erase_if(out.spots, [&](auto i) { return room[p.kind[i]] == 0 || room[p.kind[i]]-- == 0; });
  }
  out.atMost = boundOf(p);
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  return out;
}

std::optional<int> boundOn(const ServeProblem& p, const Progress& progress) {
  if (p.before.empty()) return 0;
  if (p.before.size() > kMostSpots) return std::nullopt;
  Patience patience{progress, INT64_MAX};
  const auto programme = programmeOf(p, patience);
  if (patience.over() || !solvedLinear(*programme)) return std::nullopt;
  return static_cast<int>(fromFloat(-programme->getObjValue()));
}

Served serveMost(const ServeProblem& p, const Progress& progress, double nearEnough) {
  Served out = serveAtOnce(p);
  if (out.exact || p.before.size() > kMostSpots || progress.cancelled()) return out;
  Patience patience{progress, INT64_MAX};
  const auto programme = programmeOf(p, patience);
  if (!solvedLinear(*programme)) return out;
  out.atMost = std::min(out.atMost, static_cast<int>(fromFloat(-programme->getObjValue())));
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  if (out.exact || progress.cancelled()) return out;
  // Cbc reads its words by variables of the whole process: one at a time.
  static std::mutex oneAtATime;
  std::unique_lock lock(oneAtATime, std::defer_lock);
  using namespace std::chrono_literals;
  while (!lock.try_lock()) {
    if (progress.cancelled()) return out;
    std::this_thread::sleep_for(10ms);
  }
  CbcModel model(*programme);
  patience.steps = kMostSteps;
  const BranchWatch watch(patience);
  model.passInEventHandler(&watch);
  CbcSolverUsefulData settings;
  CbcMain0(model, settings);
  model.setLogLevel(0);
  const std::string near = std::to_string(nearEnough);
  const char* words[] = {"", "-log", "0", "-ratioGap", near.c_str(), "-solve", "-quit"};
  CbcMain1(
      static_cast<int>(std::size(words)), words, model, [](CbcModel*, int) { return 0; }, settings);
  if (const double* found = model.bestSolution()) {
    Spots spots;
    for (std::uint32_t i = 0; i < p.before.size(); ++i)
      if (found[i] > 0.5) spots.push_back(i);
    if (spots.size() > out.spots.size()) out.spots = std::move(spots);
  }
  // What was not looked at may hold more; and near enough counts as the best with Cbc.
  if (!patience.over())
    out.atMost = std::min(out.atMost, nearEnough == 0 && model.isProvenOptimal()
                                          ? static_cast<int>(out.spots.size())
                                          : static_cast<int>(fromFloat(-model.getBestPossibleObjValue())));
  out.exact = static_cast<int>(out.spots.size()) == out.atMost;
  return out;
}

}  // namespace clathra
