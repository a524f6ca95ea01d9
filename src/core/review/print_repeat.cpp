#include "review/review.hpp"

namespace clathra::checks_ {

/// Windows on a print whose repeat is not known: but one of each can be promised.
std::vector<Remark> printRepeat(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const Cloth& c : in.project->cloths) {
    auto pieces = piecesShowing(in, c.id);
    if (!c.print || repeatKnown(*c.print) || pieces.empty()) continue;
    Remark r{"print-repeat:" + subject(c.id), "cloth", std::move(pieces), {}, {}, {}, {}};
    r.why = Message("print-repeat-why", clothArg(c));
    r.fix = Message("print-repeat-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
