#include <algorithm>

#include "layout/sides.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> slivers(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  std::vector<double> width;
  for (const Shape& s : layout.shapes) width.push_back(narrowest(s.outline));
  Remark r{"sliver", "arrange", {}, {}, {}, {}, {}};
  if (std::all_of(width.begin(), width.end(), [](double w) { return w >= kSliver - 1e-6; })) return {};
  double least = kSliver;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const double w = width[layout.pieces[i].shape];
    if (w >= kSliver - 1e-6) continue;
    r.pieces.push_back(i);
    least = std::min(least, w);
  }
  if (r.pieces.empty()) return {};
  r.why =
      (r.pieces.size() == 1 ? std::string("1 piece is") : std::to_string(r.pieces.size()) + " pieces are") +
      " only " + formatSum(least, in.project->settings.unit) + " wide at the narrowest; slivers under " +
      sliverText(in.project->settings.unit) + " can hardly be folded over a paper.";
  r.fix = layout.sides == Sides::EdgePieces
              ? "Slice whole pieces at the end instead, or choose a longer edge."
              : "Choose a longer edge.";
  if (layout.sides == Sides::EdgePieces) {
    r.fixLabel = "Slice later";
    r.mend = SliceLater{};
  }
  return {r};
}

}  // namespace clathra::checks_
