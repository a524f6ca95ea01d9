#include "draw/palette.hpp"

#include <cmath>

namespace clathra {

const Palette& dayPalette() {
  static const Palette p{QColor(0xF3EEE4),  QColor(0xFCFAF5),
                         QColor(0xD8CEBD),  QColor(0x1F2D38),
                         QColor(0x55616A),  QColor(0xA03C28),
                         QColor(0x48683A),  QColor(0x8A5F00),
                         QColor(0x1B6A88),  QColor(0xEFE6D8),
                         QColor(0xF5E9D2),  QColor(Qt::white),
                         QColor(Qt::white), false};
  return p;
}

const Palette& eveningPalette() {
  static const Palette p{QColor(0x1A2228), QColor(0x232D34),
                         QColor(0x3B4750), QColor(0xF2EBDF),
                         QColor(0xB5BCB8), QColor(0xF0906F),
                         QColor(0xA9C98F), QColor(0xE2B65A),
                         QColor(0x74C4DE), QColor(0x2E3A43),
                         QColor(0x3A3424), QColor(0x1A2228),
                         QColor(0xF4EFE5), true};
  return p;
}

const Palette& printPalette() {
  static const Palette p{QColor(Qt::white), QColor(Qt::white),
                         QColor(0x9A9A9A),  QColor(Qt::black),
                         QColor(0x404040),  QColor(Qt::black),
                         QColor(Qt::black), QColor(Qt::black),
                         QColor(Qt::black), QColor(0xEEEEEE),
                         QColor(0xF4F4F4),  QColor(Qt::white),
                         QColor(Qt::white), false};
  return p;
}

QColor colourOf(Rgb c) {
  return QColor(c.r, c.g, c.b);
}

namespace {
double luminance(const QColor& c) {
  const auto linear = [](double s) { return s <= 0.04045 ? s / 12.92 : std::pow((s + 0.055) / 1.055, 2.4); };
  return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
}
}  // namespace

double contrast(const QColor& a, const QColor& b) {
  const double x = luminance(a), y = luminance(b);
  return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

QColor readableOn(const QColor& ground) {
  // Of black and white one always reaches 4.58:1.
  return contrast(Qt::black, ground) >= contrast(Qt::white, ground) ? QColor(Qt::black) : QColor(Qt::white);
}

}  // namespace clathra
