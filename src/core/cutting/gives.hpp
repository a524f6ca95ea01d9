// The question turned round: what does this strip, square or fat quarter give?
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "model/cloth.hpp"
#include "progress.hpp"
#include "result.hpp"

namespace clathra {

struct GivesInput {
  double width = 0, height = 0;     ///< mm, of the cloth: across and along it
  double allowance = 6.35;          ///< mm
  std::vector<std::string> shapes;  ///< ids of families
  Direction direction = Direction::None;
  std::optional<LengthUnit> system = {};  ///< usual edges of this one alone; absent: of both
};

struct GivesRow {
  std::string shape;
  std::optional<double> edge;  ///< mm; the largest usual one of which a patch can be cut
  int copies = 0;              ///< of it
  bool inch = false;           ///< the edge is one of the quarter inches
};

/// Usual edges are quarter inches and steps of 5 mm. Patches are the family's outline with the allowance,
/// tips cut square; without a direction they may be turned freely, on two-way cloth and stripes by a half
/// turn, on one-way cloth not at all. Nothing is squared up. Errors: sizes that are none, a shape that is not
/// known, cancelled.
[[nodiscard]] Result<std::vector<GivesRow>> whatItGives(const GivesInput& input,
                                                        const Progress& progress = {});

}  // namespace clathra
