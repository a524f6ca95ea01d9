#include "paper/practice.hpp"

#include <algorithm>
#include <cmath>
#include <random>
#include <set>

#include "layout/piece_sides.hpp"

namespace clathra {

std::vector<PaperOnGlass> papersForPractice(const Layout& layout, const PracticeScan& scan,
                                            std::size_t most) {
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout.pieces) kinds.insert({p.shape, p.hand});
  std::vector<Polygon> papers;
  double reach = 0;
  constexpr double kApart = 3;  // mm, and as much from the glass's edge
  const double farthest = (std::min(scan.width, scan.height) - 3 * kApart) / 2;
  for (const auto& [shape, hand] : kinds) {
    const Polygon paper = handedOutline(layout.shapes[shape], hand);
    double own = 0;
    for (const Point c : paper) own = std::max(own, length(c));
    if (own > farthest) continue;  // no glass takes it whole
    papers.push_back(paper);
    reach = std::max(reach, own);
  }
  if (papers.empty()) return {};
  const double cell = 2 * reach + kApart;
  const int columns = static_cast<int>(std::floor((scan.width - 2 * kApart) / cell)),
            rows = static_cast<int>(std::floor((scan.height - 2 * kApart) / cell));
  std::vector<PaperOnGlass> out;
  std::mt19937 random(scan.seed);
  std::uniform_real_distribution<double> chance(0, 1);
  for (int r = 0; r < rows; ++r)
    for (int c = 0; c < columns && out.size() < most; ++c) {
      const Point at{(c + 0.5) * (scan.width - 2 * kApart) / columns + kApart,
                     (r + 0.5) * (scan.height - 2 * kApart) / rows + kApart};
      const Polygon& paper = papers[out.size() % papers.size()];
      const double turn = 360 * chance(random), light = 0.6 + 0.25 * chance(random);
      out.push_back({placed(paper, Angle::degrees(turn), false, at), light});
    }
  return out;
}

}  // namespace clathra
