// The question turned round: what does this strip, square or fat quarter give?
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "cutting/near_miss.hpp"
#include "model/cloth.hpp"
#include "progress.hpp"
#include "result.hpp"
#include "shape/allowance.hpp"

namespace clathra {

struct GivesInput {
  double width = 0, height = 0;     ///< mm, of the cloth: across and along it
  double allowance = 6.35;          ///< mm
  std::vector<std::string> shapes;  ///< ids of families
  Direction direction = Direction::None;
  Angle bluntBelow = kSharpTip;           ///< tips that are sharper are cut square
  std::optional<double> least = {};       ///< mm of allowance that may be accepted at corners
  std::optional<LengthUnit> system = {};  ///< usual edges of this one alone; absent: of both
};

/// A patch that the piece has not the whole allowance for.
struct NearMissRow {
  double edge = 0;  ///< mm
  LaidStraight laid;
};

struct GivesRow {
  std::string shape;
  std::optional<double> edge;   ///< mm; the largest usual one of which a patch can be cut
  int copies = 0;               ///< of it
  bool inch = false;            ///< the edge is one of the quarter inches
  TurnOnCloth turn;             ///< in which its patch fits
  Box straight;                 ///< what the patch covers laid straight, wherever that fits or not
  LaidStraight laid;            ///< what the piece leaves round the paper laid straight
  bool straightNearly = false;  ///< it does not fit straight, but keeps at least the least allowance
  std::optional<NearMissRow>
      near;  ///< the next usual edge, where the piece leaves at least the least allowance
};

/// Usual edges are quarter inches and steps of 5 mm. Patches are the family's outline with the allowance,
/// tips cut square; without a direction they may be turned freely, on two-way cloth and stripes by a half
/// turn, on one-way cloth not at all. Nothing is squared up. Errors: sizes that are none, a shape that is not
/// known, cancelled.
[[nodiscard]] Result<std::vector<GivesRow>> whatItGives(const GivesInput& input,
                                                        const Progress& progress = {});

}  // namespace clathra
