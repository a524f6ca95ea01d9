// Painting by chance within rules: cloths in given proportions, from scraps that may run out, no two
// neighbours alike. The same seed gives the same painting on every machine.
#pragma once
#include <cstdint>
#include <optional>
#include <vector>

#include "layout/seams.hpp"
#include "model/project.hpp"

namespace clathra {

struct ChanceCloth {
  ClothId cloth = kNoCloth;
  double share = 1;         ///< against the shares of the others
  std::optional<int> most;  ///< patches it yields, where it may run out
};

struct ChanceRules {
  std::vector<ChanceCloth> cloths;
  bool neighboursDiffer = true;  ///< pieces that share a seam never wear the same cloth
  std::uint32_t seed = 1;
};

/// More cloths than this are not drawn from at once.
inline constexpr std::size_t kMostChanceCloths = 64;

/// How many of `pieces` each cloth gets: shares by the largest remainder, no cloth above what it yields.
/// Errors: no cloths, shares that are not positive, too few patches in all.
[[nodiscard]] Result<std::vector<int>> chanceCounts(int pieces, const std::vector<ChanceCloth>& cloths);

/// A cloth for each of `pieces` (indices), in their order; exactly as many of each as chanceCounts says.
/// Pieces outside the list keep theirs and count as neighbours. Errors: as chanceCounts; no painting was
/// found in which all neighbours differ (how many seams were left is said).
[[nodiscard]] Result<std::vector<ClothId>> paintByChance(const Project& project, const SeamGraph& seams,
                                                         const std::vector<std::uint32_t>& pieces,
                                                         const ChanceRules& rules);

}  // namespace clathra
