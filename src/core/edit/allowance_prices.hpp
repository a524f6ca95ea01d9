// What the usual seam allowances come to, side by side.
#pragma once
#include <string>
#include <vector>

#include "cutting/plan.hpp"
#include "cutting/usual_allowances.hpp"

namespace clathra {

/// What is usual for the shapes that wear a cloth: those of one allowance together, the narrowest first.
struct ShapesAdvice {
  std::vector<std::uint16_t> shapes;  ///< rising
  AllowanceAdvice advice;             ///< by the longest edge of them
};
std::vector<ShapesAdvice> usualFor(const Project& project, ClothId cloth);

/// What an allowance comes to, of one cloth or of several.
struct ClothPrice {
  double length = 0;            ///< mm of cloth, windows included
  double toBuy = 0;             ///< mm of it, in the shop's steps
  std::optional<double> money;  ///< of what is to be bought; absent where a price is not known
};

struct AllowancePrice {
  Length allowance;
  std::string method;  ///< that is recommended with it; empty: none can be used
  ClothPrice own;      ///< of the cloth
  ClothPrice all;      ///< of all cloths that are worn and have a size, each with this allowance
  int cloths = 0;      ///< of those; those that no method can cut are left out
  int uncut = 0;       ///< left out so
};
/// The cloths planned anew with each of them; shapes with an allowance of their own keep it. Errors: no such
/// cloth, cancelled.
[[nodiscard]] Result<std::vector<AllowancePrice>> allowancePrices(const Project& project, ClothId cloth,
                                                                  const Progress& progress = {});

}  // namespace clathra
