// What is cut, said step by step, and which tick each step belongs to.
#include <algorithm>
#include <map>
#include <numeric>
#include <string>

#include "cutting/methods.hpp"

namespace clathra {

Message onLength(const CutLayout& layout, int length, Message step) {
  const ClothLength& l = layout.lengths[static_cast<std::size_t>(length)];
  if (layout.lengths.size() < 2) return step;
  if (l.toBuy) return Message("step-on-bought", std::move(step));
  return Message("step-on-length", l.number, sizeArg(l.length), std::move(step));
}

void addTicks(CutMethod& m, int tick) {
  m.ticks.resize(m.steps.size(), tick);
}

namespace {

/// One after the other, where both are said.
Message then(const Message& one, const Message& next) {
  if (one.empty() || next.empty()) return one.empty() ? next : one;
  return Message("two-sentences", one, next);
}

/// How strips lie when they are cut on.
Message layingOf(const CutGroup& g, int strips, bool round) {
  if (round) return Message("step-round-template", g.layers);
  if (g.layers < 2 || (strips < 2 && !g.pairs)) return {};
  return g.pairs ? Message("step-layers-in-pairs", g.layers) : Message("step-layers", g.layers);
}

/// How they are crossed.
Message crossingOf(const CutGroup& g, int strips, bool round) {
  Message out = g.crossing;
  if (g.alternate && (round || g.crossing.empty())) out = then(out, Message("step-turn-every-second"));
  if (g.swapsBeginning && strips > 1) out = then(out, Message("step-begin-every-second"));
  return out;
}

/// How papers lie in their rough rectangles.
Message lyingOf(const CutGroup& g) {
  if (!g.alternate) return then(Message(), g.crossing);
  // More stand one way than the other: how many of a run lie so, its map shows.
  const bool half = !g.demand.halfTurned && g.demand.patches % 2 == 0;
  return then(Message(half ? "step-half-upside-down" : "step-some-upside-down"), g.crossing);
}

void addStripSteps(CutMethod& m, const BandRun& run, bool round) {
  const CutGroup& g = m.groups[static_cast<std::size_t>(run.group)];
  const char* cut = g.demand.hand < 0   ? "step-strips-face-down"
                    : g.demand.hand > 0 ? "step-strips-face-up"
                                        : "step-strips";
  m.steps.push_back(onLength(m.laid, run.length, Message(cut, run.count, sizeArg(g.height))));
  Message from = run.count == 1 ? Message("step-from-it", patchesArg(run.last, g.demand))
                 : run.last != run.most
                     ? Message("step-from-each-last", patchesArg(run.most, g.demand), run.last)
                     : Message("step-from-each", patchesArg(run.most, g.demand));
  m.steps.push_back(then(layingOf(g, run.count, round), then(from, crossingOf(g, run.count, round))));
}

/// Nothing is cut along such a one: it is a row as wide as the strip.
bool isAsWide(const CutLayout& laid, const Offcut& o) {
  return o.rows.size() == 1 && fillsStrip(laid, o);
}

/// "1–4, 6" of rising numbers.
std::string spans(const std::vector<int>& numbers) {
  std::string out;
  for (std::size_t i = 0; i < numbers.size();) {
    std::size_t end = i + 1;
    while (end < numbers.size() && numbers[end] == numbers[end - 1] + 1) ++end;
    if (!out.empty()) out += ", ";
    out += std::to_string(numbers[i]);
    if (end - i > 1) out += (end - i > 2 ? "–" : ", ") + std::to_string(numbers[end - 1]);
    i = end;
  }
  return out;
}

/// What the ends of the strips of one run give, said once for all that give the same.
void addOffcutSteps(CutMethod& m, bool round) {
  struct Alike {
    const Offcut* offcut;
    std::size_t run;
    std::vector<int> strips;  ///< as the map numbers them
  };
  std::vector<Alike> all;
  const auto runs = runsOf(m.laid);
  for (const Offcut& o : m.laid.offcuts) {
    int number = 0;
    for (int b = 0; b <= o.band; ++b) number += m.laid.bands[static_cast<std::size_t>(b)].group >= 0 ? 1 : 0;
    const auto run = static_cast<std::size_t>(
        std::find_if(runs.begin(), runs.end(),
                     [&](const BandRun& r) { return number >= r.first && number < r.first + r.count; }) -
        runs.begin());
    const auto at = std::find_if(all.begin(), all.end(), [&](const Alike& a) {
      return a.run == run && a.offcut->group == o.group && a.offcut->rows == o.rows &&
             isAsWide(m.laid, *a.offcut) == isAsWide(m.laid, o) &&
             std::find(a.strips.begin(), a.strips.end(), number) == a.strips.end();
    });
    if (at == all.end())
      all.push_back({&o, run, {number}});
    else
      at->strips.push_back(number);
  }
  for (Alike& a : all) {
    const Offcut& o = *a.offcut;
    const CutGroup& g = m.groups[static_cast<std::size_t>(o.group)];
    const Arg patches = patchesArg(std::accumulate(o.rows.begin(), o.rows.end(), 0), g.demand);
    const bool wide = isAsWide(m.laid, o), many = a.strips.size() > 1;
    std::sort(a.strips.begin(), a.strips.end());
    const Arg from = many ? Arg(spans(a.strips)) : Arg(a.strips.front());
    Message step =
        wide
            ? Message(many ? "step-offcuts-as-wide" : "step-offcut-as-wide", from, sizeArg(o.height), patches)
            : Message(many ? "step-offcuts" : "step-offcut", o.rows.size(), from, sizeArg(o.height), patches);
    if (round) step = then(step, Message("step-offcut-round"));
    m.steps.push_back(std::move(step));
    addTicks(m, static_cast<int>(a.run));
  }
}

/// What is cut from one piece of cloth, by a run of bands.
Message fromOne(const CutMethod& m, const BandRun& run, BandKind kind) {
  const CutGroup& g = m.groups[static_cast<std::size_t>(run.group)];
  const int patches = run.most * (run.count - 1) + run.last;
  if (kind == BandKind::Row)
    return Message("collection-rectangles", patches, sizeArg(g.width), sizeArg(g.height),
                   patchesArg(patches, g.demand));
  return Message("collection-strips", run.count, sizeArg(g.height), patchesArg(patches, g.demand));
}

/// What is cut from each piece, offcuts included.
std::map<int, std::vector<Message>> cutsOfPieces(const CutMethod& m, BandKind kind) {
  std::map<int, std::vector<Message>> out;
  for (const BandRun& run : runsOf(m.laid)) out[run.length].push_back(fromOne(m, run, kind));
  for (const Offcut& o : m.laid.offcuts) {
    const CutGroup& g = m.groups[static_cast<std::size_t>(o.group)];
    const Arg patches = patchesArg(std::accumulate(o.rows.begin(), o.rows.end(), 0), g.demand);
    out[m.laid.bands[static_cast<std::size_t>(o.band)].length].push_back(
        isAsWide(m.laid, o) ? Message("pieces-offcut-as-wide", patches)
                            : Message("pieces-offcut", o.rows.size(), sizeArg(o.height), patches));
  }
  return out;
}

/// How the strips or rectangles of each group are cut on, said once for all pieces.
void addManners(CutMethod& m, BandKind kind) {
  const bool round = m.id == "template";
  std::map<int, int> most;  // strips of a group on one piece
  for (const BandRun& run : runsOf(m.laid)) most[run.group] = std::max(most[run.group], run.count);
  for (const auto& [group, strips] : most) {
    const CutGroup& g = m.groups[static_cast<std::size_t>(group)];
    Message how =
        kind == BandKind::Row ? lyingOf(g) : then(layingOf(g, strips, round), crossingOf(g, strips, round));
    if (how.empty()) continue;
    if (most.size() > 1)
      how = Message("step-of-group", shapesArg(g.demand.patches, g.demand.title), std::move(how));
    m.steps.push_back(std::move(how));
  }
  addTicks(m, -1);
}

/// One sentence for all pieces that are cut alike, then each of them to be ticked.
void addPieceSteps(CutMethod& m, BandKind kind, bool collection) {
  const auto ofPiece = cutsOfPieces(m, kind);
  const auto toBuy = [&](int length) { return m.laid.lengths[static_cast<std::size_t>(length)].toBuy; };
  using Alike = std::pair<std::vector<Message>, bool>;  // what is cut, of pieces to be bought
  std::vector<std::pair<Alike, int>> kinds;
  for (const auto& [length, what] : ofPiece) {
    const Alike one{what, !collection && toBuy(length)};
    const auto at = std::find_if(kinds.begin(), kinds.end(), [&](const auto& k) { return k.first == one; });
    if (at == kinds.end())
      kinds.emplace_back(one, 1);
    else
      ++at->second;
  }
  for (const auto& [one, n] : kinds) {
    m.steps.emplace_back(collection   ? "collection-from-each"
                         : one.second ? "pieces-from-each-bought"
                                      : "pieces-from-each",
                         n, Arg(one.first));
    addTicks(m, -1);
  }
  addManners(m, kind);
  for (const auto& [length, what] : ofPiece) {
    if (toBuy(length) && !collection) continue;  // one like the other, and nothing to tick yet
    const ClothLength& l = m.laid.lengths[static_cast<std::size_t>(length)];
    m.steps.push_back(l.toBuy      ? Message("collection-bought", Arg(what))
                      : collection ? Message("collection-cloth", l.number, Arg(what))
                                   : Message("pieces-one", l.number, Arg(what)));
    addTicks(m, length);
  }
}

}  // namespace

void addSteps(CutMethod& m, const WorkedMethod& worked, const Cloth& cloth) {
  const BandKind kind = worked.kind;
  const bool round = m.id == "template";
  const auto squarings = std::count_if(m.laid.bands.begin(), m.laid.bands.end(),
                                       [](const Band& b) { return b.kind == BandKind::Squaring; });
  if (squarings > 0) m.steps.emplace_back("step-square-up", squarings);
  addTicks(m, -1);
  if (worked.addSteps) return worked.addSteps(m);
  if (isCutByPiece(cloth)) return addPieceSteps(m, kind, cloth.collection);
  int tick = 0;
  for (const BandRun& run : runsOf(m.laid)) {
    if (kind == BandKind::Strip) {
      addStripSteps(m, run, round);
      addTicks(m, tick++);
      continue;
    }
    const CutGroup& g = m.groups[static_cast<std::size_t>(run.group)];
    const int patches = run.most * (run.count - 1) + run.last;
    Message step("step-rows", patches, sizeArg(g.width), sizeArg(g.height), patchesArg(patches, g.demand),
                 run.most);
    step = then(step, lyingOf(g));
    m.steps.push_back(onLength(m.laid, run.length, std::move(step)));
    addTicks(m, tick++);
  }
  addOffcutSteps(m, round);
}

void addScrapSteps(CutMethod& m) {
  int tick = 0;
  for (const CutGroup& g : m.groups) {
    m.steps.emplace_back("step-scraps", g.demand.patches, sizeArg(g.width), sizeArg(g.height),
                         patchesArg(g.demand.patches, g.demand));
    addTicks(m, tick++);
  }
}

}  // namespace clathra
