// Packings that were worked out before.
#pragma once
#include "packing/job.hpp"

namespace clathra {

/// As `pack`; a job that came with the same effort before is answered at once, from any thread: undo, another
/// cloth and back, prices and remedies ask the same again. What was stopped or ended by the clock is not
/// kept, nor more than `kRecalledPatches` in all, the oldest given up first.
[[nodiscard]] Result<PackResult> packOrRecall(const PackJob& job, const PackEffort& effort,
                                              const Progress& progress);

inline constexpr std::size_t kRecalledPatches = 20'000;  ///< about 5 MB

/// Gives them all up: for what measures how long a search takes, or stops one.
void forgetPackings();

}  // namespace clathra
