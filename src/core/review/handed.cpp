#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> handedShapes(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  std::vector<Remark> out;
  for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
    if (!layout.shapes[s].symmetry.chiral()) continue;
    Remark r{"handed:" + layout.shapes[s].name, "papers", {}, {}, {}, {}, {}};
    int left = 0, right = 0;
    for (std::uint32_t i = 0; i < layout.size(); ++i) {
      if (layout.pieces[i].shape != s) continue;
      r.pieces.push_back(i);
      (layout.pieces[i].hand > 0 ? right : left) += 1;
    }
    if (r.pieces.empty()) continue;
    r.why = "The " + layout.shapes[s].title + " has a left and a right hand (" + std::to_string(left) +
            " left, " + std::to_string(right) + " right): turned over it does not fit.";
    r.fix = left > 0 && right > 0
                ? "Mark these papers on one side only; cloth folded double and cut once gives both hands."
                : "Mark these papers on one side only, so that none is covered the wrong way round.";
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
