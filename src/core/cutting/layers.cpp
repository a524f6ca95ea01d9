#include "cutting/layers.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "cutting/strip_maker.hpp"
#include "cutting/times.hpp"
#include "motif/unit.hpp"

namespace clathra {

namespace {

constexpr double kSameStep = 1e-6;  // mm
constexpr double kLookSame = 1;     // mm: as near as a quilter lays a template
constexpr double kLongest = 1e5;    // mm of cloth to buy that is looked at
constexpr int kFarthest = 60;       // steps of the repeat each way

/// Of one demand what is still to be cut.
struct Wish {
  int group = 0;
  StripGroup strip;
  int sets = 0;     ///< still wanted
  int patches = 0;  ///< of all that is still wanted: the last set may be smaller
};

/// One strip that goes through all layers.
struct Through {
  std::size_t wish = 0;
  int sets = 0;
  double from = 0;  ///< mm from the layer's upper edge
};

/// How a stretch of cloth is cut: layers, each a step from the last, and the strips of each.
struct Block {
  Point step;
  bool inTurn = false;  ///< every second step leads back to the other side
  int layers = 0, sets = 0;
  std::vector<Through> strips;
  double height = 0;  ///< mm that the strips take of a layer
  double total() const { return (layers - 1) * step.y + height; }
  /// Where a layer lies to the first one.
  Point offset(int layer) const {
    return inTurn ? Point{layer % 2 * step.x, layer * step.y} : static_cast<double>(layer) * step;
  }
  /// How far aside the layers reach together.
  double aside() const { return (inTurn ? 1 : layers - 1) * std::abs(step.x); }
};

bool isWhole(Point step, const Lattice& l) {
  const double det = cross(l.a, l.b);
  const double i = std::round(cross(step, l.b) / det), j = std::round(cross(l.a, step) / det);
  return length(step - i * l.a - j * l.b) < kSameStep;
}

class Layering {
 public:
  Layering(const CutInput& in, const std::vector<CutGroup>& groups, CutLayout windows,
           const Progress& progress)
      : in_(in), laid_(std::move(windows)), progress_(progress) {
    const double width = stripWidthOf(in.cloth);
    for (std::size_t g = 0; g < groups.size(); ++g) {
      const PatchDemand& d = groups[g].demand;
      if (d.patches == 0) continue;
      const int n = patchesInSet(in.cloth, d);
      wishes_[n].push_back(
          {static_cast<int>(g), bestGroup(d, width, in.unit), (d.patches + n - 1) / n, d.patches});
    }
    for (auto& [n, all] : wishes_)
      std::stable_sort(all.begin(), all.end(),
                       [](const Wish& a, const Wish& b) { return a.strip.height > b.strip.height; });
  }

  CutLayout work() {
    for (auto& [layers, wishes] : wishes_) {
      onHand(layers, wishes);
      toBuy(layers, wishes);
    }
    for (ClothLength& c : laid_.lengths)
      if (c.toBuy && !in_.cloth.soldPiece) c.length = c.used;
    sortBands(laid_);
    return std::move(laid_);
  }

 private:
  static bool wants(const std::vector<Wish>& wishes) {
    return std::any_of(wishes.begin(), wishes.end(), [](const Wish& w) { return w.sets > 0; });
  }

  void onHand(int layers, std::vector<Wish>& wishes) {
    std::vector<std::size_t> order;
    for (std::size_t l = 0; l < laid_.lengths.size(); ++l)
      if (!laid_.lengths[l].toBuy && in_.cloth.lengths[l].outline.empty()) order.push_back(l);
    // The shortest that holds all of them, else the longest first.
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
      return laid_.lengths[a].length < laid_.lengths[b].length;
    });
    int all = 0;
    for (const Wish& w : wishes) all += w.sets;
    for (const std::size_t l : order)
      if (wants(wishes) && blockOn(l, layers, wishes).sets == all) on(l, layers, wishes);
    std::reverse(order.begin(), order.end());
    for (const std::size_t l : order)
      if (wants(wishes)) on(l, layers, wishes);
  }

  void toBuy(int layers, std::vector<Wish>& wishes) {
    const auto& sold = in_.cloth.soldPiece;
    constexpr int kMost = 400;
    for (int i = 0; wants(wishes) && i < kMost && !progress_.cancelled(); ++i) {
      const bool begun = !laid_.lengths.empty() && laid_.lengths.back().toBuy && !sold;
      if (!begun)
        laid_.lengths.push_back({stripWidthOf(in_.cloth), sold ? sold->length.mm() : kLongest, 0, true});
      else
        laid_.lengths.back().length = kLongest;
      if (!on(laid_.lengths.size() - 1, layers, wishes)) {
        if (!begun) laid_.lengths.pop_back();
        return;
      }
    }
  }

  /// The stretch of a length that is free of windows, holes and what is cut from it already.
  std::pair<double, double> freeOf(std::size_t l) const {
    const ClothLength& c = laid_.lengths[l];
    if (c.toBuy || in_.cloth.lengths[l].holes.empty()) return {c.used, c.length};
    OnHand rest = in_.cloth.lengths[l];
    if (c.used > 0) rest.holes.push_back({{0, 0}, {c.width, 0}, {c.width, c.used}, {0, c.used}});
    return clearStretch(rest);
  }
  double squaring(std::size_t l) const {
    if (squared_.count(l) > 0) return 0;
    return isSquaredUp(in_.cloth, laid_.lengths[l].toBuy ? in_.cloth.lengths.size() : l) ? kSquaringUp : 0;
  }

  Block blockOn(std::size_t l, int layers, const std::vector<Wish>& wishes) const {
    const auto [from, to] = freeOf(l);
    return bestBlock(layers, wishes, laid_.lengths[l].width, to - from - squaring(l));
  }

  /// The most sets on so much cloth, and of those the shortest.
  Block bestBlock(int layers, const std::vector<Wish>& wishes, double width, double room) const {
    Block best;
    double tallest = 0;
    for (const Wish& w : wishes) tallest += w.sets * w.strip.height;
    const Lattice l = latticeOf(*in_.cloth.print);
    const double most = std::min(room, tallest + std::abs(l.a.y) + std::abs(l.b.y) + 1);
    std::map<long long, std::vector<Through>> known;
    for (int i = -kFarthest; i <= kFarthest && !progress_.cancelled(); ++i)
      for (int j = -kFarthest; j <= kFarthest; ++j) {
        Block block;
        block.step = i * l.a + j * l.b;
        block.layers = layers;
        if (block.step.y < 1 || block.step.y > most) continue;
        block.inTurn = std::abs(block.step.x) > kSameStep && isWhole({-block.step.x, block.step.y}, l);
        if (block.aside() > width / 2) continue;
        constexpr double kPerMm = 100;
        const auto [at, isNew] = known.try_emplace(std::llround(block.aside() * kPerMm));
        if (isNew) at->second = stripsOf(wishes, width - block.aside());
        for (const Through& t : at->second) {
          const double end = t.from + wishes[t.wish].strip.height;
          if (end > block.step.y + kSameStep || (layers - 1) * block.step.y + end > room + kSameStep) break;
          block.strips.push_back(t);
          block.height = end;
          block.sets += t.sets;
        }
        if (block.sets == 0) continue;
        const auto rank = [](const Block& b) {
          return std::tuple(-b.sets, std::round(b.total() * kPerMm), b.aside(), b.step.x);
        };
        if (best.sets == 0 || rank(block) < rank(best)) best = block;
      }
    return best;
  }

  static std::vector<Through> stripsOf(const std::vector<Wish>& wishes, double width) {
    std::vector<Through> out;
    double at = 0;
    for (std::size_t w = 0; w < wishes.size(); ++w) {
      const auto per = static_cast<int>(wishes[w].strip.lay.fitting(width));
      for (int left = wishes[w].sets; left > 0 && per > 0; left -= per) {
        out.push_back({w, std::min(left, per), at});
        at += wishes[w].strip.height;
      }
    }
    return out;
  }

  bool on(std::size_t l, int layers, std::vector<Wish>& wishes) {
    const Block block = blockOn(l, layers, wishes);
    if (block.sets == 0) return false;
    ClothLength& c = laid_.lengths[l];
    double from = freeOf(l).first;
    const int length = static_cast<int>(l);
    if (const double loss = squaring(l); loss > 0) {
      laid_.bands.push_back({length, BandKind::Squaring, -1, from, from + loss});
      from += loss;
    }
    squared_.insert(l);
    const double left = block.step.x < 0 ? block.aside() : 0;
    for (const Through& t : block.strips) cut(length, {left, from + t.from}, block, t, wishes[t.wish]);
    laid_.bands.push_back(
        {length, BandKind::Layers, wishes[block.strips.front().wish].group, from, from + block.total()});
    c.used = from + block.total();
    return true;
  }

  /// A strip through all layers.
  void cut(int length, Point at, const Block& block, const Through& t, Wish& wish) {
    const PatchDemand& d = wish.strip.demand;
    const auto patches = stripMaker(d, wish.strip.lay, wish.strip.height, wish.group).make(t.sets, 0);
    for (const PlacedPatch& patch : patches) {
      ++sets_;
      --wish.sets;
      for (int layer = 0; layer < block.layers && wish.patches > 0; ++layer, --wish.patches) {
        PlacedPatch p = patch;
        p.length = length;
        p.set = sets_;
        p.patch = translated(p.patch, at + block.offset(layer));
        laid_.placements.push_back(std::move(p));
      }
    }
  }

  const CutInput& in_;
  std::map<int, std::vector<Wish>> wishes_;  ///< by patches of a set
  CutLayout laid_;
  const Progress& progress_;
  std::set<std::size_t> squared_;  ///< lengths
  int sets_ = 0;
};

/// What was laid in one band of layers.
struct Stack {
  const Band* band = nullptr;
  int layers = 0;
  Point step;
  bool inTurn = false;
  double apart = 0;                              ///< mm from the first layer to the last
  std::map<int, int> patches;                    ///< by group
  std::map<double, std::pair<int, int>> strips;  ///< by its upper edge in the first layer: first and last set
  std::map<double, int> groups;                  ///< likewise
};

std::vector<Stack> stacksIn(const CutMethod& m) {
  std::vector<Stack> out;
  for (std::size_t b = 0; b < m.laid.bands.size(); ++b) {
    if (m.laid.bands[b].kind != BandKind::Layers) continue;
    Stack s;
    s.band = &m.laid.bands[b];
    std::map<int, std::vector<const PlacedPatch*>> sets;
    for (const PlacedPatch& p : m.laid.placements)
      if (p.band == static_cast<int>(b) && p.set > 0) sets[p.set].push_back(&p);
    for (const auto& one : sets) {
      const int set = one.first;
      const auto& all = one.second;
      if (static_cast<int>(all.size()) > s.layers) {
        s.layers = static_cast<int>(all.size());
        const auto to = [&](std::size_t k) { return centroid(all[k]->patch) - centroid(all[0]->patch); };
        s.step = all.size() > 1 ? to(1) : Point{};
        s.inTurn = all.size() > 2 && std::abs(s.step.x) > kLookSame && std::abs(to(2).x) < kLookSame;
        s.apart = to(all.size() - 1).y;
      }
      const Box box = bounds(all[0]->patch);
      s.patches[all[0]->group] += static_cast<int>(all.size());
      // Strips of a lay may differ by how a patch stands in them.
      const double height = m.groups[static_cast<std::size_t>(all[0]->group)].height;
      auto strip = std::find_if(s.strips.begin(), s.strips.end(), [&](const auto& lain) {
        return s.groups[lain.first] == all[0]->group && box.top > lain.first - kLookSame &&
               box.bottom < lain.first + height + kLookSame;
      });
      if (strip == s.strips.end()) {
        strip = s.strips.try_emplace(box.top, std::pair(set, set)).first;
        s.groups[box.top] = all[0]->group;
      }
      strip->second.second = set;
    }
    out.push_back(std::move(s));
  }
  return out;
}

int setsOf(const std::pair<int, int>& strip) {
  return strip.second - strip.first + 1;
}

void addLayerSteps(CutMethod& m, const CutInput& in, int blade) {
  int tick = 0;
  for (const Stack& s : stacksIn(m)) {
    const auto stacks = stacksOf(s.layers, blade);
    const double height = s.band->to - s.band->from - s.apart, aside = std::abs(s.step.x);
    // Places on a print stand in millimetres.
    const char* how = aside < kLookSame ? "step-repeats"
                      : s.inTurn        ? "step-repeats-in-turn"
                                        : "step-repeats-aside";
    Message lay(how, s.layers, sizeArg(height), fineArg(s.step.y, 1), fineArg(aside, 1));
    m.steps.push_back(onLength(m.laid, s.band->length, std::move(lay)));
    m.steps.push_back(stacks.size() > 1 ? Message("step-stacks", stacks.size(), stacks.front())
                                        : Message("step-one-stack", s.layers));
    for (const auto& [top, strip] : s.strips) {
      const CutGroup& g = m.groups[static_cast<std::size_t>(s.groups.at(top))];
      Message cut("step-through", setsOf(strip), sizeArg(g.height), patchesArg(s.layers, g.demand),
                  strip.first, strip.second);
      m.steps.push_back(g.crossing.empty() ? std::move(cut)
                                           : Message("two-sentences", std::move(cut), g.crossing));
    }
    addTicks(m, tick++);
  }
  const auto alike = alikeSets(in, m);
  if (alike.empty()) {
    m.steps.emplace_back("step-sets-differ");
  } else {
    std::vector<Message> all;
    for (const auto& sets : alike) {
      std::vector<Message> numbers;
      for (const int set : sets) numbers.emplace_back("number", set);
      all.emplace_back("sets-alike", Arg(numbers));
    }
    m.steps.emplace_back("step-sets-alike", Arg(all));
  }
  addTicks(m, -1);
}

void finish(CutMethod& m, const std::vector<StripGroup>& groups, double sparePercent, int blade) {
  for (const StripGroup& g : groups) addDemandLines(m, g.demand, sparePercent);
  int layers = 0, strips = 0, crossing = 0;
  for (const Stack& s : stacksIn(m)) {
    const auto stacks = static_cast<int>(stacksOf(s.layers, blade).size());
    layers += s.layers;
    strips += stacks * (static_cast<int>(s.strips.size()) + 1);
    for (const auto& [top, strip] : s.strips)
      crossing += stacks * crossCuts(groups[static_cast<std::size_t>(s.groups.at(top))], setsOf(strip));
    if (s.apart > 0)
      m.sum.push_back({Message("sum-repeats", s.layers - 1, fineArg(s.step.y, 1)), s.apart, true});
    m.sum.push_back({Message("sum-through", s.strips.size()), s.band->to - s.band->from - s.apart, true});
  }
  m.cuts = layers + strips + crossing;
  m.minutesParts = {
      {Message("minutes-set-up-square"), layers == 0 ? 0 : kMinutesToSetUp},
      {Message("minutes-repeats", layers, numberArg(kMinutesPerRepeat, 1)), layers * kMinutesPerRepeat},
      {Message("minutes-strips", strips, numberArg(kMinutesPerStrip, 1)), strips * kMinutesPerStrip},
      {Message("minutes-cross-cuts", crossing, numberArg(kMinutesPerCrossCut, 1)),
       crossing * kMinutesPerCrossCut}};
}

/// Why layers cannot be used; empty if they can.
Message whyNot(const CutInput& in, const std::vector<PatchDemand>& demands) {
  const Cloth& cloth = in.cloth;
  if (cloth.scraps) return Message("scraps-no-strips");
  if (stripWidthOf(cloth) <= 0) return Message("give-usable-width");
  if (cloth.collection) return Message("layers-of-collection");
  if (!cloth.print || !repeatKnown(*cloth.print)) return Message("layers-no-repeat");
  if (standOf(cloth) != Stand::Any) return Message("layers-stand");
  if (!cloth.inSet && cloth.method != "layers") return Message("layers-say-how-many");
  for (const PatchDemand& d : demands)
    if (!isConvex(d.patch)) return Message("strips-need-straight", shapeArg(d.title));
  return {};
}

}  // namespace

int patchesInSet(const Cloth& cloth, const PatchDemand& demand) {
  return cloth.inSet.value_or(copiesInRound(demand.paper));
}

std::vector<int> stacksOf(int layers, int blade) {
  const int n = std::max(1, (layers + blade - 1) / blade);
  std::vector<int> out;
  for (int i = 0; i < n; ++i) out.push_back(layers / n + (i < layers % n ? 1 : 0));
  return out;
}

std::vector<std::vector<int>> alikeSets(const CutInput& in, const CutMethod& layers) {
  const Lattice l = latticeOf(*in.cloth.print);
  const double det = cross(l.a, l.b);
  struct Look {
    int set, on;  ///< the length, where it is not known how the print lies there
    Polygon patch;
    Point at;  ///< from the print's corner
  };
  std::vector<Look> looks;
  std::set<int> seen;
  for (const PlacedPatch& p : layers.laid.placements) {
    if (p.set == 0 || !seen.insert(p.set).second) continue;
    const auto length = static_cast<std::size_t>(p.length);
    std::optional<Point> mark;
    if (length < in.cloth.lengths.size()) mark = markOn(in.cloth, in.cloth.lengths[length]);
    const Point at = centroid(p.patch);
    looks.push_back(
        {p.set, mark ? -1 : p.length, translated(p.patch, Point{} - at), at - mark.value_or(Point{})});
  }
  const auto aRepeat = [&](Point d) {
    const double i = std::round(cross(d, l.b) / det), j = std::round(cross(l.a, d) / det);
    return length(d - i * l.a - j * l.b) < kLookSame;
  };
  const auto sameOutline = [](const Polygon& a, const Polygon& b, double sign) {
    return a.size() == b.size() && std::all_of(a.begin(), a.end(), [&](Point p) {
             return std::any_of(b.begin(), b.end(),
                                [&](Point q) { return distance(p, sign * q) < kLookSame; });
           });
  };
  const auto& half = in.cloth.print->halfTurn;
  std::vector<std::vector<int>> out;
  std::vector<bool> done(looks.size(), false);
  for (std::size_t i = 0; i < looks.size(); ++i) {
    if (done[i]) continue;
    std::vector<int> own{looks[i].set};
    for (std::size_t k = i + 1; k < looks.size(); ++k) {
      if (done[k] || looks[k].on != looks[i].on) continue;
      const bool same = sameOutline(looks[i].patch, looks[k].patch, 1) && aRepeat(looks[k].at - looks[i].at);
      const bool turned = half && looks[i].on < 0 && sameOutline(looks[i].patch, looks[k].patch, -1) &&
                          aRepeat(looks[k].at + looks[i].at - 2.0 * *half);
      if (!same && !turned) continue;
      done[k] = true;
      own.push_back(looks[k].set);
    }
    if (own.size() > 1) out.push_back(std::move(own));
  }
  return out;
}

WorkedMethod workLayers(const CutInput& in, const std::vector<PatchDemand>& demands) {
  WorkedMethod out;
  out.kind = BandKind::Layers;
  const double width = stripWidthOf(in.cloth);
  out.method.why = whyNot(in, demands);
  if (!out.method.why.empty()) return out;
  std::vector<StripGroup> groups;
  for (const PatchDemand& d : demands) {
    groups.push_back(bestGroup(d, width, in.unit));
    if (groups.back().perStrip > 0) continue;
    out.method.why = Message("patch-wider-than-cloth", shapeArg(d.title));
    return out;
  }
  const int blade = in.layers.value_or(kLayersOfRepeats);
  for (const StripGroup& g : groups)
    out.method.groups.push_back({g.demand, g.height, 0, g.perStrip, 0, g.lay.alternate, false,
                                 patchesInSet(in.cloth, g.demand), false, crossingOf(g)});
  out.lay = [&in](CutLayout windows, const std::vector<CutGroup>& all, const Progress& progress) {
    return Layering(in, all, std::move(windows), progress).work();
  };
  out.addSteps = [&in, blade](CutMethod& m) { addLayerSteps(m, in, blade); };
  out.finish = [groups, blade, spare = in.sparePercent](CutMethod& m) { finish(m, groups, spare, blade); };
  return out;
}

}  // namespace clathra
