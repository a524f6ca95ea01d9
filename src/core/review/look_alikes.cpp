#include <algorithm>

#include "review/review.hpp"
#include "shape/look_alike.hpp"

namespace clathra::checks_ {

namespace {

std::vector<std::uint32_t> piecesOf(const Layout& layout, std::size_t a, std::size_t b) {
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    if (layout.pieces[i].shape == a || layout.pieces[i].shape == b) out.push_back(i);
  return out;
}

}  // namespace

std::vector<Remark> lookAlikes(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  constexpr std::size_t kMostShapes = 60;  // more are no longer told apart by eye anyway
  std::vector<Remark> out;
  const std::size_t n = std::min(kMostShapes, layout.shapes.size());
  for (std::size_t i = 0; i < n; ++i) {
    const Shape& one = layout.shapes[i];
    const double self = worstCornerOfWrongTurn(one.outline);
    if (self < in.project->settings.lookAlike.mm())
      out.push_back({"look-alike:" + one.name,
                     "papers",
                     piecesOf(layout, i, i),
                     Message("wrong-turn-why", shapeArg(one.title), fineArg(self, 1)),
                     Message("wrong-turn-fix"),
                     {},
                     {}});
    for (std::size_t j = i + 1; j < n; ++j) {
      const Shape& other = layout.shapes[j];
      const double off = std::min(worstCorner(one.outline, other.outline, false),
                                  worstCorner(one.outline, other.outline, true));
      if (off >= in.project->settings.lookAlike.mm()) continue;
      out.push_back({"look-alike:" + one.name + "/" + other.name,
                     "papers",
                     piecesOf(layout, i, j),
                     Message("look-alike-why", shapeArg(one.title), shapeArg(other.title), fineArg(off, 1)),
                     Message("look-alike-fix"),
                     {},
                     {}});
    }
  }
  return out;
}

}  // namespace clathra::checks_
