// The seam graph: which pieces meet along which stretch. Everything later (order, thread, motif meeting,
// papers out) reads this one graph.
//
// The builder guarantees:
//  1 every stretch of an outline lies in exactly one seam or one outer edge (to kMeet);
//  2 a seam is as long as the two outlines coincide without a break; T-junctions end seams;
//  3 a corner is a point where seams end, shared by all seams that end there; after small changes some are
//    in use no more, and are taken again first;
//  4 an arc, which is kept as chords, is one seam with its true length;
//  5 the answer, its order too, does not depend on where the layout lies or how it is turned: seams and outer
//    edges follow each other by their (lower) piece, clockwise along its outline.
#pragma once
#include <cstdint>
#include <span>
#include <vector>

#include "groups.hpp"
#include "layout/layout.hpp"

namespace clathra {

/// Outlines closer than this along a common line coincide (mm). Wider misses are gaps or overlaps.
inline constexpr double kMeet = 0.02;

struct Seam {
  std::uint32_t a = 0, b = 0;              ///< pieces (indices), a below b; it runs along a's outline
  std::uint16_t edgeOfA = 0, edgeOfB = 0;  ///< along an arc: the chords at `start`
  std::uint32_t start = 0, end = 0;        ///< corners
  double length = 0;                       ///< mm, along the arc if it is one
};

struct SeamPieces {
  static std::pair<std::uint32_t, std::uint32_t> range(const Seam& s) { return {s.a, s.b}; }
  static void shift(Seam& s, std::int32_t by) {
    PlainNumbers::shift(s.a, by);
    PlainNumbers::shift(s.b, by);
  }
  static void renumber(Seam& s, const Renumbering& how) {
    s.a = how.after(s.a);
    s.b = how.after(s.b);
  }
};

/// A straight stretch, or one chord of an arc.
struct OuterEdge {
  std::uint32_t piece = 0;
  std::uint16_t edge = 0;
  Point from, to;     ///< the piece lies to the right when walking from `from` to `to`
  double length = 0;  ///< mm, along the arc if it is one
};

struct SeamGraph {
  SharedList<Seam, SeamPieces> seams;
  SharedList<Point> corners;
  std::vector<std::uint32_t> unusedCorners;
  std::vector<OuterEdge> outer;
  double seamLength = 0;   ///< mm
  double outerLength = 0;  ///< mm
  Groups seamsOfPieces;    ///< for each piece, rising

  std::size_t pieces() const { return seamsOfPieces.size(); }
  Groups::Range seamsOf(std::size_t piece) const { return seamsOfPieces[piece]; }
  std::uint32_t across(std::uint32_t seam, std::uint32_t piece) const {
    const Seam s = seams[seam];
    return s.a == piece ? s.b : s.a;
  }
};

struct OutlineRef {
  std::uint32_t first = 0;
  std::uint16_t count = 0;
};

/// O(n log n) in the number of edges: edges are sorted into common lines, and each line is swept once.
SeamGraph buildSeams(std::span<const Point> corners, std::span<const OutlineRef> outlines);
SeamGraph buildSeams(const Layout& layout);
/// Of some pieces among themselves; they are numbered as they come.
SeamGraph buildSeams(const Layout& layout, std::span<const std::uint32_t> pieces);

/// Pieces exactly k seams away from `piece` (0: the piece itself), in the order of their numbers.
std::vector<std::uint32_t> ringOf(const SeamGraph& graph, std::uint32_t piece, int k);

/// Corners at which an odd number of seams ends, and the least number of runs in which all seams can be sewn:
/// for each connected part of the seam graph max(1, odd corners / 2) (Euler).
struct RunBound {
  int oddCorners = 0;
  int leastRuns = 0;
};
RunBound runBound(const SeamGraph& graph);

}  // namespace clathra
