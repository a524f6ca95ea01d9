// In which order windows are cut.
//
// Guarantees:
//  1 straight up to the cut end from its uppermost corner, a window is reached without going through one that
//    is cut later: windows that are still wanted stay whole.
#pragma once
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// Of each placement its number among the windows, from 1, length by length and from the cut end inwards; 0
/// for other patches.
std::vector<int> windowNumbers(const CutLayout& laid);
/// The same numbers of one choice as they are read: "1, 3 to 5".
Message windowNumbersOf(const CutLayout& laid, int motif);

}  // namespace clathra
