// What a cloth is asked for: patches by kind and by how they stand.
#pragma once
#include "cutting/plan.hpp"

namespace clathra {

/// The demands with less freedom to turn than the cloth leaves: what is laid so is a plan of this cloth too.
/// Each kind of patch takes the lay that is best for itself, so that now and then the ends of strips serve
/// others less than they would do in a stricter plan.
std::vector<std::vector<PatchDemand>> stricterDemands(const CutInput& input);

}  // namespace clathra
