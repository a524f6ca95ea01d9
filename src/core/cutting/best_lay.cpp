#include "cutting/best_lay.hpp"

#include <algorithm>
#include <cmath>

#include "cutting/strip_maker.hpp"

namespace clathra {

namespace {

/// What is to be bought with one method, as the shop sells it.
void addBuying(CutMethod& m, const Cloth& cloth) {
  if (!m.length) return;
  int pieces = 0;
  for (const ClothLength& l : m.laid.lengths) {
    if (l.toBuy) {
      m.toBuy += l.used;
      ++pieces;
    }
    if (l.used > 1e-6 && l.length > l.used) m.leftOver += l.length - l.used;
  }
  if (pieces == 0 || m.toBuy < 1e-6) {
    if (cloth.price) m.money = 0;
    return;
  }
  BuyItem item;
  if (cloth.soldPiece) {
    item.piece = cloth.soldPiece->name;
    item.count = pieces;
    item.length = cloth.soldPiece->length.mm();
    m.buyLength = pieces * item.length;
    if (cloth.price) item.price = pieces * *cloth.price;
  } else {
    const double step = cloth.increment.mm();
    constexpr double kPercent = 100;
    const double shrunk = m.toBuy / (1 - cloth.shrinkPercent / kPercent);
    const double steps = std::ceil(shrunk / step - 1e-9);
    m.buyLength = steps * step;
    item.length = m.buyLength;
    if (cloth.price) item.price = steps * *cloth.price;
  }
  m.money = item.price;
  m.buy = {std::move(item)};
}

constexpr double kSame = 1e-6;       // mm: rounding
constexpr int kMostPatches = 1'000;  // more fill so many strips that their ends weigh little

std::pair<bool, double> toBuy(const CutMethod& m) {
  return {!m.length, std::round(m.buyLength / kSame)};
}

std::size_t bestOf(const std::vector<CutMethod>& lays, double clothForCuts) {
  std::pair<bool, double> least = toBuy(lays.front());
  for (const CutMethod& m : lays) least = std::min(least, toBuy(m));
  double shortest = 1e300;
  for (const CutMethod& m : lays)
    if (toBuy(m) == least) shortest = std::min(shortest, m.length.value_or(0));
  std::size_t best = lays.size();
  const auto effort = [&](std::size_t i) { return std::pair(lays[i].cuts, lays[i].length.value_or(0)); };
  for (std::size_t i = 0; i < lays.size(); ++i) {
    if (toBuy(lays[i]) != least) continue;
    if (lays[i].length.value_or(0) > shortest * (1 + clothForCuts) + kSame) continue;
    if (best == lays.size() || effort(i) < effort(best)) best = i;
  }
  return best;
}

/// One way to cut while its lays are tried.
class Trials {
 public:
  Trials(const MethodKind& kind, const CutInput& in, const WindowsOnCloth& windows, const Progress& progress)
      : kind_(kind), in_(in), windows_(windows), progress_(progress) {
    ends_.ends = windows.ends;
  }

  CutMethod with(const std::vector<PatchDemand>& some) const {
    WorkedMethod work = kind_.work(in_, some);
    work.method.id = kind_.id;
    work.method.title = Message("method-" + std::string(kind_.id));
    CutMethod method = laid(in_, windows_, std::move(work), progress_);
    addBuying(method, in_.cloth);
    return method;
  }

  /// One kind after the other in each of its ways: what lies worse for itself may leave ends that serve
  /// others, or fill theirs.
  void improve(CutMethod& best, std::vector<PatchDemand> some) const {
    if (best.groups.size() != some.size()) return;
    for (std::size_t k = 0; k < some.size(); ++k) some[k].lay = best.groups[k].demand.lay;
    for (PatchDemand& d : some) {
      const auto usual = d.lay;
      std::vector<CutMethod> ways{best};
      std::vector<std::optional<std::size_t>> lays{usual};
      const std::size_t all = laysFor(d).size();
      for (std::size_t lay = 0; lay < all && !progress_.cancelled(); ++lay) {
        if (lay == usual) continue;
        d.lay = lay;
        lays.push_back(lay);
        ways.push_back(with(some));
      }
      const std::size_t at = bestOf(ways, kind_.clothForCuts);
      d.lay = lays[at];
      if (at > 0) best = std::move(ways[at]);
    }
  }

  /// The kinds in the lays that together take the least cloth: every choice is measured, without a patch
  /// laid.
  std::vector<std::vector<PatchDemand>> shortest(const std::vector<PatchDemand>& some, int patches) const {
    constexpr std::size_t kMostWork = 1'000'000;  // patches of all choices
    constexpr std::size_t kMostChoices = 3'000;
    const std::size_t mostKept = patches <= kMostPatches ? 6 : 1;
    std::vector<std::vector<Way>> ways;
    for (const PatchDemand& d : some) {
      ways.push_back(waysOf(d));
      if (ways.back().empty()) return {};
    }
    narrow(ways, std::clamp(kMostWork / static_cast<std::size_t>(std::max(patches, 1)), std::size_t{1},
                            kMostChoices));
    struct Choice {
      std::pair<bool, double> buy;
      double length = 0;
      std::vector<PatchDemand> demands;
      auto rank() const { return std::pair(buy, std::round(length / kSame)); }
    };
    std::vector<Choice> best;
    std::vector<std::size_t> at(some.size(), 0);
    do {
      std::vector<BandMaker> makers;
      makers.reserve(some.size());
      for (std::size_t k = 0; k < some.size(); ++k) makers.push_back(ways[k][at[k]].maker);
      CutMethod m = bandsAlone(in_, ends_, std::move(makers));
      addBuying(m, in_.cloth);
      if (!m.length) continue;
      Choice one{toBuy(m), *m.length, {}};
      if (best.size() == mostKept && one.rank() >= best.back().rank()) continue;
      one.demands = some;
      for (std::size_t k = 0; k < some.size(); ++k) one.demands[k].lay = ways[k][at[k]].lay;
      best.insert(std::upper_bound(best.begin(), best.end(), one,
                                   [](const Choice& a, const Choice& b) { return a.rank() < b.rank(); }),
                  std::move(one));
      if (best.size() > mostKept) best.pop_back();
    } while (!progress_.cancelled() && toNext(at, ways));
    std::vector<std::vector<PatchDemand>> out;
    out.reserve(best.size());
    for (Choice& c : best) out.push_back(std::move(c.demands));
    return out;
  }

 private:
  struct Way {
    std::size_t lay;
    BandMaker maker;
    double alone;  ///< mm that it takes by itself
  };

  std::vector<Way> waysOf(PatchDemand d) const {
    std::vector<Way> out;
    const std::size_t all = laysFor(d).size();
    for (d.lay = 0; *d.lay < all && !progress_.cancelled(); ++*d.lay) {
      WorkedMethod work = kind_.work(in_, {d});
      if (work.makers.empty()) continue;
      BandMaker maker = std::move(work.makers.front());
      maker.make = [](int, int) { return std::vector<PlacedPatch>(); };
      const int per = std::max(maker.fits(stripWidthOf(in_.cloth)), 1);
      const int strips = (d.patches + per - 1) / per;
      const double alone = strips * maker.height;
      out.push_back({*d.lay, std::move(maker), alone});
    }
    std::stable_sort(out.begin(), out.end(), [](const Way& a, const Way& b) { return a.alone < b.alone; });
    return out;
  }
  /// Leaves out those that lie worst by themselves, until there are no more choices than that.
  static void narrow(std::vector<std::vector<Way>>& ways, std::size_t most) {
    const auto choices = [&] {
      std::size_t n = 1;
      for (const auto& w : ways) n = std::min(n * w.size(), most + 1);
      return n;
    };
    while (choices() > most) {
      auto& longest = *std::max_element(ways.begin(), ways.end(),
                                        [](const auto& a, const auto& b) { return a.size() < b.size(); });
      if (longest.size() == 1) return;
      longest.pop_back();
    }
  }
  static bool toNext(std::vector<std::size_t>& at, const std::vector<std::vector<Way>>& ways) {
    for (std::size_t k = 0; k < at.size(); ++k) {
      if (++at[k] < ways[k].size()) return true;
      at[k] = 0;
    }
    return false;
  }

  const MethodKind& kind_;
  const CutInput& in_;
  const WindowsOnCloth& windows_;
  const Progress& progress_;
  WindowsOnCloth ends_;
};

}  // namespace

CutMethod bestLaid(const MethodKind& kind, const CutInput& in, const Demands& demands,
                   const WindowsOnCloth& windows, const Progress& progress) {
  const Trials trials(kind, in, windows, progress);
  int patches = 0;
  for (const PatchDemand& d : demands.asAsked) patches += d.patches;
  constexpr std::size_t kMostKinds = 8;
  const std::size_t kinds = demands.asAsked.size();
  std::vector<PatchDemand> asked = demands.asAsked;
  if (kind.stripsServeOthers)
    for (PatchDemand& d : asked) d.lays = std::make_shared<const std::vector<StripLay>>(laysFor(d));
  std::vector<CutMethod> lays{trials.with(asked)};
  if (in.cloth.scraps || !kind.triedStricter) return std::move(lays.front());
  for (const auto& some : demands.stricter)
    if (!progress.cancelled()) lays.push_back(trials.with(some));
  if (!kind.stripsServeOthers) return std::move(lays[bestOf(lays, kind.clothForCuts)]);
  if (kind.clothForCuts > 0 && patches <= kMostPatches && kinds > 1 && kinds <= kMostKinds)
    trials.improve(lays.front(), asked);
  if (!in.cloth.collection)  // of which as many are taken from each cloth, whatever is shortest
    for (const auto& some : trials.shortest(asked, patches))
      if (!progress.cancelled()) lays.push_back(trials.with(some));
  return std::move(lays[bestOf(lays, kind.clothForCuts)]);
}

}  // namespace clathra
