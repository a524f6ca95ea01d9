#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> piecesWithoutCloth(const ReviewInput& in) {
  Remark r{"no-cloth", "arrange", {}, {}, {}, {}, nullptr};
  if (in.tally.count(kNoCloth) == 0) return {};
  for (std::uint32_t i = 0; i < in.wears.size(); ++i)
    if (in.wears[i] == kNoCloth) r.pieces.push_back(i);
  const bool one = r.pieces.size() == 1;
  r.why = (one ? std::string("1 piece has") : std::to_string(r.pieces.size()) + " pieces have") +
          " no cloth yet, so the cloth to cut is counted short.";
  r.fix = one ? "Paint it." : "Paint them.";
  return {r};
}

}  // namespace clathra::checks_
