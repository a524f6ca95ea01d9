#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> piecesWithoutCloth(const ReviewInput& in) {
  if (in.tally.count(kNoCloth) == 0) return {};
  Remark r{"no-cloth", "arrange", piecesWearing(in, kNoCloth), {}, {}, {}, {}};
  const bool one = r.pieces.size() == 1;
  r.why = (one ? std::string("1 piece has") : std::to_string(r.pieces.size()) + " pieces have") +
          " no cloth yet, so the cloth to cut is counted short.";
  r.fix = one ? "Paint it." : "Paint them.";
  return {r};
}

}  // namespace clathra::checks_
