// One judge of cutting plans and windows, which knows nothing of how they were made.
#pragma once
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// What is wrong with a method of a plan, by the planner's guarantees; empty if it keeps them all. Each
/// message's id ends in the number of the guarantee.
std::vector<Message> faultsOf(const CutInput& input, const CutPlan& plan, const CutMethod& method);

/// What is wrong with windows on one length: shape and turn, the spot of the print, inside, apart, with what
/// the tool runs past corners.
std::vector<Message> faultsOf(const WindowInput& input, const std::vector<Window>& windows, double width,
                              double length);

}  // namespace clathra
