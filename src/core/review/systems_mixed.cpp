#include <cmath>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

bool isOfSystem(double edge, bool inch) {
  const double step = inch ? 25.4 / 16 : 1;
  return std::abs(std::remainder(edge, step)) < 0.02;
}

}  // namespace

/// Papers of nearly a size of this layout, which are of the other system: 25 mm beside 1 in.
std::vector<Remark> systemsMixed(const ReviewInput& in) {
  constexpr double kNear = 0.05;  // of the edge
  if (!in.box) return {};
  const Layout& layout = *in.geometry->layout;
  std::vector<Remark> out;
  for (const OwnedPapers& row : *in.box) {
    if (row.count <= 0 && row.pack <= 0) continue;
    for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
      const Shape& shape = layout.shapes[s];
      if (row.shape != shape.family && row.shape != shape.name) continue;
      const double off = std::abs(row.edge - shape.edge);
      const bool inch = isOfSystem(shape.edge, true), mm = isOfSystem(shape.edge, false);
      if (off < 0.05 || off > kNear * shape.edge || inch == mm || !isOfSystem(row.edge, !inch) ||
          isOfSystem(row.edge, inch))
        continue;
      Remark r{"systems-mixed:" + shape.name, "papers", {}, {}, {}, {}, {}};
      for (std::uint32_t i = 0; i < layout.size(); ++i)
        if (layout.pieces[i].shape == s) r.pieces.push_back(i);
      if (r.pieces.empty() || (!out.empty() && out.back().check == r.check)) continue;
      r.why =
          Message("systems-mixed-why", shapeArg(shape.title), fineArg(row.edge, 1), fineArg(shape.edge, 1));
      r.fix = Message("systems-mixed-fix", fineArg(off * 10, 1));
      out.push_back(std::move(r));
    }
  }
  return out;
}

}  // namespace clathra::checks_
