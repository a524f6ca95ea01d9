#include <algorithm>
#include <cmath>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// A border is sewn on with at least this much cloth beyond the finishing line (mm; docs/calculations.md).
constexpr double kLeastForBorder = 6;

/// How far an outline reaches beyond a convex line, mm; below 0 it stays inside by that much.
double beyond(PolygonView outline, PolygonView line) {
  double most = -1e300;
  for (std::size_t i = 0; i < line.size(); ++i) {
    const Point a = line[i], d = line[(i + 1) % line.size()] - a;
    for (const Point q : outline) most = std::max(most, -cross(d, q - a) / length(d));
  }
  return most;
}

}  // namespace

std::vector<Remark> borderThin(const ReviewInput& in) {
  const Project& p = *in.project;
  const Layout& layout = *in.geometry->layout;
  if (layout.sides == FinishingSides::Outline || layout.line.size() < 3) return {};
  Remark r{"border-thin", "arrange", {}, {}, {}, {}, {}};
  double least = kLeastForBorder;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const double reach = beyond(layout.outline(i), layout.line);
    if (reach < -kMeet) continue;  // it lies inside
    const Cloth* cloth = clothById(p, p.painting[i]);
    // Under slice the paper itself reaches beyond the line too, and its cloth with it.
    const double left = std::max(0.0, reach) + (cloth ? allowanceOf(p, *cloth) : p.settings.allowance.mm());
    if (left > kLeastForBorder - 1e-6) continue;
    least = std::min(least, left);
    r.pieces.push_back(i);
  }
  if (r.pieces.empty()) return {};
  r.why = Message("border-thin-why", sizeArg(least));
  r.fix =
      Message("border-thin-fix", readableArg(p.settings.unit == LengthUnit::Inch ? 6.35 : kLeastForBorder));
  r.fixLabel = Message("allow-that-much");
  r.mend = AllowMore{p.settings.unit == LengthUnit::Inch ? 6.35 : kLeastForBorder, {}};
  for (const Cloth& c : p.cloths)
    if (c.allowance) {  // a cloth's own allowance comes first; then there is no single edit
      r.fixLabel = {};
      r.mend = {};
    }
  return {r};
}

}  // namespace clathra::checks_
