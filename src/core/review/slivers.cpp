#include <algorithm>

#include "layout/finishing_line.hpp"
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
  r.why = Message("slivers-why", r.pieces.size(), fineArg(least, 1),
                  Arg(Arg::Kind::Size, sliverShown(in.project->settings.unit)));
  r.fix = Message(layout.sides == FinishingSides::EdgePieces ? "slivers-fix-slice" : "slivers-fix");
  if (layout.sides == FinishingSides::EdgePieces) {
    r.fixLabel = Message("slice-later");
    r.mend = SliceLater{};
  }
  return {r};
}

}  // namespace clathra::checks_
