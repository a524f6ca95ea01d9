#include "draw/map_labels.hpp"

#include <QCoreApplication>
#include <algorithm>
#include <map>
#include <utility>

#include "cutting/window_order.hpp"
#include "words/words.hpp"

namespace clathra {

namespace {

QString inMap(const char* text) {
  return QCoreApplication::translate("map", text);
}

QString rangeText(const char* one, const char* many, int first, int n) {
  return n == 1 ? inMap(one).arg(first) : inMap(many).arg(first).arg(first + n - 1);
}

/// First and last set of each stack of layered repeats.
std::vector<std::pair<int, int>> setsOfStacks(const CutLayout& laid) {
  std::map<int, std::pair<int, int>> out;  // by band
  for (const PlacedPatch& p : laid.placements) {
    if (p.set == 0) continue;
    auto& [first, last] = out.try_emplace(p.band, p.set, p.set).first->second;
    first = std::min(first, p.set);
    last = std::max(last, p.set);
  }
  std::vector<std::pair<int, int>> list;
  for (const auto& [band, sets] : out) list.push_back(sets);
  return list;
}

}  // namespace

bool liesOnEachOther(const CutGroup& g, const BandRun& run) {
  return g.layers > 1 && g.width <= 0 && run.count > 1;
}

std::vector<MapLabel> mapLabels(const Project& project, const CutPlan& whole) {
  std::vector<MapLabel> out;
  const CutPlan plan = oneOfEach(whole);
  const CutMethod* m = plan.method();
  if (!m) return out;
  const LengthUnit unit = project.settings.unit;
  const bool scissors = project.settings.overrun.value_or(Length{}).mm() == 0;
  for (const WindowPart& w : plan.windows) {
    if (w.windows.empty()) continue;
    const QString name = QString::fromStdString(w.name), numbers = inWords(windowNumbersOf(m->laid, w.motif));
    out.push_back({(w.windows.size() == 1 ? inMap("Window %1") : inMap("Windows %1")).arg(numbers),
                   scissors ? inMap("%1, cut with scissors").arg(name)
                            : inMap("%1, cut with a tool that overruns").arg(name)});
  }
  for (const auto& [first, last] : setsOfStacks(m->laid))
    out.push_back({rangeText(QT_TRANSLATE_NOOP("map", "Set %1"), QT_TRANSLATE_NOOP("map", "Sets %1 to %2"),
                             first, last - first + 1),
                   inMap("each through all layers, which begin at the dashed lines, one repeat apart")});
  const auto size = [&](double mm) { return inWords(sizeArg(mm), unit); };
  for (const BandRun& run : runsOf(m->laid)) {
    const CutGroup& g = m->groups[static_cast<std::size_t>(run.group)];
    if (g.width <= 0) {
      QString text = inMap("%1 wide, up to %2 from each")
                         .arg(size(g.height), inWords(patchesArg(run.most, g.demand), unit));
      if (liesOnEachOther(g, run))
        text += (g.pairs ? inMap("; %1 on each other, right sides together with the other hand")
                         : inMap("; %1 on each other"))
                    .arg(std::min(g.layers, run.count));
      out.push_back({rangeText(QT_TRANSLATE_NOOP("map", "Strip %1"),
                               QT_TRANSLATE_NOOP("map", "Strips %1 to %2"), run.first, run.count),
                     text});
    } else
      out.push_back({rangeText(QT_TRANSLATE_NOOP("map", "Row %1"), QT_TRANSLATE_NOOP("map", "Rows %1 to %2"),
                               run.first, run.count),
                     inMap("%1 × %2 for %3")
                         .arg(size(g.width), size(g.height),
                              inWords(patchesArg(run.most * (run.count - 1) + run.last, g.demand), unit))});
    if (const int like = m->laid.lengths[static_cast<std::size_t>(run.length)].like; like > 1)
      out.back().text += inMap(", on each of %1").arg(like);
  }
  return out;
}

}  // namespace clathra
