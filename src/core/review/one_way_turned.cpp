#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> oneWayTurned(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    if (c.direction != Direction::OneWay || plan == in.plans.end() || plan->second->chosen != "strips")
      continue;
    const CutMethod* m = plan->second->method();
    if (!m || !m->length || m->groups.empty()) continue;
    const double saved = *m->length - m->lengthIfTurned;
    if (!m->turnsOneWay && saved <= 1e-6) continue;
    Remark r{"one-way-turned:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    if (m->turnsOneWay) {
      r.why = Message("one-way-turned-why", clothArg(c));
      r.fix = Message("one-way-turned-fix");
      r.fixLabel = Message("keep-direction");
      r.mend = KeepUpright{c.id};
    } else {
      r.why = Message("one-way-kept-why", clothArg(c), boltArg(saved));
      r.fix = Message("one-way-kept-fix");
    }
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
