// The seam graph after a small change. A seam depends on its two pieces alone and an outer edge on its piece
// and what lies beside it, so only those of pieces near a change are found anew, in a small graph of their
// own.
#include <algorithm>
#include <numeric>

#include "layout/change.hpp"
#include "layout/seams_order.hpp"

namespace clathra {

namespace {

constexpr double kReach = 1;  // mm beyond the outlines; those that meet are nearer than kMeet

std::vector<Circle> circlesOf(const Layout& layout, const std::vector<std::uint32_t>& pieces) {
  std::vector<Circle> out;
  out.reserve(pieces.size());
  for (const auto i : pieces) out.push_back(circleOf(layout, i));
  return out;
}

/// The corners of the graph that lie near a change.
class NearCorners {
 public:
  void add(const SeamGraph& graph, std::uint32_t piece) {
    for (const auto s : graph.seamsOf(piece)) {
      ids_.push_back(graph.seams[s].start);
      ids_.push_back(graph.seams[s].end);
    }
  }
  void close() {
    std::sort(ids_.begin(), ids_.end());
    ids_.erase(std::unique(ids_.begin(), ids_.end()), ids_.end());
  }
  /// The corner at that spot; added to the graph's where there is none.
  std::uint32_t at(Point p, std::vector<Point>& corners) {
    for (const auto id : ids_) {
      const Point d = corners[id] - p;
      if (dot(d, d) <= kMeet * kMeet) return id;
    }
    corners.push_back(p);
    ids_.push_back(static_cast<std::uint32_t>(corners.size() - 1));
    return ids_.back();
  }

 private:
  std::vector<std::uint32_t> ids_;
};

/// What lies beside the changed pieces, with the seams among it.
struct Near {
  std::vector<std::uint32_t> pieces;  // indices after, rising
  SeamGraph graph;                    // by place in `pieces`
};

Near seamsNear(const Layout& layout, std::vector<std::uint32_t> pieces) {
  Near out{std::move(pieces), {}};
  std::vector<OutlineRef> outlines;
  for (const auto i : out.pieces) outlines.push_back({layout.pieces[i].first, layout.pieces[i].count});
  out.graph = buildSeams(*layout.corners, outlines);
  return out;
}

/// Two lists in order made one.
template <class Item, class Keep, class Before>
std::vector<Item> merged(const std::vector<Item>& old, const std::vector<Item>& fresh, Keep keep,
                         Before before) {
  std::vector<Item> out(old.size() + fresh.size());
  Item* to = out.data();  // one that is not kept is written over
  std::size_t k = 0;
  for (const Item& item : old) {
    *to = item;
    if (!keep(*to)) continue;
    for (; k < fresh.size() && before(fresh[k], *to); ++to) {
      to[1] = to[0];
      *to = fresh[k++];
    }
    ++to;
  }
  to = std::copy(fresh.begin() + static_cast<std::ptrdiff_t>(k), fresh.end(), to);
  out.resize(static_cast<std::size_t>(to - out.data()));
  return out;
}

}  // namespace

SeamGraph changedSeams(const SeamGraph& graph, const Layout& before, const Layout& after,
                       const LayoutChange& change) {
  std::vector<Circle> changed = circlesOf(before, change.gone);
  const auto fresh = circlesOf(after, change.fresh);
  changed.insert(changed.end(), fresh.begin(), fresh.end());
  // Pieces that touch a change get new seams and edges; those that touch them are needed to find these.
  const auto touched = piecesNear(after, changed, kReach);
  const Near near = seamsNear(after, piecesNear(after, circlesOf(after, touched), kReach));
  std::vector<std::uint8_t> anew(after.size(), 0);
  for (const auto i : touched) anew[i] = 1;

  SeamGraph out;
  out.corners = graph.corners;
  NearCorners corners;
  std::vector<std::uint8_t> isNear(after.size(), 0);
  for (const auto i : near.pieces) isNear[i] = 1;
  for (std::uint32_t i = 0; i < before.size(); ++i)
    if (change.moved[i] == LayoutChange::kGone || isNear[change.moved[i]]) corners.add(graph, i);
  corners.close();
  std::vector<Seam> seams;
  for (Seam s : near.graph.seams) {
    s.a = near.pieces[s.a];
    s.b = near.pieces[s.b];
    if (!anew[s.a] && !anew[s.b]) continue;
    s.start = corners.at(near.graph.corners[s.start], out.corners);
    s.end = corners.at(near.graph.corners[s.end], out.corners);
    seams.push_back(s);
  }
  std::vector<OuterEdge> outer;
  for (OuterEdge o : near.graph.outer) {
    o.piece = near.pieces[o.piece];
    if (anew[o.piece]) outer.push_back(o);
  }

  const auto beginning = [&](std::uint32_t piece, std::uint16_t edge) { return after.outline(piece)[edge]; };
  const auto stays = [&](std::uint32_t& piece) {
    piece = change.moved[piece];
    return piece != LayoutChange::kGone && !anew[piece];
  };
  out.seams = merged(
      graph.seams, seams, [&](Seam& s) { return stays(s.a) && stays(s.b); },
      [&](const Seam& x, const Seam& y) { return seamBefore(out, x, y, beginning); });
  out.outer = merged(
      graph.outer, outer, [&](OuterEdge& o) { return stays(o.piece); },
      [&](const OuterEdge& x, const OuterEdge& y) { return outerBefore(x, y, beginning); });
  finishSeams(out, after.size());
  return out;
}

void finishSeams(SeamGraph& graph, std::size_t pieces) {
  constexpr std::uint32_t kUnused = 0xffffffff;
  std::vector<std::uint32_t> now(graph.corners.size(), kUnused);
  std::vector<Point> kept;
  kept.reserve(graph.corners.size());
  const auto number = [&](std::uint32_t& corner) {
    if (now[corner] == kUnused) {
      now[corner] = static_cast<std::uint32_t>(kept.size());
      kept.push_back(graph.corners[corner]);
    }
    corner = now[corner];
  };
  graph.seamLength = graph.outerLength = 0;
  graph.firstOfPiece.assign(pieces + 1, 0);
  for (Seam& s : graph.seams) {
    number(s.start);
    number(s.end);
    graph.seamLength += s.length;
    ++graph.firstOfPiece[s.a + 1];
    ++graph.firstOfPiece[s.b + 1];
  }
  for (const OuterEdge& o : graph.outer) graph.outerLength += o.length;
  graph.corners = std::move(kept);
  std::partial_sum(graph.firstOfPiece.begin(), graph.firstOfPiece.end(), graph.firstOfPiece.begin());
  graph.seamsOfPiece.resize(graph.seams.size() * 2);
  auto next = graph.firstOfPiece;
  for (std::uint32_t i = 0; i < graph.seams.size(); ++i) {
    graph.seamsOfPiece[next[graph.seams[i].a]++] = i;
    graph.seamsOfPiece[next[graph.seams[i].b]++] = i;
  }
}

}  // namespace clathra
