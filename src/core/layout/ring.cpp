#include "layout/ring.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

constexpr double kAlikeLength = 0.01;  // mm: papers this alike meet

/// The step from one copy to the next: edge `in` comes to lie backwards on edge `out`.
struct Step {
  Point from, to;
  Angle turn;
  Point operator()(Point p) const { return rotated(p - from, turn) + to; }
};

std::optional<Step> stepOf(PolygonView p, std::size_t in, std::size_t out) {
  if (in >= p.size() || out >= p.size() || in == out) return std::nullopt;
  const Point a = p[in], b = p[(in + 1) % p.size()], c = p[out], d = p[(out + 1) % p.size()];
  if (std::abs(distance(a, b) - distance(c, d)) > kAlikeLength) return std::nullopt;
  const Point have = b - a, want = c - d;
  const Angle turn = turnBetween(have, want);
  if (abs(turn) < Angle::radians(1e-6)) return std::nullopt;
  return Step{a, d, turn};
}

}  // namespace

std::optional<RingAnswer> ringOfCopies(PolygonView p, std::size_t in, std::size_t out) {
  const auto step = stepOf(p, in, out);
  if (!step) return std::nullopt;
  RingAnswer answer;
  answer.pieces = static_cast<int>(std::lround(kWholeTurn / abs(step->turn)));
  if (answer.pieces < 3) return std::nullopt;
  answer.open = kWholeTurn - answer.pieces * abs(step->turn);
  // After n steps the first edge comes to lie here:
  const Point a = p[in], b = p[(in + 1) % p.size()];
  Point at = a, end = b;
  for (int k = 0; k < answer.pieces; ++k) {
    at = (*step)(at);
    end = (*step)(end);
  }
  answer.miss = std::max(distance(at, a), distance(end, b));
  return answer;
}

std::optional<RingAhead> ringAhead(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                                   const OpenEdge& open) {
  const std::uint32_t last = open.edge.piece;
  const PolygonView outline = layout.outline(last);
  if (open.radius != 0) return std::nullopt;
  std::optional<RingAhead> best;
  for (const auto s : graph.seamsOf(last)) {
    const Seam& seam = graph.seams[s];
    const auto before = graph.across(s, last);
    if (layout.pieces[before].shape != layout.pieces[last].shape) continue;
    const std::size_t in = seam.a == last ? seam.edgeOfA : seam.edgeOfB, out = open.edge.edge;
    const auto step = stepOf(outline, in, out);
    const auto answer = ringOfCopies(outline, in, out);
    if (!step || !answer) continue;
    // The piece before must be this one's copy one step back, else the chain is another one.
    const Point back = rotated(layout.pieces[last].centre - step->to, -step->turn) + step->from;
    if (distance(back, layout.pieces[before].centre) > 1) continue;
    RingAhead ahead{*answer, {}};
    Polygon copy(outline.begin(), outline.end());
    for (int k = 1; k < answer->pieces && answer->miss < kMeet; ++k) {
      for (Point& p : copy) p = (*step)(p);
      if (index.at(layout, centroid(copy)) || !isFree(layout, index, copy)) {
        const auto there = index.at(layout, centroid(copy));
        const bool same = there && distance(layout.pieces[*there].centre, centroid(copy)) < 0.1;
        if (same) continue;  // the beginning of the chain
        ahead.missing.clear();
        break;
      }
      ahead.missing.push_back(copy);
    }
    if (!best || std::abs(ahead.answer.miss) < std::abs(best->answer.miss)) best = std::move(ahead);
  }
  return best;
}

}  // namespace clathra
