#include "model/lightness.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clathra {

namespace {

double linear(std::uint8_t v) {
  const double s = v / 255.0;
  return s <= 0.04045 ? s / 12.92 : std::pow((s + 0.055) / 1.055, 2.4);
}

/// Relative luminance, 0 to 1.
double luminance(Rgb c) {
  return 0.2126 * linear(c.r) + 0.7152 * linear(c.g) + 0.0722 * linear(c.b);
}

struct Lab {
  double l = 0, a = 0, b = 0;
};

Lab labOf(Rgb c) {
  const double r = linear(c.r), g = linear(c.g), b = linear(c.b);
  const auto f = [](double t) { return t > 216.0 / 24389 ? std::cbrt(t) : (24389.0 / 27 * t + 16) / 116; };
  const double x = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.95047), y = f(luminance(c)),
               z = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.08883);
  return {116 * y - 16, 500 * (x - y), 200 * (y - z)};
}

}  // namespace

double colourDistance(Rgb a, Rgb b) {
  const Lab p = labOf(a), q = labOf(b);
  return std::sqrt((p.l - q.l) * (p.l - q.l) + (p.a - q.a) * (p.a - q.a) + (p.b - q.b) * (p.b - q.b));
}

std::vector<std::size_t> nearColours(const std::vector<Rgb>& colours, const std::vector<std::size_t>& counts,
                                     double within) {
  std::vector<std::size_t> order(colours.size()), out(colours.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  std::stable_sort(order.begin(), order.end(),
                   [&](std::size_t a, std::size_t b) { return counts[a] > counts[b]; });
  std::vector<std::size_t> standing;
  for (const std::size_t i : order) {
    std::size_t with = i;
    double nearest = within;
    for (const std::size_t s : standing)
      if (const double d = colourDistance(colours[i], colours[s]); d < nearest) {
        nearest = d;
        with = s;
      }
    out[i] = with;
    if (with == i) standing.push_back(i);
  }
  return out;
}

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
