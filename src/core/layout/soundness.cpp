#include "layout/soundness.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>
#include <tuple>
#include <unordered_map>

#include "layout/small_change.hpp"
#include "shape/overlap.hpp"

namespace clathra {

namespace {

/// Pieces by the cells of a grid that their boxes touch; a cell is about as large as a piece.
class BoxGrid {
 public:
  explicit BoxGrid(const Layout& layout) {
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

/// The next outer edge at a corner: of those that leave it, the one that turns hardest to the left, so that
/// loops keep to their own gap where several meet in a point.
class NextEdge {
 public:
  static constexpr double kNear = 4 * kMeet;

  explicit NextEdge(const OuterEdge& last) : here_(last.to), in_(last.to - last.from) {}
  void consider(const OuterEdge& edge, std::uint32_t number) {
    // In a cusp edges of the other side come near: what leaves the corner itself comes first.
    constexpr double kSameCorner = kMeet / 10;
    const double away = distance(edge.from, here_);
    if (away > std::min(kNear, nearest_ + kSameCorner)) return;
    if (away < nearest_ - kSameCorner) hardest_ = -10;
    nearest_ = std::min(nearest_, away);
    const Point out = edge.to - edge.from;
    const double turn = -std::atan2(cross(in_, out), dot(in_, out));
    if (turn <= hardest_) return;
    hardest_ = turn;
    found = number;
  }
  static constexpr std::uint32_t kNone = 0xffffffff;
  std::uint32_t found = kNone;

 private:
  Point here_, in_;
  double hardest_ = -10, nearest_ = 1e300;
};

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
      for (std::uint32_t e = start; e != NextEdge::kNone && !used_[e]; e = next(e)) {
        used_[e] = true;
        loop.push_back(e);
      }
      visitLoop(loop);
    }
  }

 private:
  std::uint32_t next(std::uint32_t e) const {
    constexpr double kNear = NextEdge::kNear;
    const Point here = outer_[e].to;
    NextEdge next(outer_[e]);
    for (auto at = std::lower_bound(leaving_.begin(), leaving_.end(), std::pair(here.x - kNear, 0U));
         at != leaving_.end() && at->first <= here.x + kNear; ++at)
      if (std::abs(outer_[at->second].from.y - here.y) <= kNear)
        next.consider(outer_[at->second], at->second);
    return next.found;
  }

  const std::vector<OuterEdge>& outer_;
  std::vector<bool> used_;
  std::vector<std::pair<double, std::uint32_t>> leaving_;  ///< by where they begin, from left to right
};

/// What a loop of outer edges, from its first one on, runs round, if that is a hole.
std::optional<Gap> gapIn(const SeamGraph& graph, const std::vector<std::uint32_t>& loop) {
  Gap gap;
  for (const auto e : loop) {
    gap.outline.push_back(graph.outer[e].from);
    gap.pieces.push_back(graph.outer[e].piece);
  }
  const double signedSize = signedArea(gap.outline);
  if (signedSize >= -kOverlapArea) return std::nullopt;  // the outside, or rounding
  gap.area = -signedSize;
  gap.width = 2 * gap.area / perimeter(gap.outline);
  std::sort(gap.pieces.begin(), gap.pieces.end());
  gap.pieces.erase(std::unique(gap.pieces.begin(), gap.pieces.end()), gap.pieces.end());
  return gap;
}

/// Holes between the pieces, round which the outer edges run.
std::vector<Gap> gapsOf(const SeamGraph& graph) {
  std::vector<Gap> out;
  Walker(graph).loops([&](const std::vector<std::uint32_t>& loop) {
    if (auto gap = gapIn(graph, loop)) out.push_back(std::move(*gap));
  });
  return out;
}

/// The holes round which outer edges of some pieces run.
class HolesBeside {
 public:
  HolesBeside(const SeamGraph& graph, const PieceIndex& index)
      : graph_(graph), index_(index), used_(graph.outer.size(), false) {}

  void lookFrom(std::uint32_t piece, std::vector<Gap>& out) {
    const auto [first, last] = edgesOf(piece);
    for (auto e = first; e != last; ++e) {
      if (used_[e]) continue;
      std::vector<std::uint32_t> loop;
      if (!walk(e, loop)) continue;
      std::rotate(loop.begin(), std::min_element(loop.begin(), loop.end()), loop.end());
      if (auto gap = gapIn(graph_, loop)) out.push_back(std::move(*gap));
    }
  }
  /// The outer edge at which a hole's outline begins.
  std::uint32_t beginning(const Gap& gap) const {
    const auto [first, last] = edgesOf(gap.pieces.front());
    for (auto e = first; e != last; ++e)
      if (graph_.outer[e].from == gap.outline.front()) return e;
    return last;
  }

 private:
  static constexpr std::uint32_t kNone = NextEdge::kNone;

  std::pair<std::uint32_t, std::uint32_t> edgesOf(std::uint32_t piece) const {
    const auto& all = graph_.outer;
    const auto first =
        std::partition_point(all.begin(), all.end(), [&](const OuterEdge& o) { return o.piece < piece; });
    auto last = first;
    while (last != all.end() && last->piece == piece) ++last;
    return {static_cast<std::uint32_t>(first - all.begin()), static_cast<std::uint32_t>(last - all.begin())};
  }

  /// False as soon as the way is known to run along the outside, or comes onto one that did.
  bool walk(std::uint32_t start, std::vector<std::uint32_t>& loop) {
    for (std::uint32_t e = start; e != kNone && !used_[e];) {
      used_[e] = true;
      loop.push_back(e);
      const auto next = nextAfter(e);
      if (next == start) return true;
      if (next != kNone && isOutside(e, next)) return false;
      e = next;
    }
    return false;
  }

  /// As Walker::next, from the pieces at the corner.
  std::uint32_t nextAfter(std::uint32_t e) const {
    constexpr double kNear = NextEdge::kNear;
    const Point here = graph_.outer[e].to;
    NextEdge next(graph_.outer[e]);
    for (const auto piece : index_.within({here.x - kNear, here.y - kNear, here.x + kNear, here.y + kNear})) {
      const auto [first, last] = edgesOf(piece);
      for (auto k = first; k != last; ++k) next.consider(graph_.outer[k], k);
    }
    return next.found;
  }

  /// Does the open side of the corner between two edges look out of the bounds of the whole layout?
  bool isOutside(std::uint32_t in, std::uint32_t out) const {
    constexpr double kAtBounds = 1e-6;  // mm
    const Box& all = index_.bounds();
    const Point here = graph_.outer[in].to, back = graph_.outer[in].from - here,
                on = graph_.outer[out].to - graph_.outer[out].from;
    const auto leftTurn = [](Point from, Point to) {
      const double t = -std::atan2(cross(from, to), dot(from, to));
      return t > 0 ? t : t + 2 * std::numbers::pi;
    };
    const double open = leftTurn(on, back);
    const auto looks = [&](Point towards) { return leftTurn(on, towards) < open; };
    return (here.x <= all.left + kAtBounds && looks({-1, 0})) ||
           (here.x >= all.right - kAtBounds && looks({1, 0})) ||
           (here.y <= all.top + kAtBounds && looks({0, -1})) ||
           (here.y >= all.bottom - kAtBounds && looks({0, 1}));
  }

  const SeamGraph& graph_;
  const PieceIndex& index_;
  std::vector<bool> used_;
};

/// Holes away from the change stay as they were.
std::vector<Gap> changedGaps(const std::vector<Gap>& before, const SeamGraph& graph, const PieceIndex& index,
                             const Renumbering& change, const std::vector<std::uint32_t>& beside) {
  std::vector<Gap> out;
  for (const Gap& was : before) {
    Gap gap = was;
    bool stays = true;
    for (auto& i : gap.pieces) {
      i = change.after(i);
      stays = stays && i != Renumbering::kGone && !std::binary_search(beside.begin(), beside.end(), i);
    }
    if (stays) out.push_back(std::move(gap));
  }
  HolesBeside holes(graph, index);
  for (const auto i : beside) holes.lookFrom(i, out);
  std::sort(out.begin(), out.end(),
            [&](const Gap& a, const Gap& b) { return holes.beginning(a) < holes.beginning(b); });
  return out;
}

void lookAt(const Layout& layout, std::uint32_t a, std::uint32_t b, std::vector<Overlap>& overlaps) {
  const Common common = commonOf(layout.outline(a), layout.outline(b));
  if (common.counts()) overlaps.push_back({std::min(a, b), std::max(a, b), common.area, common.depth});
}

}  // namespace

Soundness soundness(const Layout& layout, const SeamGraph& graph) {
  Soundness out;
  BoxGrid(layout).pairs([&](std::uint32_t a, std::uint32_t b) { lookAt(layout, a, b, out.overlaps); });
  out.gaps = gapsOf(graph);
  return out;
}

Soundness changedSoundness(const Soundness& before, const Layout& layoutBefore, const Layout& after,
                           const SeamGraph& graphAfter, const PieceIndex& indexAfter,
                           const Renumbering& change) {
  Soundness out;
  for (Overlap o : before.overlaps) {
    o.a = change.after(o.a);
    o.b = change.after(o.b);
    if (o.a != Renumbering::kGone && o.b != Renumbering::kGone) out.overlaps.push_back(o);
  }
  for (const auto f : change.fresh())
    for (const auto i : piecesNear(after, indexAfter, {circleOf(after, f)}, 0))
      if (i != f && (!change.isFresh(i) || i > f)) lookAt(after, f, i, out.overlaps);
  std::sort(out.overlaps.begin(), out.overlaps.end(),
            [](const Overlap& x, const Overlap& y) { return std::tie(x.a, x.b) < std::tie(y.a, y.b); });
  out.gaps = changedGaps(before.gaps, graphAfter, indexAfter, change,
                         piecesBeside(layoutBefore, after, indexAfter, change));
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
