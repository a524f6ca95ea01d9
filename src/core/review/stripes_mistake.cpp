#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

/// Stripes that nearly meet draw the eye more than stripes that do not meet at all.
std::vector<Remark> stripesMistake(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const MotifChoice& m : in.project->motifs) {
    const auto seen = in.seams.find(m.id);
    if (seen == in.seams.end()) continue;
    const auto& all = *seen->second.meetings;
    const auto at = std::find_if(all.begin(), all.end(), [](const Meeting& meeting) {
      return meeting.stripe == StripeVerdict::Mistake;
    });
    if (at == all.end()) continue;
    Remark r{"stripes-mistake:" + subject(m.id), "motif", m.pieces, {}, {}, {}, {}};
    r.why = Message("stripes-mistake-why", m.name, at->sideOfA + 1, at->sideOfB + 1);
    r.fix = Message("stripes-mistake-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
