// Is a layout sound: no two pieces overlap, and no unintended gap is left between them.
#pragma once
#include <cstdint>
#include <vector>

#include "layout/layout.hpp"
#include "layout/seams.hpp"

namespace clathra {

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

inline constexpr double kOverlapArea = 0.01;     ///< mm²
inline constexpr double kOverlapDepth = 0.02;    ///< mm: shallower ones are rounding along T-junctions
inline constexpr double kPapersDoNotMeet = 0.5;  ///< mm

/// For pieces of any simple outline, convex, with reflex corners or with arcs.
Soundness soundness(const Layout& layout, const SeamGraph& graph);

/// The outer edges joined end to end: the outside clockwise, holes anticlockwise.
std::vector<Polygon> boundaryLoops(const SeamGraph& graph);

}  // namespace clathra
