#include "review/review.hpp"

namespace clathra::checks_ {

/// Look-alikes are told apart by their names, or by the numbers of their pieces; with both left out by
/// nothing.
std::vector<Remark> alikeUnmarked(const ReviewInput& in) {
  const PaperMarks& m = in.project->settings.marks;
  if (m.name || m.number) return {};
  auto alike = lookAlikes(in);
  if (alike.empty()) return {};
  Remark r{"alike-unmarked", "papers", std::move(alike.front().pieces), {}, {}, {}, {}};
  r.why = Message("alike-unmarked-why", static_cast<int>(alike.size()));
  r.fix = Message("alike-unmarked-fix");
  r.fixLabel = Message("print-names");
  PaperMarks named = m;
  named.name = true;
  r.mend = MarkPapers{named};
  return {r};
}

}  // namespace clathra::checks_
