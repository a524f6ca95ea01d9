#include <algorithm>

#include "cutting/times.hpp"
#include "review/review.hpp"
#include "shape/allowance.hpp"
#include "shape/overlap.hpp"

namespace clathra::checks_ {

/// A blade overruns a corner by a few millimetres: where the next window begins before that it is spoilt.
std::vector<Remark> windowsTouch(const ReviewInput& in) {
  // Once the plan allows for the tool, nothing is to be said.
  std::vector<Remark> out;
  if (in.project->settings.overrun) return out;
  for (const Cloth& c : in.project->cloths) {
    const auto plan = in.plans.find(c.id);
    if (plan == in.plans.end()) continue;
    struct One {
      int on;
      Polygon wide;
      Box box;
    };
    std::vector<One> all;
    for (const WindowPart& part : plan->second->windows)
      for (const Window& w : part.windows) {
        Polygon wide = allowanceOutline(w.patch, kOverrunOfSmallBlade / 2, Tips::Blunted);
        const Box box = bounds(wide);
        all.push_back({w.on, std::move(wide), box});
      }
    int near = 0;
    for (std::size_t i = 0; i < all.size(); ++i)
      near += std::any_of(all.begin(), all.end(), [&](const One& o) {
        const One& own = all[i];
        return &o != &own && o.on == own.on && o.box.left < own.box.right && own.box.left < o.box.right &&
               o.box.top < own.box.bottom && own.box.top < o.box.bottom && overlaps(o.wide, own.wide);
      });
    if (near == 0) continue;
    Remark r{"windows-touch:" + subject(c.id), "cut", piecesShowing(in, c.id), {}, {}, {}, {}};
    r.why = Message("windows-touch-why", near, clothArg(c), fineArg(kOverrunOfSmallBlade, 0));
    r.fix = Message("windows-touch-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
