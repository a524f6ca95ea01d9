#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Under a narrower one there is no room for the fingers that hold the ruler.
constexpr double kNarrowest = 30;  // mm

}  // namespace

std::vector<Remark> stripNarrow(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    const CutMethod* m = plan == in.plans.end() ? nullptr : plan->second->method();
    if (!m || !m->length || (m->id != "strips" && m->id != "template")) continue;
    double least = kNarrowest;
    std::vector<std::uint16_t> shapes;
    for (const CutGroup& g : m->groups) {
      if (g.height <= 0 || g.height >= kNarrowest) continue;
      least = std::min(least, g.height);
      shapes.push_back(g.demand.shape);
    }
    if (shapes.empty()) continue;
    Remark r{"strip-narrow:" + subject(c.id), "cut", {}, {}, {}, {}, {}};
    for (const auto i : piecesWearing(in, c.id))
      if (std::find(shapes.begin(), shapes.end(), p.layout->pieces[i].shape) != shapes.end())
        r.pieces.push_back(i);
    r.why = Message("strip-narrow-why", clothArg(c), sizeArg(least));
    r.fix = Message("strip-narrow-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
