#include "shape/arcs.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

namespace clathra {

namespace {

constexpr Angle kMostTurn = Angle::degrees(12);  // from chord to chord: a polygon of 24 corners turns by 15
constexpr Angle kLeastTurn = Angle::degrees(0.02);  // less is a straight line
constexpr std::size_t kLeastInner = 4;              // points of an arc between its ends
constexpr double kOffCircle = 3e-4;  // of the radius: how well curves of drawing programs follow circles
constexpr double kOffCircleAtLeast = 2e-3;  // mm

struct Circle {
  Point centre;
  double radius = 0;
};

std::optional<Circle> circleThrough(Point a, Point b, Point c) {
  const Point u = b - a, v = c - a;
  const double d = 2 * cross(u, v);
  if (std::abs(d) < 1e-12) return std::nullopt;
  const double uu = dot(u, u), vv = dot(v, v);
  const Point from{(v.y * uu - u.y * vv) / d, (u.x * vv - v.x * uu) / d};
  return Circle{a + from, length(from)};
}

Angle turnAt(PolygonView p, std::size_t i) {
  const std::size_t n = p.size();
  const Point in = p[i] - p[(i + n - 1) % n], on = p[(i + 1) % n] - p[i];
  return turnBetween(in, on);
}

/// Are there corners enough that turn little? A look without angles, since nearly all outlines have none.
bool mayHaveArcs(PolygonView p) {
  static const double kMost = tan(kMostTurn), kLeast = tan(kLeastTurn);
  const std::size_t n = p.size();
  if (n < kLeastInner + 2) return false;
  std::size_t soft = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const Point in = p[i] - p[i == 0 ? n - 1 : i - 1], on = p[i + 1 == n ? 0 : i + 1] - p[i];
    const double along = dot(in, on), aside = std::abs(cross(in, on));
    soft += along > 0 && aside < kMost * along && aside > kLeast * along;
  }
  return soft >= kLeastInner;
}

/// A run of corners: from `first` over `inner` soft corners to the next one.
struct Run {
  std::size_t first, inner;
  Circle circle;
};

class Finder {
 public:
  explicit Finder(PolygonView p) : p_(p), n_(p.size()) {}

  std::vector<Run> find() {
    std::vector<Run> out;
    if (!mayHaveArcs(p_) || !classify()) return out;
    const auto hard = std::find(soft_.begin(), soft_.end(), 0) - soft_.begin();
    if (static_cast<std::size_t>(hard) == n_) {
      if (const auto c = circleThrough(p_[0], p_[n_ / 3], p_[2 * n_ / 3]); c && onCircle(*c, 0, n_ - 1))
        out.push_back({0, n_ - 1, *c});
      return out;
    }
    const auto start = static_cast<std::size_t>(hard);
    for (std::size_t k = 0; k < n_;) {
      std::size_t inner = 0;
      const int bend = soft_[at(start + k + 1)];
      while (bend != 0 && k + inner + 1 < n_ && soft_[at(start + k + inner + 1)] == bend) ++inner;
      const auto arc = longest(at(start + k), inner);
      if (arc.inner > 0) out.push_back(arc);
      // Where one arc goes over into the next without a corner, the next begins at its last point.
      k += arc.inner > 0 ? arc.inner + 1 : 1;
    }
    return out;
  }

 private:
  std::size_t at(std::size_t i) const { return i % n_; }

  /// 1 and -1 for corners that could lie inside an arc, by the way they turn. False if there are too few.
  bool classify() {
    soft_.assign(n_, 0);
    std::size_t found = 0;
    for (std::size_t i = 0; i < n_; ++i) {
      const Angle turn = turnAt(p_, i);
      if (abs(turn) > kMostTurn || abs(turn) < kLeastTurn) continue;
      soft_[i] = turn > Angle() ? 1 : -1;
      ++found;
    }
    return found >= kLeastInner;
  }

  bool onCircle(const Circle& c, std::size_t first, std::size_t inner) const {
    const double off = std::max(kOffCircleAtLeast, kOffCircle * c.radius);
    for (std::size_t i = 1; i <= inner; ++i)
      if (std::abs(distance(p_[at(first + i)], c.centre) - c.radius) > off) return false;
    return true;
  }

  /// An end may have been cut off in the middle of a chord: it lies between the chord and the arc.
  bool endsOn(const Circle& c, std::size_t end, std::size_t beside) const {
    const double off = std::max(kOffCircleAtLeast, kOffCircle * c.radius);
    const double deep = c.radius * (1 - cos(kMostTurn / 2));
    const double r = distance(p_[at(end)], c.centre);
    return r < c.radius + off && r > c.radius - off - deep &&
           distance(p_[at(end)], p_[at(beside)]) < 2 * c.radius * sin(kMostTurn / 2) + off;
  }

  /// The longest beginning of the run of soft corners behind `first` that lies on one circle.
  Run longest(std::size_t first, std::size_t inner) const {
    for (; inner >= kLeastInner; --inner) {
      const auto c = circleThrough(p_[at(first + 1)], p_[at(first + (inner + 1) / 2)], p_[at(first + inner)]);
      if (c && onCircle(*c, first, inner) && endsOn(*c, first, first + 1) &&
          endsOn(*c, first + inner + 1, first + inner))
        return {first, inner, *c};
    }
    return {first, 0, {}};
  }

  PolygonView p_;
  std::size_t n_;
  std::vector<int> soft_;
};

double arcLength(double chord, double radius) {
  return 2 * radius * std::asin(std::min(1.0, chord / (2 * radius)));
}

/// The direction in which a side leaves its first corner, or reaches its last one if `end`.
Point tangent(PolygonView p, const OutlineEdge& s, bool end) {
  const std::size_t n = p.size();
  const std::size_t a = (s.first + (end ? s.edges - 1 : 0)) % n, b = (a + 1) % n;
  const Point chord = p[b] - p[a];
  if (!s.isArc()) return chord;
  const Point from = p[end ? b : a] - s.centre, square{-from.y, from.x};
  return dot(square, chord) < 0 ? -1.0 * square : square;
}

}  // namespace

std::vector<OutlineEdge> edgesOf(PolygonView p) {
  const std::size_t n = p.size();
  const double sign = signedArea(p) < 0 ? -1 : 1;
  std::vector<OutlineEdge> out;
  std::vector<bool> covered(n, false);
  for (const Run& run : Finder(p).find()) {
    OutlineEdge s{run.first, run.inner + 1, 0, kHalfTurn, run.circle.radius, false, run.circle.centre};
    s.hollow = sign * turnAt(p, (run.first + 1) % n) < Angle();
    for (std::size_t k = 0; k < s.edges; ++k) {
      const std::size_t e = (s.first + k) % n;
      covered[e] = true;
      s.length += arcLength(distance(p[e], p[(e + 1) % n]), s.radius);
    }
    out.push_back(s);
  }
  for (std::size_t i = 0; i < n; ++i) {
    if (covered[i]) continue;
    OutlineEdge s;
    s.first = i;
    s.length = distance(p[i], p[(i + 1) % n]);
    out.push_back(s);
  }
  std::sort(out.begin(), out.end(),
            [](const OutlineEdge& a, const OutlineEdge& b) { return a.first < b.first; });
  for (std::size_t i = 0; out.size() > 1 && i < out.size(); ++i) {
    const Point in = tangent(p, out[(i + out.size() - 1) % out.size()], true), on = tangent(p, out[i], false);
    out[i].angle = kHalfTurn - sign * turnBetween(in, on);
    if (out[i].angle > Angle::degrees(360 - 1e-3)) out[i].angle = {};  // a cusp, seen from its other side
  }
  return out;
}

bool hasArcs(PolygonView p) {
  return mayHaveArcs(p) && !Finder(p).find().empty();
}

std::vector<double> trueEdgeLengths(PolygonView p, const std::vector<OutlineEdge>& sides) {
  std::vector<double> out = edgeLengths(p);
  for (const OutlineEdge& s : sides)
    for (std::size_t k = 0; s.isArc() && k < s.edges; ++k) {
      double& edge = out[(s.first + k) % p.size()];
      edge = arcLength(edge, s.radius);
    }
  return out;
}

double outlineArea(PolygonView p) {
  double sum = area(p);
  if (!mayHaveArcs(p)) return sum;
  for (const OutlineEdge& s : edgesOf(p)) {
    if (!s.isArc()) continue;
    for (std::size_t k = 0; k < s.edges; ++k) {
      const std::size_t e = (s.first + k) % p.size();
      const double turn = arcLength(distance(p[e], p[(e + 1) % p.size()]), s.radius) / s.radius;
      sum += (s.hollow ? -1 : 1) * s.radius * s.radius / 2 * (turn - std::sin(turn));  // circular segment
    }
  }
  return sum;
}

double outlineLength(PolygonView p) {
  double sum = 0;
  for (const OutlineEdge& s : edgesOf(p)) sum += s.length;
  return sum;
}

std::vector<Point> arcPoints(Point from, Point to, Angle turn, Angle chord) {
  const int chords = std::max(1, static_cast<int>(std::ceil(abs(turn) / chord - 1e-9)));
  const double across = distance(from, to);
  const double radius = across / (2 * sin(turn / 2));  // negative for turns to the right
  const Point u = (1 / across) * (to - from);
  // y down: turning right on screen is positive, and an arc that bends out to the left turns right.
  const Point right{-u.y, u.x};
  const Point centre = 0.5 * (from + to) + radius * cos(turn / 2) * right;
  std::vector<Point> out;
  for (int k = 1; k < chords; ++k) out.push_back(centre + rotated(from - centre, k * turn / chords));
  return out;
}

Polygon flattenedTo(PolygonView p, double tolerance) {
  Polygon out(p.begin(), p.end());
  const auto sides = edgesOf(p);
  if (std::none_of(sides.begin(), sides.end(), [](const OutlineEdge& s) { return s.isArc(); })) return out;
  out.clear();
  const double sign = signedArea(p) < 0 ? -1 : 1;
  std::vector<const OutlineEdge*> sideOfEdge(p.size());
  for (const OutlineEdge& s : sides)
    for (std::size_t k = 0; k < s.edges; ++k) sideOfEdge[(s.first + k) % p.size()] = &s;
  for (std::size_t e = 0; e < p.size(); ++e) {
    const Point a = p[e], b = p[(e + 1) % p.size()];
    out.push_back(a);
    const OutlineEdge& s = *sideOfEdge[e];
    if (!s.isArc()) continue;
    const double turn = arcLength(distance(a, b), s.radius) / s.radius;
    const double most = 2 * std::acos(1 - std::min(1.0, tolerance / s.radius));
    if (turn <= most) continue;
    const Angle bend = (s.hollow ? -1 : 1) * sign * Angle::radians(turn);
    for (const Point q : arcPoints(a, b, bend, Angle::radians(most))) out.push_back(q);
  }
  return out;
}

}  // namespace clathra
