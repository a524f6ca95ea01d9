#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

/// Papers at hand of a shape that has a left and a right, which say neither.
std::vector<Remark> handUnmarked(const ReviewInput& in) {
  if (!in.box) return {};
  const Layout& layout = *in.geometry->layout;
  std::vector<Remark> out;
  for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
    const Shape& shape = layout.shapes[s];
    if (!shape.symmetry.chiral()) continue;
    int unmarked = 0;
    for (const OwnedPapers& row : *in.box)
      if (row.hand == 0 && (row.shape == shape.family || row.shape == shape.name) &&
          std::abs(row.edge - shape.edge) < 0.05)
        unmarked += row.count;
    if (unmarked == 0) continue;
    Remark r{"hand-unmarked:" + shape.name, "papers", {}, {}, {}, {}, {}};
    for (std::uint32_t i = 0; i < layout.size(); ++i)
      if (layout.pieces[i].shape == s) r.pieces.push_back(i);
    if (r.pieces.empty()) continue;
    r.why = Message("hand-unmarked-why", unmarked, shapeArg(shape.title));
    r.fix = Message("hand-unmarked-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
