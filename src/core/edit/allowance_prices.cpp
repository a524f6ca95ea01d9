#include "edit/allowance_prices.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

std::vector<ShapesAdvice> usualFor(const Project& project, ClothId cloth) {
  const Layout& layout = *project.layout;
  std::vector<bool> seen(layout.shapes.size(), false);
  for (std::size_t i = 0; i < layout.size(); ++i)
    if (project.painting[i] == cloth) seen[layout.pieces[i].shape] = true;
  std::vector<ShapesAdvice> out;
  for (std::size_t s = 0; s < seen.size(); ++s) {
    if (!seen[s]) continue;
    AllowanceAdvice own = suggestedAllowance(layout.shapes[s], project.settings.unit);
    const auto at = std::find_if(out.begin(), out.end(),
                                 [&](const ShapesAdvice& a) { return a.advice.allowance == own.allowance; });
    if (at == out.end()) {
      out.push_back({{static_cast<std::uint16_t>(s)}, std::move(own)});
      continue;
    }
    at->shapes.push_back(static_cast<std::uint16_t>(s));
    if (own.edge > at->advice.edge) at->advice = std::move(own);
  }
  std::sort(out.begin(), out.end(), [](const ShapesAdvice& a, const ShapesAdvice& b) {
    return a.advice.allowance < b.advice.allowance;
  });
  return out;
}

namespace {

constexpr double kSameAllowance = 1e-9;  // mm

Result<CutPlan> planWith(const CutInput& in, Length allowance, const Progress& progress) {
  CutInput with = in;
  with.allowance = allowance.mm();
  // A shape's own stays: it was chosen for that shape whatever the cloth has.
  for (WindowInput& w : with.windows)
    if (std::abs(w.allowance - in.allowance) < kSameAllowance) w.allowance = allowance.mm();
  auto plan = cutPlan(with, {}, progress);
  if (plan) choose(*plan, with.cloth, plan->recommended);
  return plan;
}

ClothPrice priceOf(const CutPlan& plan) {
  ClothPrice out{plan.length.value_or(0), plan.buyLength.value_or(0), {}};
  if (const CutMethod* m = plan.method()) out.money = m->money;
  return out;
}

/// Another cloth's beside those before; one price that is not known makes the sum unknown.
void add(AllowancePrice& row, const ClothPrice& price) {
  row.all.length += price.length;
  row.all.toBuy += price.toBuy;
  const bool bought = price.toBuy > 0;
  if (row.cloths == 0) row.all.money = 0;
  if (bought && !price.money) row.all.money.reset();
  if (bought && price.money && row.all.money) *row.all.money += *price.money;
  ++row.cloths;
}

}  // namespace

Result<std::vector<AllowancePrice>> allowancePrices(const Project& project, ClothId cloth,
                                                    const Progress& progress) {
  std::vector<CutInput> cloths;  // its own first
  const auto own = cutInput(project, cloth);
  if (!own) return tl::make_unexpected(own.error());
  cloths.push_back(*own);
  for (const Cloth& other : project.cloths) {
    if (other.id == cloth || other.scraps) continue;
    auto in = cutInput(project, other.id);
    if (in && (!in->pieces.empty() || !in->windows.empty())) cloths.push_back(std::move(*in));
  }
  std::vector<AllowancePrice> out;
  const auto allowances = usualAllowances(project.settings.unit);
  const double plans = static_cast<double>(allowances.size() * cloths.size());
  double made = 0;
  for (const Length& allowance : allowances) {
    AllowancePrice row;
    row.allowance = allowance;
    for (std::size_t c = 0; c < cloths.size(); ++c) {
      const auto plan = planWith(cloths[c], allowance, progress.part(made / plans, (made + 1) / plans));
      ++made;
      if (!plan) return tl::make_unexpected(plan.error());
      const ClothPrice price = priceOf(*plan);
      if (c == 0) {
        row.method = plan->recommended;
        row.own = price;
      }
      if (plan->recommended.empty())
        ++row.uncut;
      else if (!cloths[c].cloth.scraps)
        add(row, price);
    }
    out.push_back(std::move(row));
  }
  return out;
}

}  // namespace clathra
