#include "cutting/plan.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>

#include "cutting/best_lay.hpp"
#include "cutting/demands.hpp"
#include "cutting/methods.hpp"
#include "cutting/strip_maker.hpp"
#include "cutting/times.hpp"
#include "cutting/windows_on_cloth.hpp"

namespace clathra {

namespace {

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

Arg patchesArg(int n, const PatchDemand& demand) {
  if (demand.standingDegrees == 0) return shapesArg(n, demand.title);
  return Message("shapes-standing", shapesArg(n, demand.title), demand.standingDegrees);
}

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
    plan.methods.push_back(bestLaid(kind, in, demands, windowsKnown ? *parts : WindowsOnCloth{}, progress));
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
