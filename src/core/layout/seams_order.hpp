// The order of a seam graph, which is the same however its seams were found.
#pragma once
#include <algorithm>

#include "layout/seams.hpp"

namespace clathra {

/// A seam graph while it is made.
struct FoundSeams {
  std::vector<Seam> seams;
  std::vector<Point> corners;
  std::vector<OuterEdge> outer;
};

/// Where a seam begins on the outline of its first piece: by edge, then by the way along it.
template <class Corners, class Beginning>
bool seamBefore(const Corners& corners, const Seam& x, const Seam& y, const Beginning& beginning) {
  if (x.a != y.a) return x.a < y.a;
  if (x.edgeOfA != y.edgeOfA) return x.edgeOfA < y.edgeOfA;
  const Point from = beginning(x.a, x.edgeOfA);
  return distance(corners[x.start], from) < distance(corners[y.start], from);
}
template <class Beginning>
bool outerBefore(const OuterEdge& x, const OuterEdge& y, const Beginning& beginning) {
  if (x.piece != y.piece) return x.piece < y.piece;
  if (x.edge != y.edge) return x.edge < y.edge;
  const Point from = beginning(x.piece, x.edge);
  return distance(x.from, from) < distance(y.from, from);
}

/// Sorted into buckets by `pieceOf`, then each of the few in a bucket by `before`.
template <class Item, class PieceOf, class Before>
void sortByPiece(std::vector<Item>& items, std::size_t pieces, PieceOf pieceOf, Before before) {
  std::vector<std::uint32_t> next(pieces + 1, 0);
  for (const Item& i : items) ++next[pieceOf(i) + 1];
  for (std::size_t p = 0; p < pieces; ++p) next[p + 1] += next[p];
  std::vector<Item> out(items.size());
  for (const Item& i : items) {
    std::uint32_t at = next[pieceOf(i)]++;
    out[at] = i;
    for (; at > 0 && pieceOf(out[at - 1]) == pieceOf(i) && before(i, out[at - 1]); --at)
      std::swap(out[at], out[at - 1]);
  }
  items = std::move(out);
}

/// Lays each seam along its lower piece, and seams and outer edges in order. `beginning(piece, edge)` is the
/// corner at which that edge of the outline begins.
template <class Beginning>
void putInOrder(FoundSeams& graph, std::size_t pieces, const Beginning& beginning) {
  for (Seam& s : graph.seams) {
    if (s.a < s.b) continue;
    std::swap(s.a, s.b);
    std::swap(s.edgeOfA, s.edgeOfB);
    std::swap(s.start, s.end);
  }
  sortByPiece(
      graph.seams, pieces, [](const Seam& s) { return s.a; },
      [&](const Seam& x, const Seam& y) { return seamBefore(graph.corners, x, y, beginning); });
  sortByPiece(
      graph.outer, pieces, [](const OuterEdge& o) { return o.piece; },
      [&](const OuterEdge& x, const OuterEdge& y) { return outerBefore(x, y, beginning); });
}

/// For seams in order: numbers the corners as they come and drops those that no seam ends at, adds up the
/// lengths, lists the seams of each piece.
SeamGraph finished(FoundSeams found, std::size_t pieces);

}  // namespace clathra
