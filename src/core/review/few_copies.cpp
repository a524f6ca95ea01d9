#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> tooFewCopies(const ReviewInput& in) {
  const Project& p = *in.project;
  std::vector<Remark> out;
  for (const MotifChoice& m : p.motifs) {
    const auto supply = in.supplies.find(m.id);
    if (supply == in.supplies.end() || !supply->second->onHand ||
        *supply->second->onHand >= supply->second->wanted)
      continue;
    const MotifSupply& s = *supply->second;
    Remark r{"few-copies:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = std::to_string(s.wanted) + " pieces want the motif \"" + m.name +
            "\"; the cloth on hand yields " + std::to_string(*s.onHand) +
            (s.worstPlace ? " wherever the print lies on it." : ".");
    r.fix = s.lengthNeeded ? "A length of " + formatReadable(*s.lengthNeeded, p.settings.unit) +
                                 " in one piece would give them all."
                           : "Choose a smaller piece or another spot.";
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
