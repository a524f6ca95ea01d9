#include "layout/soundness.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <unordered_map>

#include "layout/change.hpp"
#include "shape/overlay.hpp"

namespace clathra {

namespace {

/// Pieces by the cells of a grid that their boxes touch; a cell is about as large as a piece.
class Grid {
 public:
  explicit Grid(const Layout& layout) {
    double size = 0;
    for (std::size_t i = 0; i < layout.size(); ++i) {
      boxes_.push_back(bounds(layout.outline(i)));
      size = std::max({size, boxes_.back().width(), boxes_.back().height()});
    }
    cell_ = std::max(size, 1e-3);
    for (std::uint32_t i = 0; i < boxes_.size(); ++i)
      visit(boxes_[i], [&](std::int64_t key) { cells_[key].push_back(i); });
  }

  template <class Visit>
  void pairs(Visit visitPair) const {
    for (std::uint32_t i = 0; i < boxes_.size(); ++i) {
      std::vector<std::uint32_t> near;
      visit(boxes_[i], [&](std::int64_t key) {
        for (const auto k : cells_.at(key))
          if (k > i && touch(boxes_[i], boxes_[k])) near.push_back(k);
      });
      std::sort(near.begin(), near.end());
      near.erase(std::unique(near.begin(), near.end()), near.end());
      for (const auto k : near) visitPair(i, k);
    }
  }

 private:
  static bool touch(const Box& a, const Box& b) {
    return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
  }
  template <class Visit>
  void visit(const Box& b, Visit v) const {
    const auto at = [&](double x) { return static_cast<std::int64_t>(std::floor(x / cell_)); };
    for (auto x = at(b.left); x <= at(b.right); ++x)
      for (auto y = at(b.top); y <= at(b.bottom); ++y) v(x * 1'000'003 + y);
  }

  double cell_ = 1;
  std::vector<Box> boxes_;
  std::unordered_map<std::int64_t, std::vector<std::uint32_t>> cells_;
};

/// The next outer edge at a corner: of those that leave it, the one that turns hardest to the right, so that
/// loops keep to their own gap where several meet in a point.
class Walker {
 public:
  explicit Walker(const SeamGraph& graph) : outer_(graph.outer), used_(outer_.size(), false) {
    for (std::uint32_t i = 0; i < outer_.size(); ++i) leaving_.emplace_back(outer_[i].from.x, i);
    std::sort(leaving_.begin(), leaving_.end());
  }

  template <class Visit>
  void loops(Visit visitLoop) {
    for (std::uint32_t start = 0; start < outer_.size(); ++start) {
      if (used_[start]) continue;
      std::vector<std::uint32_t> loop;
      for (std::uint32_t e = start; e != kNone && !used_[e]; e = next(e)) {
        used_[e] = true;
        loop.push_back(e);
      }
      visitLoop(loop);
    }
  }

 private:
  static constexpr std::uint32_t kNone = 0xffffffff;
  static constexpr double kNear = 4 * kMeet;

  std::uint32_t next(std::uint32_t e) const {
    const Point in = outer_[e].to - outer_[e].from;
    std::uint32_t best = kNone;
    double hardest = -10;
    const Point here = outer_[e].to;
    for (auto at = std::lower_bound(leaving_.begin(), leaving_.end(), std::pair(here.x - kNear, 0U));
         at != leaving_.end() && at->first <= here.x + kNear; ++at) {
      const auto k = at->second;
      if (used_[k] || distance(outer_[k].from, here) > kNear) continue;
      const Point out = outer_[k].to - outer_[k].from;
      const double turn = -std::atan2(cross(in, out), dot(in, out));  // left turns keep a hole's loop tight
      if (turn <= hardest) continue;
      hardest = turn;
      best = k;
    }
    return best;
  }

  const std::vector<OuterEdge>& outer_;
  std::vector<bool> used_;
  std::vector<std::pair<double, std::uint32_t>> leaving_;  ///< by where they begin, from left to right
};

double depthOf(PolygonView common) {
  double least = 1e300;
  for (std::size_t i = 0; i < common.size(); ++i) {
    const Point d = common[(i + 1) % common.size()] - common[i];
    const double len = length(d);
    if (len < 1e-9) continue;
    double far = 0;
    for (const Point q : common) far = std::max(far, std::abs(cross(d, q - common[i])) / len);
    least = std::min(least, far);
  }
  return least;
}

/// Deeper inside than rounding reaches.
bool deepInside(PolygonView p, Point q) {
  if (!contains(p, q)) return false;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], d = p[(i + 1) % p.size()] - a;
    const double t = std::clamp(dot(q - a, d) / std::max(dot(d, d), 1e-18), 0.0, 1.0);
    if (distance(q, a + t * d) <= kOverlapDepth) return false;
  }
  return true;
}

/// Do the two edges cross with all ends further from the other than rounding reaches?
bool crossDeeply(Point a, Point b, Point c, Point d) {
  const auto side = [](Point from, Point to, Point q) {
    return cross(to - from, q - from) / std::max(distance(from, to), 1e-12);
  };
  const double sc = side(a, b, c), sd = side(a, b, d), sa = side(c, d, a), sb = side(c, d, b);
  const auto apart = [](double x, double y) {
    return std::abs(x) > kOverlapDepth && std::abs(y) > kOverlapDepth && (x > 0) != (y > 0);
  };
  return apart(sc, sd) && apart(sa, sb);
}

/// A quick look that spares most pairs the exact overlay. Only what lies in both boxes counts.
bool mayOverlap(PolygonView a, PolygonView b) {
  const Box x = bounds(a), y = bounds(b);
  const Box common{std::max(x.left, y.left), std::max(x.top, y.top), std::min(x.right, y.right),
                   std::min(x.bottom, y.bottom)};
  const auto near = [&](Point p, Point q) {
    return std::max(p.x, q.x) >= common.left && std::min(p.x, q.x) <= common.right &&
           std::max(p.y, q.y) >= common.top && std::min(p.y, q.y) <= common.bottom;
  };
  // Where outlines overlap without crossing deeply, either both are one or an edge of one runs through the
  // inside of the other between corners.
  if (a.size() == b.size() && sameOutline(a, b)) return true;
  std::vector<double> cuts;
  const auto reaches = [&](PolygonView p, PolygonView into) {
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point from = p[i], d = p[(i + 1) % p.size()] - from;
      if (!near(from, from + d)) continue;
      cuts = {0, 1};
      const double square = std::max(dot(d, d), 1e-18);
      for (const Point q : into) {
        const double t = dot(q - from, d) / square;
        if (t > 0 && t < 1 && distance(q, from + t * d) <= 2 * kOverlapDepth) cuts.push_back(t);
      }
      std::sort(cuts.begin(), cuts.end());
      for (std::size_t k = 0; k + 1 < cuts.size(); ++k) {
        const Point middle = from + ((cuts[k] + cuts[k + 1]) / 2) * d;
        if (near(middle, middle) && deepInside(into, middle)) return true;
      }
      if (near(from, from) && deepInside(into, from)) return true;
    }
    return false;
  };
  if (reaches(a, b) || reaches(b, a)) return true;
  std::vector<std::size_t> edges;
  for (std::size_t k = 0; k < b.size(); ++k)
    if (near(b[k], b[(k + 1) % b.size()])) edges.push_back(k);
  for (std::size_t i = 0; i < a.size(); ++i) {
    const Point from = a[i], to = a[(i + 1) % a.size()];
    if (!near(from, to)) continue;
    for (const auto k : edges)
      if (crossDeeply(from, to, b[k], b[(k + 1) % b.size()])) return true;
  }
  return false;
}

/// Does one of the edges of `a` have all of `b` on its other side, but for rounding?
bool edgeSeparates(PolygonView a, PolygonView b) {
  for (std::size_t i = 0; i < a.size(); ++i) {
    const Point from = a[i], d = a[(i + 1) % a.size()] - from;
    const double reach = kOverlapDepth * length(d);  // corners run clockwise: the inside has cross > 0
    if (std::all_of(b.begin(), b.end(), [&](Point q) { return cross(d, q - from) <= reach; })) return true;
  }
  return false;
}

/// Holes between the pieces, round which the outer edges run.
std::vector<Gap> gapsOf(const SeamGraph& graph) {
  std::vector<Gap> out;
  Walker(graph).loops([&](const std::vector<std::uint32_t>& loop) {
    Gap gap;
    for (const auto e : loop) {
      gap.outline.push_back(graph.outer[e].from);
      gap.pieces.push_back(graph.outer[e].piece);
    }
    const double signedSize = signedArea(gap.outline);
    if (signedSize >= 0) return;  // the outside
    gap.area = -signedSize;
    gap.width = 2 * gap.area / perimeter(gap.outline);
    std::sort(gap.pieces.begin(), gap.pieces.end());
    gap.pieces.erase(std::unique(gap.pieces.begin(), gap.pieces.end()), gap.pieces.end());
    if (gap.area > kOverlapArea) out.push_back(std::move(gap));
  });
  return out;
}

void lookAt(const Layout& layout, std::uint32_t a, std::uint32_t b, std::vector<Overlap>& overlaps) {
  Overlap common = overlapOf(layout.outline(a), layout.outline(b));
  if (!common.counts()) return;
  common.a = std::min(a, b);
  common.b = std::max(a, b);
  overlaps.push_back(common);
}

}  // namespace

Overlap overlapOf(PolygonView one, PolygonView two) {
  Overlap out;
  constexpr std::size_t kFewCorners = 12;  // clipping is quicker than looking first
  if (one.size() <= kFewCorners && two.size() <= kFewCorners && isConvex(one) && isConvex(two)) {
    if (edgeSeparates(one, two) || edgeSeparates(two, one)) return out;
    const Polygon common = clippedToConvex(one, two);
    if (common.empty()) return out;
    out.area = area(common);
    out.depth = depthOf(common);
    return out;
  }
  if (!mayOverlap(one, two)) return out;
  for (const Polygon& part : commonParts(one, two)) {
    out.area += area(part);
    out.depth = std::max(out.depth, 2 * area(part) / perimeter(part));
  }
  return out;
}

Soundness soundness(const Layout& layout, const SeamGraph& graph) {
  Soundness out;
  Grid(layout).pairs([&](std::uint32_t a, std::uint32_t b) { lookAt(layout, a, b, out.overlaps); });
  out.gaps = gapsOf(graph);
  return out;
}

Soundness changedSoundness(const Soundness& before, const Layout& after, const SeamGraph& graphAfter,
                           const LayoutChange& change) {
  Soundness out;
  for (Overlap o : before.overlaps) {
    o.a = change.moved[o.a];
    o.b = change.moved[o.b];
    if (o.a != LayoutChange::kGone && o.b != LayoutChange::kGone) out.overlaps.push_back(o);
  }
  const auto isFresh = [&](std::uint32_t i) {
    return std::binary_search(change.fresh.begin(), change.fresh.end(), i);
  };
  for (const auto f : change.fresh)
    for (const auto i : piecesNear(after, {circleOf(after, f)}, 0))
      if (i != f && (!isFresh(i) || i > f)) lookAt(after, f, i, out.overlaps);
  std::sort(out.overlaps.begin(), out.overlaps.end(),
            [](const Overlap& x, const Overlap& y) { return std::tie(x.a, x.b) < std::tie(y.a, y.b); });
  out.gaps = gapsOf(graphAfter);
  return out;
}

std::vector<Polygon> boundaryLoops(const SeamGraph& graph) {
  std::vector<Polygon> out;
  Walker(graph).loops([&](const std::vector<std::uint32_t>& loop) {
    Polygon p;
    for (const auto e : loop) p.push_back(graph.outer[e].from);
    out.push_back(std::move(p));
  });
  return out;
}

}  // namespace clathra
