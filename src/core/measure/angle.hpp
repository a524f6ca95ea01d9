// Turns and angles, with their unit in the type.
#pragma once
#include <cmath>
#include <compare>
#include <numbers>

namespace clathra {

/// Clockwise on screen, since y points down. Kept in degrees, so that what was typed comes back as it was.
class Angle {
 public:
  constexpr Angle() = default;
  static constexpr Angle degrees(double d) { return Angle(d); }
  static constexpr Angle radians(double r) { return Angle(r * 180 / std::numbers::pi); }

  constexpr double degrees() const { return degrees_; }
  constexpr double radians() const { return degrees_ * std::numbers::pi / 180; }
  /// The same direction between -180° and 180°.
  Angle wrapped() const { return Angle(std::remainder(degrees_, 360)); }

  friend constexpr auto operator<=>(Angle, Angle) = default;  // NOLINT(modernize-use-nullptr): its slip
  friend constexpr Angle operator+(Angle a, Angle b) { return Angle(a.degrees_ + b.degrees_); }
  friend constexpr Angle operator-(Angle a, Angle b) { return Angle(a.degrees_ - b.degrees_); }
  friend constexpr Angle operator-(Angle a) { return Angle(-a.degrees_); }
  friend constexpr Angle operator*(double k, Angle a) { return Angle(k * a.degrees_); }
  friend constexpr Angle operator/(Angle a, double k) { return Angle(a.degrees_ / k); }
  friend constexpr double operator/(Angle a, Angle b) { return a.degrees_ / b.degrees_; }  ///< no unit
  Angle& operator+=(Angle a) { return *this = *this + a; }
  Angle& operator-=(Angle a) { return *this = *this - a; }

 private:
  explicit constexpr Angle(double d) : degrees_(d) {}
  double degrees_ = 0;
};

inline constexpr Angle kQuarterTurn = Angle::degrees(90), kHalfTurn = Angle::degrees(180),
                       kWholeTurn = Angle::degrees(360);

inline double sin(Angle a) {
  return std::sin(a.radians());
}
inline double cos(Angle a) {
  return std::cos(a.radians());
}
inline double tan(Angle a) {
  return std::tan(a.radians());
}
inline Angle abs(Angle a) {
  return a < Angle() ? -a : a;
}

}  // namespace clathra
