#include <algorithm>

#include "cutting/windows_on_cloth.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

/// Choices that do not all fit on the cloth on hand, though each may by itself: how much is missing, and
/// which smallest one could be given up.
std::vector<Remark> choicesShort(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const Cloth& c : p.cloths) {
    const auto plan = in.plans.find(c.id);
    if (plan == in.plans.end() || c.lengths.empty()) continue;
    std::vector<const WindowPart*> wanted;
    int lacking = 0;
    double missing = 0;
    for (const WindowPart& part : plan->second->windows) {
      if (part.copies > 0 && part.length) wanted.push_back(&part);
      for (const Window& w : part.windows)
        if (w.on < 0) {
          ++lacking;
          missing = std::max(missing, bounds(w.patch).bottom);
        }
    }
    if (wanted.size() < 2 || lacking == 0) continue;
    std::stable_sort(wanted.begin(), wanted.end(),
                     [](const WindowPart* a, const WindowPart* b) { return a->copies < b->copies; });
    const auto input = cutInput(p, c.id);
    if (!input) continue;
    const WindowPart* without = nullptr;
    for (const WindowPart* part : wanted) {
      CutInput less = *input;
      for (WindowInput& w : less.windows)
        if (w.motif.id == part->motif) w.copies = 0;
      const auto placed = windowsOnCloth(less, {}, {});
      if (!placed) continue;
      const bool fits = std::all_of(placed->parts.begin(), placed->parts.end(), [](const WindowPart& rest) {
        return rest.length && std::all_of(rest.windows.begin(), rest.windows.end(),
                                          [](const Window& w) { return w.on >= 0; });
      });
      if (!fits) continue;
      without = part;
      break;
    }
    Remark r{"choices-short:" + subject(c.id), "motif", piecesShowing(in, c.id), {}, {}, {}, {}};
    r.why = Message("choices-short-why", lacking, clothArg(c), boltArg(missing));
    r.fix = without ? Message("choices-short-fix", without->copies, without->name)
                    : Message("choices-short-fix-buy", boltArg(missing));
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
