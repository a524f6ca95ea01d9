#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> piecesWithoutCloth(const ReviewInput& in) {
  if (in.tally.count(kNoCloth) == 0) return {};
  Remark r{"no-cloth", "arrange", piecesWearing(in, kNoCloth), {}, {}, {}, {}};
  r.why = Message("no-cloth-why", r.pieces.size());
  r.fix = Message(r.pieces.size() == 1 ? "no-cloth-fix" : "no-cloth-fix-all");
  return {r};
}

}  // namespace clathra::checks_
