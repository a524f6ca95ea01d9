// Which of its lays each kind of patch takes, so that a method makes the best of a cloth.
#pragma once
#include "cutting/methods.hpp"

namespace clathra {

struct Demands {
  std::vector<PatchDemand> asAsked;
  std::vector<std::vector<PatchDemand>> stricter;  ///< with less freedom to turn than the cloth leaves
};

/// What one way to cut makes of the cloth, at its best: least to buy; then, of what takes at most its share
/// (MethodKind::clothForCuts) more cloth than the shortest, the fewest cuts. With what is to be bought.
CutMethod bestLaid(const MethodKind& kind, const CutInput& input, const Demands& demands,
                   const WindowsOnCloth& windows, const Progress& progress);

}  // namespace clathra
