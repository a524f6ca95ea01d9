// What can be done when a cloth does not suffice and is sold out: ways that were each planned to nothing
// missing.
//
// Guarantees:
//  1 after the edits of a remedy nothing of this cloth is to be bought, and nothing of the other it names;
//  2 what it takes is the least of its kind: of pieces or copies one less does not suffice, of allowances no
//    larger one that is usual does.
#pragma once
#include "cutting/plan.hpp"
#include "edit/edit.hpp"

namespace clathra {

struct Remedy {
  std::string id;           ///< method, spares, allowance, other-cloth or fewer-copies
  Message what;             ///< said as something to do
  std::vector<Edit> edits;  ///< that bring it about
  double length = 0;        ///< mm of this cloth it takes then
  double minutes = 0;       ///< cutting this cloth takes then, an estimate
};

/// In the order: what costs least of the quilt first. Empty where the cloth suffices. Errors: no such cloth,
/// it cannot be planned, cancelled.
[[nodiscard]] Result<std::vector<Remedy>> remediesFor(const Project& project, ClothId cloth,
                                                      const Progress& progress = {});

}  // namespace clathra
