// Which seam allowance is usual for a patch, by the length of its edges.
#pragma once
#include <vector>

#include "layout/layout.hpp"
#include "measure/length.hpp"
#include "message.hpp"

namespace clathra {

/// Wished allowances as the schools of a system have them, rising: 1/4, 3/8 and 1/2 in; 6, 8, 10 and 12 mm.
std::vector<Length> usualAllowances(LengthUnit unit);

/// The least allowance, mm, whose fold holds along an edge of so many mm: on longer edges a narrow one
/// springs back (docs/calculations.md, "Least allowance for an edge").
double leastAllowanceFor(double edge);

struct AllowanceAdvice {
  Length allowance;
  double edge = 0;  ///< mm, the longest, which it was judged by
  Message why;
};
/// The narrowest usual allowance that holds along a shape's longest edge: never less than what
/// leastAllowanceFor asks.
AllowanceAdvice suggestedAllowance(const Shape& shape, LengthUnit unit);
AllowanceAdvice suggestedAllowance(double longestEdge, LengthUnit unit);

}  // namespace clathra
