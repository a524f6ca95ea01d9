#include <algorithm>

#include "review/review.hpp"
#include "shape/allowance.hpp"
#include "shape/arcs.hpp"

namespace clathra::checks_ {

std::vector<Remark> hollowVanishes(const ReviewInput& in) {
  const Project& p = *in.project;
  Remark r{"hollow-vanishes", "cut", {}, {}, {}, {}, {}};
  double tightest = 1e300, widest = 0;
  std::vector<bool> hollow;  // shapes that have such a side at all
  for (const Shape& s : p.layout->shapes) {
    hollow.push_back(std::any_of(s.edges.begin(), s.edges.end(),
                                 [](const OutlineEdge& edge) { return edge.isArc() && edge.hollow; }));
  }
  if (std::find(hollow.begin(), hollow.end(), true) == hollow.end()) return {};
  for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
    if (!hollow[p.layout->pieces[i].shape]) continue;
    const Cloth* cloth = clothById(p, p.painting[i]);
    const Shape& shape = p.layout->shapes[p.layout->pieces[i].shape];
    const double allowance = cloth ? allowanceOf(p, *cloth) : p.settings.allowance.mm();
    if (!clathra::hollowVanishes(shape.outline, allowance)) continue;
    r.pieces.push_back(i);
    widest = std::max(widest, allowance);
    for (const OutlineEdge& s : shape.edges)
      if (s.isArc() && s.hollow) tightest = std::min(tightest, s.radius);
  }
  if (r.pieces.empty()) return {};
  r.why = Message("hollow-vanishes-why", sizeArg(tightest), sizeArg(widest));
  r.fix = Message("hollow-vanishes-fix");
  return {r};
}

}  // namespace clathra::checks_
