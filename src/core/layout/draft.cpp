#include "layout/draft.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "layout/numbering.hpp"
#include "layout/seams.hpp"
#include "measure/length.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr Angle kStraight = Angle::degrees(180 + 1e-3);
constexpr double kOneLine = 1e-3;     // mm
constexpr double kOnStraight = 2e-4;  // mm: less than the points of any arc stand off

Point nearestOn(const Line& l, Point p) {
  const Point d = l.to - l.from;
  const double t = std::clamp(dot(p - l.from, d) / std::max(dot(d, d), 1e-18), 0.0, 1.0);
  return l.from + t * d;
}

double awayFrom(const Line& l, Point p) {
  return distance(nearestOn(l, p), p);
}

std::vector<Line> sidesAsLines(PolygonView outline) {
  std::vector<Line> out;
  for (std::size_t i = 0; i < outline.size(); ++i)
    out.push_back({outline[i], outline[(i + 1) % outline.size()]});
  return out;
}

/// Brings line ends together: onto corners first, then onto each other, then onto sides and other lines.
std::vector<Line> snapped(std::vector<Line> lines, PolygonView outline) {
  std::vector<Point> fixed(outline.begin(), outline.end());
  const auto sides = sidesAsLines(outline);
  const auto ends = [&](auto visit) {
    for (Line& l : lines)
      for (Point* p : {&l.from, &l.to}) visit(*p, l);
  };
  ends([&](Point& p, const Line&) {
    const auto near = std::min_element(fixed.begin(), fixed.end(),
                                       [&](Point a, Point b) { return distance(a, p) < distance(b, p); });
    if (near != fixed.end() && distance(*near, p) < kDraftSnap)
      p = *near;
    else
      fixed.push_back(p);  // later ends may come to this one
  });
  ends([&](Point& p, const Line& own) {
    if (std::any_of(outline.begin(), outline.end(), [&](Point c) { return c == p; })) return;
    double least = kDraftSnap;
    Point best = p;
    const auto consider = [&](const Line& l) {
      if (&l == &own || awayFrom(l, p) >= least) return;
      least = awayFrom(l, p);
      best = nearestOn(l, p);
    };
    for (const Line& s : sides) consider(s);
    for (const Line& l : lines) consider(l);
    if (least > 1e-9) p = best;
  });
  std::erase_if(lines, [](const Line& l) { return distance(l.from, l.to) < kOneLine; });
  return lines;
}

/// GEOS rounds to a fine grid; corners that were given keep their exact place.
Polygon exactly(Polygon face, const std::vector<Point>& given) {
  for (Point& p : face)
    for (const Point g : given)
      if (distance(p, g) < 1e-4) p = g;
  return face;
}

/// A point inside a face: the middle of a triangle between neighbouring corners that lies inside.
Point insideOf(PolygonView face) {
  for (std::size_t i = 0; i < face.size(); ++i) {
    const Point a = face[i], b = face[(i + 1) % face.size()], c = face[(i + 2) % face.size()];
    if (cross(b - a, c - b) <= 1e-9) continue;
    for (const double k : {1.0 / 3, 0.05, 0.005}) {
      const Point q = b + k * ((a - b) + (c - b));
      if (contains(face, q)) return q;
    }
  }
  return centroid(face);
}

std::vector<Polygon> fromOutsideIn(std::vector<Polygon> faces) {
  LayoutBuilder builder;
  for (std::size_t i = 0; i < faces.size(); ++i) builder.add(faces[i], {static_cast<int>(i), 0, 0});
  Box all = bounds(faces.front());
  for (const Polygon& f : faces) all = unite(all, bounds(f));
  const Layout numbered =
      renumbered(std::move(builder).finish(FinishingSides::Outline, all, true), Numbering::Outside);
  std::vector<Polygon> out;
  for (const Piece& p : numbered.pieces) out.push_back(std::move(faces[static_cast<std::size_t>(p.key.col)]));
  return out;
}

/// Line ends inside the outline at which nothing else ends or passes.
int looseEnds(PolygonView outline, const std::vector<Line>& lines) {
  int loose = 0;
  const auto sides = sidesAsLines(outline);
  for (const Line& own : lines)
    for (const Point p : {own.from, own.to}) {
      const auto meets = [&](const Line& l) { return &l != &own && awayFrom(l, p) < kOneLine; };
      if (contains(outline, p) && std::none_of(sides.begin(), sides.end(), meets) &&
          std::none_of(lines.begin(), lines.end(), meets))
        ++loose;
    }
  return loose;
}

}  // namespace

Result<Draft> draftFaces(PolygonView outline, const std::vector<Line>& given, double leastEdge) {
  if (given.size() > kMostDraftLines) return fail("draft-lines-at-most", given.size(), kMostDraftLines);
  const std::vector<Line> lines = snapped(given, outline);
  std::vector<Line> all = sidesAsLines(outline);
  all.insert(all.end(), lines.begin(), lines.end());
  std::vector<Point> points(outline.begin(), outline.end());
  for (const Line& l : lines) points.insert(points.end(), {l.from, l.to});
  Draft out;
  for (Polygon& face : facesOf(all)) {
    face = cleaned(exactly(std::move(face), points), kOnStraight);
    if (face.size() < 3 || !contains(outline, insideOf(face))) continue;
    out.faces.push_back(std::move(face));
    if (out.faces.size() > kMostFaces) return fail("draft-makes-more-than", kMostFaces);
  }
  out.loose = looseEnds(outline, lines);
  double sum = 0;
  for (const Polygon& f : out.faces) sum += area(f);
  if (std::abs(sum - area(outline)) > 1e-4 * area(outline) + 1e-3) return fail("these-lines-cannot-divided");
  if (out.faces.size() > 1)
    for (const Polygon& f : out.faces)
      for (const OutlineEdge& s : edgesOf(f))
        if (s.length < leastEdge) return fail("piece-draft-side-mm", sizeArg(s.length), sizeArg(leastEdge));
  if (out.faces.size() > 1) out.faces = fromOutsideIn(std::move(out.faces));
  return out;
}

std::vector<std::uint32_t> piecesUnder(const Layout& layout, const PieceIndex& index, const Line& line) {
  const Polygon ends{line.from, line.to};
  std::vector<std::uint32_t> out;
  for (const auto i : index.within(bounds(ends))) {
    const PolygonView outline = layout.outline(i);
    // Where the line meets the outline it is cut; a middle between two cuts that lies inside shows it.
    std::vector<double> cuts{0, 1};
    const Point d = line.to - line.from;
    for (const Line& s : sidesAsLines(outline)) {
      const Point e = s.to - s.from;
      const double turn = cross(d, e);
      if (std::abs(turn) < 1e-12) continue;
      const double t = cross(s.from - line.from, e) / turn, u = cross(s.from - line.from, d) / turn;
      if (u > -1e-9 && u < 1 + 1e-9 && t > 0 && t < 1) cuts.push_back(t);
    }
    std::sort(cuts.begin(), cuts.end());
    for (std::size_t k = 0; k + 1 < cuts.size(); ++k) {
      const double middle = (cuts[k] + cuts[k + 1]) / 2;
      if ((cuts[k + 1] - cuts[k]) * length(d) < kOneLine) continue;
      const Point q = line.from + middle * d;
      const auto sides = sidesAsLines(outline);
      if (!contains(outline, q) ||
          std::any_of(sides.begin(), sides.end(), [&](const Line& s) { return awayFrom(s, q) < kOneLine; }))
        continue;
      out.push_back(i);
      break;
    }
  }
  std::sort(out.begin(), out.end());
  return out;
}

namespace {

constexpr Angle kAngleStep = Angle::degrees(15);
constexpr Angle kAngleReach = Angle::degrees(4);  // nearer to a multiple, a line is brought onto it

class Snapper {
 public:
  Snapper(const Layout& layout, const PieceIndex& index, Point p, double reach) : p_(p), reach_(reach) {
    const auto near = index.within({p.x - reach, p.y - reach, p.x + reach, p.y + reach});
    for (const auto i : near) {
      const PolygonView outline = layout.outline(i);
      for (const OutlineEdge& s : edgesOf(outline)) {
        corners_.push_back(outline[s.first]);
        for (std::size_t k = 0; k < s.edges; ++k)
          sides_.push_back(
              {outline[(s.first + k) % outline.size()], outline[(s.first + k + 1) % outline.size()]});
        if (!s.isArc()) whole_.push_back(sides_.back());
      }
    }
  }

  bool corner(Snap& out) { return nearest(corners_, out, Snap::To::Corner); }
  bool division(Snap& out, int divisions) {
    double least = reach_;
    for (const Line& s : whole_)
      for (int n = 2; n <= divisions; ++n)
        for (int k = 1; k < n; ++k) {
          const Point q = s.from + (double(k) / n) * (s.to - s.from);
          if (distance(q, p_) > least - 1e-9) continue;  // halves before quarters
          least = distance(q, p_);
          out = {q, Snap::To::Division, n, k, {}};
        }
    return least < reach_;
  }
  /// Where a ray at a round angle meets a side.
  bool sideAtAngle(Snap& out, Point before) {
    const auto ray = angleNear(before);
    double least = reach_;
    for (const Line& s : ray ? sides_ : std::vector<Line>{}) {
      const Point u = towards(*ray), e = s.to - s.from;
      const double turn = cross(u, e);
      if (std::abs(turn) < 1e-12) continue;
      const double t = cross(s.from - before, e) / turn, k = cross(s.from - before, u) / turn;
      const Point q = before + t * u;
      if (k < -1e-9 || k > 1 + 1e-9 || t < 0 || distance(q, p_) >= least) continue;
      least = distance(q, p_);
      out = {q, Snap::To::Side, 0, 0, screenAngle(*ray)};
    }
    return least < reach_;
  }
  bool side(Snap& out) {
    double least = reach_;
    for (const Line& s : sides_)
      if (awayFrom(s, p_) < least) {
        least = awayFrom(s, p_);
        out = {nearestOn(s, p_), Snap::To::Side, 0, 0, {}};
      }
    return least < reach_;
  }
  bool angle(Snap& out, Point before) {
    const auto ray = angleNear(before);
    if (!ray) return false;
    const Point u = towards(*ray);
    out = {before + dot(p_ - before, u) * u, Snap::To::Angle, 0, 0, screenAngle(*ray)};
    return true;
  }

 private:
  bool nearest(const std::vector<Point>& points, Snap& out, Snap::To to) {
    double least = reach_;
    for (const Point q : points)
      if (distance(q, p_) < least) {
        least = distance(q, p_);
        out = {q, to, 0, 0, {}};
      }
    return least < reach_;
  }
  std::optional<Angle> angleNear(Point before) const {
    const Point d = p_ - before;
    if (length(d) < 1e-6) return std::nullopt;
    const Angle a = directionOf(d), round = std::round(a / kAngleStep) * kAngleStep;
    return abs(a - round) < kAngleReach ? std::optional(round) : std::nullopt;
  }
  /// As a quilter reads it: upwards from level, 0 to 180.
  static Angle screenAngle(Angle ray) {
    const double a = std::fmod(720 - ray.degrees(), 180);
    return Angle::degrees(a < 0 ? a + 180 : a);
  }

  Point p_;
  double reach_;
  std::vector<Point> corners_;
  std::vector<Line> sides_, whole_;
};

}  // namespace

Snap snapFor(const Layout& layout, const PieceIndex& index, Point p, const std::optional<Point>& before,
             double reach, int divisions) {
  Snapper snap(layout, index, p, reach);
  Snap out{p, Snap::To::Free, 0, 0, {}};
  if (snap.corner(out) || snap.division(out, divisions) || (before && snap.sideAtAngle(out, *before)) ||
      snap.side(out) || (before && snap.angle(out, *before)))
    return out;
  return {p, Snap::To::Free, 0, 0, {}};
}

std::vector<std::size_t> reflexCorners(PolygonView outline) {
  std::vector<std::size_t> out;
  if (outline.size() <= 3) return out;
  for (const OutlineEdge& s : edgesOf(outline))
    if (s.angle > kStraight) out.push_back(s.first);
  return out;
}

std::optional<Cut> curingCut(PolygonView p, std::size_t reflex) {
  const std::size_t n = p.size();
  std::optional<Cut> best;
  std::size_t fewest = n + 1;
  double shortest = 1e300;
  for (std::size_t k = 2; k + 1 < n; ++k) {
    const std::size_t to = (reflex + k) % n;
    Polygon one, two;
    for (std::size_t i = reflex; i != to; i = (i + 1) % n) one.push_back(p[i]);
    one.push_back(p[to]);
    for (std::size_t i = to; i != reflex; i = (i + 1) % n) two.push_back(p[i]);
    two.push_back(p[reflex]);
    // Inside if both parts run clockwise, together are the whole, and no side is crossed or touched.
    if (signedArea(one) < 0.5 || signedArea(two) < 0.5 || !contains(p, 0.5 * (p[reflex] + p[to]))) continue;
    const Line cut{p[reflex], p[to]};
    bool clear = true;
    for (std::size_t i = 0; i < n && clear; ++i) {
      const std::size_t j = (i + 1) % n;
      if (i != reflex && i != to) clear = awayFrom(cut, p[i]) > kMeet;
      if (i == reflex || i == to || j == reflex || j == to) continue;
      const Point d = cut.to - cut.from, e = p[j] - p[i];
      clear = clear && !(cross(d, p[i] - cut.from) * cross(d, p[j] - cut.from) < 0 &&
                         cross(e, cut.from - p[i]) * cross(e, cut.to - p[i]) < 0);
    }
    if (!clear) continue;
    const std::size_t left = reflexCorners(one).size() + reflexCorners(two).size();
    const double size = distance(p[reflex], p[to]);
    if (left > fewest || (left == fewest && size > shortest - 1e-9)) continue;
    fewest = left;
    shortest = size;
    best = Cut{reflex, to};
  }
  return best;
}

std::vector<Line> curingLines(PolygonView outline) {
  std::vector<Line> out;
  std::vector<Polygon> open{Polygon(outline.begin(), outline.end())};
  while (!open.empty()) {
    const Polygon p = std::move(open.back());
    open.pop_back();
    for (const auto corner : reflexCorners(p)) {
      const auto cut = curingCut(p, corner);
      if (!cut) continue;
      out.push_back({p[cut->from], p[cut->to]});
      Polygon one, two;
      for (std::size_t i = cut->from; i != cut->to; i = (i + 1) % p.size()) one.push_back(p[i]);
      one.push_back(p[cut->to]);
      for (std::size_t i = cut->to; i != cut->from; i = (i + 1) % p.size()) two.push_back(p[i]);
      two.push_back(p[cut->from]);
      open.push_back(std::move(one));
      open.push_back(std::move(two));
      break;
    }
  }
  return out;
}

}  // namespace clathra
