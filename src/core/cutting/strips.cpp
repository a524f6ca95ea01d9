// Ruler strips: cut across the width, then crossed.
#include <algorithm>
#include <cmath>
#include <memory>
#include <numbers>

#include "cutting/strip_maker.hpp"
#include "cutting/times.hpp"
#include "measure/quantity.hpp"
#include "shape/congruent.hpp"
#include "shape/convex.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

/// Patches with the tips that straight cuts leave them, as far as the strip reaches.
std::vector<Polygon> asCut(const StripGroup& g, int copies) {
  const auto patches = stripCopies(g.demand.patch, g.lay, static_cast<std::size_t>(copies));
  const Point from = centroid(g.demand.patch);
  std::vector<Polygon> out;
  for (std::size_t i = 0; i < patches.size(); ++i) {
    const Angle turn = g.lay.turn + (g.lay.alternate && i % 2 == 1 ? kHalfTurn : Angle());
    const Point at = centroid(patches[i]) - rotated(from, turn);
    const Polygon sharp = placed(g.demand.sharp, turn, false, at);
    Polygon cut = isConvex(sharp) ? clippedToHalfPlane(sharp, {0, 1}, g.lay.height) : patches[i];
    if (isConvex(sharp)) cut = clippedToHalfPlane(cut, {0, -1}, 0);
    out.push_back(cut.size() >= 3 ? cut : patches[i]);
  }
  return out;
}

}  // namespace

int crossCuts(const StripGroup& g, int copies) {
  if (copies == 0) return 0;
  const auto strokes = strokesOf(asCut(g, copies));
  return static_cast<int>(std::count_if(strokes.begin(), strokes.end(), [&](const Stroke& s) {
    const auto along = [&](double y) { return std::abs(s.from.y - y) < 1e-3 && std::abs(s.to.y - y) < 1e-3; };
    return !along(0) && !along(g.lay.height);
  }));
}

Message crossingOf(const StripGroup& g) {
  const auto tenths = [](double mm) { return sizeArg(std::round(10 * mm) / 10); };
  if (g.perStrip == 0 || !isConvex(g.demand.sharp)) return {};
  const Polygon sharp = asCut({g.demand, g.lay, g.height, 1}, 1).front();
  std::vector<Point> sides;  // upwards
  double top = 0, bottom = 0;
  for (std::size_t i = 0; i < sharp.size(); ++i) {
    const Point d = sharp[(i + 1) % sharp.size()] - sharp[i];
    constexpr double kLevel = 1e-3;
    if (std::abs(d.y) < kLevel)
      (d.x > 0 ? top : bottom) += std::abs(d.x);
    else
      sides.push_back(d.y < 0 ? d : -1.0 * d);
  }
  std::vector<int> angles;
  for (const Point d : sides) {
    const int deg = static_cast<int>(std::lround(std::atan2(-d.y, d.x) * 180 / std::numbers::pi));
    if (std::find(angles.begin(), angles.end(), deg) == angles.end()) angles.push_back(deg);
  }
  std::sort(angles.begin(), angles.end());
  constexpr int kSquare = 90;
  if (angles == std::vector<int>{kSquare}) return {};
  if (sides.size() == 2 && angles.size() == 1) {
    const double apart = g.lay.toNext * std::abs(sides[0].y) / length(sides[0]);
    const bool right = angles[0] < kSquare;  // as it lies right side up: its upper end to the right
    // Left-handed patches are cut with the cloth face down, where they look like right-handed ones.
    const char* slanted = g.demand.hand == 0             ? "step-slanted"
                          : right == (g.demand.hand > 0) ? "step-slanted-right"
                                                         : "step-slanted-left";
    return Message(slanted, right ? angles[0] : 2 * kSquare - angles[0], tenths(apart));
  }
  if (sides.size() == 2 && g.lay.alternate && angles.front() + angles.back() == 2 * kSquare)
    return Message("step-slanted-in-turn", angles.front(), tenths(std::max(top, bottom)),
                   tenths(std::min(top, bottom)));
  std::vector<Message> all;
  all.reserve(angles.size());
  for (const int deg : angles) all.emplace_back("degrees", deg);
  return Message("step-slants", Arg(all));
}

StripGroup bestGroup(const PatchDemand& demand, double width, LengthUnit unit) {
  struct Tried {
    StripGroup group;
    int strips = 0;
    double length = 0;
  };
  std::vector<Tried> all;
  double least = 1e300;
  const auto lays = laysFor(demand);
  for (std::size_t i = 0; i < lays.size(); ++i) {
    if (demand.lay && *demand.lay != i) continue;
    const StripLay& lay = lays[i];
    const int per = static_cast<int>(lay.fitting(width));
    if (per == 0) continue;
    Tried t{{demand, lay, roundedToRuler(lay.height, unit), per}, (demand.patches + per - 1) / per, 0};
    t.group.demand.lay = i;
    t.length = t.strips * t.group.height;
    least = std::min(least, t.length);
    all.push_back(std::move(t));
  }
  std::erase_if(all, [&](const Tried& t) { return t.length > least * (1 + kClothForCuts) + 1e-6; });
  if (all.empty()) return {demand, {}, 0, 0};
  if (all.size() == 1) return all.front().group;
  const auto effort = [](const Tried& t) {
    const int last = t.group.demand.patches - (t.strips - 1) * t.group.perStrip;
    const int cuts =
        t.strips + crossCuts(t.group, t.group.perStrip) * (t.strips - 1) + crossCuts(t.group, last);
    return std::pair(cuts, t.length);
  };
  std::size_t best = 0;
  auto bestEffort = effort(all[0]);
  for (std::size_t i = 1; i < all.size(); ++i)
    if (const auto e = effort(all[i]); e < bestEffort) {
      best = i;
      bestEffort = e;
    }
  return all[best].group;
}

namespace {

/// In pairs with an odd number to a strip there would be one too many of those that begin it.
bool swapsBeginning(const StripGroup& g) {
  return g.demand.inPairs && g.demand.patches > g.perStrip && g.perStrip % 2 != 0;
}

bool turnsAnyOf(const StripGroup& g) {
  return g.lay.alternate || std::abs(g.lay.turn.wrapped().degrees()) > 0.1;
}

/// What was laid of each group: strips of its own, and rows in what is left of others.
struct Strips {
  int strips = 0, most = 0, offcutRows = 0;
};

void addSum(CutMethod& m, const StripGroup& g, const Strips& s, double sparePercent) {
  addDemandLines(m, g.demand, sparePercent);
  addOffcutLine(m, s.offcutRows);
  if (s.strips == 0) return;
  addStripLines(m, s.strips, s.most, g.lay.height, g.height);
}

/// Groups whose strips may lie between this one's, right sides together: their patches are mirror images and
/// lie in strips of the same height. -1 if there is none.
int mirroredGroup(const std::vector<StripGroup>& groups, std::size_t g) {
  const PatchDemand& own = groups[g].demand;
  if (own.hand == 0) return -1;
  const Polygon mirrored = placed(own.patch, {}, true, {});
  for (std::size_t i = 0; i < groups.size(); ++i) {
    const PatchDemand& d = groups[i].demand;
    if (d.shape == own.shape && d.hand == -own.hand && groups[i].perStrip == groups[g].perStrip &&
        std::abs(groups[i].height - groups[g].height) < 1e-6 && !turnsBetween(mirrored, d.patch).empty())
      return static_cast<int>(i);
  }
  return -1;
}

/// Cross cuts of strips that lie on each other, `layers` at a time: as many as the fullest of each stack has.
class StackedCuts {
 public:
  StackedCuts(const std::vector<StripGroup>& groups, int layers) : groups_(groups), layers_(layers) {}
  void add(int group, int patches) {
    int to = group;
    if (layers_ > 1)
      if (const int other = mirroredGroup(groups_, static_cast<std::size_t>(group)); other >= 0)
        to = std::min(group, other);
    strips_[to].push_back(patches);
  }
  int count() {
    int cuts = 0;
    for (auto& [group, strips] : strips_) {
      std::sort(strips.rbegin(), strips.rend());
      for (std::size_t i = 0; i < strips.size(); i += static_cast<std::size_t>(layers_))
        cuts += cross(group, strips[i]);
    }
    return cuts;
  }
  int cross(int group, int n) {
    const auto [at, isNew] = known_.try_emplace({group, n}, 0);
    if (isNew) at->second = crossCuts(groups_[static_cast<std::size_t>(group)], n);
    return at->second;
  }

 private:
  const std::vector<StripGroup>& groups_;
  int layers_;
  std::map<int, std::vector<int>> strips_;
  std::map<std::pair<int, int>, int> known_;
};

void finish(CutMethod& m, const std::vector<StripGroup>& groups, double sparePercent, int layers) {
  std::vector<Strips> all(groups.size());
  const std::vector<int> inBand = patchesInBands(m.laid);
  int strips = 0;
  StackedCuts stacked(groups, layers);
  for (std::size_t b = 0; b < m.laid.bands.size(); ++b) {
    const int group = m.laid.bands[b].group;
    if (group < 0) continue;
    Strips& s = all[static_cast<std::size_t>(group)];
    ++s.strips;
    ++strips;
    s.most = std::max(s.most, inBand[b]);
    stacked.add(group, inBand[b]);
  }
  int crossing = stacked.count();
  for (const Offcut& o : m.laid.offcuts) {
    all[static_cast<std::size_t>(o.group)].offcutRows += static_cast<int>(o.rows.size());
    // Along each row, and across it; the strip's last cut is the first of these.
    for (const int n : o.rows) crossing += stacked.cross(o.group, n);
    if (fillsStrip(m.laid, o)) --crossing;  // its last row has the strip's own edge
  }
  for (std::size_t g = 0; g < groups.size(); ++g) addSum(m, groups[g], all[g], sparePercent);
  m.cuts = strips + crossing;
  m.minutesParts = {
      {Message("minutes-set-up-square"), groups.empty() ? 0 : kMinutesToSetUp},
      {Message("minutes-strips", strips, numberArg(kMinutesPerStrip, 1)), strips * kMinutesPerStrip},
      {Message("minutes-cross-cuts", crossing, numberArg(kMinutesPerCrossCut, 1)),
       crossing * kMinutesPerCrossCut}};
}

std::vector<StripGroup> groupsFor(const std::vector<PatchDemand>& demands, double width, LengthUnit unit) {
  std::vector<StripGroup> out;
  out.reserve(demands.size());
  for (const PatchDemand& d : demands) out.push_back(bestGroup(d, width, unit));
  return out;
}

double lengthIfTurned(const CutInput& in, double width) {
  double sum = 0;
  for (const StripGroup& g : groupsFor(demandsOf(in, Stand::Any), width, in.unit))
    if (g.perStrip > 0) {
      const int strips = (g.demand.patches + g.perStrip - 1) / g.perStrip;
      sum += strips * g.height;
    }
  return sum + (sum > 0 && isSquaredUp(in.cloth, 0) ? kSquaringUp : 0);
}

}  // namespace

WorkedMethod workStrips(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  WorkedMethod out;
  out.offcuts = true;
  CutMethod& m = out.method;
  const double width = stripWidthOf(cloth);
  if (cloth.scraps || width <= 0) {
    m.why = Message(cloth.scraps ? "scraps-no-strips" : "give-usable-width");
    return out;
  }
  for (const PatchDemand& d : demands)
    if (!isConvex(d.patch)) {
      m.why = Message("strips-need-straight", shapeArg(d.title));
      return out;
    }
  const auto groups = groupsFor(demands, width, in.unit);
  for (const StripGroup& g : groups)
    if (g.perStrip == 0) {
      m.why = Message("patch-wider-than-cloth", shapeArg(g.demand.title));
      return out;
    }
  const int layers = in.layers.value_or(1);
  const bool oneWay = cloth.direction == Direction::OneWay;
  if (oneWay) m.lengthIfTurned = lengthIfTurned(in, width);
  for (std::size_t i = 0; i < groups.size(); ++i) {
    const StripGroup& g = groups[i];
    const bool pairs = layers > 1 && mirroredGroup(groups, i) >= 0;
    m.turnsOneWay = m.turnsOneWay || (oneWay && !g.demand.inPairs && turnsAnyOf(g));
    out.makers.push_back(stripMaker(g.demand, g.lay, g.height, static_cast<int>(m.groups.size())));
    m.groups.push_back({g.demand, g.height, 0, g.perStrip, (g.demand.patches + g.perStrip - 1) / g.perStrip,
                        g.lay.alternate, swapsBeginning(g), layers, pairs, crossingOf(g)});
  }
  out.finish = [groups, layers, spare = in.sparePercent](CutMethod& method) {
    finish(method, groups, spare, layers);
  };
  return out;
}

}  // namespace clathra
