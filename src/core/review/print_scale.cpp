#include "review/review.hpp"

namespace clathra::checks_ {

/// Windows on a print of which nobody said how large it is.
std::vector<Remark> printScale(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const Cloth& c : in.project->cloths) {
    auto pieces = piecesShowing(in, c.id);
    if (!c.print || !c.print->scaleGuessed || pieces.empty()) continue;
    Remark r{"print-scale:" + subject(c.id), "cloth", std::move(pieces), {}, {}, {}, {}};
    r.why = Message("print-scale-why", clothArg(c));
    r.fix = Message("print-scale-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
