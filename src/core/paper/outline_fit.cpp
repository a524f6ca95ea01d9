#include "paper/outline_fit.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace clathra {

namespace {

constexpr double kNearCorner = 0.7;  // mm: corners are rounded by the scanner's lens and by scissors
constexpr int kRounds = 14;

/// Solves the symmetric 4 x 4 system by elimination with pivots; false if it has no single answer.
bool solve(std::array<std::array<double, 5>, 4>& m, std::array<double, 4>& x) {
  for (std::size_t c = 0; c < 4; ++c) {
    std::size_t best = c;
    for (std::size_t r = c + 1; r < 4; ++r)
      if (std::abs(m[r][c]) > std::abs(m[best][c])) best = r;
    if (std::abs(m[best][c]) < 1e-12) return false;
    std::swap(m[c], m[best]);
    for (std::size_t r = 0; r < 4; ++r) {
      if (r == c) continue;
      const double k = m[r][c] / m[c][c];
      for (std::size_t i = c; i < 5; ++i) m[r][i] -= k * m[c][i];
    }
  }
  for (std::size_t i = 0; i < 4; ++i) x[i] = m[i][4] / m[i][i];
  return true;
}

/// A straight line through points: a point of it and its direction; outliers are left out once.
struct Line {
  Point at, along;
};
std::optional<Line> lineThrough(std::vector<Point> points) {
  Line out;
  for (int round = 0; round < 2; ++round) {
    if (points.size() < 4) return std::nullopt;
    Point sum;
    for (const Point p : points) sum = sum + p;
    out.at = (1.0 / double(points.size())) * sum;
    double xx = 0, xy = 0, yy = 0;
    for (const Point p : points) {
      const Point d = p - out.at;
      xx += d.x * d.x;
      xy += d.x * d.y;
      yy += d.y * d.y;
    }
    const double direction = 0.5 * std::atan2(2 * xy, xx - yy);
    out.along = {std::cos(direction), std::sin(direction)};
    std::vector<double> off;
    off.reserve(points.size());
    for (const Point p : points) off.push_back(std::abs(cross(out.along, p - out.at)));
    std::vector<double> sorted = off;
    std::nth_element(sorted.begin(), sorted.begin() + std::ptrdiff_t(sorted.size() / 2), sorted.end());
    const double most = std::max(0.02, 3.5 * 1.48 * sorted[sorted.size() / 2]);
    std::vector<Point> kept;
    for (std::size_t i = 0; i < points.size(); ++i)
      if (off[i] <= most) kept.push_back(points[i]);
    points = std::move(kept);
  }
  return out;
}

std::optional<Point> crossingOf(const Line& a, const Line& b) {
  const double det = cross(a.along, b.along);
  if (std::abs(det) < 0.05) return std::nullopt;
  return a.at + (cross(b.at - a.at, b.along) / det) * a.along;
}

}  // namespace

Polygon Placing::place(PolygonView p) const {
  Polygon out;
  out.reserve(p.size());
  for (const Point q : p) out.push_back(place(q));
  return out;
}

OutlineModel::OutlineModel(Polygon outline) : outline_(std::move(outline)), sides_(edgesOf(outline_)) {
  const std::size_t n = outline_.size();
  for (const OutlineEdge& e : sides_) {
    Side s;
    s.from = outline_[e.first];
    s.to = outline_[(e.first + e.edges) % n];
    s.length = e.length;
    if (e.isArc()) {
      s.arc = true;
      s.hollow = e.hollow;
      s.centre = e.centre;
      s.radius = e.radius;
    } else {
      const Point d = (1 / length(s.to - s.from)) * (s.to - s.from);
      s.normal = {d.y, -d.x};  // corners run clockwise
      s.offset = dot(s.normal, s.from);
    }
    model_.push_back(s);
  }
}

std::optional<OutlineModel::Assigned> OutlineModel::assign(const EdgePoint& p, const Placing& placing,
                                                           double farthest) const {
  const Point local = (1 / placing.scale) * rotated(p.at - placing.at, -placing.turn);
  const Point outwards = rotated(p.outwards, -placing.turn);
  const double corner = kNearCorner / placing.scale;
  std::optional<Assigned> best;
  for (std::size_t i = 0; i < model_.size(); ++i) {
    const Side& s = model_[i];
    double off = 0, along = 0;
    if (s.arc) {
      const Point d = local - s.centre;
      const double r = length(d);
      if (r < 1e-9) continue;
      const Point normal = (s.hollow ? -1 / r : 1 / r) * d;
      if (dot(normal, outwards) < 0.8) continue;
      off = s.hollow ? s.radius - r : r - s.radius;
      if (s.from != s.to) {
        // Within the arc: on the side of its chord that it bulges to, and away from its ends.
        const Point chord = s.to - s.from;
        const double side = cross(chord, local - s.from);
        if ((s.hollow ? side < -corner * length(chord) : side > corner * length(chord))) continue;
        if (distance(local, s.from) < corner || distance(local, s.to) < corner) continue;
      }
    } else {
      if (dot(s.normal, outwards) < 0.9) continue;
      off = dot(s.normal, local) - s.offset;
      const double whole = length(s.to - s.from);
      along = dot(local - s.from, (1 / whole) * (s.to - s.from));
      if (along < corner || along > whole - corner) continue;
    }
    off *= placing.scale;
    if (std::abs(off) < (best ? std::abs(best->off) : farthest))
      best = Assigned{i, off, along * placing.scale};
  }
  return best;
}

std::optional<OutlineFit> OutlineModel::fit(const std::vector<EdgePoint>& points, Placing guess) const {
  OutlineFit out;
  out.placing = guess;
  double farthest = std::max(1.5, 0.1 * guess.scale * std::sqrt(area(outline_)));
  for (int round = 0; round < kRounds; ++round) {
    const Placing& now = out.placing;
    std::array<std::array<double, 5>, 4> m{};
    double sum = 0;
    std::size_t n = 0;
    std::vector<double> offs;
    std::vector<double> length(model_.size(), 0);
    for (const EdgePoint& p : points) {
      const auto a = assign(p, now, farthest);
      if (!a) continue;
      const Side& s = model_[a->side];
      std::array<double, 5> row{};  // by scale, turn, x, y; then the residual
      if (s.arc) {
        const Point c = rotated(s.centre, now.turn), d = p.at - now.at - now.scale * c;
        const double r = clathra::length(d), sign = s.hollow ? -1 : 1;
        const Point u = (1 / r) * d;
        row = {sign * (dot(u, c) + s.radius), sign * now.scale * dot(u, Point{-c.y, c.x}), sign * u.x,
               sign * u.y, a->off};
      } else {
        const Point normal = rotated(s.normal, now.turn), d = p.at - now.at;
        row = {s.offset, -dot(Point{-normal.y, normal.x}, d), normal.x, normal.y, a->off};
      }
      for (std::size_t i = 0; i < 4; ++i)
        for (std::size_t j = 0; j < 5; ++j) m[i][j] += row[i] * row[j];
      sum += a->off * a->off;
      offs.push_back(std::abs(a->off));
      ++n;
    }
    if (n < 12 || n < points.size() / 5) return std::nullopt;
    std::array<double, 4> x{};
    if (!solve(m, x)) return std::nullopt;
    out.placing.scale += x[0];
    out.placing.turn += Angle::radians(x[1]);
    out.placing.at = out.placing.at + Point{x[2], x[3]};
    if (!(out.placing.scale > 0)) return std::nullopt;
    out.rms = std::sqrt(sum / double(n));
    out.share = double(n) / double(points.size());
    // What is far from most of the points is none of this outline: another paper, a shadow, a fibre.
    std::nth_element(offs.begin(), offs.begin() + std::ptrdiff_t(offs.size() * 7 / 10), offs.end());
    farthest = std::clamp(4 * offs[offs.size() * 7 / 10], 0.12, farthest);
  }
  std::vector<double> seen(model_.size(), 0);
  for (const EdgePoint& p : points)
    if (const auto a = assign(p, out.placing, farthest)) seen[a->side] += 1;
  double whole = 0, with = 0;
  for (std::size_t i = 0; i < model_.size(); ++i) {
    whole += model_[i].length;
    if (seen[i] >= 4) with += model_[i].length;
  }
  out.covered = with / whole;
  return out;
}

OutlineModel::Sides OutlineModel::measured(const std::vector<EdgePoint>& points,
                                           const Placing& placing) const {
  std::vector<std::vector<Point>> of(model_.size());
  std::vector<std::vector<double>> off(model_.size());
  for (const EdgePoint& p : points)
    if (const auto a = assign(p, placing, 0.6)) {
      of[a->side].push_back(p.at);
      off[a->side].push_back(a->off);
    }
  const std::size_t n = model_.size();
  std::vector<std::optional<Line>> lines(n);
  for (std::size_t i = 0; i < n; ++i)
    if (!model_[i].arc) lines[i] = lineThrough(of[i]);
  Sides out;
  for (std::size_t i = 0; i < n; ++i) {
    const Side& s = model_[i];
    // Corners are where neighbouring lines cross; where one is an arc, or has no points, where the outline
    // has them.
    const auto corner = [&](std::size_t before, std::size_t after, Point at) {
      if (lines[before] && lines[after])
        if (const auto c = crossingOf(*lines[before], *lines[after]);
            c && distance(*c, placing.place(at)) < 2)
          return *c;
      return placing.place(at);
    };
    const Point from = corner((i + n - 1) % n, i, s.from), to = corner(i, (i + 1) % n, s.to);
    double middle = 0;
    if (!off[i].empty()) {
      auto half = off[i].begin() + std::ptrdiff_t(off[i].size() / 2);
      std::nth_element(off[i].begin(), half, off[i].end());
      middle = *half;
    }
    if (s.arc) {
      const double grown = (s.radius * placing.scale + (s.hollow ? -middle : middle)) / s.radius;
      out.lengths.push_back(s.length * grown);
    } else {
      out.lengths.push_back(lines[i] ? distance(from, to) : s.length * placing.scale);
    }
    out.off.push_back(std::abs(middle));
  }
  return out;
}

}  // namespace clathra
