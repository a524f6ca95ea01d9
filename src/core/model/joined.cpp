#include "model/joined.hpp"

#include <cmath>

namespace clathra {

double joinRound(const Cloth& cloth) {
  double out = 0;
  for (const JoinedStrip& s : cloth.joined) out += s.width.mm();
  return out;
}

std::vector<double> joinSeams(const Cloth& cloth) {
  std::vector<double> out;
  double at = 0;
  for (const JoinedStrip& s : cloth.joined) {
    out.push_back(at);
    at += s.width.mm();
  }
  return out;
}

std::optional<double> nearestJoinSeam(const Cloth& cloth, double x) {
  const double round = joinRound(cloth);
  std::optional<double> nearest;
  for (const double seam : joinSeams(cloth)) {
    const double at = seam + round * std::round((x - seam) / round);
    if (!nearest || std::abs(at - x) < std::abs(*nearest - x)) nearest = at;
  }
  return nearest;
}

}  // namespace clathra
