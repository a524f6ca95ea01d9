// Round a template: strips as high as the patch, then round it with a small blade in several layers.
#include <algorithm>
#include <cmath>

#include "cutting/strip_maker.hpp"
#include "cutting/times.hpp"
#include "measure/quantity.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

struct TemplateGroup {
  PatchDemand demand;
  StripLay lay;
  double height = 0;
  int perStrip = 0, sides = 0;
};

StripLay apartBy(StripLay lay, double gap) {
  lay.toNext += gap;
  lay.toAfter += gap;
  return lay;
}

TemplateGroup groupOf(const PatchDemand& demand, double width, double overrun, LengthUnit unit) {
  TemplateGroup best{demand, {}, 0, 0, static_cast<int>(edgesOf(demand.patch).size())};
  double least = 1e300;
  const auto lays = laysFor(demand);
  for (std::size_t i = 0; i < lays.size(); ++i) {
    if (demand.lay && *demand.lay != i) continue;
    const StripLay& lay = lays[i];
    const StripLay wide = apartBy(lay, overrun);
    const int per = static_cast<int>(wide.fitting(width));
    if (per == 0) continue;
    const double height = roundedToRuler(lay.height, unit);
    const int strips = (demand.patches + per - 1) / per;
    const double length = strips * height;
    if (length >= least - 1e-6) continue;
    least = length;
    best.lay = wide;
    best.height = height;
    best.perStrip = per;
  }
  return best;
}

/// Straight cuts that part what is left of a strip from it and make its rows: none where it is one row as
/// high as the strip.
int partingCuts(const CutLayout& laid, const Offcut& o) {
  const int rows = static_cast<int>(o.rows.size());
  if (!fillsStrip(laid, o)) return rows + 1;
  return rows == 1 ? 0 : rows;
}

/// Strips of a group lie on each other, as many as the blade takes; each stack is cut round as often as its
/// fullest strip has patches. Rows from what other strips leave are stacked with them.
void finish(CutMethod& m, const std::vector<TemplateGroup>& groups, double sparePercent, int layers) {
  std::vector<std::vector<int>> strips(groups.size()), rows(groups.size());
  const std::vector<int> inBand = patchesInBands(m.laid);
  for (std::size_t b = 0; b < m.laid.bands.size(); ++b)
    if (m.laid.bands[b].group >= 0)
      strips[static_cast<std::size_t>(m.laid.bands[b].group)].push_back(inBand[b]);
  int all = 0, round = 0, goes = 0;
  for (const Offcut& o : m.laid.offcuts) {
    auto& own = rows[static_cast<std::size_t>(o.group)];
    own.insert(own.end(), o.rows.begin(), o.rows.end());
    all += partingCuts(m.laid, o);
  }
  for (std::size_t g = 0; g < groups.size(); ++g) {
    auto& own = strips[g];
    std::sort(own.rbegin(), own.rend());
    addDemandLines(m, groups[g].demand, sparePercent);
    addOffcutLine(m, static_cast<int>(rows[g].size()));
    if (!own.empty()) {
      const auto n = static_cast<int>(own.size());
      addStripLines(m, n, own.front(), groups[g].lay.height, groups[g].height);
      all += n;
    }
    own.insert(own.end(), rows[g].begin(), rows[g].end());
    std::sort(own.rbegin(), own.rend());
    for (std::size_t i = 0; i < own.size(); i += static_cast<std::size_t>(layers)) {
      goes += own[i];
      round += own[i] * groups[g].sides;
    }
  }
  m.cuts = all + round;
  m.minutesParts = {
      {Message("minutes-set-up-square"), groups.empty() ? 0 : kMinutesToSetUp},
      {Message("minutes-strips", all, numberArg(kMinutesPerStrip, 1)), all * kMinutesPerStrip},
      {Message("minutes-round-template", goes, numberArg(kMinutesPerGo, 1)), goes * kMinutesPerGo},
      {Message("minutes-round-cuts", round, numberArg(kMinutesPerRoundCut, 1)), round * kMinutesPerRoundCut}};
}

}  // namespace

WorkedMethod workTemplate(const CutInput& in, const std::vector<PatchDemand>& demands) {
  WorkedMethod out;
  out.offcuts = true;
  CutMethod& m = out.method;
  const double width = stripWidthOf(in.cloth);
  if (in.cloth.scraps || width <= 0) {
    m.why = Message(in.cloth.scraps ? "scraps-no-strips" : "give-usable-width");
    return out;
  }
  const int layers = in.layers.value_or(kLayersRoundTemplate);
  const double overrun = in.overrun.value_or(kOverrunOfSmallBlade);
  std::vector<TemplateGroup> groups;
  for (const PatchDemand& d : demands) {
    groups.push_back(groupOf(d, width, overrun, in.unit));
    const TemplateGroup& g = groups.back();
    if (g.perStrip == 0) {
      m.why = Message("patch-wider-than-cloth", shapeArg(d.title));
      return out;
    }
    m.turnsOneWay =
        m.turnsOneWay || (in.cloth.direction == Direction::OneWay && g.lay.alternate && !d.inPairs);
    BandMaker maker = stripMaker(g.demand, g.lay, g.height, static_cast<int>(m.groups.size()));
    // What is cut from the strip's end begins where the blade no longer runs into the last patch.
    maker.used = [along = maker.used, overrun](int n) { return along(n) + overrun; };
    out.makers.push_back(std::move(maker));
    m.groups.push_back({d, g.height, 0, g.perStrip, (d.patches + g.perStrip - 1) / g.perStrip,
                        g.lay.alternate, d.inPairs && g.perStrip % 2 != 0, layers});
  }
  out.finish = [groups, layers, spare = in.sparePercent](CutMethod& method) {
    finish(method, groups, spare, layers);
  };
  return out;
}

}  // namespace clathra
