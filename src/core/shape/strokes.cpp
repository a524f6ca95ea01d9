#include "shape/strokes.hpp"

#include <algorithm>
#include <cmath>

#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr double kSameAngle = 1e-6;
constexpr double kSameLine = 1e-3;  // mm

struct Edge {
  double angle, rho, t0, t1;
};

Edge edgeOf(Point a, Point b) {
  Point d = b - a;
  double angle = std::atan2(d.y, d.x);
  if (angle < -kSameAngle) angle += 3.14159265358979323846;
  if (angle > 3.14159265358979323846 - kSameAngle) angle -= 3.14159265358979323846;
  const Point u{std::cos(angle), std::sin(angle)};
  const double ta = dot(u, a), tb = dot(u, b);
  return {angle, cross(u, a), std::min(ta, tb), std::max(ta, tb)};
}

Point on(const Edge& line, double t) {
  const Point u{std::cos(line.angle), std::sin(line.angle)};
  return t * u + line.rho * Point{-u.y, u.x};
}

/// Does the segment run through the inside of a convex polygon for more than a hair?
bool runsThrough(Point a, Point b, PolygonView p, const Box& box) {
  if (std::max(a.x, b.x) < box.left || std::min(a.x, b.x) > box.right || std::max(a.y, b.y) < box.top ||
      std::min(a.y, b.y) > box.bottom)
    return false;
  constexpr double kInside = 1e-3;
  double from = 0, to = 1;
  const Point d = b - a;
  const double sign = signedArea(p) < 0 ? -1 : 1;
  for (std::size_t i = 0; i < p.size() && from < to; ++i) {
    const Point e = p[(i + 1) % p.size()] - p[i];
    const double len = length(e);
    const Point inward = (sign / len) * Point{-e.y, e.x};
    const double start = dot(inward, a - p[i]) - kInside, slope = dot(inward, d);
    if (std::abs(slope) < 1e-12) {
      if (start < 0) return false;
    } else if (slope > 0) {
      from = std::max(from, -start / slope);
    } else {
      to = std::min(to, -start / slope);
    }
  }
  return (to - from) * length(d) > kInside;
}

class Counter {
 public:
  explicit Counter(const std::vector<Polygon>& papers) : papers_(papers) {
    for (const Polygon& p : papers) boxes_.push_back(bounds(p));
  }

  std::vector<Stroke> count() {
    std::vector<Edge> edges;
    std::vector<Stroke> out;
    for (const Polygon& p : papers_)
      for (const OutlineEdge& s : edgesOf(p)) {
        const Point from = p[s.first], to = p[(s.first + s.edges) % p.size()];
        if (s.isArc())
          out.push_back({from, to});
        else
          edges.push_back(edgeOf(from, to));
      }
    sortByLine(edges);
    for (std::size_t i = 0; i < edges.size();) {
      std::size_t end = i + 1;
      while (end < edges.size() && sameLine(edges[end - 1], edges[end])) ++end;
      std::sort(edges.begin() + static_cast<std::ptrdiff_t>(i),
                edges.begin() + static_cast<std::ptrdiff_t>(end),
                [](const Edge& a, const Edge& b) { return a.t0 < b.t0; });
      strokesOfLine(edges, i, end, out);
      i = end;
    }
    return out;
  }

 private:
  static bool sameLine(const Edge& a, const Edge& b) {
    return std::abs(a.angle - b.angle) < kSameAngle && std::abs(a.rho - b.rho) < kSameLine;
  }

  /// By angle, snapped so that equal directions compare equal, then by distance from the origin.
  static void sortByLine(std::vector<Edge>& edges) {
    std::sort(edges.begin(), edges.end(), [](const Edge& a, const Edge& b) { return a.angle < b.angle; });
    for (std::size_t i = 1; i < edges.size(); ++i)
      if (edges[i].angle - edges[i - 1].angle < kSameAngle) edges[i].angle = edges[i - 1].angle;
    std::sort(edges.begin(), edges.end(), [](const Edge& a, const Edge& b) {
      return a.angle != b.angle ? a.angle < b.angle : a.rho < b.rho;
    });
  }

  void strokesOfLine(const std::vector<Edge>& edges, std::size_t i, std::size_t end,
                     std::vector<Stroke>& out) const {
    double from = edges[i].t0, to = edges[i].t1;
    for (std::size_t k = i + 1; k < end; ++k) {
      const Edge& e = edges[k];
      if (e.t0 > to + kSameLine && blocked(on(edges[i], to), on(edges[i], e.t0))) {
        out.push_back({on(edges[i], from), on(edges[i], to)});
        from = e.t0;
        to = e.t1;
      }
      to = std::max(to, e.t1);
    }
    out.push_back({on(edges[i], from), on(edges[i], to)});
  }

  bool blocked(Point a, Point b) const {
    for (std::size_t p = 0; p < papers_.size(); ++p)
      if (runsThrough(a, b, papers_[p], boxes_[p])) return true;
    return false;
  }

  const std::vector<Polygon>& papers_;
  std::vector<Box> boxes_;
};

}  // namespace

std::vector<Stroke> strokesOf(const std::vector<Polygon>& papers) {
  return Counter(papers).count();
}

}  // namespace clathra
