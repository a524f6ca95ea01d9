#include <algorithm>
#include <cmath>

#include "review/review.hpp"

namespace clathra::checks_ {

/// Papers printed off size are off all together, so this is said once, and only where sheets are printed.
std::vector<Remark> scaleUnchecked(const ReviewInput& in) {
  if (!in.printer || in.geometry->layout->size() == 0) return {};
  const Box& f = in.geometry->layout->finished;
  const double border = std::max(f.width(), f.height());
  Remark r{"scale-unchecked", "papers", {}, {}, {}, {}, {}};
  if (in.printer->checked.empty()) {
    r.why = Message("scale-unchecked-why", readableArg(border), fineArg(border / 200, 1));
    r.fix = Message("scale-unchecked-fix");
    return {r};
  }
  // What it read the last time was corrected since; until it is measured again nobody knows whether well.
  const double off =
      border * std::max(std::abs(in.printer->readAcross - 1), std::abs(in.printer->readDown - 1));
  if (off <= kBorderOff) return {};
  r.check = "scale-unchecked:off";
  r.why = Message("scale-off-why", in.printer->name, fineArg(off, 1));
  r.fix = Message("scale-off-fix");
  return {r};
}

}  // namespace clathra::checks_
