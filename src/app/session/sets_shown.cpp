#include "app/session/sets_shown.hpp"

namespace clathra {

const LayeredPieces& SetsShown::of(const Project& project, const Plans& plans) const {
  // A plan is made anew whenever the layout, the painting or a choice that it reads changes.
  std::vector<std::shared_ptr<const CutPlan>> from;
  for (const Cloth& c : project.cloths)
    if (c.print)
      if (auto plan = plans(c.id); plan && plan->chosen == "layers") from.push_back(std::move(plan));
  if (from == from_) return last_;
  from_ = std::move(from);
  last_ = {};
  for (const auto& plan : from_) {
    LayeredPieces own = layeredPieces(project, *plan);
    last_.sets.insert(last_.sets.end(), own.sets.begin(), own.sets.end());
    last_.shown.insert(last_.shown.end(), own.shown.begin(), own.shown.end());
  }
  return last_;
}

}  // namespace clathra
