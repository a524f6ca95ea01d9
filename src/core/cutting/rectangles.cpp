// Rough rectangles: for scissors, and the only plan for scraps, which have no size.
#include <algorithm>
#include <cmath>
#include <numbers>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"

namespace clathra {

namespace {

struct RectangleGroup {
  PatchDemand demand;
  double width = 0, height = 0;
  Angle turn;  ///< of the patch in its rectangle
  int perRow = 0, rows = 0;
};

/// The smallest rectangle about the patch; a cloth with a direction keeps the patch upright.
RectangleGroup rectangleFor(const Cloth& cloth, const PatchDemand& demand, LengthUnit unit) {
  RectangleGroup g;
  g.demand = demand;
  const Box upright = bounds(demand.patch);
  g.width = upright.width();
  g.height = upright.height();
  if (cloth.direction == Direction::None) {
    const TurnedBox box = smallestRectangle(demand.patch);
    if (box.width * box.height < g.width * g.height - 1e-6) {
      g.width = box.width;
      g.height = box.height;
      g.turn = box.turn;
    }
  }
  g.width = roundedToRuler(g.width, unit);
  g.height = roundedToRuler(g.height, unit);
  return g;
}

void layInRows(RectangleGroup& g, double width, bool mayTurn) {
  const auto rowsOf = [&](double w) {
    const int per = static_cast<int>((width + 1e-6) / w);
    return std::pair(per, per == 0 ? 0 : (g.demand.patches + per - 1) / per);
  };
  std::tie(g.perRow, g.rows) = rowsOf(g.width);
  if (!mayTurn) return;
  const auto [per, rows] = rowsOf(g.height);
  const bool better = per > 0 && (g.perRow == 0 || rows * g.width < g.rows * g.height - 1e-6);
  if (!better) return;
  std::swap(g.width, g.height);
  g.turn += kQuarterTurn;
  g.perRow = per;
  g.rows = rows;
}

void addBlocks(WorkedMethod& out, const RectangleGroup& g, int group) {
  // In pairs every second patch stands the other way up; its rectangle is the same.
  const Polygon up = placed(g.demand.patch, g.turn, false, {}),
                down = placed(g.demand.patch, g.turn + kHalfTurn, false, {});
  int left = g.demand.patches;
  for (int r = 0; r < g.rows; ++r) {
    CutBlock block{group, g.height, {}};
    for (int i = 0; i < g.perRow && left > 0; ++i, --left) {
      const double x = i * g.width;
      PlacedPatch p;
      p.shape = g.demand.shape;
      p.hand = g.demand.hand;
      p.rough = {{x, 0}, {x + g.width, 0}, {x + g.width, g.height}, {x, g.height}};
      const Polygon& patch = g.demand.inPairs && left % 2 == 0 ? down : up;
      const Box box = bounds(patch);
      p.patch = translated(patch,
                           {x + (g.width - box.left - box.right) / 2, (g.height - box.top - box.bottom) / 2});
      block.patches.push_back(std::move(p));
    }
    out.blocks.push_back(std::move(block));
  }
}

void addDemandLines(CutMethod& m, const RectangleGroup& g, const CutInput& in) {
  m.sum.push_back({Message("sum-pieces", patchesArg(g.demand.pieces, g.demand)),
                   static_cast<double>(g.demand.pieces), false});
  if (g.demand.patches != g.demand.pieces)
    m.sum.push_back({Message("sum-with-spare", numberArg(in.sparePercent, 1)),
                     static_cast<double>(g.demand.patches), false});
}

void setMinutes(CutMethod& m, int scissorCuts) {
  m.minutesParts = {{Message("minutes-set-up"), scissorCuts ? kMinutesToSetUp : 0},
                    {Message("minutes-scissor-cuts", scissorCuts, numberArg(kMinutesPerScissorCut, 1)),
                     scissorCuts * kMinutesPerScissorCut}};
  for (const MinutesPart& p : m.minutesParts) m.minutes += p.minutes;
}

void fromScraps(WorkedMethod& out, const CutInput& in, const std::vector<RectangleGroup>& groups) {
  int patches = 0;
  for (const RectangleGroup& g : groups) {
    addDemandLines(out.method, g, in);
    patches += g.demand.patches;
    out.method.groups.push_back({g.demand, g.height, g.width, 1, 0, false, false});
  }
  out.method.cuts = 4 * patches;  // each is cut out by itself
  setMinutes(out.method, out.method.cuts);
}

}  // namespace

WorkedMethod workRectangles(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  WorkedMethod out;
  out.kind = BandKind::Row;
  CutMethod& m = out.method;
  std::vector<RectangleGroup> groups;
  for (const PatchDemand& d : demands) groups.push_back(rectangleFor(cloth, d, in.unit));
  if (cloth.scraps) {
    fromScraps(out, in, groups);
    return out;
  }
  if (!cloth.width) {
    m.why = Message("give-usable-width");
    return out;
  }
  int cuts = 0;
  for (RectangleGroup& g : groups) {
    layInRows(g, cloth.width->mm(), cloth.direction == Direction::None);
    if (g.perRow == 0) {
      m.why = Message("patch-wider-than-cloth", shapeArg(g.demand.title));
      return out;
    }
    addDemandLines(m, g, in);
    m.sum.push_back({Message("sum-rows", g.rows, g.perRow, sizeArg(g.height)), g.rows * g.height, true});
    addBlocks(out, g, static_cast<int>(m.groups.size()));
    m.groups.push_back({g.demand, g.height, g.width, g.perRow, g.rows, g.demand.inPairs, false});
    out.patchArea += g.demand.patches * area(g.demand.patch);
    cuts +=
        g.rows + g.demand.patches + g.rows;  // a cut under each row; in a row one more than it has patches
  }
  m.cuts = cuts;
  setMinutes(m, demands.empty() ? 0 : cuts + 1);
  return out;
}

}  // namespace clathra
