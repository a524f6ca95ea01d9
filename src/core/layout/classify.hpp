// How pieces are sorted into rows and shapes: what building a layout and changing one have in common.
#pragma once
#include <cstdint>

#include "shape/polygon.hpp"

namespace clathra {

inline constexpr double kSameRow = 1e-2;  ///< mm: centres on one reading row agree better than this

/// A first sieve before the full comparison of outlines.
struct Sieve {
  std::uint16_t count = 0;
  double area = 0, perimeter = 0;
  static Sieve of(PolygonView outline);
  bool matches(const Sieve& o) const;
};

/// How upright an outline about the origin stands: mirrored about a plumb line, sharpest corner at the top.
int uprightness(PolygonView p);

/// Outlines about the origin, corner by corner.
bool samePlace(PolygonView a, PolygonView b);

}  // namespace clathra
