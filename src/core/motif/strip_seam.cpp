#include "motif/strip_seam.hpp"

#include <cmath>

namespace clathra {

namespace {

constexpr double kTouch = 1e-6;  // mm

/// Places of the seams between two others, rising.
std::vector<double> seamsBetween(const Cloth& cloth, double left, double right) {
  std::vector<double> out;
  const double round = joinRound(cloth);
  if (round <= 0) return out;
  const auto seams = joinSeams(cloth);
  for (double start = std::floor(left / round) * round; start < right; start += round)
    for (const double seam : seams)
      if (start + seam > left + kTouch && start + seam < right - kTouch) out.push_back(start + seam);
  return out;
}

}  // namespace

std::vector<StripSeam> stripSeams(const Cloth& cloth, PolygonView paper) {
  std::vector<StripSeam> out;
  const Box box = bounds(paper);
  const double middle = centroid(paper).x;
  for (const double x : seamsBetween(cloth, box.left, box.right)) {
    StripSeam seam{x - middle, {x, box.bottom}, {x, box.top}};
    for (std::size_t i = 0; i < paper.size(); ++i) {
      const Point a = paper[i], b = paper[(i + 1) % paper.size()];
      if ((a.x < x) == (b.x < x)) continue;
      const double y = a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x);
      if (y < seam.from.y) seam.from.y = y;
      if (y > seam.to.y) seam.to.y = y;
    }
    out.push_back(seam);
  }
  return out;
}

std::vector<double> seamsInAllowance(const Cloth& cloth, PolygonView paper, double allowance) {
  std::vector<double> out;
  const Box box = bounds(paper);
  const double middle = centroid(paper).x;
  for (const double x : seamsBetween(cloth, box.left - allowance, box.right + allowance))
    if (x <= box.left + kTouch || x >= box.right - kTouch) out.push_back(x - middle);
  return out;
}

}  // namespace clathra
