#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> marginsSmall(const ReviewInput& in) {
  const Settings& s = in.project->settings;
  if (!in.printer || s.margin.mm() >= in.printer->margin - 1e-9) return {};
  Remark r{"margins-small", "papers", {}, {}, {}, {}, {}};
  r.why = Message("margins-small-why", sizeArg(s.margin.mm()), in.printer->name, sizeArg(in.printer->margin));
  r.fix = Message("margins-small-fix");
  r.fixLabel = Message("use-margin", sizeArg(in.printer->margin));
  r.mend = UseMargin{in.printer->margin};
  return {r};
}

}  // namespace clathra::checks_
