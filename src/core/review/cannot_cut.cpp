#include "motif/stripes.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

/// Why a plan leaves patches uncut; empty if it does not.
Message whyNot(const CutPlan& plan, const Cloth& cloth) {
  const bool once = cloth.print && !repeatsBothWays(*cloth.print) && !slidesAlong(cloth);
  for (const WindowPart& w : plan.windows)
    if (w.copies > 0 && !w.length && plan.width > 0)
      return Message(once ? "windows-repeat-unknown" : "windows-too-wide", w.name);
  const CutMethod* method = plan.method();
  if (!method) return Message("method-not-known");
  return method->length ? Message() : method->why;
}

}  // namespace

std::vector<Remark> cannotCut(const ReviewInput& in) {
  std::vector<Remark> out;
  for (const Cloth& c : in.project->cloths) {
    if (!c.scraps && !c.width) continue;  // that is said by itself
    const auto plan = in.plans.find(c.id);
    const auto fault = in.planFaults.find(c.id);
    Message why;
    if (fault != in.planFaults.end())
      why = fault->second;
    else if (plan != in.plans.end() && plan->second->pieces > 0)
      why = whyNot(*plan->second, c);
    if (why.empty()) continue;
    Remark r{"cannot-cut:" + subject(c.id), "cut", piecesWearing(in, c.id), {}, {}, {}, {}};
    r.why = Message("cannot-cut-why", clothArg(c), why);
    r.fix = Message(why.id == "windows-repeat-unknown" ? "print-repeat-fix" : "cannot-cut-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
