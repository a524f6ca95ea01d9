#include <algorithm>

#include "model/lightness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Colours that a quilter might put for each other.
constexpr double kAlike = 20;  // ΔE

/// mm of a cloth's own lengths that its plan leaves whole, the longest stretch; 0 if none.
double leftOf(const CutPlan& plan) {
  const CutMethod* m = plan.method();
  double most = 0;
  if (!m || !m->length) return 0;
  for (const ClothLength& l : m->laid.lengths)
    if (!l.toBuy) most = std::max(most, l.length - l.used);
  return most;
}

}  // namespace

std::vector<Remark> leftovers(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& lacking : p.cloths) {
    const auto plan = in.plans.find(lacking.id);
    if (plan == in.plans.end() || plan->second->toBuy.value_or(0) <= 0 || lacking.print) continue;
    const double lacks = *plan->second->toBuy;
    const Cloth* best = nullptr;
    double left = 0;
    for (const Cloth& other : p.cloths) {
      const auto its = in.plans.find(other.id);
      if (other.id == lacking.id || other.print || its == in.plans.end()) continue;
      if (its->second->width + 1e-6 < plan->second->width || leftOf(*its->second) < lacks) continue;
      const double far = colourDistance(other.colour, lacking.colour);
      if (far > kAlike || (best && far >= colourDistance(best->colour, lacking.colour))) continue;
      best = &other;
      left = leftOf(*its->second);
    }
    if (!best) continue;
    Remark r{"leftovers:" + subject(lacking.id), "cut", piecesWearing(in, lacking.id), {}, {}, {}, {}};
    r.why = Message("leftovers-why", clothArg(lacking), boltArg(lacks), clothArg(*best), readableArg(left));
    r.fix = Message("leftovers-fix", clothArg(*best));
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
