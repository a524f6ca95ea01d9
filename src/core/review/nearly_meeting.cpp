#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> nearlyMeeting(const ReviewInput& in) {
  if (in.misses->empty()) return {};
  Remark r{"nearly-meeting", "arrange", {}, {}, {}, {}, {}};
  double widest = 0;
  for (const NearMiss& m : *in.misses) {
    widest = std::max(widest, m.miss);
    r.pieces.push_back(m.piece);
    r.pieces.push_back(m.other);
  }
  std::sort(r.pieces.begin(), r.pieces.end());
  r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
  r.why = Message("nearly-meeting-why", fineArg(widest, 2));
  r.fix = Message("nearly-meeting-fix");
  return {r};
}

}  // namespace clathra::checks_
