// Spots along a cloth, of which some cannot be had together: all that is wanted of each kind, ending as near
// to the cut end as may be.
//
// Guarantees:
//  1 what is served is all that is wanted, without conflicts, and its last spot ends at `length`;
//  2 no choice that serves all is shorter than `atLeast`; `exact` means that this one is as short;
//  3 with the same input the answer is the same.
#pragma once
#include <optional>
#include <vector>

#include "motif/serve.hpp"

namespace clathra {

struct Soonest {
  std::vector<std::uint32_t> spots;  ///< rising
  double length = 0;                 ///< mm from the cut end
  double atLeast = 0;                ///< mm
  bool exact = false;
};

/// A programme of more spots keeps one waiting; of more it is enough to be near what is best.
inline constexpr std::size_t kServedAtOnce = 1'200;
inline constexpr double kServedNear = 0.015;

/// `ends`: of each spot, mm from the cut end, rising. `atAnyCost`: where first come, first served does not
/// serve all, another choice is looked for. Nothing: not all can be served, or it was stopped.
std::optional<Soonest> serveSoonest(const ServeProblem& problem, const std::vector<double>& ends,
                                    bool atAnyCost, const Progress& progress);

}  // namespace clathra
