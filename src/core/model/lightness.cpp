#include "model/lightness.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

/// Relative luminance, 0 to 1.
double luminance(Rgb c) {
  const auto linear = [](std::uint8_t v) {
    const double s = v / 255.0;
    return s <= 0.04045 ? s / 12.92 : std::pow((s + 0.055) / 1.055, 2.4);
  };
  return 0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b);
}

}  // namespace

double lightness(Rgb colour) {
  const double y = luminance(colour);
  return y > 216.0 / 24389 ? 116 * std::cbrt(y) - 16 : y * 24389 / 27;
}

Rgb greyOf(Rgb colour) {
  const double y = luminance(colour);
  const double s = y <= 0.0031308 ? 12.92 * y : 1.055 * std::pow(y, 1 / 2.4) - 0.055;
  const auto v = static_cast<std::uint8_t>(std::clamp(std::lround(s * 255), 0L, 255L));
  return {v, v, v};
}

}  // namespace clathra
