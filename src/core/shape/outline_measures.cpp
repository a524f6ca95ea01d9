#include "shape/outline_measures.hpp"

#include <algorithm>
#include <numeric>

namespace clathra {

namespace {

// As in symmetry.hpp: far finer than scissors.
constexpr double kSameSide = 1e-3;  // mm
constexpr Angle kEvenAngle = Angle::degrees(1e-3);

bool alike(const OutlineEdge& a, const OutlineEdge& b) {
  return std::abs(a.length - b.length) < kSameSide && a.hollow == b.hollow &&
         std::abs(a.radius - b.radius) < kSameSide;
}

/// Sides and corners that a symmetry carries onto each other, joined.
class Likeness {
 public:
  explicit Likeness(const std::vector<OutlineEdge>& sides)
      : sides_(sides), side_(sides.size()), corner_(sides.size()) {
    std::iota(side_.begin(), side_.end(), 0);
    std::iota(corner_.begin(), corner_.end(), 0);
    const std::size_t n = sides.size();
    for (std::size_t by = 0; by < n; ++by) {
      // A turn carries side i and its first corner on by the same step; a mirror runs the other way, and the
      // first corner of a side becomes the last of its image.
      carry([&](std::size_t i) { return (i + by) % n; }, [&](std::size_t i) { return (i + by) % n; });
      carry([&](std::size_t i) { return (by + n - i) % n; },
            [&](std::size_t i) { return (by + n - i + 1) % n; });
    }
    for (auto* of : {&side_, &corner_})
      for (std::size_t i = 0; i < n; ++i) (*of)[i] = root(*of, i);
  }
  std::vector<std::size_t> side() const { return side_; }
  std::vector<std::size_t> corner() const { return corner_; }

 private:
  template <class SideTo, class CornerTo>
  void carry(SideTo sideTo, CornerTo cornerTo) {
    for (std::size_t i = 0; i < sides_.size(); ++i)
      if (!alike(sides_[i], sides_[sideTo(i)]) ||
          abs(sides_[i].angle - sides_[cornerTo(i)].angle) >= kEvenAngle)
        return;
    for (std::size_t i = 0; i < sides_.size(); ++i) {
      join(side_, i, sideTo(i));
      join(corner_, i, cornerTo(i));
    }
  }
  static std::size_t root(const std::vector<std::size_t>& of, std::size_t i) {
    while (of[i] != i) i = of[i];
    return i;
  }
  static void join(std::vector<std::size_t>& of, std::size_t a, std::size_t b) {
    a = root(of, a);
    b = root(of, b);
    of[std::max(a, b)] = std::min(a, b);
  }

  const std::vector<OutlineEdge>& sides_;
  std::vector<std::size_t> side_, corner_;
};

std::optional<double> leastAcross(PolygonView p, const std::vector<OutlineEdge>& sides) {
  std::optional<double> least;
  const auto along = [&](const OutlineEdge& e) { return p[(e.first + 1) % p.size()] - p[e.first]; };
  for (std::size_t i = 0; i < sides.size(); ++i)
    for (std::size_t j = i + 1; j < sides.size(); ++j) {
      if (sides[i].isArc() || sides[j].isArc()) continue;
      const Point a = along(sides[i]), b = along(sides[j]);
      if (dot(a, b) >= 0 || std::abs(cross(a, b)) > 1e-6 * length(a) * length(b)) continue;
      const double width = std::abs(cross(a, p[sides[j].first] - p[sides[i].first])) / length(a);
      if (width > kSameSide && (!least || width < *least)) least = width;
    }
  return least;
}

double greatestHeight(PolygonView p, const std::vector<OutlineEdge>& sides) {
  if (p.size() == 3) {
    const auto longest = std::max_element(sides.begin(), sides.end(),
                                          [](const auto& a, const auto& b) { return a.length < b.length; });
    return 2 * area(p) / longest->length;
  }
  double most = 0;
  for (std::size_t i = 0; i < p.size(); ++i)
    for (std::size_t j = i + 1; j < p.size(); ++j) most = std::max(most, distance(p[i], p[j]));
  return most;
}

}  // namespace

OutlineMeasures measuresOf(PolygonView outline) {
  OutlineMeasures out;
  out.sides = edgesOf(outline);
  const Likeness like(out.sides);
  out.sideLike = like.side();
  out.cornerLike = like.corner();
  out.across = leastAcross(outline, out.sides);
  out.high = greatestHeight(outline, out.sides);
  return out;
}

}  // namespace clathra
