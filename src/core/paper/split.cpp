#include "paper/split.hpp"

#include <algorithm>
#include <cmath>

namespace clathra {

namespace {

/// How many parts a length takes of which each but the last has a tab as well; equal parts.
int partsOf(double length, double room) {
  if (length <= room + 1e-6) return 1;
  return room <= kGlueTab ? kMostParts + 1 : static_cast<int>(std::ceil(length / (room - kGlueTab) - 1e-9));
}

/// How often an outline goes through an upright line.
int crossings(PolygonView p, double x) {
  int n = 0;
  for (std::size_t i = 0; i < p.size(); ++i)
    if ((p[i].x < x) != (p[(i + 1) % p.size()].x < x)) ++n;
  return n;
}

Polygon turnedQuarter(PolygonView p) {
  Polygon out(p.begin(), p.end());
  for (Point& q : out) q = {q.y, q.x};
  return out;
}

struct Cutting {
  Polygon outline;  // upper left corner of its box at the origin
  int columns = 1, rows = 1;
  double width = 0, height = 0;  // of a part without its tabs
  double joins = 0;              // mm, lengths of all lines as if the outline filled its box
};

/// Do all lines, and the far edges of their tabs, go through the outline once?
bool cutsCleanly(const Cutting& c) {
  if (isConvex(c.outline)) return true;
  const Polygon other = turnedQuarter(c.outline);
  for (int i = 1; i < c.columns; ++i)
    for (const double tab : {0.0, kGlueTab})
      if (crossings(c.outline, i * c.width + tab) > 2) return false;
  for (int i = 1; i < c.rows; ++i)
    for (const double tab : {0.0, kGlueTab})
      if (crossings(other, i * c.height + tab) > 2) return false;
  return true;
}

std::vector<Angle> turnsOf(PolygonView p) {
  std::vector<Angle> out;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Angle along = directionOf(p[(i + 1) % p.size()] - p[i]);
    out.push_back(Angle() - along);
    out.push_back(Angle::degrees(90) - along);
  }
  for (int d = 0; d < 180; d += 5) out.push_back(Angle::degrees(d));
  return out;
}

/// The stretch of an upright (or level) line that belongs to a part.
std::optional<std::pair<Point, Point>> stretch(PolygonView own, double at, bool upright) {
  std::optional<std::pair<Point, Point>> out;
  for (const Point p : own) {
    if (std::abs((upright ? p.x : p.y) - at) > 1e-6) continue;
    if (!out) out = {p, p};
    const auto less = [&](Point a, Point b) { return upright ? a.y < b.y : a.x < b.x; };
    if (less(p, out->first)) out->first = p;
    if (less(out->second, p)) out->second = p;
  }
  if (!out || distance(out->first, out->second) < 1e-3) return std::nullopt;
  return out;
}

}  // namespace

std::optional<std::vector<PaperPart>> splitPaper(PolygonView outline, const Box& room) {
  std::optional<Cutting> best;
  for (const Angle turn : turnsOf(outline)) {
    Cutting c;
    c.outline = placed(outline, turn, false, {});
    const Box b = bounds(c.outline);
    c.outline = translated(c.outline, {-b.left, -b.top});
    c.columns = partsOf(b.width(), room.width());
    c.rows = partsOf(b.height(), room.height());
    c.width = b.width() / c.columns;
    c.height = b.height() / c.rows;
    c.joins = (c.columns - 1) * b.height() + (c.rows - 1) * b.width();
    if (c.columns > kMostParts || c.rows > kMostParts || c.columns * c.rows > kMostParts) continue;
    const auto better = [&] {
      const int n = c.columns * c.rows, m = best->columns * best->rows;
      return n != m ? n < m : c.joins < best->joins - 1e-6;
    };
    if ((!best || better()) && cutsCleanly(c)) best = std::move(c);
  }
  if (!best) return std::nullopt;
  std::vector<PaperPart> out;
  for (int row = 0; row < best->rows; ++row)
    for (int column = 0; column < best->columns; ++column) {
      const double left = column * best->width, top = row * best->height, right = left + best->width,
                   bottom = top + best->height;
      const bool lastColumn = column + 1 == best->columns, lastRow = row + 1 == best->rows;
      PaperPart part;
      part.own = clippedToBox(best->outline, {left, top, right, bottom});
      if (part.own.empty()) continue;
      part.outline = clippedToBox(best->outline, {left, top, lastColumn ? right : right + kGlueTab,
                                                  lastRow ? bottom : bottom + kGlueTab});
      const auto add = [&](auto& to, double at, bool upright, bool wanted) {
        if (!wanted) return;
        if (const auto line = stretch(part.own, at, upright)) to.push_back(*line);
      };
      add(part.tabs, right, true, !lastColumn);
      add(part.tabs, bottom, false, !lastRow);
      add(part.joins, left, true, column > 0);
      add(part.joins, top, false, row > 0);
      const Box b = bounds(part.outline);
      const Point by{-b.left, -b.top};
      part.outline = translated(part.outline, by);
      part.own = translated(part.own, by);
      for (auto* lines : {&part.tabs, &part.joins})
        for (auto& [a, e] : *lines) {
          a = a + by;
          e = e + by;
        }
      out.push_back(std::move(part));
    }
  return out;
}

}  // namespace clathra
