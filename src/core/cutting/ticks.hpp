// What a tick on the card takes off the cloth.
#pragma once
#include "cutting/plan.hpp"

namespace clathra {

/// What one tick of the chosen method cuts, as CutMethod::ticks counts them: strips or rows of one kind on
/// one length with what is squared up before them, all that is traced on one length, or the patches of one
/// kind from scraps. Places are those of the shelf's lengths. Nothing if it is on cloth that is still to be
/// bought.
std::optional<ClothCut> cutOf(const Layout& layout, const CutPlan& plan, int tick);
/// The same for the windows of one motif choice on one of the plan's lengths.
std::optional<ClothCut> windowsCut(const Layout& layout, const CutPlan& plan, int motif, int length);
/// On which of the plan's lengths the windows of a choice lie, and how many on each.
std::vector<std::pair<int, int>> windowsByLength(const CutPlan& plan, int motif);

}  // namespace clathra
