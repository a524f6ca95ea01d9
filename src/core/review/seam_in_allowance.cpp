#include <cmath>

#include "motif/strip_seam.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

/// A seam of joined strips that lies in the allowance is folded over the paper with it: four layers, and the
/// needle meets them all along that edge.
std::vector<Remark> seamInAllowance(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const MotifChoice& m : p.motifs) {
    const Cloth* c = clothById(p, m.cloth);
    if (!c || c->joined.empty() || m.pieces.empty()) continue;
    const auto folded = seamsInAllowance(*c, windowOutline(*p.layout, m), allowanceOf(p, *c, m.shape));
    if (folded.empty()) continue;
    Remark r{"seam-in-allowance:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = Message("seam-in-allowance-why", m.name, clothArg(*c), sizeArg(std::abs(folded.front())));
    r.fix = Message("seam-in-allowance-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
