// Facts of a layout worked out the slow and plain way, sharing no code with the builder: every edge against
// every other one.
#pragma once
#include <cmath>
#include <map>
#include <set>
#include <vector>

#include "layout/layout.hpp"

namespace plain {

using clathra::Layout;
using clathra::Point;

struct Facts {
  double area = 0;       ///< shoelace sum, mm²
  double unmatched = 0;  ///< edge length that faces no other edge, mm
  int euler = 0;         ///< vertices - edges + faces; 1 for one patch without holes
};

struct Edge {
  Point a, b;
  std::size_t piece;
};

inline double shoelace(const std::vector<Point>& p) {
  double twice = 0;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point a = p[i], b = p[(i + 1) % p.size()];
    twice += a.x * b.y - b.x * a.y;
  }
  return std::abs(twice) / 2;
}

/// How much of edge e runs along the opposite way of edge f.
inline double facing(const Edge& e, const Edge& f) {
  constexpr double kTolerance = 0.02;
  const double length = std::hypot(e.b.x - e.a.x, e.b.y - e.a.y);
  const double ux = (e.b.x - e.a.x) / length, uy = (e.b.y - e.a.y) / length;
  const auto along = [&](Point p) { return (p.x - e.a.x) * ux + (p.y - e.a.y) * uy; };
  const auto off = [&](Point p) { return std::abs((p.x - e.a.x) * uy - (p.y - e.a.y) * ux); };
  if (off(f.a) > kTolerance || off(f.b) > kTolerance) return 0;
  const double from = along(f.b), to = along(f.a);  // opposite ways
  if (from > to) return 0;
  return std::max(0.0, std::min(length, to) - std::max(0.0, from));
}

inline std::vector<std::vector<Point>> outlines(const Layout& layout) {
  std::vector<std::vector<Point>> out;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    const auto o = layout.outline(i);
    out.emplace_back(o.begin(), o.end());
  }
  return out;
}

inline Facts factsOf(const std::vector<std::vector<Point>>& pieces) {
  Facts facts;
  std::vector<Edge> edges;
  std::set<std::pair<long long, long long>> corners;
  // Moved a little, so that no corner of a tidy layout falls between two spots.
  constexpr double kAside = 0.0137;
  const auto spot = [](Point p) {
    return std::pair(std::llround((p.x + kAside) * 20), std::llround((p.y + kAside) * 20));
  };
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    facts.area += shoelace(pieces[i]);
    for (std::size_t k = 0; k < pieces[i].size(); ++k) {
      edges.push_back({pieces[i][k], pieces[i][(k + 1) % pieces[i].size()], i});
      corners.insert(spot(pieces[i][k]));
    }
  }
  // Euler: an edge is cut wherever another piece has a corner on it.
  std::set<std::pair<std::pair<long long, long long>, std::pair<long long, long long>>> pieceEdges;
  for (const Edge& e : edges) {
    double length = std::hypot(e.b.x - e.a.x, e.b.y - e.a.y), faced = 0;
    for (const Edge& f : edges)
      if (f.piece != e.piece) faced += facing(e, f);
    facts.unmatched += std::max(0.0, length - faced);
    std::map<double, std::pair<long long, long long>> on{{0.0, spot(e.a)}, {length, spot(e.b)}};
    for (const auto& c : corners) {
      const Point p{c.first / 20.0 - kAside, c.second / 20.0 - kAside};
      const double t = ((p.x - e.a.x) * (e.b.x - e.a.x) + (p.y - e.a.y) * (e.b.y - e.a.y)) / length;
      const double off = std::abs((p.x - e.a.x) * (e.b.y - e.a.y) - (p.y - e.a.y) * (e.b.x - e.a.x)) / length;
      if (t > 0.2 && t < length - 0.2 && off < 0.06) on[t] = c;
    }
    for (auto it = on.begin(); std::next(it) != on.end(); ++it) {
      auto p = it->second, q = std::next(it)->second;
      if (q < p) std::swap(p, q);
      pieceEdges.insert({p, q});
    }
  }
  facts.euler = static_cast<int>(corners.size()) - static_cast<int>(pieceEdges.size()) +
                static_cast<int>(pieces.size());
  return facts;
}

}  // namespace plain
