// Ruler strips: cut across the width, then crossed.
#include <algorithm>
#include <cmath>

#include "cutting/plan.hpp"
#include "cutting/times.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

/// Strokes of a strip that are not its long sides.
int crossCuts(const PatchDemand& demand, const StripLay& lay, int copies) {
  if (copies == 0) return 0;
  const auto strokes = strokesOf(stripCopies(demand.patch, lay, static_cast<std::size_t>(copies)));
  return static_cast<int>(std::count_if(strokes.begin(), strokes.end(), [&](const Stroke& s) {
    const auto along = [&](double y) { return std::abs(s.from.y - y) < 1e-3 && std::abs(s.to.y - y) < 1e-3; };
    return !along(0) && !along(lay.height);
  }));
}

std::vector<StripLay> laysFor(const Cloth& cloth, const PatchDemand& demand, bool turn) {
  if (demand.inPairs) return {stripLay(demand.patch, 0, true)};
  if (cloth.direction == Direction::None) return stripLays(demand.patch, true);
  // Print and stripe run along the upright piece: no quarter turns, and half turns only where they do not
  // show.
  std::vector<StripLay> lays{stripLay(demand.patch, 0, false)};
  if (turn) lays.push_back(stripLay(demand.patch, 0, true));
  return lays;
}

int crossCuts(const StripGroup& g) {
  const int last = g.demand.patches - (g.strips - 1) * g.perStrip;
  return crossCuts(g.demand, g.lay, g.perStrip) * (g.strips - 1) + crossCuts(g.demand, g.lay, last);
}

double lengthOf(const StripGroup& g) {
  return g.strips * g.height;
}

/// More cloth than this share is not spent to save cuts, see docs/calculations.md ("Cutting").
constexpr double kClothForCuts = 0.05;

/// The lay with the fewest cuts among those that take next to the least cloth; perStrip is 0 if none fits
/// the width.
StripGroup bestGroup(const Cloth& cloth, const PatchDemand& demand, bool turn, Unit unit) {
  std::vector<StripGroup> groups;
  double least = 1e300;
  for (const StripLay& lay : laysFor(cloth, demand, turn)) {
    const int per = static_cast<int>(lay.fitting(cloth.width->mm()));
    if (per == 0) continue;
    const int strips = (demand.patches + per - 1) / per;
    groups.push_back({demand, lay, per, strips, roundedToRuler(lay.height, unit)});
    least = std::min(least, lengthOf(groups.back()));
  }
  std::erase_if(groups,
                [&](const StripGroup& g) { return lengthOf(g) > least * (1 + kClothForCuts) + 1e-6; });
  if (groups.empty()) return {demand, {}, 0, 0, 0};
  const auto effort = [](const StripGroup& g) { return std::pair(g.strips + crossCuts(g), lengthOf(g)); };
  return *std::min_element(groups.begin(), groups.end(),
                           [&](const StripGroup& a, const StripGroup& b) { return effort(a) < effort(b); });
}

double lengthOf(const std::vector<StripGroup>& groups) {
  double sum = 0;
  for (const StripGroup& g : groups) sum += lengthOf(g);
  return sum;
}

std::vector<StripGroup> groupsFor(const Cloth& cloth, const std::vector<PatchDemand>& demands, bool turn,
                                  Unit unit) {
  std::vector<StripGroup> out;
  out.reserve(demands.size());
  for (const PatchDemand& d : demands) out.push_back(bestGroup(cloth, d, turn, unit));
  return out;
}

void addSum(CutMethod& m, const StripGroup& g, const CutInput& in) {
  const Unit unit = in.unit;
  m.sum.push_back({counted(g.demand.pieces, g.demand.title), static_cast<double>(g.demand.pieces), false});
  if (g.demand.patches != g.demand.pieces)
    m.sum.push_back({"with " + formatNumber(in.sparePercent, 1) + " % spare",
                     static_cast<double>(g.demand.patches), false});
  // As it stands, not rounded to a fraction: the ruler's line comes in the next line of the sum.
  m.sum.push_back({std::to_string(g.perStrip) + " from a strip: " + counted(g.strips, "strip") + " of " +
                       (unit == Unit::Inch ? formatNumber(g.lay.height / 25.4, 2) + " in"
                                           : formatNumber(g.lay.height, 1) + " mm"),
                   g.strips * g.lay.height, true});
  if (const double rounded = g.strips * (g.height - g.lay.height); rounded > 1e-6)
    m.sum.push_back({"strips rounded up to the ruler's lines", rounded, true});
}

std::string sideNote(const StripGroup& g) {
  if (g.demand.hand < 0) return " with the cloth face down (left-handed patches)";
  if (g.demand.hand > 0) return " with the cloth face up (right-handed patches)";
  return "";
}

void addSteps(CutMethod& m, const StripGroup& g, Unit unit) {
  m.steps.push_back("Cut " + counted(g.strips, "strip") + " " +
                    formatLength(Length::millimetres(g.height), unit) + " wide across the whole width" +
                    sideNote(g) + ".");
  const int last = g.demand.patches - (g.strips - 1) * g.perStrip;
  std::string from = g.strips == 1 ? "From it cut " + counted(last, g.demand.title)
                                   : "From each cut " + counted(g.perStrip, g.demand.title);
  if (g.lay.alternate) from += ", every second one turned upside down";
  if (g.demand.inPairs && g.strips > 1 && g.perStrip % 2 != 0)
    from += "; begin every second strip with an upside-down one, so that there are as many of either";
  if (g.strips > 1 && last != g.perStrip) from += "; from the last one " + std::to_string(last);
  m.steps.push_back(from + ".");
}

}  // namespace

CutMethod stripsMethod(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  CutMethod m;
  m.id = "strips";
  m.title = "Ruler strips";
  if (cloth.scraps || !cloth.width) {
    m.why =
        cloth.scraps ? "Scraps have no width to cut strips from." : "Give the cloth a usable width first.";
    return m;
  }
  const Unit unit = in.unit;
  const bool oneWay = cloth.direction == Direction::OneWay;
  m.strips = groupsFor(cloth, demands, !oneWay || cloth.turnOneWay, unit);
  for (const StripGroup& g : m.strips)
    if (g.perStrip == 0) {
      m.why = "The " + g.demand.title + " with its allowance is wider than the cloth.";
      return m;
    }
  if (oneWay)
    m.lengthIfTurned =
        lengthOf(groupsFor(cloth, demandsOf(in, false), true, unit)) + (demands.empty() ? 0 : kSquaringUp);
  m.steps.push_back("Press the cloth and square up one cut end.");
  double patchArea = 0;
  int strips = 0, crossing = 0;
  for (const StripGroup& g : m.strips) {
    m.turnsOneWay = m.turnsOneWay || (oneWay && g.lay.alternate && !g.demand.inPairs);
    addSum(m, g, in);
    addSteps(m, g, unit);
    patchArea += g.demand.patches * area(g.demand.patch);
    strips += g.strips;
    crossing += crossCuts(g);
  }
  if (!demands.empty()) m.sum.push_back({"squaring up, one cut end", kSquaringUp, true});
  m.length = lengthOf(m.strips) + (demands.empty() ? 0 : kSquaringUp);
  m.cuts = demands.empty() ? 0 : 1 + strips + crossing;
  m.minutesParts = {
      {"set up and square up", demands.empty() ? 0 : kMinutesToSetUp},
      {counted(strips, "strip") + " at " + formatNumber(kMinutesPerStrip, 1) + " min",
       strips * kMinutesPerStrip},
      {counted(crossing, "crossing cut") + " at " + formatNumber(kMinutesPerCrossCut, 1) + " min",
       crossing * kMinutesPerCrossCut}};
  for (const MinutesPart& p : m.minutesParts) m.minutes += p.minutes;
  m.utilisation = *m.length > 0 ? patchArea / (*m.length * cloth.width->mm()) : 0;
  return m;
}

}  // namespace clathra
