#include <algorithm>

#include "layout/draft.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> reflexCorners(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  Remark r{"reflex", "arrange", {}, {}, {}, {}, {}};
  std::vector<bool> shapes;
  for (const Shape& s : layout.shapes) shapes.push_back(!clathra::reflexCorners(s.outline).empty());
  if (std::find(shapes.begin(), shapes.end(), true) == shapes.end()) return {};
  std::size_t corner = 0;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    if (!shapes[layout.pieces[i].shape]) continue;
    const auto corners = clathra::reflexCorners(layout.outline(i));
    if (corners.empty()) continue;
    if (r.pieces.empty()) corner = corners.front();
    r.pieces.push_back(i);
  }
  if (r.pieces.empty()) return {};
  r.why = Message("reflex-why", r.pieces.size());
  r.fix = Message("reflex-fix");
  const auto first = r.pieces.front();
  if (const auto cut = curingCut(layout.outline(first), corner)) {
    r.fixLabel = Message("cut-piece", first + 1);
    r.mend = SplitAtCorner{first, static_cast<int>(cut->from), static_cast<int>(cut->to)};
  }
  return {r};
}

}  // namespace clathra::checks_
