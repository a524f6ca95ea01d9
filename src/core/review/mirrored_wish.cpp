#include "review/review.hpp"

namespace clathra::checks_ {

/// Half of the copies shall be mirrored, and the print has no mirror image any more to cut them from.
std::vector<Remark> mirroredWish(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const MotifChoice& m : in.project->motifs) {
    const Cloth* c = clothById(*in.project, m.cloth);
    if (!m.mirrored || !c || !c->print || !c->print->mirrors.empty()) continue;
    Remark r{"mirrored-wish:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = Message("mirrored-wish-why", m.name, clothArg(*c));
    r.fix = Message("mirrored-wish-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
