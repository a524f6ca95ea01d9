#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Below that the tails of a folded tip stand out on both sides, however it is blunted.
constexpr double kSharpDegrees = 40;

/// The sharpest corner that points outwards, degrees.
double sharpest(const Polygon& outline) {
  double least = 360;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point at = outline[i], before = outline[(i + outline.size() - 1) % outline.size()] - at,
                after = outline[(i + 1) % outline.size()] - at;
    if (cross(after, before) <= 0) continue;  // it points inwards
    least = std::min(
        least, std::acos(std::clamp(dot(before, after) / (length(before) * length(after)), -1.0, 1.0)) * 180 /
                   std::numbers::pi);
  }
  return least;
}

}  // namespace

std::vector<Remark> tipsSharp(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  std::vector<Remark> out;
  for (std::size_t s = 0; s < layout.shapes.size(); ++s) {
    const double tip = sharpest(layout.shapes[s].outline);
    if (tip > kSharpDegrees) continue;
    Remark r{"tips-sharp:" + layout.shapes[s].name, "cut", {}, {}, {}, {}, {}};
    for (std::uint32_t i = 0; i < layout.size(); ++i)
      if (layout.pieces[i].shape == s) r.pieces.push_back(i);
    r.why = Message("tips-sharp-why", shapesArg(static_cast<int>(r.pieces.size()), layout.shapes[s].title),
                    numberArg(tip, 1));
    r.fix = Message("tips-sharp-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
