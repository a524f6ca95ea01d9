#include <algorithm>

#include "review/review.hpp"

namespace clathra::checks_ {

std::vector<Remark> shortOfWanted(const ReviewInput& in) {
  constexpr double kNotice = 10;  // mm
  const Project& p = *in.project;
  const Box& made = in.geometry->layout->finished;
  const double across = p.wantedWidth > Length() ? p.wantedWidth.mm() - made.width() : 0,
               down = p.wantedHeight > Length() ? p.wantedHeight.mm() - made.height() : 0;
  if (std::max(across, down) < kNotice) return {};
  const Message why = across < kNotice ? Message("short-of-wanted-height", readableArg(down))
                      : down < kNotice
                          ? Message("short-of-wanted-width", readableArg(across))
                          : Message("short-of-wanted-both", readableArg(across), readableArg(down));
  return {{"short-of-wanted", "arrange", {}, why, Message("short-of-wanted-fix"), {}, {}}};
}

}  // namespace clathra::checks_
