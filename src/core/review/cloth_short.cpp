#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> clothShort(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    if (plan == in.plans.end() || c.lengths.empty() || plan->second->shortBy.value_or(0) <= 1e-6) continue;
    Remark r{"cloth-short:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    const double missing = *plan->second->shortBy, step = c.increment.mm();
    r.why = "The plan for " + clothTitle(c) + " takes " +
            formatReadable(*plan->second->length, p.settings.unit) + "; the lengths on hand leave " +
            formatReadable(missing, p.settings.unit) + " of it uncut.";
    r.fix = "Buy " + formatReadable(std::ceil((missing + 25) / step - 1e-9) * step, p.settings.unit) +
            " more, choose another method, or give some pieces another cloth.";
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
