#include "measure/length.hpp"

#include <cctype>
#include <cmath>
#include <cstdio>
#include <numeric>
#include <optional>

namespace clathra {

namespace {

constexpr std::int64_t kMostNm = 100'000'000'000;  // 100 m: longer than any bolt

struct Reader {
  std::string_view text;
  std::size_t at = 0;

  void skipSpace() {
    while (at < text.size() && std::isspace(static_cast<unsigned char>(text[at]))) ++at;
  }
  bool digit() const { return at < text.size() && std::isdigit(static_cast<unsigned char>(text[at])); }
  bool take(char c) {
    if (at >= text.size() || text[at] != c) return false;
    ++at;
    return true;
  }
  std::optional<std::int64_t> whole() {
    if (!digit()) return std::nullopt;
    std::int64_t n = 0;
    for (int digits = 0; digit(); ++at) {
      if (++digits > 12) return std::nullopt;
      n = n * 10 + (text[at] - '0');
    }
    return n;
  }
};

/// A value as whole/denominator, kept exact until the unit is known.
struct Fraction {
  std::int64_t numerator = 0;
  std::int64_t denominator = 1;
};

std::optional<Fraction> readDecimals(Reader& in, std::int64_t whole) {
  Fraction f{whole, 1};
  int digits = 0;
  for (; in.digit(); ++in.at) {
    if (++digits > 6) return std::nullopt;
    f.numerator = f.numerator * 10 + (in.text[in.at] - '0');
    f.denominator *= 10;
  }
  return digits == 0 ? std::nullopt : std::optional(f);
}

std::optional<Fraction> readNumber(Reader& in) {
  const auto first = in.digit() ? in.whole() : std::optional<std::int64_t>(0);
  const bool hadDigits = in.at > 0 && std::isdigit(static_cast<unsigned char>(in.text[in.at - 1]));
  if (!first) return std::nullopt;
  if (in.take('.') || in.take(',')) return readDecimals(in, *first);
  if (!hadDigits) return std::nullopt;
  if (in.take('/')) {
    const auto below = in.whole();
    if (!below || *below == 0 || *below > 64) return std::nullopt;
    return Fraction{*first, *below};
  }
  const std::size_t back = in.at;
  in.skipSpace();
  const auto above = in.whole();
  if (!above) {
    in.at = back;
    return Fraction{*first, 1};
  }
  const auto below = in.take('/') ? in.whole() : std::nullopt;
  if (!below || *below == 0 || *below > 64 || *above >= *below) return std::nullopt;
  return Fraction{*first * *below + *above, *below};
}

struct Scale {
  std::int64_t nm;
  TypedIn unit;
};

std::optional<Scale> scaleOf(std::string_view unit, LengthUnit bare) {
  constexpr Scale inch{64 * Length::kNmPerSixtyFourth, TypedIn::Inch};
  constexpr Scale millimetre{1'000'000, TypedIn::Millimetre};
  if (unit.empty()) return bare == LengthUnit::Inch ? inch : millimetre;
  if (unit == "in" || unit == "inch" || unit == "inches" || unit == "\"" || unit == "\u2033") return inch;
  if (unit == "mm") return millimetre;
  if (unit == "cm") return Scale{10'000'000, TypedIn::Centimetre};
  if (unit == "m") return Scale{1'000'000'000, TypedIn::Metre};
  if (unit == "yd" || unit == "yds" || unit == "yard" || unit == "yards")
    return Scale{36 * inch.nm, TypedIn::Yard};
  return std::nullopt;
}

Error notALength(std::string_view text) {
  return {Message("not-a-length", text)};
}

Error outside(const Arg& what, Length least, Length most, Arg found) {
  return {Message("length-outside", what, std::move(found), readableArg(least.mm()), readableArg(most.mm()))};
}

}  // namespace

Length Length::millimetres(double mm) {
  return Length(static_cast<std::int64_t>(std::llround(mm * 1e6)));
}

Result<Length> parseLength(std::string_view text, LengthUnit bare) {
  Reader in{text};
  in.skipSpace();
  if (in.take('-')) return fail("length-cannot-negative", text);
  const std::size_t start = in.at;
  in.text = text.substr(start);
  in.at = 0;
  const auto value = readNumber(in);
  if (!value) return tl::make_unexpected(notALength(text));
  in.skipSpace();
  std::string_view unit = in.text.substr(in.at);
  while (!unit.empty() && std::isspace(static_cast<unsigned char>(unit.back()))) unit.remove_suffix(1);
  const auto scale = scaleOf(unit, bare);
  if (!scale) return tl::make_unexpected(notALength(text));
  // Long double holds the product of 12 digits and nanometres per yard exactly enough to round once.
  const long double nm = static_cast<long double>(value->numerator) * static_cast<long double>(scale->nm) /
                         static_cast<long double>(value->denominator);
  if (nm > static_cast<long double>(kMostNm))
    return fail("longer-than-100-m", text, boltArg(static_cast<double>(kMostNm) / 1e6));
  return Length::nanometres(static_cast<std::int64_t>(std::llround(nm))).typed(scale->unit);
}

Result<Length> parseLengthWithin(std::string_view text, LengthUnit bare, const Arg& what, Length least,
                                 Length most) {
  auto length = parseLength(text, bare);
  if (!length) return fail("length-of-what", what, length.error().message);
  if (*length < least || *length > most) return tl::make_unexpected(outside(what, least, most, text));
  return length;
}

Result<Length> lengthWithin(double mm, const Arg& what, Length least, Length most) {
  if (!std::isfinite(mm)) return fail("not-number", what);
  if (mm < least.mm() - 1e-9 || mm > most.mm() + 1e-9)
    return tl::make_unexpected(outside(what, least, most, sizeArg(mm)));  // finer than the limits
  return Length::millimetres(mm);
}

std::string formatNumber(double value, int digits) {
  char buffer[64];
  const int written = std::snprintf(buffer, sizeof buffer, "%.*f", digits, value);
  std::string text(buffer, static_cast<std::size_t>(written));
  if (text.find('.') != std::string::npos) {
    while (text.back() == '0') text.pop_back();
    if (text.back() == '.') text.pop_back();
  }
  return text == "-0" ? "0" : text;
}

std::string formatFraction(std::int64_t n, std::int64_t below, const char* unit) {
  const std::int64_t whole = n / below, rest = n % below;
  std::string out = whole != 0 || rest == 0 ? std::to_string(whole) : std::string();
  if (rest != 0) {
    const std::int64_t g = std::gcd(rest, below);
    out += (out.empty() ? "" : " ") + std::to_string(rest / g) + "/" + std::to_string(below / g);
  }
  return out + " " + unit;
}

namespace {

constexpr std::int64_t kEighthYard = 288 * Length::kNmPerSixtyFourth;
constexpr std::int64_t kTenth = 100'000;  // of a millimetre
constexpr std::int64_t kHundredth = 10'000;

std::string inInches(Length length) {
  const std::int64_t nm = length.nm(), step = Length::kNmPerSixtyFourth;
  if (nm % step != 0) return "about " + formatFraction((nm + step / 2) / step, 64, "in");
  if (length.typedIn() == TypedIn::Yard && nm % kEighthYard == 0)
    return formatFraction(nm / kEighthYard, 8, "yd");
  return formatFraction(nm / step, 64, "in");
}

std::string inMillimetres(Length length) {
  const std::int64_t nm = length.nm();
  switch (length.typedIn()) {
    case TypedIn::Metre:
      return formatNumber(length.mm() / 1000, 6) + " m";
    case TypedIn::Centimetre:
      return formatNumber(length.mm() / 10, 6) + " cm";
    case TypedIn::Millimetre:
      return formatNumber(length.mm(), 6) + " mm";
    default:
      break;
  }
  // What nobody typed in millimetres and a ruler for inches shows came from inches; what no ruler shows, like
  // the long side of half a square, was calculated.
  const bool inches = length.typedIn() != TypedIn::Nothing || nm % Length::kNmPerSixtyFourth == 0;
  if (nm % (inches ? kTenth : kHundredth) != 0)
    return "about " +
           formatNumber(static_cast<double>(std::llround(static_cast<double>(nm) / kTenth)) / 10, 1) + " mm";
  return formatNumber(length.mm(), 6) + " mm";
}

}  // namespace

std::string formatLength(Length length, LengthUnit unit) {
  return unit == LengthUnit::Inch ? inInches(length) : inMillimetres(length);
}

std::string formatReadable(double mm, LengthUnit unit) {
  if (unit == LengthUnit::Inch) return formatFraction(std::llround(mm / 25.4 * 8), 8, "in");
  return mm >= 400 ? formatNumber(mm / 10, 1) + " cm" : formatNumber(mm, 1) + " mm";
}

}  // namespace clathra
