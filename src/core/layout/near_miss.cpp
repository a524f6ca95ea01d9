#include "layout/near_miss.hpp"

#include <algorithm>
#include <cmath>

#include "layout/small_change.hpp"
#include "layout/soundness.hpp"

namespace clathra {

namespace {

constexpr Angle kAlongside = Angle::degrees(2);  // between two edges that were meant to meet
constexpr double kShort = 1;                     // mm: shorter stretches are no edges that papers meet along

void lookAt(const Layout& layout, const PieceIndex& index, const OuterEdge& e, std::vector<NearMiss>& out) {
  if (distance(e.from, e.to) < kShort) return;
  const Point middle = 0.5 * (e.from + e.to), along = e.to - e.from;
  const double r = kPapersDoNotMeet;
  NearMiss found{e.piece, e.piece, e.edge, r};
  for (const auto i : index.within({middle.x - r, middle.y - r, middle.x + r, middle.y + r})) {
    if (i == e.piece) continue;
    const PolygonView outline = layout.outline(i);
    for (std::size_t k = 0; k < outline.size(); ++k) {
      const Point a = outline[k], d = outline[(k + 1) % outline.size()] - a;
      const double l = length(d);
      if (l < 1e-9) continue;
      const double t = dot(middle - a, d) / (l * l);
      if (t < 0 || t > 1) continue;
      const double off = distance(middle, a + t * d);
      if (off >= found.miss) continue;
      const double aside = std::abs(sin(turnBetween(along, d)));
      if (aside > sin(kAlongside)) continue;
      found.miss = off;
      found.other = i;
    }
  }
  if (found.other != e.piece && found.miss > kMeet) out.push_back(found);
}

}  // namespace

std::vector<NearMiss> nearMisses(const Layout& layout, const SeamGraph& graph, const PieceIndex& index) {
  std::vector<NearMiss> out;
  for (const OuterEdge& e : graph.outer) lookAt(layout, index, e, out);
  return out;
}

std::vector<NearMiss> changedNearMisses(const std::vector<NearMiss>& before, const Layout& layoutBefore,
                                        const Layout& after, const SeamGraph& graphAfter,
                                        const PieceIndex& indexAfter, const Renumbering& change) {
  const auto anew = piecesBeside(layoutBefore, after, indexAfter, change);
  const auto isAnew = [&](std::uint32_t i) { return std::binary_search(anew.begin(), anew.end(), i); };
  std::vector<NearMiss> out;
  for (NearMiss m : before) {
    m.piece = change.after(m.piece);
    m.other = change.after(m.other);
    if (m.piece != Renumbering::kGone && m.other != Renumbering::kGone && !isAnew(m.piece)) out.push_back(m);
  }
  for (const auto i : anew) {
    const auto first = std::partition_point(graphAfter.outer.begin(), graphAfter.outer.end(),
                                            [&](const OuterEdge& o) { return o.piece < i; });
    for (auto e = first; e != graphAfter.outer.end() && e->piece == i; ++e)
      lookAt(after, indexAfter, *e, out);
  }
  std::stable_sort(out.begin(), out.end(),
                   [](const NearMiss& a, const NearMiss& b) { return a.piece < b.piece; });
  return out;
}

}  // namespace clathra
