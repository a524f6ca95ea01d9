// Spots of several kinds of which some cannot be had together: as many as are wanted of each kind. An
// integer programme, solved by Cbc over cliques (sets of spots of which at most one can be had).
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
  bool even = false;                               ///< as many of the second kind as of the first
  int all() const;                                 ///< wanted together
  /// Of the first so many spots alone.
  ServeProblem first(std::size_t spots) const;
};

struct Served {
  std::vector<std::uint32_t> spots;  ///< rising
  int atMost = 0;
  bool exact = false;
};

/// First come, first served, with the bound that cliques give.
Served serveAtOnce(const ServeProblem& problem);
/// Ends when no answer serves more by that part of all.
Served serveMost(const ServeProblem& problem, const Progress& progress, double nearEnough = 0);

/// No more than so many can be served, by the linear programme. Nothing if it was stopped or is too large.
std::optional<int> boundOn(const ServeProblem& problem, const Progress& progress);

}  // namespace clathra
