#include "cutting/times.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Of pressed cloth under a rotary blade: beyond that the lowest layer creeps and is cut short.
constexpr double kDeepest = 2;  // mm

}  // namespace

std::vector<Remark> layersMany(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    const CutMethod* m = plan == in.plans.end() ? nullptr : plan->second->method();
    if (!m || !m->length || !c.facts.thickness) continue;
    int layers = 1;
    for (const CutGroup& g : m->groups) layers = std::max(layers, std::min(g.layers, std::max(1, g.bands)));
    const double deep = layers * *c.facts.thickness;
    if (layers < 2 || deep <= kDeepest) continue;
    Remark r{"layers-many:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    r.why = Message("layers-many-why", layers, clothArg(c), fineArg(deep, 1));
    r.fix = Message("layers-many-fix", static_cast<int>(kDeepest / *c.facts.thickness));
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
