// The smallest scrap that one patch can be cut from.
#pragma once
#include <string>
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

struct ScrapForOne {
  std::string title;  ///< the shape's
  int hand = 0;
  double width = 0, height = 0;            ///< mm, up to the ruler's next line, with the wished allowance
  double leastWidth = 0, leastHeight = 0;  ///< with the least; the same where none is known
};

/// Of each shape and hand that the cloth is still asked for: the rectangle of the least area, or upright
/// where the cloth has a direction. `least` (mm) is the allowance that may be accepted.
std::vector<ScrapForOne> scrapsForOne(const CutInput& input, std::optional<double> least);

}  // namespace clathra
