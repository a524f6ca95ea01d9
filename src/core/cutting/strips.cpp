// Ruler strips: cut across the width, then crossed.
#include <algorithm>
#include <cmath>
#include <numbers>

#include "cutting/methods.hpp"
#include "cutting/times.hpp"
#include "shape/strip.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

/// Patches cut from equal strips across the width.
struct StripGroup {
  PatchDemand demand;
  StripLay lay;
  int perStrip = 0, strips = 0;
  double height = 0;  ///< of a strip as it is cut: rounded up to the ruler's lines

  int last() const { return demand.patches - (strips - 1) * perStrip; }
  double length() const { return strips * height; }
};

/// Strokes of a strip that are not its long sides.
int crossCuts(const PatchDemand& demand, const StripLay& lay, int copies) {
  if (copies == 0) return 0;
  const auto strokes = strokesOf(stripCopies(demand.patch, lay, static_cast<std::size_t>(copies)));
  return static_cast<int>(std::count_if(strokes.begin(), strokes.end(), [&](const Stroke& s) {
    const auto along = [&](double y) { return std::abs(s.from.y - y) < 1e-3 && std::abs(s.to.y - y) < 1e-3; };
    return !along(0) && !along(lay.height);
  }));
}

int crossCuts(const StripGroup& g) {
  return crossCuts(g.demand, g.lay, g.perStrip) * (g.strips - 1) + crossCuts(g.demand, g.lay, g.last());
}

std::vector<StripLay> laysFor(const Cloth& cloth, const PatchDemand& demand, bool turn) {
  if (demand.inPairs) return {stripLay(demand.patch, {}, true)};
  if (cloth.direction == Direction::None) return stripLays(demand.patch, true);
  // Print and stripe run along the upright piece: no quarter turns, and half turns only where they do not
  // show.
  std::vector<StripLay> lays{stripLay(demand.patch, {}, false)};
  if (turn) lays.push_back(stripLay(demand.patch, {}, true));
  return lays;
}

/// More cloth than this share is not spent to save cuts, see docs/calculations.md ("Cutting").
constexpr double kClothForCuts = 0.05;

/// The lay with the fewest cuts among those that take next to the least cloth; perStrip is 0 if none fits
/// the width.
StripGroup bestGroup(const Cloth& cloth, const PatchDemand& demand, bool turn, LengthUnit unit) {
  std::vector<StripGroup> groups;
  double least = 1e300;
  for (const StripLay& lay : laysFor(cloth, demand, turn)) {
    const int per = static_cast<int>(lay.fitting(cloth.width->mm()));
    if (per == 0) continue;
    const int strips = (demand.patches + per - 1) / per;
    groups.push_back({demand, lay, per, strips, roundedToRuler(lay.height, unit)});
    least = std::min(least, groups.back().length());
  }
  std::erase_if(groups, [&](const StripGroup& g) { return g.length() > least * (1 + kClothForCuts) + 1e-6; });
  if (groups.empty()) return {demand, {}, 0, 0, 0};
  const auto effort = [](const StripGroup& g) { return std::pair(g.strips + crossCuts(g), g.length()); };
  return *std::min_element(groups.begin(), groups.end(),
                           [&](const StripGroup& a, const StripGroup& b) { return effort(a) < effort(b); });
}

std::vector<StripGroup> groupsFor(const Cloth& cloth, const std::vector<PatchDemand>& demands, bool turn,
                                  LengthUnit unit) {
  std::vector<StripGroup> out;
  out.reserve(demands.size());
  for (const PatchDemand& d : demands) out.push_back(bestGroup(cloth, d, turn, unit));
  return out;
}

double lengthOf(const std::vector<StripGroup>& groups) {
  double sum = 0;
  for (const StripGroup& g : groups) sum += g.length();
  return sum;
}

void addSum(CutMethod& m, const StripGroup& g, const CutInput& in) {
  m.sum.push_back({Message("sum-pieces", patchesArg(g.demand.pieces, g.demand)),
                   static_cast<double>(g.demand.pieces), false});
  if (g.demand.patches != g.demand.pieces)
    m.sum.push_back({Message("sum-with-spare", numberArg(in.sparePercent, 1)),
                     static_cast<double>(g.demand.patches), false});
  // As it stands, not rounded to a fraction: the ruler's line comes in the next line of the sum.
  m.sum.push_back(
      {Message("sum-strips", g.strips, g.perStrip, fineArg(g.lay.height, 1)), g.strips * g.lay.height, true});
  if (const double rounded = g.strips * (g.height - g.lay.height); rounded > 1e-6)
    m.sum.push_back({Message("sum-strips-rounded"), rounded, true});
}

/// In pairs with an odd number to a strip there would be one too many of those that begin it.
bool swapsBeginning(const StripGroup& g) {
  return g.demand.inPairs && g.strips > 1 && g.perStrip % 2 != 0;
}

void addBlocks(WorkedMethod& out, const StripGroup& g, int group) {
  const auto full = stripCopies(g.demand.patch, g.lay, static_cast<std::size_t>(g.perStrip));
  for (int s = 0; s < g.strips; ++s) {
    CutBlock block{group, g.height, {}};
    const int n = s + 1 == g.strips ? g.last() : g.perStrip;
    const double length = g.lay.lengthFor(static_cast<std::size_t>(n));
    for (int i = 0; i < n; ++i) {
      PlacedPatch p;
      p.shape = g.demand.shape;
      p.hand = g.demand.hand;
      p.patch = full[static_cast<std::size_t>(i)];
      if (swapsBeginning(g) && s % 2 == 1)
        for (Point& q : p.patch) q = {length - q.x, g.lay.height - q.y};
      block.patches.push_back(std::move(p));
    }
    out.blocks.push_back(std::move(block));
  }
}

void setMinutes(CutMethod& m, bool any, int strips, int crossing) {
  m.minutesParts = {
      {Message("minutes-set-up-square"), any ? kMinutesToSetUp : 0},
      {Message("minutes-strips", strips, numberArg(kMinutesPerStrip, 1)), strips * kMinutesPerStrip},
      {Message("minutes-cross-cuts", crossing, numberArg(kMinutesPerCrossCut, 1)),
       crossing * kMinutesPerCrossCut}};
  for (const MinutesPart& p : m.minutesParts) m.minutes += p.minutes;
}

}  // namespace

WorkedMethod workStrips(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  WorkedMethod out;
  CutMethod& m = out.method;
  if (cloth.scraps || !cloth.width) {
    m.why = Message(cloth.scraps ? "scraps-no-strips" : "give-usable-width");
    return out;
  }
  const bool oneWay = cloth.direction == Direction::OneWay;
  const auto groups = groupsFor(cloth, demands, !oneWay || cloth.turnOneWay, in.unit);
  for (const StripGroup& g : groups)
    if (g.perStrip == 0) {
      m.why = Message("patch-wider-than-cloth", shapeArg(g.demand.title));
      return out;
    }
  if (oneWay)
    m.lengthIfTurned =
        lengthOf(groupsFor(cloth, demandsOf(in, false), true, in.unit)) + (demands.empty() ? 0 : kSquaringUp);
  int strips = 0, crossing = 0;
  for (const StripGroup& g : groups) {
    m.turnsOneWay = m.turnsOneWay || (oneWay && g.lay.alternate && !g.demand.inPairs);
    addSum(m, g, in);
    addBlocks(out, g, static_cast<int>(m.groups.size()));
    m.groups.push_back({g.demand, g.height, 0, g.perStrip, g.strips, g.lay.alternate, swapsBeginning(g)});
    out.patchArea += g.demand.patches * area(g.demand.patch);
    strips += g.strips;
    crossing += crossCuts(g);
  }
  m.cuts = strips + crossing;
  setMinutes(m, !demands.empty(), strips, crossing);
  return out;
}

}  // namespace clathra
