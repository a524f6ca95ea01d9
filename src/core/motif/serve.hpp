// Spots of several kinds of which some cannot be had together: as many as are wanted of each kind. An
// integer programme, solved by GLPK over cliques (sets of spots of which at most one can be had).
//
// Guarantees:
//  1 no two of the answer conflict, and of no kind are there more than wanted;
//  2 `atMost` is never less than what any answer reaches; `exact` means that this one reaches it;
//  3 with the same input the answer is the same.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "progress.hpp"

namespace clathra {

struct ServeProblem {
  std::vector<std::vector<std::uint32_t>> before;  ///< with which earlier spots each conflicts
  std::vector<int> kind;                           ///< of each spot
  std::vector<int> wanted;                         ///< of each kind
  int all() const;                                 ///< wanted together
  /// Of the first so many spots alone.
  ServeProblem first(std::size_t spots) const;
  /// Of those from one to before another, as if there were no others.
  ServeProblem part(std::size_t from, std::size_t to) const;
};

struct Served {
  std::vector<std::uint32_t> spots;  ///< rising
  int atMost = 0;
  bool exact = false;
};

/// First come, first served, with the bound that cliques give.
Served serveAtOnce(const ServeProblem& problem);
/// `nodes`: branches that are looked at before an answer is given as bounds.
Served serveMost(const ServeProblem& problem, const Progress& progress, int nodes = 2'000);

/// More than `start` serves, by exchanges: a spot for two that only it was in the way of, one for one where
/// nothing better is left. Ends when all are served, or after so many exchanges without a gain.
Served servedByExchanges(const ServeProblem& problem, Served start, const Progress& progress,
                         int exchanges = 200'000);
/// A bound on the weight that spots without conflicts have together, by the linear programme; each weighs
/// what its kind does, and wanted numbers are not looked at. Nothing where the programme is too large, or was
/// stopped.
std::optional<double> linearBound(const ServeProblem& problem, const std::vector<double>& weights,
                                  const Progress& progress);

}  // namespace clathra
