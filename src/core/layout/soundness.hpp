// Is a layout sound: no two pieces overlap, and no unintended gap is left between them.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/layout.hpp"
#include "layout/piece_index.hpp"
#include "layout/seams.hpp"

namespace clathra {

inline constexpr double kPapersDoNotMeet = 0.5;  ///< mm

struct Overlap {
  std::uint32_t a = 0, b = 0;
  double area = 0;   ///< mm²
  double depth = 0;  ///< mm: how wide the common part is at its narrowest
};
/// A hole that pieces enclose.
struct Gap {
  Polygon outline;
  double area = 0;   ///< mm²
  double width = 0;  ///< mm: area over half the outline; under 0.5 mm papers do not meet here
  std::vector<std::uint32_t> pieces;  ///< round it
};
struct Soundness {
  std::vector<Overlap> overlaps;
  std::vector<Gap> gaps;
  bool sound() const { return overlaps.empty() && gaps.empty(); }
};

/// For pieces of any simple outline, convex, with reflex corners or with arcs.
Soundness soundness(const Layout& layout, const SeamGraph& graph);

/// The same after a change of the layout: only pieces near what changed are looked at.
Soundness changedSoundness(const Soundness& before, const Layout& layoutBefore, const Layout& after,
                           const SeamGraph& graphAfter, const PieceIndex& indexAfter,
                           const Renumbering& change);

/// The outer edges joined end to end: the outside clockwise, holes anticlockwise.
std::vector<Polygon> boundaryLoops(const SeamGraph& graph);

}  // namespace clathra
