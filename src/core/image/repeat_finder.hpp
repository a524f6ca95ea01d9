// Finds how a print repeats on a picture of it.
//
// What is known to work, and done here: the picture is shrunk and its light evened; it is correlated with
// itself at every shift, normalised by what overlaps; parts that disagree with most strong shifts (a ruler,
// the table, a hand) are masked; perspective is fitted from how the shifts drift and taken out; the smallest
// lattice is taken whose short vectors leave next to no detail that disagrees, so that a half-drop is not
// taken for its own sub-cell; the mean cell shows its mirror lines and half-turn (docs/calculations.md,
// "Repeats").
#pragma once
#include <optional>
#include <string_view>
#include <vector>

#include "image/raster.hpp"
#include "measure/angle.hpp"
#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

enum class FoundKind { None, Rectangular, HalfDrop, Brick, Oblique, Hexagonal, Stripe };
std::string_view foundName(FoundKind kind);  ///< "half-drop"

struct FoundAxis {
  Angle direction;  ///< 0° to 180° from x towards y
  Point point;      ///< on it, pixels of the picture
};

/// Pixels of the picture, y down.
struct FoundRepeat {
  FoundKind kind = FoundKind::None;
  Point a;                 ///< the step mainly across; of a plain stripe the one across it
  std::optional<Point> b;  ///< the step mainly along; absent where only one can be seen
  std::vector<FoundAxis> mirrors;
  bool halfTurn = false;
  Point halfTurnCentre;
  double confidence = 0;  ///< 0 to 1: how sure the answer is, "none" included
  bool found() const { return kind != FoundKind::None; }
};

/// Errors: cancelled.
[[nodiscard]] Result<FoundRepeat> findRepeat(const Raster& picture, const Progress& progress = {});

}  // namespace clathra
