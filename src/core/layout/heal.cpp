#include "layout/heal.hpp"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <optional>
#include <unordered_map>

namespace clathra {

namespace {

constexpr double kLeastArea = 0.5;  // mm²
constexpr double kSame = 1e-9;

/// Things by the square of a grid they lie in.
class Grid {
 public:
  explicit Grid(double size) : size_(size) {}
  void add(const Box& box, std::uint32_t thing) {
    for (std::int64_t x = cell(box.left); x <= cell(box.right); ++x)
      for (std::int64_t y = cell(box.top); y <= cell(box.bottom); ++y) cells_[key(x, y)].push_back(thing);
  }
  template <class Each>
  void near(Point p, double reach, const Each& each) const {
    for (std::int64_t x = cell(p.x - reach); x <= cell(p.x + reach); ++x)
      for (std::int64_t y = cell(p.y - reach); y <= cell(p.y + reach); ++y)
        if (const auto at = cells_.find(key(x, y)); at != cells_.end())
          for (const auto thing : at->second) each(thing);
  }

 private:
  std::int64_t cell(double v) const { return static_cast<std::int64_t>(std::floor(v / size_)); }
  static std::int64_t key(std::int64_t x, std::int64_t y) { return x * 0x1'0000'0001 + y; }
  double size_;
  std::unordered_map<std::int64_t, std::vector<std::uint32_t>> cells_;
};

double shortestEdge(PolygonView p) {
  const auto edges = edgeLengths(p);
  return *std::min_element(edges.begin(), edges.end());
}

struct Corner {
  std::uint32_t outline = 0, index = 0;
  double reach = 0;
};

std::vector<Corner> cornersOf(const std::vector<Polygon>& outlines, double tolerance) {
  std::vector<Corner> out;
  for (std::uint32_t o = 0; o < outlines.size(); ++o) {
    const double reach = std::min(tolerance, shortestEdge(outlines[o]) / 4);
    for (std::uint32_t i = 0; i < outlines[o].size(); ++i) out.push_back({o, i, reach});
  }
  return out;
}

/// Corners that have become one point.
using Meeting = std::vector<Corner>;

/// Each corner joins the first meeting whose founder it reaches; a meeting's corners move to their middle.
std::vector<Meeting> joinCorners(std::vector<Polygon>& outlines, double tolerance) {
  std::vector<Meeting> meetings;
  std::vector<Point> founders;
  Grid grid(std::max(tolerance * 4, 1.0));
  for (const Corner& c : cornersOf(outlines, tolerance)) {
    const Point p = outlines[c.outline][c.index];
    std::optional<std::uint32_t> best;
    double least = c.reach;
    grid.near(p, c.reach, [&](std::uint32_t m) {
      const double d = distance(founders[m], p);
      if (d > least) return;
      least = d;
      best = m;
    });
    if (!best) {
      best = static_cast<std::uint32_t>(meetings.size());
      meetings.emplace_back();
      founders.push_back(p);
      grid.add({p.x, p.y, p.x, p.y}, *best);
    }
    meetings[*best].push_back(c);
  }
  for (const Meeting& m : meetings) {
    Point sum;
    for (const Corner& c : m) sum = sum + outlines[c.outline][c.index];
    for (const Corner& c : m) outlines[c.outline][c.index] = (1.0 / static_cast<double>(m.size())) * sum;
  }
  return meetings;
}

struct Edge {
  std::uint32_t outline = 0, index = 0;
};

/// Where a meeting beside an edge of an outline that has no part in it should lie: T-junctions.
Point onNearestEdge(const std::vector<Polygon>& outlines, const std::vector<Edge>& edges, const Grid& grid,
                    const Meeting& meeting) {
  const Point p = outlines[meeting.front().outline][meeting.front().index];
  double least = meeting.front().reach;
  for (const Corner& c : meeting) least = std::min(least, c.reach);
  Point best = p;
  grid.near(p, least, [&](std::uint32_t e) {
    const bool hasPart = std::any_of(meeting.begin(), meeting.end(),
                                     [&](const Corner& c) { return c.outline == edges[e].outline; });
    if (hasPart) return;
    const Polygon& other = outlines[edges[e].outline];
    const Point a = other[edges[e].index], b = other[(edges[e].index + 1) % other.size()];
    const double l = distance(a, b);
    if (l < kSame) return;
    const Point along = (1 / l) * (b - a);
    const double t = dot(p - a, along), off = std::abs(cross(along, p - a));
    if (t <= 0 || t >= l || off > least) return;
    least = off;
    best = a + t * along;
  });
  return best;
}

void layOnEdges(std::vector<Polygon>& outlines, const std::vector<Meeting>& meetings, double tolerance) {
  std::vector<Edge> edges;
  double total = 0;
  std::size_t n = 0;
  for (const Polygon& p : outlines) {
    total += perimeter(p);
    n += p.size();
  }
  Grid grid(std::max(total / static_cast<double>(std::max<std::size_t>(1, n)), tolerance * 4));
  for (std::uint32_t o = 0; o < outlines.size(); ++o)
    for (std::uint32_t i = 0; i < outlines[o].size(); ++i) {
      const Point a = outlines[o][i], b = outlines[o][(i + 1) % outlines[o].size()];
      grid.add({std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::max(a.y, b.y)},
               static_cast<std::uint32_t>(edges.size()));
      edges.push_back({o, i});
    }
  for (const Meeting& m : meetings) {
    const Point to = onNearestEdge(outlines, edges, grid, m);
    for (const Corner& c : m) outlines[c.outline][c.index] = to;
  }
}

}  // namespace

Healing heal(std::vector<Polygon>& outlines, double tolerance) {
  Healing out;
  std::vector<Polygon> kept;
  for (Polygon& p : outlines) {
    Polygon whole = cleaned(p, 1e-6);
    if (whole.size() < 3 || area(whole) < kLeastArea) {
      ++out.dropped;
      continue;
    }
    if (signedArea(whole) < 0) std::reverse(whole.begin(), whole.end());
    kept.push_back(std::move(whole));
  }
  outlines = kept;
  layOnEdges(outlines, joinCorners(outlines, tolerance), tolerance);
  for (std::size_t o = 0; o < kept.size(); ++o)
    for (std::size_t i = 0; i < kept[o].size(); ++i) {
      const double moved = distance(kept[o][i], outlines[o][i]);
      out.moved += moved > 1e-6;
      out.farthest = std::max(out.farthest, moved);
    }
  return out;
}

}  // namespace clathra
