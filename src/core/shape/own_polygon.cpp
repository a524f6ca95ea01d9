#include "shape/own_polygon.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>

#include "text.hpp"

namespace clathra {

namespace {

constexpr double kCloses = 0.01;        // mm
constexpr double kLongestSide = 1'000;  // mm
constexpr Angle kLeastCorner = Angle::degrees(3), kMostCorner = Angle::degrees(357);
constexpr std::size_t kMostTyped = 2 * kMostSides;

bool meet(Point a, Point b, Point c, Point d) {
  const auto side = [](Point p, Point q, Point r) { return cross(q - p, r - p); };
  return side(a, b, c) * side(a, b, d) <= 0 && side(c, d, a) * side(c, d, b) <= 0;
}

Result<Angle> cornerOf(std::string_view text) {
  if (text.ends_with("°")) text.remove_suffix(std::string_view("°").size());
  std::string digits(text);
  std::replace(digits.begin(), digits.end(), ',', '.');
  while (!digits.empty() && digits.back() == ' ') digits.pop_back();
  double degrees = 0;
  const auto [end, ec] = std::from_chars(digits.data(), digits.data() + digits.size(), degrees);
  if (ec != std::errc() || end != digits.data() + digits.size()) return fail("corner-not-degrees", text);
  return Angle::degrees(degrees);
}

/// The parts between semicolons; between commas where there is no semicolon.
std::vector<std::string_view> partsOf(std::string_view text) {
  const char mark = text.find(';') == std::string_view::npos ? ',' : ';';
  std::vector<std::string_view> out;
  while (true) {
    const auto end = text.find(mark);
    std::string_view part = text.substr(0, end);
    while (!part.empty() && part.front() == ' ') part.remove_prefix(1);
    while (!part.empty() && part.back() == ' ') part.remove_suffix(1);
    out.push_back(part);
    if (end == std::string_view::npos) return out;
    text.remove_prefix(end + 1);
  }
}

}  // namespace

bool crossesItself(PolygonView p) {
  const std::size_t n = p.size();
  for (std::size_t i = 0; i < n; ++i)
    for (std::size_t j = i + 2; j < n; ++j) {
      if (i == 0 && j + 1 == n) continue;
      if (meet(p[i], p[i + 1], p[j], p[(j + 1) % n])) return true;
    }
  return false;
}

Polygon regularPolygon(int sides) {
  const Angle step = kWholeTurn / sides;
  const double radius = 0.5 / sin(step / 2);
  Polygon out;
  for (int i = 0; i < sides; ++i) out.push_back(radius * towards((i + 0.5) * step + kQuarterTurn));
  return translated(out, -1.0 * centroid(out));
}

Result<Polygon> polygonOfSides(std::span<const double> sides, std::span<const Angle> corners) {
  if (sides.size() < 2 || sides.size() > kMostSides || corners.size() + 1 != sides.size())
    return fail("sides-and-corners-in-turn", kMostSides);
  Polygon out{{}};
  Point along{1, 0};
  for (std::size_t i = 0; i < sides.size(); ++i) {
    if (!(sides[i] >= 1 && sides[i] <= kLongestSide))
      return fail("side-from-to", i + 1, sizeArg(1), sizeArg(kLongestSide));
    out.push_back(out.back() + sides[i] * along);
    if (i == corners.size()) break;
    if (!(corners[i] >= kLeastCorner && corners[i] <= kMostCorner)) return fail("corner-from-to", i + 1);
    along = rotated(along, kHalfTurn - corners[i]);
  }
  if (distance(out.front(), out.back()) < kCloses) out.pop_back();
  if (out.size() < 3) return fail("sides-enclose-nothing");
  if (crossesItself(out)) return fail("sides-cross");
  if (!(area(out) > 1)) return fail("sides-enclose-nothing");
  if (signedArea(out) < 0) std::reverse(out.begin(), out.end());
  return translated(out, -1.0 * centroid(out));
}

Result<Polygon> polygonOfText(std::string_view text, LengthUnit unit) {
  const auto parts = partsOf(text);
  if (parts.size() < 3 || parts.size() % 2 == 0 || parts.size() >= kMostTyped)
    return fail("sides-and-corners-in-turn", kMostSides);
  std::vector<double> sides;
  std::vector<Angle> corners;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    if (i % 2 == 0) {
      const auto side = parseLength(std::string(parts[i]), unit);
      if (!side) return tl::make_unexpected(side.error());
      sides.push_back(side->mm());
      continue;
    }
    const auto corner = cornerOf(parts[i]);
    if (!corner) return tl::make_unexpected(corner.error());
    corners.push_back(*corner);
  }
  return polygonOfSides(sides, corners);
}

}  // namespace clathra
