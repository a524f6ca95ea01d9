#include "layout/soundness.hpp"
#include "review/review.hpp"

#include <algorithm>

namespace clathra::checks_ {

std::vector<Remark> unsoundLayout(const ReviewInput& in) {
  const Soundness& s = *in.sound;
  std::vector<Remark> out;
  if (!s.overlaps.empty()) {
    Remark r{"unsound:overlap", "arrange", {}, {}, {}, {}, {}};
    double deepest = 0;
    for (const Overlap& o : s.overlaps) {
      r.pieces.push_back(o.a);
      r.pieces.push_back(o.b);
      deepest = std::max(deepest, o.depth);
    }
    std::sort(r.pieces.begin(), r.pieces.end());
    r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
    r.why = Message("overlap-why", fineArg(deepest, 2));
    r.fix = Message("overlap-fix");
    out.push_back(std::move(r));
  }
  for (const Gap& g : s.gaps) {
    Remark r{"unsound:gap", "arrange", g.pieces, {}, {}, {}, {}};
    r.why =
        g.width < kPapersDoNotMeet ? Message("gap-why-miss", fineArg(g.width, 2)) : Message("gap-why-hole");
    r.fix = Message("gap-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
