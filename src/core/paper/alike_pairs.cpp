#include "paper/alike_pairs.hpp"

#include <algorithm>

namespace clathra {

std::vector<AlikePair> alikePairs(const Layout& layout, double limit) {
  std::vector<AlikePair> out;
  const auto n = static_cast<std::uint16_t>(std::min(kMostAlikeShapes, layout.shapes.size()));
  const auto add = [&](std::uint16_t i, std::uint16_t j, LaidOn laid) {
    if (laid.one.empty() || laid.worst >= limit) return;
    const auto fewer = layout.shapes[i].pieces <= layout.shapes[j].pieces ? i : j;
    out.push_back({i, j, std::move(laid), fewer});
  };
  for (std::uint16_t i = 0; i < n; ++i) {
    add(i, i, wrongTurn(layout.shapes[i].outline));
    for (std::uint16_t j = i + 1; j < n; ++j)
      add(i, j, laidOn(layout.shapes[i].outline, layout.shapes[j].outline));
  }
  std::stable_sort(out.begin(), out.end(),
                   [](const AlikePair& a, const AlikePair& b) { return a.laid.worst < b.laid.worst; });
  return out;
}

}  // namespace clathra
