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
    r.why =
        "Pieces lie over each other, by up to " + formatNumber(deepest, 2) + " mm; they cannot be sewn flat.";
    r.fix = "Lay the arrangement out anew or take one of them away.";
    out.push_back(std::move(r));
  }
  for (const Gap& g : s.gaps) {
    Remark r{"unsound:gap", "arrange", g.pieces, {}, {}, {}, {}};
    r.why = g.width < kPapersDoNotMeet
                ? "Papers do not quite meet here: " + formatNumber(g.width, 2) + " mm are missing."
                : "A hole is left between these pieces.";
    r.fix = "Fill it, or check the sizes of the shapes round it.";
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
