#include "measure/quantity.hpp"

#include <cmath>

namespace clathra {

namespace {

constexpr double kInch = 25.4, kYard = 36 * kInch;
constexpr double kHair = 1e-6;  // mm: rounding up must not take a rounding error for cloth

std::int64_t up(double value) {
  return static_cast<std::int64_t>(std::ceil(value));
}

}  // namespace

std::string writeCloth(double mm, LengthUnit unit) {
  const double least = std::max(0.0, mm - kHair);
  if (unit == LengthUnit::Inch)
    return least < 2 * kYard ? formatFraction(up(least / kInch * 8), 8, "in")
                             : formatFraction(up(least / kYard * 8), 8, "yd");
  const std::int64_t tenths = up(least);  // of a centimetre
  if (tenths < 1000) return formatNumber(static_cast<double>(tenths) / 10, 1) + " cm";
  return formatNumber(static_cast<double>(up(least / 10)) / 100, 2) + " m";
}

double roundedToRuler(double mm, LengthUnit unit) {
  const double step = unit == LengthUnit::Inch ? 25.4 / 8 : 1;
  return std::ceil(mm / step - 1e-6) * step;
}

std::string writeSize(double width, double height, LengthUnit unit) {
  constexpr const char* kBy = " × ";
  if (unit == LengthUnit::Inch || std::min(width, height) >= 400)
    return formatReadable(width, unit) + kBy + formatReadable(height, unit);
  return formatNumber(width, 1) + " mm" + kBy + formatNumber(height, 1) + " mm";
}

std::string writeLong(double mm, LengthUnit unit) {
  const double size = std::max(0.0, mm);
  if (unit == LengthUnit::Inch) {
    if (size < 2 * kYard) return formatFraction(std::llround(size / kInch * 8), 8, "in");
    if (size < 10 * kYard) return formatFraction(std::llround(size / kYard * 8), 8, "yd");
    return std::to_string(std::llround(size / kYard)) + " yd";
  }
  if (std::llround(size) < 1000) return formatNumber(size / 10, 1) + " cm";
  return formatNumber(size / 1000, size < 10'000 ? 2 : 1) + " m";
}

std::string writeArea(double mm2, LengthUnit unit) {
  constexpr double kSquareYard = kYard * kYard, kSquareMetre = 1e6;
  if (unit == LengthUnit::Inch)
    return mm2 < kSquareYard ? std::to_string(std::llround(mm2 / (kInch * kInch))) + " sq in"
                             : formatFraction(std::llround(mm2 / kSquareYard * 8), 8, "sq yd");
  return mm2 < kSquareMetre ? std::to_string(std::llround(mm2 / 100)) + " cm²"
                            : formatNumber(mm2 / kSquareMetre, 2) + " m²";
}

std::string writeFine(double mm, int digits) {
  const double step = std::pow(10, -digits);
  if (mm > 0 && mm < step / 2) return "less than " + formatNumber(step, digits) + " mm";
  return formatNumber(mm, digits) + " mm";
}

std::string writeChange(double mm, LengthUnit unit) {
  const std::string size = writeLong(std::abs(mm), unit);
  if (size == writeLong(0, unit)) return {};
  return (mm > 0 ? "+" : "−") + size;
}

std::string SumWriter::line(double mm) {
  const double step = unit_ == LengthUnit::Inch ? kInch / 16 : 0.1;
  exact_ += mm;
  const long long now = std::llround(exact_ / step), part = now - written_;
  written_ = now;
  if (unit_ == LengthUnit::Millimetre) return formatNumber(static_cast<double>(part) / 10, 1) + " mm";
  return (part < 0 ? "−" : "") + formatFraction(std::abs(part), 16, "in");
}

std::string SumWriter::total() const {
  SumWriter all(unit_);
  return all.line(exact_);
}

}  // namespace clathra
