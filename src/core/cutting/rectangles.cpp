// Rough rectangles: for scissors, and the only plan for scraps, which have no size.
#include <algorithm>
#include <cmath>

#include "cutting/plan.hpp"
#include "cutting/times.hpp"

namespace clathra {

namespace {

/// The smallest rectangle about the patch; a cloth with a direction keeps the patch upright.
RectangleGroup rectangleFor(const Cloth& cloth, const PatchDemand& demand, Unit unit) {
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
  g.perRow = per;
  g.rows = rows;
}

std::string sizeOf(const RectangleGroup& g, Unit unit) {
  return formatLength(Length::millimetres(g.width), unit) + " × " +
         formatLength(Length::millimetres(g.height), unit);
}

void addDemandLines(CutMethod& m, const RectangleGroup& g, const CutInput& in) {
  m.sum.push_back({counted(g.demand.pieces, g.demand.title), static_cast<double>(g.demand.pieces), false});
  if (g.demand.patches != g.demand.pieces)
    m.sum.push_back({"with " + formatNumber(in.sparePercent, 1) + " % spare",
                     static_cast<double>(g.demand.patches), false});
}

void setMinutes(CutMethod& m, int scissorCuts) {
  m.minutesParts = {
      {"set up", scissorCuts ? kMinutesToSetUp : 0},
      {counted(scissorCuts, "scissor cut") + " at " + formatNumber(kMinutesPerScissorCut, 1) + " min",
       scissorCuts * kMinutesPerScissorCut}};
  for (const MinutesPart& p : m.minutesParts) m.minutes += p.minutes;
}

CutMethod fromScraps(const CutInput& in, CutMethod m) {
  int pieces = 0;
  for (const RectangleGroup& g : m.rectangles) {
    addDemandLines(m, g, in);
    m.steps.push_back("From the scraps cut " + std::to_string(g.demand.patches) + " rough rectangles of " +
                      sizeOf(g, in.unit) + " for " + counted(g.demand.patches, g.demand.title) + ".");
    pieces += g.demand.patches;
  }
  m.length = 0;
  m.cuts = 4 * pieces;  // each is cut out by itself
  setMinutes(m, m.cuts);
  return m;
}

}  // namespace

CutMethod rectanglesMethod(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  CutMethod m;
  m.id = "rectangles";
  m.title = "Rough rectangles";
  const Unit unit = in.unit;
  for (const PatchDemand& d : demands) m.rectangles.push_back(rectangleFor(cloth, d, unit));
  if (cloth.scraps) return fromScraps(in, std::move(m));
  if (!cloth.width) {
    m.why = "Give the cloth a usable width first.";
    return m;
  }
  m.steps.push_back("Press the cloth and square up one cut end.");
  double length = demands.empty() ? 0 : kSquaringUp, patchArea = 0;
  int cuts = demands.empty() ? 0 : 1;
  for (RectangleGroup& g : m.rectangles) {
    layInRows(g, cloth.width->mm(), cloth.direction == Direction::None);
    if (g.perRow == 0) {
      m.why = "The " + g.demand.title + " with its allowance is wider than the cloth.";
      return m;
    }
    addDemandLines(m, g, in);
    m.sum.push_back({std::to_string(g.perRow) + " in a row: " + counted(g.rows, "row") + " of " +
                         formatLength(Length::millimetres(g.height), unit),
                     g.rows * g.height, true});
    m.steps.push_back("Cut " + std::to_string(g.demand.patches) + " rough rectangles of " + sizeOf(g, unit) +
                      " for " + counted(g.demand.patches, g.demand.title) + ", " + std::to_string(g.perRow) +
                      " in a row.");
    length += g.rows * g.height;
    patchArea += g.demand.patches * area(g.demand.patch);
    cuts +=
        g.rows + g.demand.patches + g.rows;  // a cut under each row; in a row one more than it has patches
  }
  if (!demands.empty()) m.sum.push_back({"squaring up, one cut end", kSquaringUp, true});
  m.length = length;
  m.cuts = cuts;
  setMinutes(m, cuts);
  m.utilisation = length > 0 ? patchArea / (length * cloth.width->mm()) : 0;
  return m;
}

}  // namespace clathra
