// Rough rectangles: for scissors, and the only plan for scraps, which have no size.
#include <algorithm>
#include <cmath>
#include <numbers>

#include "cutting/methods.hpp"
#include "cutting/near_miss.hpp"
#include "cutting/times.hpp"
#include "measure/quantity.hpp"

namespace clathra {

namespace {

struct RectangleGroup {
  PatchDemand demand;
  double width = 0, height = 0;
  Angle turn;  ///< of the patch in its rectangle
  int perRow = 0, rows = 0;
  LengthUnit unit = LengthUnit::Inch;
};

/// The smallest rectangle about the patch; a cloth with a direction keeps the patch upright.
RectangleGroup rectangleFor(const PatchDemand& demand, LengthUnit unit) {
  RectangleGroup g;
  g.demand = demand;
  g.unit = unit;
  const Box upright = bounds(demand.patch);
  g.width = upright.width();
  g.height = upright.height();
  if (demand.mayTurn) {
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

bool goesOn(const RectangleGroup& g, double width, double length) {
  constexpr double kHair = 1e-6;
  const auto fits = [&](double w, double h) { return w <= width + kHair && h <= length + kHair; };
  return fits(g.width, g.height) || (g.demand.mayTurn && fits(g.height, g.width));
}

/// Pieces of cloth that hold no such rectangle may hold the patch at another turn: a hexagon of 1 in with 1/4
/// in goes on squares of 2 1/2 in turned by 15°. True if it was turned so.
bool turnOntoPieces(RectangleGroup& g, const Cloth& cloth) {
  if (!g.demand.mayTurn) return false;
  std::vector<std::pair<double, double>> pieces;
  for (const OnHand& l : cloth.lengths) pieces.emplace_back(widthOf(cloth, l), l.mm());
  if (cloth.soldPiece) pieces.emplace_back(cloth.soldPiece->width.mm(), cloth.soldPiece->length.mm());
  for (const auto& [width, length] : pieces)
    if (goesOn(g, width, length)) return false;
  for (const auto& [width, length] : pieces) {
    const TurnOnCloth turned = bestTurn(g.demand.patch, width, length, true);
    if (turned.over > 0) continue;
    // The ruler's next line may lie beyond the piece's edge: then it is the edge that is cut along.
    g.width = std::min(roundedToRuler(turned.box.width(), g.unit), width);
    g.height = std::min(roundedToRuler(turned.box.height(), g.unit), length);
    g.turn = Angle::degrees(turned.degrees);
    return true;
  }
  return false;
}

/// The way round that takes the least cloth of that width.
void turnRectangle(RectangleGroup& g, double width, bool mayTurn) {
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

std::vector<PlacedPatch> rowOf(const RectangleGroup& g, int group, int n, int before) {
  // In pairs every second patch stands the other way up; its rectangle is the same.
  const Polygon up = placed(g.demand.patch, g.turn, false, {}),
                down = placed(g.demand.patch, g.turn + kHalfTurn, false, {});
  std::vector<PlacedPatch> out;
  for (int i = 0; i < n; ++i) {
    const double x = i * g.width;
    PlacedPatch p;
    p.shape = g.demand.shape;
    p.hand = g.demand.hand;
    p.group = group;
    p.rough = {{x, 0}, {x + g.width, 0}, {x + g.width, g.height}, {x, g.height}};
    const int at = before + i;
    const bool turned =
        g.demand.inPairs && at % 2 == 1 && (!g.demand.halfTurned || at / 2 < *g.demand.halfTurned);
    const Polygon& patch = turned ? down : up;
    const Box box = bounds(patch);
    p.patch =
        translated(patch, {x + (g.width - box.left - box.right) / 2, (g.height - box.top - box.bottom) / 2});
    out.push_back(std::move(p));
  }
  return out;
}

BandMaker makerOf(const RectangleGroup& g, int group) {
  BandMaker m;
  m.group = group;
  m.hand = g.demand.hand;
  m.wanted = g.demand.patches;
  m.height = g.height;
  m.fits = [w = g.width](double width) { return static_cast<int>((width + 1e-6) / w); };
  m.used = [w = g.width](int n) { return n * w; };
  // `before` lets rows of odd numbers go on where the one before left off.
  m.make = [g, group](int n, int before) { return rowOf(g, group, n, before); };
  return m;
}

void setMinutes(CutMethod& m, int scissorCuts, int patches) {
  m.minutesParts = {
      {Message("minutes-set-up"), scissorCuts ? kMinutesToSetUp : 0},
      {Message("minutes-scissor-cuts", scissorCuts, numberArg(kMinutesPerScissorCut, 1)),
       scissorCuts * kMinutesPerScissorCut},
      {Message("minutes-trim", patches, numberArg(kMinutesToTrim, 1)), patches * kMinutesToTrim}};
}

/// A cut under each row; in a row one more than it has patches.
void finish(CutMethod& m, const std::vector<RectangleGroup>& groups, double sparePercent) {
  std::vector<int> rows(groups.size(), 0), most(groups.size(), 0);
  int cuts = 0;
  const std::vector<int> inBand = patchesInBands(m.laid);
  for (std::size_t b = 0; b < m.laid.bands.size(); ++b) {
    if (m.laid.bands[b].group < 0) continue;
    const auto g = static_cast<std::size_t>(m.laid.bands[b].group);
    ++rows[g];
    most[g] = std::max(most[g], inBand[b]);
    cuts += inBand[b] + 2;
  }
  for (std::size_t g = 0; g < groups.size(); ++g) {
    addDemandLines(m, groups[g].demand, sparePercent);
    if (rows[g] > 0)
      m.sum.push_back({Message("sum-rows", rows[g], most[g], sizeArg(groups[g].height)),
                       rows[g] * groups[g].height, true});
  }
  m.cuts = cuts;
  int patches = 0;
  for (const int n : inBand) patches += n;
  setMinutes(m, groups.empty() ? 0 : cuts + 1, patches);
}

void fromScraps(WorkedMethod& out, const CutInput& in, const std::vector<RectangleGroup>& groups) {
  int patches = 0;
  for (const RectangleGroup& g : groups) {
    addDemandLines(out.method, g.demand, in.sparePercent);
    patches += g.demand.patches;
    out.method.groups.push_back({g.demand, g.height, g.width, 1, 0, false, false});
  }
  out.method.cuts = 4 * patches;  // each is cut out by itself
  setMinutes(out.method, out.method.cuts, patches);
  for (const MinutesPart& p : out.method.minutesParts) out.method.minutes += p.minutes;
}

/// A rectangle is the same whichever way up its paper lies: what goes in pairs and what is left of the same
/// fill their rows together.
std::vector<PatchDemand> together(std::vector<PatchDemand> demands) {
  for (std::size_t i = 0; i < demands.size(); ++i) {
    if (!demands[i].inPairs) continue;
    const auto rest = std::find_if(demands.begin(), demands.end(), [&](const PatchDemand& d) {
      return !d.inPairs && d.shape == demands[i].shape && d.hand == demands[i].hand &&
             d.standingDegrees == demands[i].standingDegrees && d.patch == demands[i].patch;
    });
    if (rest == demands.end()) continue;
    demands[i].halfTurned = demands[i].patches / 2;
    demands[i].pieces += rest->pieces;
    demands[i].patches += rest->patches;
    const auto at = static_cast<std::size_t>(rest - demands.begin());
    demands.erase(rest);
    if (at < i) --i;
  }
  return demands;
}

}  // namespace

WorkedMethod workRectangles(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  WorkedMethod out;
  out.kind = BandKind::Row;
  CutMethod& m = out.method;
  std::vector<RectangleGroup> groups;
  for (const PatchDemand& d : together(demands)) groups.push_back(rectangleFor(d, in.unit));
  if (cloth.scraps) {
    fromScraps(out, in, groups);
    return out;
  }
  const double width = stripWidthOf(cloth);
  if (width <= 0) {
    m.why = Message("give-usable-width");
    return out;
  }
  for (RectangleGroup& g : groups) {
    const bool askew = turnOntoPieces(g, cloth);
    turnRectangle(g, width, g.demand.mayTurn);
    if (g.perRow == 0) {
      m.why = Message("patch-wider-than-cloth", shapeArg(g.demand.title));
      return out;
    }
    out.makers.push_back(makerOf(g, static_cast<int>(m.groups.size())));
    m.groups.push_back({g.demand, g.height, g.width, g.perRow, g.rows, g.demand.inPairs, false});
    if (askew) m.groups.back().crossing = Message("step-paper-askew");
  }
  out.finish = [groups, spare = in.sparePercent](CutMethod& method) { finish(method, groups, spare); };
  return out;
}

}  // namespace clathra
