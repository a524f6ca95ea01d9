#include <algorithm>

#include "motif/meeting.hpp"
#include "review/review.hpp"
#include "shape/allowance.hpp"
#include "shape/overlap.hpp"

namespace clathra::checks_ {

/// A patch that reaches into the next repeat takes that one with it: not every repeat gives a copy.
std::vector<Remark> windowBeyondRepeat(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const MotifChoice& m : p.motifs) {
    const Cloth* c = clothById(p, m.cloth);
    if (!c || !c->print || !repeatKnown(*c->print) || (c->print->steps && !c->print->steps->b)) continue;
    const Polygon paper = windowOutline(*p.layout, m);
    if (paper.empty()) continue;
    const Polygon patch =
        allowanceOutline(paper, allowanceOf(p, *c, m.shape), Tips::Blunted, p.settings.bluntBelow);
    const Lattice l = latticeOf(*c->print);
    bool takes = false;
    for (int i = -2; i <= 2 && !takes; ++i)
      for (int j = -2; j <= 2 && !takes; ++j)
        takes =
            (i != 0 || j != 0) &&
            overlaps(patch, translated(patch, static_cast<double>(i) * l.a + static_cast<double>(j) * l.b));
    if (!takes) continue;
    Remark r{"beyond-repeat:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = Message("beyond-repeat-why", m.name);
    r.fix = Message("beyond-repeat-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
