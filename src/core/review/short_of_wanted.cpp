#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> shortOfWanted(const ReviewInput& in) {
  constexpr double kNotice = 10;  // mm
  const Project& p = *in.project;
  const Box& made = in.geometry->layout->finished;
  const double across = p.wantedWidth > 0 ? p.wantedWidth - made.width() : 0,
               down = p.wantedHeight > 0 ? p.wantedHeight - made.height() : 0;
  if (std::max(across, down) < kNotice) return {};
  std::string by;
  if (across >= kNotice) by = formatReadable(across, p.settings.unit) + " of width";
  if (down >= kNotice)
    by += (by.empty() ? "" : " and ") + formatReadable(down, p.settings.unit) + " of height";
  return {{"short-of-wanted",
           "arrange",
           {},
           "The finished size falls short of what was wanted by " + by + ".",
           "Look in Fit to size for counts and edges that come nearer, or add a border of that much.",
           {},
           {}}};
}

}  // namespace clathra::checks_
