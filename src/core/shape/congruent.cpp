#include "shape/congruent.hpp"

namespace clathra {

std::vector<Angle> turnsBetween(PolygonView from, PolygonView to, double close) {
  std::vector<Angle> out;
  if (from.size() != to.size() || from.size() < 3) return out;
  const auto n = from.size();
  // By the longest side, whose direction is the best known.
  std::size_t side = 0;
  for (std::size_t i = 0; i < n; ++i)
    if (distance(from[i], from[(i + 1) % n]) > distance(from[side], from[(side + 1) % n])) side = i;
  const Point along = from[(side + 1) % n] - from[side];
  for (std::size_t shift = 0; shift < n; ++shift) {
    const Point start = to[(side + shift) % n], there = to[(side + shift + 1) % n] - start;
    const Angle turn = directionOf(there) - directionOf(along);
    bool same = true;
    for (std::size_t i = 0; i < n && same; ++i) {
      const Point at = start + rotated(from[i] - from[side], turn);
      same = distance(at, to[(i + shift) % n]) < close;
    }
    if (same) out.push_back(turn);
  }
  return out;
}

}  // namespace clathra
