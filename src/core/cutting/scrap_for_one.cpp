#include "cutting/scrap_for_one.hpp"

#include "measure/quantity.hpp"
#include "shape/polygon.hpp"

namespace clathra {

namespace {

struct Size {
  double width = 0, height = 0;
};

Size sizeFor(const PatchDemand& d, LengthUnit unit) {
  Size out;
  if (d.mayTurn) {
    const TurnedBox box = smallestRectangle(d.patch);
    out = {box.width, box.height};
  } else {
    const Box box = bounds(d.patch);
    out = {box.width(), box.height()};
  }
  return {roundedToRuler(out.width, unit), roundedToRuler(out.height, unit)};
}

}  // namespace

std::vector<ScrapForOne> scrapsForOne(const CutInput& input, std::optional<double> least) {
  CutInput small = input;
  if (least) {
    small.allowance = std::min(*least, input.allowance);
    for (auto& [shape, own] : small.shapeAllowances) own = std::min(own, *least);
    if (small.outerAllowance) small.outerAllowance = std::min(*small.outerAllowance, *least);
  }
  const auto wished = demandsOf(input), smaller = demandsOf(small);
  std::vector<ScrapForOne> out;
  for (const PatchDemand& d : wished) {
    const Size size = sizeFor(d, input.unit);
    ScrapForOne row{d.title, d.hand, size.width, size.height, size.width, size.height};
    for (const PatchDemand& s : smaller)
      if (s.shape == d.shape && s.hand == d.hand && s.standingDegrees == d.standingDegrees) {
        const Size with = sizeFor(s, input.unit);
        row.leastWidth = with.width;
        row.leastHeight = with.height;
      }
    const bool known = std::any_of(out.begin(), out.end(), [&](const ScrapForOne& o) {
      return o.title == row.title && o.hand == row.hand && o.width == row.width && o.height == row.height;
    });
    if (!known) out.push_back(std::move(row));
  }
  return out;
}

}  // namespace clathra
