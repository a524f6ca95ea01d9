#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

/// The detail that a window is found by has to be on the cloth, and not where selvedges are woven and cut
/// off.
std::vector<Remark> detailAtSelvedge(const ReviewInput& in) {
  constexpr double kSelvedge = 12;  // mm from the edge of the usable width
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const MotifChoice& m : p.motifs) {
    const Cloth* c = clothById(p, m.cloth);
    const auto plan = in.plans.find(m.cloth);
    if (!m.reference || !c || plan == in.plans.end()) continue;
    const Point off = *m.reference - m.at;
    int lost = 0;
    for (const WindowPart& part : plan->second->windows) {
      if (part.motif != m.id) continue;
      for (const Window& w : part.windows) {
        if (w.mirrored) continue;
        const bool own = w.on >= 0 && w.on < static_cast<int>(plan->second->lengths.size());
        const double width =
            own ? widthOf(*c, plan->second->lengths[static_cast<std::size_t>(w.on)]) : plan->second->width;
        const Point at = w.at + off;
        lost += at.x < kSelvedge || at.x > width - kSelvedge || at.y < 0;
      }
    }
    if (lost == 0) continue;
    Remark r{"detail-at-selvedge:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = Message("detail-at-selvedge-why", lost, m.name);
    r.fix = Message("detail-at-selvedge-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
