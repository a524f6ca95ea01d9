#include "edit/found_print.hpp"

#include <cmath>

#include "measure/length.hpp"

namespace clathra {

namespace {

/// The steps as the mirror line has them: the mean of each with what its image's whole numbers make of it.
void symmetrise(RepeatSteps& steps, Angle line) {
  const double det = cross(steps.a, *steps.b);
  const Angle twice = 2 * line;
  const auto mirrored = [&](Point p) {
    return Point{cos(twice) * p.x + sin(twice) * p.y, sin(twice) * p.x - cos(twice) * p.y};
  };
  const auto whole = [&](Point p) {
    const Point image = mirrored(p);
    const double i = std::round(cross(image, *steps.b) / det), j = std::round(cross(steps.a, image) / det);
    return std::pair(i, j);
  };
  const auto [ai, aj] = whole(steps.a);
  const auto [bi, bj] = whole(*steps.b);
  // With R a = ai a + aj b as near as it was measured, the mean of a and R (ai a + aj b) has it exactly.
  const Point a = 0.5 * (steps.a + mirrored(ai * steps.a + aj * *steps.b)),
              b = 0.5 * (*steps.b + mirrored(bi * steps.a + bj * *steps.b));
  steps.a = a;
  steps.b = b;
}

}  // namespace

PrintFields printFieldsOf(const FoundRepeat& found, double dpi) {
  PrintFields out;
  const double mm = kMmPerInch / dpi;
  out.steps = std::optional<RepeatSteps>();
  out.mirrors = std::vector<MirrorAxis>();
  out.halfTurn = std::optional<Point>();
  if (!found.found()) return out;
  RepeatSteps steps{mm * found.a, std::nullopt};
  if (found.b) steps.b = mm * *found.b;
  for (const FoundAxis& axis : found.mirrors) out.mirrors->push_back({axis.direction, mm * axis.point});
  if (out.mirrors->size() == 2) out.mirrors->back().direction = out.mirrors->front().direction + kQuarterTurn;
  if (steps.b)
    for (const MirrorAxis& axis : *out.mirrors) symmetrise(steps, axis.direction);
  out.steps = steps;
  // Two mirror lines make one.
  if (found.halfTurn && out.mirrors->size() < 2) out.halfTurn = mm * found.halfTurnCentre;
  return out;
}

}  // namespace clathra
