// A near miss as a choice: a little less seam allowance that saves a purchase step, a strip, or makes a cloth
// serve at all.
//
// Guarantees:
//  1 with the allowance of a choice the cloth was planned anew and takes less, counted as `saves` says;
//  2 it lies at or above the least that may be accepted, and to 0.1 mm no larger one that was tried saves.
#pragma once
#include <optional>

#include "edit/edit.hpp"

namespace clathra {

struct NearMissChoice {
  Length allowance;  ///< of the cloth
  double less = 0;   ///< mm that it is smaller than the wished one
  enum class Saves { Serves, Buying, Bands, Length } saves = Saves::Length;
  double saved = 0;             ///< mm to buy or of length; bands; 0 where the cloth serves only so
  std::optional<double> money;  ///< saved, where the price is known
};

/// Says it: "With an allowance of 5.4 mm, 0.9 mm less than wished: 1 strip or row fewer."
Message nearMissWords(const NearMissChoice& choice);

/// Down to the least allowance of the cloth or the project, else to 60 % of the wished one, in steps of 0.1
/// mm; patches of shapes with an allowance of their own keep it. By the method that is chosen or recommended.
/// Nothing: no smaller allowance saves anything. Errors: no such cloth, cancelled.
[[nodiscard]] Result<std::optional<NearMissChoice>> nearMissChoice(const Project& project, ClothId cloth,
                                                                   const Progress& progress = {});

}  // namespace clathra
