#include "motif/reference.hpp"

#include <cmath>

namespace clathra {

Reference referenceOf(PolygonView outline, Point detail) {
  const int n = static_cast<int>(outline.size());
  Reference out;
  double nearest = 1e300;
  const double side = signedArea(outline) < 0 ? -1 : 1;
  for (int i = 0; i < n; ++i) {
    const Point a = outline[static_cast<std::size_t>(i)], b = outline[static_cast<std::size_t>((i + 1) % n)];
    const double one = distance(a, detail), two = distance(b, detail);
    // Beyond the edge's line the distances would be read on the paper's side.
    if (side * cross(b - a, detail - a) < 0 || one + two >= nearest) continue;
    nearest = one + two;
    out = {i, (i + 1) % n, one, two, true};
  }
  out.inside = contains(outline, detail);
  return out;
}

std::optional<Point> placeOf(PolygonView outline, const Reference& r) {
  const Point a = outline[static_cast<std::size_t>(r.first)], b = outline[static_cast<std::size_t>(r.second)];
  const double d = distance(a, b);
  const double along = (r.fromFirst * r.fromFirst - r.fromSecond * r.fromSecond + d * d) / (2 * d);
  const double square = r.fromFirst * r.fromFirst - along * along;
  if (d <= 0 || square < -1e-6) return std::nullopt;
  const Point e = (1 / d) * (b - a);
  const double side = signedArea(outline) < 0 ? -1 : 1;
  return a + along * e + side * std::sqrt(std::max(0.0, square)) * Point{-e.y, e.x};
}

std::string cornerName(int corner) {
  constexpr int kLetters = 26;
  std::string out(1, static_cast<char>('A' + corner % kLetters));
  if (corner >= kLetters) out += std::to_string(corner / kLetters + 1);
  return out;
}

}  // namespace clathra
