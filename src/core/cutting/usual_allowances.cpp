#include "cutting/usual_allowances.hpp"

#include <algorithm>

namespace clathra {

namespace {

constexpr double kRounding = 1e-6;                          // mm
constexpr double kShort = 25.4, kMiddle = 55, kLong = 100;  // mm of edge

}  // namespace

std::vector<Length> usualAllowances(LengthUnit unit) {
  if (unit == LengthUnit::Inch)
    return {Length::sixtyFourths(16), Length::sixtyFourths(24), Length::sixtyFourths(32)};
  return {Length::millimetres(6), Length::millimetres(8), Length::millimetres(10), Length::millimetres(12)};
}

double leastAllowanceFor(double edge) {
  if (edge > kLong + kRounding) return 12;
  if (edge > kMiddle + kRounding) return 9;
  return edge > kShort + kRounding ? 6 : 4;
}

AllowanceAdvice suggestedAllowance(double longestEdge, LengthUnit unit) {
  const auto usual = usualAllowances(unit);
  const auto holds = std::find_if(usual.begin(), usual.end(), [&](Length each) {
    return each.mm() >= leastAllowanceFor(longestEdge) - kRounding;
  });
  const char* why = longestEdge > kLong + kRounding     ? "allowance-for-large"
                    : longestEdge > kMiddle + kRounding ? "allowance-for-long"
                    : longestEdge > kShort + kRounding  ? "allowance-for-middle"
                                                        : "allowance-for-small";
  return {holds == usual.end() ? usual.back() : *holds, longestEdge, Message(why, sizeArg(longestEdge))};
}

AllowanceAdvice suggestedAllowance(const Shape& shape, LengthUnit unit) {
  double longest = 0;
  for (const OutlineEdge& edge : shape.edges) longest = std::max(longest, edge.length);
  return suggestedAllowance(longest, unit);
}

}  // namespace clathra
