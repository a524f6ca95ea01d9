#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> clothShort(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    if (plan == in.plans.end() || c.lengths.empty() || plan->second->toBuy.value_or(0) <= 1e-6) continue;
    Remark r{"cloth-short:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    r.why = Message("cloth-short-why", clothArg(c), boltArg(*plan->second->length),
                    boltArg(*plan->second->toBuy));
    r.fix = Message("cloth-short-fix", buyArg(*plan->second->method()));
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
