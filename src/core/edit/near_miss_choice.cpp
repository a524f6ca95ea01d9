#include "edit/near_miss_choice.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <utility>

#include "cutting/plan.hpp"

namespace clathra {

namespace {

constexpr double kNoDifference = 1e-6;
constexpr double kStep = 0.1;          // mm
constexpr double kUsuallyLeast = 0.6;  // of the wished one, where nobody said
constexpr double kLengthWorthIt = 10;  // mm of traced cloth, which has no bands to count

/// What a plan takes. Less is better, the first that differs decides.
struct Takes {
  bool serves = false;
  double buy = 0;     // mm
  int bands = 0;      // strips and rows
  double length = 0;  // mm; counted only where there are no bands
  std::optional<double> money;
};

Takes takenBy(const CutPlan& plan) {
  Takes out;
  const CutMethod* m = plan.method();
  if (!m || !m->length || !plan.length) return out;
  out.serves = true;
  out.buy = plan.buyLength.value_or(0);
  out.money = m->money;
  bool traced = false;
  for (const Band& b : m->laid.bands) {
    traced = traced || cutAtOnce(b.kind);
    out.bands += b.kind == BandKind::Strip || b.kind == BandKind::Row;
  }
  if (traced) out.length = *plan.length;
  return out;
}

/// What is saved, or nothing.
std::optional<NearMissChoice> saving(const Takes& before, const Takes& now) {
  NearMissChoice out;
  if (!now.serves) return std::nullopt;
  if (!before.serves) {
    out.saves = NearMissChoice::Saves::Serves;
    return out;
  }
  if (now.buy > before.buy + kNoDifference) return std::nullopt;
  if (now.buy < before.buy - kNoDifference) {
    out.saves = NearMissChoice::Saves::Buying;
    out.saved = before.buy - now.buy;
    if (before.money && now.money) out.money = *before.money - *now.money;
    return out;
  }
  if (now.bands < before.bands) {
    out.saves = NearMissChoice::Saves::Bands;
    out.saved = before.bands - now.bands;
    return out;
  }
  if (now.bands > before.bands || now.length > before.length - kLengthWorthIt) return std::nullopt;
  out.saved = before.length - now.length;
  return out;
}

}  // namespace

Message nearMissWords(const NearMissChoice& c) {
  const Arg allowance = fineArg(c.allowance.mm(), 1), less = fineArg(c.less, 1);
  switch (c.saves) {
    case NearMissChoice::Saves::Serves:
      return Message("near-choice-serves", allowance, less);
    case NearMissChoice::Saves::Buying:
      return Message("near-choice-buying", allowance, less, boltArg(c.saved));
    case NearMissChoice::Saves::Bands:
      return Message("near-choice-bands", static_cast<int>(std::lround(c.saved)), allowance, less);
    case NearMissChoice::Saves::Length:
      break;
  }
  return Message("near-choice-length", allowance, less, boltArg(c.saved));
}

Result<std::optional<NearMissChoice>> nearMissChoice(const Project& project, ClothId cloth,
                                                     const Progress& progress) {
  const auto in = cutInput(project, cloth);
  if (!in) return tl::make_unexpected(in.error());
  if (in->pieces.empty() && in->windows.empty()) return std::optional<NearMissChoice>();
  const double wished = in->allowance;
  const auto own = in->cloth.leastAllowance ? in->cloth.leastAllowance : project.settings.leastAllowance;
  const double least = own ? own->mm() : wished * kUsuallyLeast;
  // Counted from round tenths: 6.35 is followed by 6.3, and the least itself is always tried.
  std::vector<double> tries;
  for (double a = std::ceil(wished / kStep - kNoDifference) * kStep - kStep; a > least + kNoDifference;
       a -= kStep)
    if (a < wished - kNoDifference) tries.push_back(a);
  if (least < wished - kNoDifference) tries.push_back(least);
  double told = 0;  // how many plans there will be is not known: each fills half of what is left to tell
  const auto planned = [&](double allowance) -> Result<Takes> {
    CutInput with = *in;
    with.allowance = allowance;
    with.only = in->cloth.method;  // what the quilter chose is asked about, whatever others come to
    for (WindowInput& w : with.windows)
      if (std::abs(w.allowance - wished) < kNoDifference) w.allowance = allowance;
    const double from = std::exchange(told, (1 + told) / 2);
    const auto plan = cutPlan(with, {}, progress.part(from, told));
    if (!plan) return tl::make_unexpected(plan.error());
    return takenBy(*plan);
  };
  const auto before = planned(wished);
  if (!before) return tl::make_unexpected(before.error());
  std::optional<NearMissChoice> best;
  // The first of the falling allowances that saves; what one saves all smaller ones save.
  std::size_t from = 0, to = tries.size();
  while (from < to) {
    const std::size_t middle = best ? (from + to) / 2 : to - 1;  // the least first: often it is no use at all
    const auto now = planned(tries[middle]);
    if (!now) return tl::make_unexpected(now.error());
    const auto saved = saving(*before, *now);
    if (!saved && !best) return std::optional<NearMissChoice>();
    if (!saved) {
      from = middle + 1;
      continue;
    }
    best = saved;
    best->allowance = Length::millimetres(tries[middle]);
    best->less = wished - tries[middle];
    to = middle;
  }
  return best;
}

}  // namespace clathra
