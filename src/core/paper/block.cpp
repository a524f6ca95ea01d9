#include "paper/block.hpp"

#include <algorithm>
#include <cmath>

#include "paper/nesting.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

int tilesOf(double length, double room) {
  if (length <= room + 1e-6) return 1;
  return 1 + static_cast<int>(std::ceil((length - room) / (room - kTileOverlap) - 1e-9));
}

bool meet(const Box& a, const Box& b) {
  return a.left < b.right - 1e-6 && b.left < a.right - 1e-6 && a.top < b.bottom - 1e-6 &&
         b.top < a.bottom - 1e-6;
}

bool runsIn(const Stroke& s, const Box& b) {
  return meet({std::min(s.from.x, s.to.x) - 1e-3, std::min(s.from.y, s.to.y) - 1e-3,
               std::max(s.from.x, s.to.x) + 1e-3, std::max(s.from.y, s.to.y) + 1e-3},
              b);
}

}  // namespace

Result<SheetPlan> planBlock(const Layout& layout, const SheetOptions& options, const Progress& progress) {
  SheetPlan plan;
  plan.page = options.page;
  plan.side = options.side;
  std::map<std::pair<std::uint16_t, int>, int> kinds;
  std::vector<Polygon> outlines;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    ++kinds[{layout.pieces[i].shape, layout.pieces[i].hand}];
    outlines.push_back(placed(layout.outline(i), {}, options.side == MarkedSide::Back, {}));
  }
  for (const auto& [kind, n] : kinds) plan.needs.push_back({kind.first, kind.second, n, n, true, 0, {}});
  if (outlines.empty()) return plan;
  Box all = bounds(outlines[0]);
  for (const Polygon& p : outlines) all = unite(all, bounds(p));
  const Box room = printable(options.page);
  const int columns = tilesOf(all.width(), room.width()), rows = tilesOf(all.height(), room.height());
  if (std::min(room.width(), room.height()) <= 2 * kTileOverlap || columns > kMostTiles ||
      rows > kMostTiles || columns * rows > kMostTiles)
    return fail("block-too-large", kMostTiles, options.page.title);
  const std::vector<Stroke> strokes = strokesOf(outlines);
  const double stepX = room.width() - kTileOverlap, stepY = room.height() - kTileOverlap;
  for (int row = 0; row < rows; ++row)
    for (int column = 0; column < columns; ++column) {
      if (progress.cancelled()) return fail(kCancelled);
      progress.report(double(row * columns + column) / (rows * columns));
      const Box window{all.left + column * stepX, all.top + row * stepY,
                       std::min(all.right, all.left + column * stepX + room.width()),
                       std::min(all.bottom, all.top + row * stepY + room.height())};
      const Point by = Point{room.left, room.top} - Point{window.left, window.top};
      Sheet sheet;
      sheet.shape = "whole block";
      sheet.tile = BlockTile{column, row, columns, rows, {}, {}};
      sheet.tile->shown = {room.left, room.top, room.left + window.width(), room.top + window.height()};
      // In the middle of where pages overlap, and at the block's own edges.
      const auto lines = [](int tiles, double from, double to, double step) {
        std::vector<double> out;
        for (int i = 1; i < tiles; ++i) out.push_back(from + i * step + kTileOverlap / 2);
        if (out.empty()) return out;
        out.insert(out.begin(), from + kTileOverlap / 2);
        out.push_back(to - kTileOverlap / 2);
        return out;
      };
      auto xs = lines(columns, all.left, all.right, stepX), ys = lines(rows, all.top, all.bottom, stepY);
      if (xs.empty() && !ys.empty()) xs = {all.left + kTileOverlap / 2, all.right - kTileOverlap / 2};
      if (ys.empty() && !xs.empty()) ys = {all.top + kTileOverlap / 2, all.bottom - kTileOverlap / 2};
      for (const double x : xs)
        for (const double y : ys)
          if (x > window.left && x < window.right && y > window.top && y < window.bottom)
            sheet.tile->crosses.push_back(Point{x, y} + by);
      for (std::uint32_t i = 0; i < outlines.size(); ++i) {
        if (!meet(bounds(outlines[i]), window)) continue;
        const Piece& piece = layout.pieces[i];
        sheet.papers.push_back({i, piece.shape, piece.hand, translated(outlines[i], by), {0, -1}});
      }
      if (sheet.papers.empty()) continue;
      for (const Stroke& s : strokes) sheet.strokes += runsIn(s, window) ? 1 : 0;
      plan.sheets.push_back(std::move(sheet));
    }
  plan.papers = static_cast<int>(outlines.size());
  plan.strokes = static_cast<int>(strokes.size());
  plan.cardArea = double(plan.sheets.size()) * options.page.width * options.page.height;
  return plan;
}

}  // namespace clathra
