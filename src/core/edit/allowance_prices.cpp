#include "edit/allowance_prices.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

std::vector<Length> usualAllowances(LengthUnit unit) {
  if (unit == LengthUnit::Inch)
    return {Length::sixtyFourths(16), Length::sixtyFourths(24), Length::sixtyFourths(32)};
  return {Length::millimetres(6), Length::millimetres(8), Length::millimetres(10), Length::millimetres(12)};
}

AllowanceAdvice suggestedAllowance(double shortestSide, LengthUnit unit) {
  constexpr double kSmall = 25.4, kLarge = 3 * 25.4, kRounding = 1e-6;  // mm
  const bool inch = unit == LengthUnit::Inch;
  const auto usual = usualAllowances(unit);
  if (shortestSide <= kSmall + kRounding)
    return {usual.front(), Message("allowance-for-small", sizeArg(shortestSide))};
  if (shortestSide <= kLarge + kRounding)
    return {inch ? usual[1] : usual[2], Message("allowance-for-middle", sizeArg(shortestSide))};
  return {usual.back(), Message("allowance-for-large", sizeArg(shortestSide))};
}

std::optional<double> shortestSideOf(const Project& project, ClothId cloth) {
  std::optional<double> out;
  std::vector<bool> seen(project.layout->shapes.size(), false);
  for (std::size_t i = 0; i < project.layout->size(); ++i) {
    if (project.painting[i] != cloth) continue;
    const auto shape = project.layout->pieces[i].shape;
    if (seen[shape]) continue;
    seen[shape] = true;
    for (const OutlineEdge& side : project.layout->shapes[shape].edges)
      out = std::min(out.value_or(side.length), side.length);
  }
  return out;
}

Result<std::vector<AllowancePrice>> allowancePrices(const Project& project, ClothId cloth,
                                                    const Progress& progress) {
  const auto in = cutInput(project, cloth);
  if (!in) return tl::make_unexpected(in.error());
  std::vector<AllowancePrice> out;
  for (const Length& allowance : usualAllowances(project.settings.unit)) {
    CutInput with = *in;
    with.allowance = allowance.mm();
    // A shape's own stays: it was chosen for that shape whatever the cloth has.
    for (WindowInput& w : with.windows) w.allowance = allowance.mm();
    auto plan = cutPlan(with, {}, progress);
    if (!plan) return tl::make_unexpected(plan.error());
    choose(*plan, with.cloth, plan->recommended);
    AllowancePrice row;
    row.allowance = allowance;
    row.method = plan->recommended;
    row.length = plan->length.value_or(0);
    row.toBuy = plan->buyLength.value_or(0);
    if (const CutMethod* m = plan->method()) row.money = m->money;
    out.push_back(std::move(row));
  }
  return out;
}

}  // namespace clathra
