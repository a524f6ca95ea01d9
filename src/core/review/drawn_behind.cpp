#include "review/review.hpp"

namespace clathra::checks_ {

/// Windows are found by what one sees: on the back of a cloth whose print does not show through there is
/// nothing.
std::vector<Remark> drawnBehindUnread(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const Cloth& c : in.project->cloths) {
    if (!c.drawnBehind || !c.print || c.facts.readableBehind.value_or(false)) continue;
    Remark r{"drawn-behind:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    r.why = Message("drawn-behind-why", clothArg(c));
    r.fix = Message("drawn-behind-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
