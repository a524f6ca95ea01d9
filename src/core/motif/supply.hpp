// How many windows of a motif choice are wanted, how many the shelf gives, and how long a cloth takes them.
// Sums: windows.hpp. Errors: those of WindowField::make, and kCancelled.
#pragma once
#include <functional>
#include <optional>

#include "motif/windows.hpp"

namespace clathra {

/// What one motif choice asks for and what the shelf gives.
struct MotifSupply {
  int wanted = 0;
  std::optional<int> onHand;           ///< at least; unknown for scraps and cloths without width or lengths
  std::optional<int> atMost;           ///< on hand; the same as onHand where that is exact
  bool counted = true;                 ///< false: worked out further yet, or left at bounds
  std::optional<double> lengthNeeded;  ///< mm; unknown without a width, or if the width takes none
  bool worstPlace = false;             ///< the print's place on the cloth is unknown, the worst was assumed
  bool exact = true;
  Message remark;    ///< why a figure is missing, or how it was reached
  WindowSet needed;  ///< the windows on that length, from the cut end
};
/// How far what is on hand is counted, where that takes long: to the end, until it is known to suffice, or to
/// bounds within about a second.
enum class CountOnHand { Exactly, UntilEnough, Bounds };
/// `soFar` is told bounds within about a million possibilities where the exact answer takes longer.
[[nodiscard]] Result<MotifSupply> motifSupply(const WindowInput& input, const Progress& progress = {},
                                              const std::function<void(MotifSupply)>& soFar = {},
                                              CountOnHand till = CountOnHand::Exactly);
[[nodiscard]] Result<MotifSupply> motifSupply(const Project& project, const MotifChoice& motif,
                                              const Progress& progress = {},
                                              CountOnHand till = CountOnHand::Exactly);

}  // namespace clathra
