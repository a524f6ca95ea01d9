// Every plan and every set of windows that a test makes goes through the one judge of them.
#pragma once
#include "cutting/plan.hpp"
#include "cutting/verify.hpp"
#include "support.hpp"

namespace support {

inline void judge(const clathra::CutInput& input, const clathra::CutPlan& plan) {
  for (const clathra::CutMethod& m : plan.methods)
    for (const clathra::Message& fault : clathra::faultsOf(input, plan, m))
      qFatal("The plan of %s by %s: %s", input.cloth.name.c_str(), m.id.c_str(),
             clathra::said(fault).c_str());
}

/// The plan of a cloth, judged.
inline clathra::CutPlan soundPlan(const clathra::Project& project, clathra::ClothId cloth) {
  const auto input = clathra::cutInput(project, cloth);
  if (!input) qFatal("%s", clathra::said(input.error()).c_str());
  auto plan = clathra::cutPlan(*input);
  if (!plan) qFatal("%s", clathra::said(plan.error()).c_str());
  judge(*input, *plan);
  return std::move(*plan);
}

inline void judge(const clathra::WindowInput& input, const std::vector<clathra::Window>& windows,
                  double width, double length) {
  for (const clathra::Message& fault : clathra::faultsOf(input, windows, width, length))
    qFatal("The windows of %s: %s", input.motif.name.c_str(), clathra::said(fault).c_str());
}

}  // namespace support
