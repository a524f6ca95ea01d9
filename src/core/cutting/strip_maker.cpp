#include "cutting/strip_maker.hpp"

namespace clathra {

std::vector<StripLay> laysFor(const PatchDemand& demand) {
  if (demand.lays) return *demand.lays;
  if (demand.inPairs) return {stripLay(demand.patch, {}, true)};
  if (demand.mayTurn) return stripLays(demand.patch, true);
  // Print and stripe run as the patch stands: no quarter turns, and half turns only where they do not show.
  std::vector<StripLay> lays{stripLay(demand.patch, {}, false)};
  if (demand.mayTurnHalf)
    for (const Angle begin : {Angle(), kHalfTurn}) lays.push_back(stripLay(demand.patch, begin, true));
  return lays;
}

BandMaker stripMaker(const PatchDemand& demand, const StripLay& lay, double height, int group) {
  BandMaker m;
  m.group = group;
  m.hand = demand.hand;
  m.wanted = demand.patches;
  m.height = height;
  m.fits = [lay](double width) { return static_cast<int>(lay.fitting(width)); };
  m.used = [lay](int n) { return lay.lengthFor(static_cast<std::size_t>(n)); };
  m.make = [demand, lay, group](int n, int before) {
    const double length = lay.lengthFor(static_cast<std::size_t>(n));
    std::vector<PlacedPatch> out;
    for (Polygon& patch : stripCopies(demand.patch, lay, static_cast<std::size_t>(n))) {
      PlacedPatch p;
      p.shape = demand.shape;
      p.hand = demand.hand;
      p.group = group;
      p.patch = std::move(patch);
      if (demand.inPairs && before % 2 == 1)
        for (Point& q : p.patch) q = {length - q.x, lay.height - q.y};
      out.push_back(std::move(p));
    }
    return out;
  };
  return m;
}

void addOffcutLine(CutMethod& m, int rows) {
  if (rows > 0) m.sum.push_back({Message("sum-from-offcuts", rows), static_cast<double>(rows), false});
}

void addStripLines(CutMethod& m, int strips, int most, double height, double cutHeight) {
  // As it stands, not rounded to a fraction: the ruler's line comes in the next line of the sum.
  m.sum.push_back({Message("sum-strips", strips, most, fineArg(height, 1)), strips * height, true});
  if (const double rounded = strips * (cutHeight - height); rounded > 1e-6)
    m.sum.push_back({Message("sum-strips-rounded"), rounded, true});
}

}  // namespace clathra
