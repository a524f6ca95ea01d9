#include "motif/supply.hpp"

#include <algorithm>
#include <cmath>

#include "motif/stripes.hpp"

namespace clathra {

namespace {

/// How many states of the search come to about a second. Fewer than what the integer programme is asked for
/// after: that one has no such measure.
constexpr std::int64_t kQuick = kWindowEffort - 1;

/// What the lengths on hand give, within bounds.
void countQuickly(MotifSupply& out, const WindowField& field, const Cloth& cloth, const Progress& progress) {
  const auto each = kQuick / static_cast<std::int64_t>(std::max<std::size_t>(1, cloth.lengths.size()));
  int least = 0, most = 0;
  for (const OnHand& l : cloth.lengths) {
    const double width = widthOf(cloth, l);
    if (!l.outline.empty()) continue;
    if (const auto mark = markOn(cloth, l)) {
      const WindowSet set = field.clearOf(l.holes).most(width, l.mm(), *mark, progress, each);
      least += static_cast<int>(set.windows.size());
      most += set.exact ? static_cast<int>(set.windows.size()) : set.atMost;
      out.exact = out.exact && set.exact;
    } else {
      const auto [from, to] = clearStretch(l);
      const auto bounds = field.fewestWithin(width, to - from, progress, each);
      least += bounds.atLeast;
      most += bounds.atMost;
      out.exact = out.exact && bounds.atLeast == bounds.atMost;
    }
  }
  out.onHand = least;
  out.atMost = most;
}

void countExactly(MotifSupply& out, const WindowField& field, const Cloth& cloth, const Progress& progress) {
  int least = 0, most = 0;
  out.exact = true;
  for (const OnHand& l : cloth.lengths) {
    if (!l.outline.empty()) continue;
    const double width = widthOf(cloth, l);
    const auto mark = markOn(cloth, l);
    const auto [from, to] = clearStretch(l);
    const WindowSet set = mark ? field.clearOf(l.holes).most(width, l.mm(), *mark, progress)
                               : field.fewest(width, to - from, progress);
    least += static_cast<int>(set.windows.size());
    most += set.exact ? static_cast<int>(set.windows.size()) : set.atMost;
    out.exact = out.exact && set.exact;
  }
  out.onHand = least;
  out.atMost = most;
}

}  // namespace

Result<MotifSupply> motifSupply(const WindowInput& input, const Progress& progress,
                                const std::function<void(MotifSupply)>& soFar, CountOnHand till) {
  const auto field = WindowField::make(input);
  if (!field) return tl::make_unexpected(field.error());
  const Cloth& cloth = input.cloth;
  MotifSupply out;
  out.wanted = input.copies;
  if (cloth.scraps) {
    out.remark = Message("scraps-look-for", boltArg(field->patchWidth()), boltArg(field->patchHeight()));
    return out;
  }
  if (!cloth.width) {
    out.remark = Message("give-width-first", clothArg(cloth));
    return out;
  }
  const double width = cloth.width->mm();
  const auto mark = cloth.print->mark;
  out.worstPlace = !mark;
  if (!cloth.lengths.empty()) {
    // Bounds often meet, long before the search itself would be through.
    countQuickly(out, *field, cloth, progress);
    out.counted = out.exact;
    if (progress.cancelled()) return fail(kCancelled);
    if (soFar) soFar(out);
    const bool enough = till == CountOnHand::UntilEnough && *out.onHand >= out.wanted;
    if (!out.counted && !enough && till != CountOnHand::Bounds) {
      countExactly(out, *field, cloth, progress);
      out.counted = true;
    }
    if (progress.cancelled()) return fail(kCancelled);
  }
  const WindowSet needed =
      mark ? field->shortest(std::max(1, out.wanted), width, *mark, 0, progress, kWindowEffort)
           : field->longest(std::max(1, out.wanted), width, 0, progress, kWindowEffort);
  if (progress.cancelled()) return fail(kCancelled);
  if (out.wanted == 0) {
    out.lengthNeeded = 0;
  } else if (!needed.windows.empty()) {
    out.lengthNeeded = needed.length;
    out.exact = out.exact && needed.exact;
    out.needed = needed;
  }
  if (!out.lengthNeeded)
    out.remark = Message(repeatsBothWays(*cloth.print) || slidesAlong(cloth) ? "narrow-for-window"
                                                                             : "repeat-not-known-for-window");
  else if (out.worstPlace)
    out.remark = Message("print-place-unknown");
  return out;
}

Result<MotifSupply> motifSupply(const Project& project, const MotifChoice& motif, const Progress& progress,
                                CountOnHand till) {
  return motifSupply(windowInput(project, motif), progress, {}, till);
}

}  // namespace clathra
