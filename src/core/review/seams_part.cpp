#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

/// Pieces of a choice are sewn to each other so that the print goes on over the seam: where it does not, it
/// is better known before the cloth is cut.
std::vector<Remark> seamsPart(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const MotifChoice& m : in.project->motifs) {
    const auto seen = in.seams.find(m.id);
    if (seen == in.seams.end()) continue;
    const Meeting* worst = nullptr;
    for (const Meeting& meeting : *seen->second.meetings)
      if (meeting.verdict == Verdict::Parts && meeting.stripe != StripeVerdict::Mistake &&
          (!worst || meeting.meanDe > worst->meanDe))
        worst = &meeting;
    if (!worst) continue;
    Remark r{"seams-part:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = worst->partsAt ? Message("seams-part-why", m.name, worst->sideOfA + 1, worst->sideOfB + 1,
                                     fineArg(*worst->partsAt, 1))
                           : Message("seams-part-why-all", m.name, worst->sideOfA + 1, worst->sideOfB + 1);
    r.fix = Message("seams-part-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
