#include "motif/colour.hpp"

#include <cmath>
#include <numbers>

#include "image/light.hpp"

namespace clathra {

namespace {

double root(double t) {
  constexpr double kLow = 216.0 / 24389, kSlope = 24389.0 / 27;
  return t > kLow ? std::cbrt(t) : (kSlope * t + 16) / 116;
}

double radians(double degrees) {
  return degrees * std::numbers::pi / 180;
}

double hueOf(double a, double b) {
  if (a == 0 && b == 0) return 0;
  const double h = std::atan2(b, a) * 180 / std::numbers::pi;
  return h < 0 ? h + 360 : h;
}

}  // namespace

Lab labOf(double red, double green, double blue) {
  const double r = linearOfLevel(red), g = linearOfLevel(green), b = linearOfLevel(blue);
  const double x = root((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047),
               y = root(0.2126729 * r + 0.7151522 * g + 0.0721750 * b),
               z = root((0.0193339 * r + 0.1191920 * g + 0.9503041 * b) / 1.08883);
  return {116 * y - 16, 500 * (x - y), 200 * (y - z)};
}

double deltaE2000(const Lab& one, const Lab& two) {
  // The names are those of the paper.
  const double c1 = std::hypot(one.a, one.b), c2 = std::hypot(two.a, two.b);
  const double mean7 = std::pow((c1 + c2) / 2, 7), far7 = std::pow(25.0, 7);
  const double g = 0.5 * (1 - std::sqrt(mean7 / (mean7 + far7)));
  const double a1 = (1 + g) * one.a, a2 = (1 + g) * two.a;
  const double cp1 = std::hypot(a1, one.b), cp2 = std::hypot(a2, two.b);
  const double h1 = hueOf(a1, one.b), h2 = hueOf(a2, two.b);
  const double dl = two.l - one.l, dc = cp2 - cp1;
  const bool grey = cp1 * cp2 == 0;
  double dh = grey ? 0 : h2 - h1;
  if (dh > 180) dh -= 360;
  if (dh < -180) dh += 360;
  const double dH = 2 * std::sqrt(cp1 * cp2) * std::sin(radians(dh / 2));
  const double l = (one.l + two.l) / 2, c = (cp1 + cp2) / 2;
  double h = h1 + h2;
  if (!grey) {
    if (std::abs(h1 - h2) > 180) h += h < 360 ? 360 : -360;
    h /= 2;
  }
  const double t = 1 - 0.17 * std::cos(radians(h - 30)) + 0.24 * std::cos(radians(2 * h)) +
                   0.32 * std::cos(radians(3 * h + 6)) - 0.20 * std::cos(radians(4 * h - 63));
  const double turn = 30 * std::exp(-std::pow((h - 275) / 25, 2));
  const double c7 = std::pow(c, 7), rc = 2 * std::sqrt(c7 / (c7 + far7));
  const double sl = 1 + 0.015 * (l - 50) * (l - 50) / std::sqrt(20 + (l - 50) * (l - 50)), sc = 1 + 0.045 * c,
               sh = 1 + 0.015 * c * t, rt = -std::sin(radians(2 * turn)) * rc;
  const double vl = dl / sl, vc = dc / sc, vh = dH / sh;
  return std::sqrt(vl * vl + vc * vc + vh * vh + rt * vc * vh);
}

}  // namespace clathra
