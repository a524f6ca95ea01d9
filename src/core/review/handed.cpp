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
    r.why = Message("handed-why", shapeArg(layout.shapes[s].title), left, right);
    r.fix = Message(left > 0 && right > 0 ? "handed-fix-both" : "handed-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
