// Exact lengths. A Length is a whole count of nanometres, which holds 1/64 in (396 875 nm) and 0.001 mm
// alike.
#pragma once
#include <compare>
#include <cstdint>
#include <string>
#include <string_view>

#include "result.hpp"

namespace clathra {

inline constexpr double kMmPerInch = 25.4;

enum class LengthUnit { Inch, Millimetre };

/// The unit a length was typed in, so that it comes back as it was typed.
enum class TypedIn : std::uint8_t { Nothing, Inch, Yard, Millimetre, Centimetre, Metre };

/// A length that was typed or bought. Calculated coordinates are plain double millimetres; to cross over, say
/// which unit is meant (`Length::millimetres`, `mm()`), so wrong mixes do not compile.
class Length {
 public:
  constexpr Length() = default;
  static constexpr Length nanometres(std::int64_t n) { return Length(n); }
  static Length millimetres(double mm);  ///< to the nearest nanometre
  static constexpr Length sixtyFourths(std::int64_t n) {
    return Length(n * kNmPerSixtyFourth);
  }  ///< of an inch
  static constexpr Length wholeInches(std::int64_t n) { return Length(n * 64 * kNmPerSixtyFourth); }

  constexpr std::int64_t nm() const { return nm_; }
  constexpr double mm() const { return static_cast<double>(nm_) * 1e-6; }
  constexpr double inches() const { return static_cast<double>(nm_) / (64.0 * kNmPerSixtyFourth); }

  constexpr TypedIn typedIn() const { return typedIn_; }
  constexpr Length typed(TypedIn unit) const {
    Length out = *this;
    out.typedIn_ = unit;
    return out;
  }

  /// Lengths are equal however they were typed.
  friend constexpr auto operator<=>(Length a, Length b) { return a.nm_ <=> b.nm_; }
  friend constexpr bool operator==(Length a, Length b) { return a.nm_ == b.nm_; }
  friend constexpr Length operator+(Length a, Length b) { return Length(a.nm_ + b.nm_); }
  friend constexpr Length operator-(Length a, Length b) { return Length(a.nm_ - b.nm_); }
  friend constexpr Length operator*(std::int64_t n, Length a) { return Length(n * a.nm_); }
  friend constexpr double operator/(Length a, Length b) {  ///< a ratio has no unit
    return static_cast<double>(a.nm_) / static_cast<double>(b.nm_);
  }

  static constexpr std::int64_t kNmPerSixtyFourth = 396'875;

 private:
  explicit constexpr Length(std::int64_t n) : nm_(n) {}
  std::int64_t nm_ = 0;
  TypedIn typedIn_ = TypedIn::Nothing;
};

/// Reads `1 1/4 in`, `1.25"`, `32 mm`, `3.2cm`, `5/8`. A number without a unit is in `bare`.
/// Errors: not a length, negative, more than 100 m.
[[nodiscard]] Result<Length> parseLength(std::string_view text, LengthUnit bare);

/// Like parseLength, and between `least` and `most`; `what` begins the sentence ("The edge").
[[nodiscard]] Result<Length> parseLengthWithin(std::string_view text, LengthUnit bare, const Arg& what,
                                               Length least, Length most);
/// The same limits for a length that came as a number.
[[nodiscard]] Result<Length> lengthWithin(double mm, const Arg& what, Length least, Length most);

/// As it was typed, if that was in the project's own system: `1 1/4 in`, `2 yd`, `110 cm`; what was not typed
/// stands in inches or millimetres. Then parseLength(formatLength(x, u), u) == x. A length of the other
/// system is "about" the nearest 1/64 in or 0.1 mm.
std::string formatLength(Length length, LengthUnit unit);

/// For reading, not for reading back: mm to 0.1, cm above 400 mm, inches to the nearest 1/8.
std::string formatReadable(double mm, LengthUnit unit);

/// `n` parts of which `below` (a power of two) make one, in lowest terms: `2 3/8 in`.
std::string formatFraction(std::int64_t n, std::int64_t below, const char* unit);

/// A number with at most `digits` decimals and no trailing zeros, always with a point.
std::string formatNumber(double value, int digits);

}  // namespace clathra
