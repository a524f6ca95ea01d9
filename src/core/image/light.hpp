// sRGB levels and linear light. Source: IEC 61966-2-1.
#pragma once
#include <array>
#include <cmath>
#include <cstdint>

namespace clathra {

inline double linearOfLevel(double level) {
  const double v = level / 255;
  return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
}
inline double levelOfLinear(double light) {
  const double v = light <= 0.0031308 ? 12.92 * light : 1.055 * std::pow(light, 1 / 2.4) - 0.055;
  return 255 * std::fmin(1, std::fmax(0, v));
}
/// Of each level, by the share of its colour in the light (ITU-R BT.709).
struct LightTable {
  std::array<float, 256> red, green, blue;
  LightTable() {
    for (std::size_t i = 0; i < 256; ++i) {
      const double l = linearOfLevel(static_cast<double>(i));
      red[i] = static_cast<float>(0.2126 * l);
      green[i] = static_cast<float>(0.7152 * l);
      blue[i] = static_cast<float>(0.0722 * l);
    }
  }
};

}  // namespace clathra
