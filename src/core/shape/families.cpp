#include "shape/families.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <optional>

#include "measure/length.hpp"
#include "shape/arcs.hpp"
#include "shape/own_polygon.hpp"
#include "shape/symmetry.hpp"

namespace clathra {

namespace {

const double kRoot3 = std::numbers::sqrt3;
const double kRoot2 = std::numbers::sqrt2;

Polygon centred(PolygonView p) {
  Polygon out = translated(p, -1.0 * centroid(p));
  if (signedArea(out) < 0) std::reverse(out.begin(), out.end());
  return out;
}

/// Edges of 1; `tip` up, else a level base.
Polygon regular(int n, bool tipUp) {
  const Angle step = kWholeTurn / n;
  const double radius = 0.5 / sin(step / 2);
  Polygon out;
  for (int i = 0; i < n; ++i) {
    const Angle a = (tipUp ? i : i + 0.5) * step - kQuarterTurn;
    out.push_back(radius * towards(a));
  }
  return centred(out);
}

Polygon diamond(Angle atTip) {
  const double w = sin(atTip / 2), h = cos(atTip / 2);
  return centred(Polygon{{0, -h}, {w, 0}, {0, h}, {-w, 0}});
}

/// Cut off a jewel: the 60° diamond of side 2 less the tip triangle of side 1.
Polygon jewel() {
  const double h = kRoot3;
  return centred(Polygon{{0, -h}, {1, 0}, {0.5, h / 2}, {-0.5, h / 2}, {-1, 0}});
}

/// Corners joined by arcs, each turning by the degrees beside the corner it begins at.
Polygon curved(const std::vector<std::pair<Point, double>>& sides) {
  Polygon out;
  for (std::size_t i = 0; i < sides.size(); ++i) {
    const auto& [from, turn] = sides[i];
    out.push_back(from);
    for (const Point q : arcPoints(from, sides[(i + 1) % sides.size()].first, Angle::degrees(turn)))
      out.push_back(q);
  }
  return centred(out);
}

/// A half circle above; below it the two quarter circles that its neighbours' tops leave. Its area is half
/// the square of its width.
Polygon clamshell() {
  return curved({{{-0.5, 0}, 180}, {{0.5, 0}, -90}, {{0, 0.5}, -90}});
}

/// A square with two sides bulging and two hollow, so that its area is that of the square.
Polygon appleCore() {
  return curved({{{-0.5, -0.5}, 90}, {{0.5, -0.5}, -90}, {{0.5, 0.5}, 90}, {{-0.5, 0.5}, -90}});
}

std::vector<Family> makeFamilies() {
  const double h = kRoot3 / 2;
  const double v = kRoot2 / 2;
  return {
      {"hexagon", "hexagon", "every side", regular(6, true)},
      {"triangle60", "triangle", "every side", regular(3, true)},
      {"square", "square", "every side", regular(4, false)},
      {"octagon", "octagon", "every side", regular(8, false)},
      {"dodecagon", "dodecagon", "every side", regular(12, false)},
      {"pentagon", "pentagon", "every side", regular(5, true)},
      {"diamond60", "60° diamond", "every side", diamond(Angle::degrees(60))},
      {"diamond45", "45° diamond", "every side", diamond(Angle::degrees(45))},
      {"half-hexagon-point-cut", "half hexagon, point cut", "the three short sides",
       centred(Polygon{{-0.5, -h}, {0.5, -h}, {1, 0}, {-1, 0}})},
      {"half-hexagon-flat-cut", "half hexagon, flat cut", "the two full sides",
       centred(Polygon{{-h, 0}, {-h, -0.5}, {0, -1}, {h, -0.5}, {h, 0}})},
      {"quarter-hexagon", "quarter hexagon", "the full side",
       centred(Polygon{{0, 0}, {0, -1}, {h, -0.5}, {h, 0}})},
      {"half-diamond60-along", "half diamond, cut along", "the two short sides",
       centred(Polygon{{-h, 0}, {0, -0.5}, {h, 0}})},
      {"triangle-30-60-90", "30-60-90 triangle", "the longest side",
       centred(Polygon{{0, 0}, {0.5, 0}, {0, -h}})},
      {"rectangle-2-1", "rectangle, half a square", "the long side",
       centred(Polygon{{-0.5, -0.25}, {0.5, -0.25}, {0.5, 0.25}, {-0.5, 0.25}})},
      {"kite", "kite", "the side of the hexagon it is a sixth of",
       centred(Polygon{{0, 0}, {-h / 2, 0.75}, {0, 1}, {h / 2, 0.75}})},
      {"honeycomb", "honeycomb", "every side",
       centred(Polygon{{0, -(v + 0.5)}, {v, -0.5}, {v, 0.5}, {0, v + 0.5}, {-v, 0.5}, {-v, -0.5}})},
      {"jewel", "jewel", "the three short sides", jewel()},
      {"triangle90", "triangle, right angled with two equal sides", "the two equal sides",
       centred(Polygon{{0, 0}, {1, 0}, {0, -1}})},
      {"clamshell", "clamshell", "its width", clamshell()},
      {"apple-core", "apple core", "tip to tip along a side", appleCore()},
      {"petal", "petal", "tip to tip", curved({{{0, -0.5}, 90}, {{0, 0.5}, 90}})},
      {"hollow-square", "hollow square", "tip to tip along a side",
       curved({{{-0.5, -0.5}, -90}, {{0.5, -0.5}, -90}, {{0.5, 0.5}, -90}, {{-0.5, 0.5}, -90}})},
  };
}

/// The ratio of congruent outlines, or 0.
double scaleTo(PolygonView p, PolygonView model) {
  if (p.size() != model.size()) return 0;
  const double factor = std::sqrt(area(p) / area(model));
  if (!(factor > 0)) return 0;
  return poseOf(p, scaled(model, factor)) ? factor : 0;
}

constexpr double kSameEdge = 1e-3;
constexpr Angle kSameAngle = Angle::degrees(1e-3);

bool nearly(Angle a, Angle b) {
  return abs(a - b) < kSameAngle;
}

std::string countedName(std::size_t corners) {
  switch (corners) {
    case 3:
      return "triangle";
    case 4:
      return "quadrilateral";
    case 5:
      return "five-sided";
    case 6:
      return "six-sided";
    case 7:
      return "seven-sided";
    case 8:
      return "eight-sided";
    default:
      return std::to_string(corners) + "-sided";
  }
}

ShapeName fourSided(PolygonView p, double longest) {
  const auto edges = edgeLengths(p);
  const auto angles = cornerAngles(p);
  if (std::all_of(angles.begin(), angles.end(), [](Angle a) { return nearly(a, kQuarterTurn); }))
    return {"rectangle", "rectangle", longest};
  if (std::all_of(edges.begin(), edges.end(), [&](double e) { return std::abs(e - edges[0]) < kSameEdge; })) {
    const std::string degreesText = formatNumber(std::min(angles[0], angles[1]).degrees(), 1);
    return {"diamond" + degreesText, degreesText + "° diamond", edges[0]};
  }
  if (nearly(angles[0], angles[2]) && nearly(angles[1], angles[3]))
    return {"parallelogram", "parallelogram", longest};
  const bool parallel = nearly(angles[0] + angles[1], kHalfTurn) || nearly(angles[1] + angles[2], kHalfTurn);
  if (parallel) return {"trapezoid", "trapezoid", longest};
  if (symmetryOf(p).mirrors == 1) return {"kite-other", "kite of its own angles", longest};
  return {"quadrilateral", "four-sided piece", longest};
}

ShapeName triangle(PolygonView p, double longest) {
  const auto angles = cornerAngles(p);
  const bool right =
      std::any_of(angles.begin(), angles.end(), [](Angle a) { return nearly(a, kQuarterTurn); });
  if (symmetryOf(p).mirrors == 1) return {"triangle-two-equal", "triangle with two equal sides", longest};
  if (right) return {"triangle-right", "right-angled triangle", longest};
  return {"triangle", "triangle", longest};
}

ShapeName curvedPiece(const std::vector<OutlineEdge>& sides) {
  double longest = 0;
  for (const OutlineEdge& s : sides) longest = std::max(longest, s.length);
  switch (sides.size()) {
    case 1:
      return {"circle", "circle", 2 * sides[0].radius};
    case 2:
      return {"two-sided-curved", "curved piece with two sides", longest};
    default:
      const std::string name = countedName(sides.size());
      return {"curved-" + name, "curved piece with " + std::to_string(sides.size()) + " sides", longest};
  }
}

/// Those that are no family: they do not stand among what fits everywhere.
std::optional<ShapeName> regularName(PolygonView p) {
  if (p.size() > static_cast<std::size_t>(kMostSides)) return std::nullopt;
  const int n = static_cast<int>(p.size());
  const double edge = scaleTo(p, regularPolygon(n));
  if (!(edge > 0)) return std::nullopt;
  static const std::map<int, const char*> names = {{7, "heptagon"}, {9, "nonagon"}, {10, "decagon"}};
  const auto known = names.find(n);
  const std::string title =
      known != names.end() ? known->second : "regular " + std::to_string(n) + "-sided piece";
  return ShapeName{known != names.end() ? title : "regular-" + std::to_string(n), title, edge};
}

constexpr std::size_t kMostStraight = 5;  // corners too few for an arc

}  // namespace

const std::vector<Family>& families() {
  static const std::vector<Family> all = makeFamilies();
  return all;
}

Result<Polygon> familyOutline(std::string_view id) {
  for (const Family& f : families())
    if (f.id == id) return f.outline;
  return fail("no-shape-called", id);
}

ShapeName nameOf(PolygonView p) {
  for (const Family& f : families())
    if (const double edge = scaleTo(p, f.outline); edge > 0)
      return {std::string(f.id), std::string(f.title), edge};
  if (const auto name = regularName(p)) return *name;
  if (p.size() > kMostStraight)
    if (const auto sides = edgesOf(p); sides.size() < p.size()) return curvedPiece(sides);
  const auto edges = edgeLengths(p);
  const double longest = *std::max_element(edges.begin(), edges.end());
  if (p.size() == 3) return triangle(p, longest);
  if (p.size() == 4) return fourSided(p, longest);
  const std::string name = countedName(p.size());
  return {name, name + " piece", longest};
}

}  // namespace clathra
