// What the usual seam allowances come to, side by side.
#pragma once
#include <string>
#include <vector>

#include "cutting/plan.hpp"

namespace clathra {

/// Wished allowances as the schools of a system have them: 1/4, 3/8 and 1/2 in; 6, 8, 10 and 12 mm.
std::vector<Length> usualAllowances(LengthUnit unit);

struct AllowanceAdvice {
  Length allowance;
  Message why;
};
/// By the shortest side of the papers, mm: 1/4 in (6 mm) up to an inch, where more would lie double under the
/// patch; 3/8 in (10 mm) up to 3 in, which is easier to hold; beyond that 1/2 in (12 mm).
AllowanceAdvice suggestedAllowance(double shortestSide, LengthUnit unit);
/// The shortest side of the shapes that a cloth's pieces have, mm; nothing without pieces.
std::optional<double> shortestSideOf(const Project& project, ClothId cloth);

struct AllowancePrice {
  Length allowance;
  std::string method;           ///< that is recommended with it; empty: none can be used
  double length = 0;            ///< mm of cloth, windows included
  double toBuy = 0;             ///< mm of it, in the shop's steps
  std::optional<double> money;  ///< of what is to be bought, where the price is known
};
/// A cloth planned anew with each of them. Errors: no such cloth, cancelled.
[[nodiscard]] Result<std::vector<AllowancePrice>> allowancePrices(const Project& project, ClothId cloth,
                                                                  const Progress& progress = {});

}  // namespace clathra
