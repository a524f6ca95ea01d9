#include "paper/die_strips.hpp"

#include <algorithm>
#include <cmath>

#include "layout/piece_sides.hpp"
#include "measure/quantity.hpp"
#include "shape/allowance.hpp"
#include "shape/convex.hpp"
#include "shape/strip.hpp"

namespace clathra {

namespace {

constexpr double kLeastStock = 50, kMostStock = 3000;  // mm
constexpr double kRounding = 1e-6;                     // mm

int dividedUp(int n, int by) {
  return by > 0 ? (n + by - 1) / by : 0;
}

DieRow rowOf(const Polygon& room, int papers, const DieWishes& w) {
  DieRow best;
  best.fits = false;
  best.papers = papers;
  for (const StripLay& lay : stripLays(room, true))
    for (const bool along : {true, false}) {
      const double across = along ? w.height : w.width;
      DieRow row;
      row.papers = papers;
      if (lay.height > across + kRounding) continue;
      row.stripWidth = std::min(roundedToRuler(lay.height, w.unit), across);
      row.stripLength = along ? w.width : w.height;
      row.perStrip = static_cast<int>(lay.fitting(row.stripLength));
      row.stripsPerSheet = static_cast<int>((across + kRounding) / row.stripWidth);
      if (row.perStrip == 0) continue;
      row.strips = dividedUp(papers, row.perStrip);
      row.sheets = dividedUp(row.strips, row.stripsPerSheet);
      row.stacks = dividedUp(row.strips, w.layers);
      row.passes = row.stacks * dividedUp(std::min(row.perStrip, std::max(1, papers)), w.dies);
      const auto key = [](const DieRow& r) { return std::tuple(r.sheets, r.passes, r.stripWidth, r.strips); };
      if (!best.fits || key(row) < key(best)) best = row;
    }
  return best;
}

}  // namespace

Result<std::vector<DieRow>> dieStrips(const Layout& layout, const PaperSupply& supply, const DieWishes& w) {
  for (const double side : {w.width, w.height})
    if (!(side >= kLeastStock && side <= kMostStock))
      return fail("die-stock", readableArg(kLeastStock), readableArg(kMostStock));
  if (!(w.clearance >= 0 && w.clearance <= kMostClearance))
    return fail("die-clearance", readableArg(kMostClearance));
  if (w.layers < 1 || w.layers > kMostLayers || w.dies < 1 || w.dies > kMostDies)
    return fail("die-layers", kMostLayers, kMostDies);
  std::vector<DieRow> out;
  for (const KindSupply& k : supply.kinds) {
    const Polygon paper = ConvexOutline::around(handedOutline(layout.shapes[k.shape], k.hand)).outline();
    DieRow row = rowOf(w.clearance > 0 ? allowanceOutline(paper, w.clearance / 2) : paper, k.toMake, w);
    row.shape = k.shape;
    row.hand = k.hand;
    out.push_back(row);
  }
  return out;
}

}  // namespace clathra
