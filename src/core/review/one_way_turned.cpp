#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> oneWayTurned(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    if (c.direction != Direction::OneWay || plan == in.plans.end() || c.method != "strips") continue;
    const CutMethod* m = plan->second->method();
    if (!m || !m->length || m->strips.empty()) continue;
    const double saved = *m->length - m->lengthIfTurned;
    if (!m->turnsOneWay && saved <= 1e-6) continue;
    Remark r{"one-way-turned:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    if (m->turnsOneWay) {
      r.why = clothTitle(c) + " is one-way: these strips lay half of its patches upside down.";
      r.fix = "Cut without turning.";
      r.fixLabel = "Keep the direction";
      r.mend = KeepUpright{c.id};
    } else {
      r.why = clothTitle(c) +
              " is one-way, so its strips are laid without turning; turned strips would lay half of it "
              "upside down and save " +
              formatReadable(saved, p.settings.unit) + ".";
      r.fix = "Keep it so, or allow turning where the direction will not show.";
    }
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
