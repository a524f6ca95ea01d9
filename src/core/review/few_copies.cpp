#include "motif/stripes.hpp"
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
    r.why = Message(s.worstPlace ? "few-copies-why-worst" : "few-copies-why", s.wanted, m.name, *s.onHand);
    const Cloth* cloth = clothById(p, m.cloth);
    r.fix = s.lengthNeeded
                ? Message("few-copies-fix", boltArg(*s.lengthNeeded))
                : Message(cloth && cloth->print && !repeatsBothWays(*cloth->print) && !slidesAlong(*cloth)
                              ? "print-repeat-fix"
                              : "few-copies-fix-other");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
