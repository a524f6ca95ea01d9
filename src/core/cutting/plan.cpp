#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>

#include "cutting/demands.hpp"
#include "cutting/methods.hpp"
#include "cutting/strip_maker.hpp"
#include "cutting/times.hpp"
#include "cutting/windows_on_cloth.hpp"

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

/// Least to buy, then least time, then fewest cuts: no other method can be as good in all three and better in
/// one.
void recommend(CutPlan& plan) {
  const CutMethod* best = nullptr;
  const auto effort = [](const CutMethod& m) {
    return std::tuple(std::round(m.buyLength * 1e3), std::round(m.minutes * 1e6), m.cuts);
  };
  for (const CutMethod& m : plan.methods)
    if (m.length && (!best || effort(m) < effort(*best))) best = &m;
  if (!best) return;
  plan.recommended = best->id;
  int usable = 0, sameBuy = 0;
  for (const CutMethod& m : plan.methods) {
    usable += m.length ? 1 : 0;
    sameBuy += m.length && std::abs(m.buyLength - best->buyLength) < 1e-3 ? 1 : 0;
  }
  plan.why = usable == 1    ? Message("recommended-only")
             : sameBuy == 1 ? Message("recommended-cloth")
                            : Message("recommended-time");
}

void addWhole(CutPlan& plan, const Cloth& cloth) {
  const CutMethod* method = plan.method();
  if (!method || !method->length || !plan.windowLength) return;
  const double whole = *plan.windowLength + *method->length;
  plan.length = whole;
  plan.sum = method->sum;
  for (const WindowPart& w : plan.windows)
    if (w.copies > 0 && w.length.value_or(0) < 1e-6 && !w.windows.empty())
      plan.sum.push_back(
          {Message("sum-windows-among", w.copies, w.name), static_cast<double>(w.copies), false});
    else if (w.copies > 0)
      plan.sum.push_back({Message(!w.exact       ? "sum-windows-at-most"
                                  : w.worstPlace ? "sum-windows-worst"
                                                 : "sum-windows",
                                  w.copies, w.name),
                          w.length.value_or(0), true});
  plan.toBuy = method->toBuy;
  plan.buyLength = method->buyLength;
  if (cloth.scraps) return;
  double onHand = 0;
  for (const OnHand& l : cloth.lengths) onHand += l.mm();
  plan.onHand = onHand;
}

}  // namespace

const CutMethod* CutPlan::method() const {
  const auto at =
      std::find_if(methods.begin(), methods.end(), [&](const CutMethod& m) { return m.id == chosen; });
  return at == methods.end() ? nullptr : &*at;
}

double roundedToRuler(double mm, LengthUnit unit) {
  const double step = unit == LengthUnit::Inch ? 25.4 / 8 : 1;
  return std::ceil(mm / step - 1e-6) * step;
}

Arg patchesArg(int n, const PatchDemand& demand) {
  if (demand.standingDegrees == 0) return shapesArg(n, demand.title);
  return Message("shapes-standing", shapesArg(n, demand.title), demand.standingDegrees);
}

namespace {

struct Demands {
  std::vector<PatchDemand> asAsked;
  std::vector<std::vector<PatchDemand>> stricter;  ///< with less freedom to turn than the cloth leaves
};

/// Of several lays by one method that with the least to buy; then, of those that take hardly more cloth than
/// the shortest, that with the fewest cuts.
std::size_t bestOf(const std::vector<CutMethod>& lays) {
  constexpr double kSame = 1e-6;  // mm: rounding
  const auto toBuy = [](const CutMethod& m) { return std::pair(!m.length, std::round(m.buyLength / kSame)); };
  std::pair<bool, double> least = toBuy(lays.front());
  for (const CutMethod& m : lays) least = std::min(least, toBuy(m));
  double shortest = 1e300;
  for (const CutMethod& m : lays)
    if (toBuy(m) == least) shortest = std::min(shortest, m.length.value_or(0));
  std::size_t best = lays.size();
  const auto effort = [&](std::size_t i) { return std::pair(lays[i].cuts, lays[i].length.value_or(0)); };
  for (std::size_t i = 0; i < lays.size(); ++i) {
    if (toBuy(lays[i]) != least) continue;
    if (lays[i].length.value_or(0) > shortest * (1 + kClothForCuts) + kSame) continue;
    if (best == lays.size() || effort(i) < effort(best)) best = i;
  }
  return best;
}

/// What one way to cut makes of the cloth, at its best.
CutMethod worked(const MethodKind& kind, const CutInput& in, const Demands& demands,
                 const WindowsOnCloth& windows, const Progress& progress) {
  const auto with = [&](const std::vector<PatchDemand>& some) {
    WorkedMethod work = kind.work(in, some);
    work.method.id = kind.id;
    work.method.title = Message("method-" + std::string(kind.id));
    CutMethod method = laid(in, windows, std::move(work), progress);
    addBuying(method, in.cloth);
    return method;
  };
  std::vector<CutMethod> lays{with(demands.asAsked)};
  int patches = 0;
  for (const PatchDemand& d : demands.asAsked) patches += d.patches;
  if (in.cloth.scraps || !kind.triedStricter) return std::move(lays.front());
  for (const auto& some : demands.stricter)
    if (!progress.cancelled()) lays.push_back(with(some));
  constexpr int kMostPatches = 1'000;  // more fill so many strips that their ends weigh little
  constexpr std::size_t kMostKinds = 8;
  if (kind.stripsServeOthers && patches <= kMostPatches && demands.asAsked.size() > 1 &&
      demands.asAsked.size() <= kMostKinds) {
    // One kind after the other is laid in each of its ways: what lies worse for itself may leave ends that
    // serve others, or fill theirs.
    std::vector<PatchDemand> some = demands.asAsked;
    for (PatchDemand& d : some) {
      std::vector<CutMethod> ways;
      const std::size_t all = laysFor(d).size();
      for (d.lay = 0; *d.lay < all && !progress.cancelled(); ++*d.lay) ways.push_back(with(some));
      d.lay.reset();
      if (ways.empty()) continue;
      const std::size_t best = bestOf(ways);
      std::vector<CutMethod> two{lays.front(), ways[best]};
      if (bestOf(two) == 0) continue;
      d.lay = best;
      lays.front() = std::move(two[1]);
    }
  }
  return std::move(lays[bestOf(lays)]);
}

}  // namespace

Result<CutPlan> cutPlan(const Project& project, ClothId id, const Progress& progress) {
  const auto in = cutInput(project, id);
  if (!in) return tl::make_unexpected(in.error());
  return cutPlan(*in, {}, progress);
}

Result<CutPlan> cutPlan(const CutInput& in, const Supplies& known, const Progress& progress) {
  const Cloth& cloth = in.cloth;
  CutPlan plan;
  plan.cloth = cloth.id;
  plan.lengths = cloth.lengths;
  plan.origins = in.origins;
  plan.width = stripWidthOf(cloth);
  plan.byPiece = isCutByPiece(cloth);
  plan.collection = cloth.collection;
  plan.chosen = cloth.method;
  const Demands demands{demandsOf(in), stricterDemands(in)};
  for (const PatchDemand& d : demands.asAsked) plan.pieces += d.pieces;
  double at = 0;
  bool windowsKnown = true;
  auto parts = windowsOnCloth(in, known, progress);
  if (!parts) return tl::make_unexpected(parts.error());
  plan.windows = parts->parts;
  plan.windowsAtLeast = parts->atLeast;
  for (const WindowPart& part : plan.windows) {
    windowsKnown = windowsKnown && (part.length.has_value() || cloth.scraps);
    at += part.length.value_or(0);
    plan.pieces += part.copies;
    plan.windowMinutes += part.copies * kMinutesPerWindow;
  }
  if (windowsKnown) plan.windowLength = at;
  for (const MethodKind& kind : methodKinds()) {
    if (progress.cancelled()) return fail(kCancelled);
    if (!in.only.empty() && kind.id != in.only) continue;
    plan.methods.push_back(worked(kind, in, demands, windowsKnown ? *parts : WindowsOnCloth{}, progress));
  }
  if (progress.cancelled()) return fail(kCancelled);
  recommend(plan);
  std::string method = plan.chosen;
  if (method.empty())
    method = plan.recommended.empty() ? std::string(methodKinds().front().id) : plan.recommended;
  choose(plan, cloth, method);
  return plan;
}

Arg buyArg(const CutMethod& method) {
  if (!method.buy.empty() && !method.buy.front().piece.empty())
    return Message("pieces-to-buy", method.buy.front().count, method.buy.front().piece);
  return boltArg(method.buyLength);
}

Message roundedUpLine(const Cloth& cloth) {
  if (cloth.soldPiece) return Message("sum-whole-pieces", sizeArg(cloth.soldPiece->length.mm()));
  return Message("sum-rounded-up", sizeArg(cloth.increment.mm()));
}

void choose(CutPlan& plan, const Cloth& cloth, const std::string& method) {
  plan.chosen = method;
  plan.length = plan.toBuy = plan.buyLength = plan.onHand = std::nullopt;
  plan.sum.clear();
  addWhole(plan, cloth);
}

}  // namespace clathra
