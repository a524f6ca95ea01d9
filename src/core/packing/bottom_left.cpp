#include "packing/bottom_left.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace clathra::packing {

namespace {

constexpr double kSame = 1e-4;  // mm: places nearer than this are one

/// Where two edges cross, if they do.
std::optional<Point> crossing(Point a, Point b, Point c, Point d) {
  const Point u = b - a, v = d - c;
  const double det = cross(u, v);
  if (std::abs(det) < 1e-12) return std::nullopt;
  const double s = cross(c - a, v) / det, t = cross(c - a, u) / det;
  constexpr double kEnd = 1e-9;
  if (s < -kEnd || s > 1 + kEnd || t < -kEnd || t > 1 + kEnd) return std::nullopt;
  return a + s * u;
}

/// One room while it is filled: of every variant the places where it would touch what is there.
class Filling {
 public:
  Filling(const Variants& variants, const Room& room, std::uint64_t& steps)
      : variants_(variants),
        room_(room),
        cells_(room.box, std::max(1.0, 2 * variants.reach())),
        places_(variants.size()),
        known_(variants.size(), 0),
        steps_(steps) {
    for (const auto& [variant, at] : room.fixed) there_.push_back({variant, at});
    for (std::size_t i = there_.size(); i > 0; --i) fixedReach_ = std::max(fixedReach_, reachOf(i - 1));
  }

  struct Best {
    Point at;
    std::size_t variant = 0;
    double first = std::numeric_limits<double>::infinity(), second = 0;
  };

  /// The best place of a shape, if any.
  void look(std::size_t shape, const LayOrder& order, Best& best) {
    for (const std::size_t v : variants_.of(shape)) {
      if (!order.barred.empty() && order.barred[v]) continue;
      update(v);
      for (const Point p : places_[v]) {
        const auto [first, second] = score(v, p, order);
        if (first > best.first + kSame || (first > best.first - kSame && second >= best.second - kSame))
          continue;
        best = {p, v, first, second};
      }
    }
  }

  void put(std::size_t variant, Point at) {
    cells_.put(static_cast<std::uint32_t>(there_.size()), at);
    there_.push_back({variant, at});
  }

 private:
  struct There {
    std::size_t variant;
    Point at;
  };

  double reachOf(std::size_t i) const {
    const Box& b = variants_[there_[i].variant].box;
    return std::hypot(b.width(), b.height()) / 2;
  }

  std::pair<double, double> score(std::size_t v, Point p, const LayOrder& order) const {
    const Box& b = variants_[v].box;
    const double x = order.fromRight ? -p.x : p.x;
    switch (order.by) {
      case Lowest::Edge:
        return {p.y + b.bottom, x};
      case Lowest::Middle:
        return {p.y, x};
      case Lowest::Corner:
        break;
    }
    return {p.y + b.bottom + 0.1 * (order.fromRight ? room_.box.right - p.x - b.left : p.x + b.right), x};
  }

  /// Brings a variant's places up to what has been put since it was last looked at.
  void update(std::size_t v) {
    const Box inner = innerFit(variants_[v], room_.box);
    if (!fits(inner)) return;
    if (known_[v] == 0) {
      for (const Point corner : {Point{inner.left, inner.top}, Point{inner.right, inner.top},
                                 Point{inner.left, inner.bottom}, Point{inner.right, inner.bottom}})
        consider(v, inner, corner, SIZE_MAX);
    }
    for (; known_[v] < there_.size(); ++known_[v]) {
      const There& now = there_[known_[v]];
      const NoFit& region = variants_.noFit(now.variant, v);
      std::erase_if(places_[v], [&](Point p) { return region.depth(p - now.at) > kClear / 2; });
      steps_ += places_[v].size();
      touching(v, inner, known_[v]);
    }
  }

  void touching(std::size_t v, const Box& inner, std::size_t i) {
    const There now = there_[i];
    const NoFit& region = variants_.noFit(now.variant, v);
    const Box box = region.box();
    const Box placedBox{box.left + now.at.x, box.top + now.at.y, box.right + now.at.x, box.bottom + now.at.y};
    std::vector<std::size_t> others;
    const auto meet = [&](std::size_t k) {
      if (k >= known_[v]) return;  // comes with its own turn
      const Box b = variants_.noFit(there_[k].variant, v).box();
      const Point at = there_[k].at;
      if (b.left + at.x < placedBox.right && b.right + at.x > placedBox.left &&
          b.top + at.y < placedBox.bottom && b.bottom + at.y > placedBox.top)
        others.push_back(k);
    };
    eachNear(now.at, [&](std::size_t k) { meet(k); });
    const Polygon walls{{inner.left, inner.top},
                        {inner.right, inner.top},
                        {inner.right, inner.bottom},
                        {inner.left, inner.bottom}};
    for (const Polygon& ring : region.rings())
      for (std::size_t e = 0; e < ring.size(); ++e) {
        const Point a = ring[e] + now.at, b = ring[(e + 1) % ring.size()] + now.at;
        consider(v, inner, a, i);
        for (std::size_t w = 0; w < 4; ++w)
          if (const auto p = crossing(a, b, walls[w], walls[(w + 1) % 4])) consider(v, inner, *p, i);
        for (const std::size_t k : others) crossings(v, inner, a, b, k, i);
      }
  }

  void crossings(std::size_t v, const Box& inner, Point a, Point b, std::size_t k, std::size_t i) {
    const NoFit& region = variants_.noFit(there_[k].variant, v);
    const Point at = there_[k].at;
    const double left = std::min(a.x, b.x) - kSame, right = std::max(a.x, b.x) + kSame,
                 top = std::min(a.y, b.y) - kSame, bottom = std::max(a.y, b.y) + kSame;
    for (const Polygon& ring : region.rings())
      for (std::size_t e = 0; e < ring.size(); ++e) {
        const Point c = ring[e] + at, d = ring[(e + 1) % ring.size()] + at;
        if (std::max(c.x, d.x) < left || std::min(c.x, d.x) > right || std::max(c.y, d.y) < top ||
            std::min(c.y, d.y) > bottom)
          continue;
        if (const auto p = crossing(a, b, c, d)) consider(v, inner, *p, i);
      }
  }

  /// Everything that may reach the place.
  template <class Visit>
  void eachNear(Point at, Visit visit) const {
    for (std::size_t k = 0; k < room_.fixed.size(); ++k) visit(k);
    cells_.near(at, 4 * variants_.reach(), [&](std::uint32_t k) { visit(std::size_t{k}); });
  }

  void consider(std::size_t v, const Box& inner, Point p, std::size_t) {
    if (p.x < inner.left - kSame || p.x > inner.right + kSame || p.y < inner.top - kSame ||
        p.y > inner.bottom + kSame)
      return;
    p = clampedTo(inner, p);
    bool clear = true;
    const auto check = [&](std::size_t k) {
      if (!clear || k > known_[v]) return;
      ++steps_;
      clear = variants_.noFit(there_[k].variant, v).depth(p - there_[k].at) <= kClear / 2;
    };
    for (std::size_t k = 0; k < room_.fixed.size() && clear; ++k) check(k);
    if (!clear) return;
    cells_.near(p, 2 * variants_.reach() + 1, [&](std::uint32_t k) { check(std::size_t{k}); });
    if (clear) places_[v].push_back(p);
  }

  const Variants& variants_;
  const Room& room_;
  Cells cells_;
  std::vector<There> there_;
  std::vector<std::vector<Point>> places_;
  std::vector<std::size_t> known_;
  double fixedReach_ = 0;
  std::uint64_t& steps_;
};

}  // namespace

std::vector<Lying> layBottomLeft(const Variants& variants, const std::vector<Room>& rooms,
                                 const LayOrder& order, std::uint64_t& steps, const Progress& progress) {
  std::vector<Lying> out;
  std::vector<std::size_t> left = order.shapes;
  for (std::size_t r = 0; r < rooms.size() && !left.empty(); ++r) {
    Filling filling(variants, rooms[r], steps);
    std::vector<bool> full(variants.size(), false);  // by shape
    std::vector<std::size_t> still;
    while (!left.empty()) {
      if (progress.cancelled()) return out;
      Filling::Best best;
      if (order.anyNext) {
        std::vector<bool> seen(variants.size(), false);
        for (const std::size_t s : left)
          if (!seen[s]) {
            seen[s] = true;
            filling.look(s, order, best);
          }
      } else if (!full[left.front()]) {
        filling.look(left.front(), order, best);
      }
      if (best.first == std::numeric_limits<double>::infinity()) {
        if (order.anyNext) break;
        full[left.front()] = true;
        still.push_back(left.front());
        left.erase(left.begin());
        continue;
      }
      filling.put(best.variant, best.at);
      out.push_back({best.variant, r, best.at});
      left.erase(std::find(left.begin(), left.end(), variants[best.variant].shape));
    }
    still.insert(still.end(), left.begin(), left.end());
    left = std::move(still);
  }
  return out;
}

}  // namespace clathra::packing
