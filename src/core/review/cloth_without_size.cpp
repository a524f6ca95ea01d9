#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> clothWithoutSize(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    if (c.scraps || c.width || in.tally.count(c.id) == 0) continue;
    Remark r{"cloth-without-size:" + subject(c.id), "cloth", piecesWearing(in, c.id), {}, {}, {}, {}};
    r.why = Message("cloth-without-size-why", clothArg(c));
    r.fix = Message("cloth-without-size-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
