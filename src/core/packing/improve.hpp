// Looking for a place for everything in rooms that are a little too small: what overlaps most is lifted out
// and put down where it overlaps least, then everything is pushed apart again.
#pragma once
#include <functional>
#include <optional>
#include <vector>

#include "packing/relax.hpp"

namespace clathra::packing {

/// How much may still be done, and whether to stop.
struct Budget {
  std::uint64_t steps = 0, most = 0;
  Progress progress;
  std::function<bool()> late;  ///< the clock, where there is one
  bool over() const { return steps >= most || progress.cancelled() || (late && late()); }
  /// Part of what is left, with this one's clock.
  Budget part(double share) const {
    Budget out = *this;
    out.most = std::min(
        most, steps + static_cast<std::uint64_t>(share * static_cast<double>(most - std::min(most, steps))));
    return out;
  }
};

/// Everything in the rooms without overlap, or nothing. `patience` is how many moves without gain end it.
std::optional<std::vector<Lying>> findRoom(const Variants& variants, const std::vector<Room>& rooms,
                                           std::vector<Lying> items, int patience, Dice& dice,
                                           Budget& budget);

/// Items of a bolt as long as `length` pushed together from the end, as far as it goes without lifting any.
double pushTogether(const Variants& variants, Room bolt, std::vector<Lying>& items, double length,
                    Budget& budget);

/// The lowest edge of anything.
double lengthOf(const Variants& variants, const std::vector<Lying>& items);

}  // namespace clathra::packing
