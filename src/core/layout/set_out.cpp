#include "layout/set_out.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <tuple>

#include "shape/overlap.hpp"

namespace clathra {

namespace {

constexpr double kSame = 0.02;  // mm: moves agree better
constexpr int kMostReach = 40;  // cells from a unit's first cell to its last

struct Cell {
  int i = 0, j = 0;
  friend Cell operator+(Cell a, Cell b) { return {a.i + b.i, a.j + b.j}; }
  friend Cell operator-(Cell a, Cell b) { return {a.i - b.i, a.j - b.j}; }
  friend auto operator<=>(const Cell&, const Cell&) = default;
};
using Cells = std::set<Cell>;

/// The places of a shape that fills the plane by moves alone.
struct Grid {
  Polygon cell;
  Point u, v;
  std::vector<Cell> neighbours;  ///< of the cell at the origin: those that share a corner
  std::vector<Cell> beside;      ///< those that share a side

  Point at(Cell c) const { return double(c.i) * u + double(c.j) * v; }
  /// Not rounded.
  Point coordinates(Point p) const {
    const double d = cross(u, v);
    return {cross(p, v) / d, cross(u, p) / d};
  }
};

std::optional<Grid> gridOf(PolygonView outline) {
  const std::size_t n = outline.size();
  if (n != 4 && n != 6) return std::nullopt;
  for (std::size_t i = 0; i < n / 2; ++i)
    if (length((outline[i + 1] - outline[i]) + (outline[(i + 1 + n / 2) % n] - outline[i + n / 2])) > kSame)
      return std::nullopt;
  Grid out;
  out.cell.assign(outline.begin(), outline.end());
  out.u = n == 4 ? outline[1] - outline[0] : outline[2] - outline[0];
  out.v = n == 4 ? outline[2] - outline[1] : outline[3] - outline[1];
  if (std::abs(std::abs(cross(out.u, out.v)) - area(outline)) > 1e-3 * area(outline)) return std::nullopt;
  out.beside = {{1, 0}, {-1, 0}, {0, 1}, {0, -1}};
  if (n == 6) out.beside.insert(out.beside.end(), {{1, -1}, {-1, 1}});
  for (int i = -2; i <= 2; ++i)
    for (int j = -2; j <= 2; ++j) {
      const Point move = out.at({i, j});
      const auto touches = [&](Point p) {
        return std::any_of(outline.begin(), outline.end(),
                           [&](Point q) { return distance(p + move, q) < kSame; });
      };
      if ((i != 0 || j != 0) && std::any_of(outline.begin(), outline.end(), touches))
        out.neighbours.push_back({i, j});
    }
  return out;
}

/// The cells that the unit covers. Errors: it covers a cell in part.
Result<Cells> cellsOf(const Grid& grid, const Layout& layout, const std::vector<std::uint32_t>& unit) {
  Cells out;
  double covered = 0;
  const Point origin = centroid(grid.cell);
  for (const auto i : unit) {
    const auto outline = layout.outline(i);
    covered += area(outline);
    Point least{1e300, 1e300}, most{-1e300, -1e300};
    for (const Point p : outline) {
      const Point c = grid.coordinates(p - origin);
      least = {std::min(least.x, c.x), std::min(least.y, c.y)};
      most = {std::max(most.x, c.x), std::max(most.y, c.y)};
    }
    for (int a = int(std::floor(least.x)) - 1; a <= int(std::ceil(most.x)) + 1; ++a)
      for (int b = int(std::floor(least.y)) - 1; b <= int(std::ceil(most.y)) + 1; ++b)
        if (!out.contains({a, b}) && overlaps(translated(grid.cell, grid.at({a, b})), outline))
          out.insert({a, b});
  }
  if (std::abs(covered - double(out.size()) * area(grid.cell)) > 1e-3 * covered)
    return fail("unit-not-whole-cells");
  return out;
}

/// The cells and all that are at most so many steps away.
Cells widened(const Grid& grid, Cells cells, int by) {
  Cells rim = cells;
  for (int k = 0; k < by; ++k) {
    Cells next;
    for (const Cell c : rim)
      for (const Cell n : grid.neighbours)
        if (cells.insert(c + n).second) next.insert(c + n);
    rim = std::move(next);
  }
  return cells;
}

/// Which moves of the unit leave it too near to itself.
class Nearness {
 public:
  Nearness(const Grid& grid, const Cells& unit, int apart) {
    const Cells round = widened(grid, unit, apart);
    for (const Cells* set : {&round, &unit})
      for (const Cell c : *set)
        reach_ = std::max({reach_, std::abs(c.i - unit.begin()->i), std::abs(c.j - unit.begin()->j)});
    reach_ *= 2;
    near_.resize(static_cast<std::size_t>(2 * reach_ + 1) * static_cast<std::size_t>(2 * reach_ + 1));
    for (const Cell a : round)
      for (const Cell b : unit) near_[place(a - b)] = true;
  }
  bool operator()(Cell move) const {
    return std::abs(move.i) <= reach_ && std::abs(move.j) <= reach_ && near_[place(move)];
  }
  int reach() const { return reach_; }

 private:
  std::size_t place(Cell c) const {
    return static_cast<std::size_t>((c.i + reach_) * (2 * reach_ + 1) + c.j + reach_);
  }
  std::vector<bool> near_;
  int reach_ = 0;
};

struct Moves {
  Cell u, v;
  int cells = 0;      ///< of a unit and its path
  double spread = 0;  ///< mm²: both moves, the longer the less compact
};

/// All whole sums of both moves keep clear. (Those with larger factors are longer than what is near.)
bool clear(const Nearness& near, Cell u, Cell v) {
  constexpr int kFactors = 5;
  for (int a = -kFactors; a <= kFactors; ++a)
    for (int b = 0; b <= kFactors; ++b) {
      if (b == 0 && a <= 0) continue;
      if (near({a * u.i + b * v.i, a * u.j + b * v.j})) return false;
    }
  return true;
}

/// The shortest moves that reach the same places.
void shorten(const Grid& grid, Cell& u, Cell& v) {
  const auto square = [&](Cell c) { return dot(grid.at(c), grid.at(c)); };
  while (true) {
    if (square(v) < square(u)) std::swap(u, v);
    const double k = std::round(dot(grid.at(u), grid.at(v)) / square(u));
    if (k == 0) return;
    const Cell shorter{v.i - int(k) * u.i, v.j - int(k) * u.j};
    if (square(shorter) >= square(v) - 1e-6) return;
    v = shorter;
  }
}

/// Of the shortest moves that reach the same places, the most level one and the most upright one.
std::pair<Cell, Cell> acrossAndDown(const Grid& grid, Cell u, Cell v) {
  constexpr double kAsShort = 1.05;
  const auto size = [&](Cell c) { return length(grid.at(c)); };
  const double most = kAsShort * std::max(size(u), size(v));
  const int cells = std::abs(u.i * v.j - u.j * v.i);
  std::pair<Cell, Cell> best{u, v};
  double least = 1e300;
  const Cell all[] = {u, v, u + v, u - v};
  for (const Cell a : all)
    for (const Cell d : all) {
      if (std::abs(a.i * d.j - a.j * d.i) != cells || size(a) > most || size(d) > most) continue;
      const double off = std::abs(grid.at(a).y) / size(a) + std::abs(grid.at(d).x) / size(d);
      if (off > least - 1e-6) continue;
      least = off;
      best = {a, d};
    }
  return best;
}

/// Of the shortest moves that reach the same places, with an area of A to a copy, one is no longer than
/// sqrt(2 A / sqrt 3), and the other no longer than 2 A / (sqrt 3 times the first): farther ones are not
/// tried.
Result<Moves> fewest(const Grid& grid, const Nearness& near, std::size_t unit, const Progress& progress) {
  const int r = near.reach() + 1;
  const double root3 = std::sqrt(3.0), cellArea = std::abs(cross(grid.u, grid.v));
  std::vector<std::pair<double, Cell>> candidates;  // the shortest first
  for (int i = -r; i <= r; ++i)
    for (int j = -r; j <= r; ++j)
      if (!near({i, j})) candidates.emplace_back(length(grid.at({i, j})), Cell{i, j});
  std::sort(candidates.begin(), candidates.end());
  std::optional<Moves> best;
  for (const auto& [across, u] : candidates) {
    if (progress.cancelled()) return fail(kCancelled);
    const double most = best ? best->cells * cellArea : 1e300;
    if (across * across > 2 / root3 * most + kSame) break;
    if (u.i < 0 || (u.i == 0 && u.j <= 0)) continue;  // its opposite does the same
    for (const auto& [down, v] : candidates) {
      if (best && down > 2 / root3 * best->cells * cellArea / across + kSame) break;
      const int cells = std::abs(u.i * v.j - u.j * v.i);
      if (cells < static_cast<int>(unit) || (best && cells > best->cells)) continue;
      const double spread = across * across + down * down;
      if (best && cells == best->cells && spread > best->spread - 1e-6) continue;
      Cell shortU = u, shortV = v;
      shorten(grid, shortU, shortV);
      if (clear(near, shortU, shortV)) best = Moves{u, v, cells, spread};
    }
  }
  if (!best) return fail("unit-too-wide-to-set-out");
  shorten(grid, best->u, best->v);
  std::tie(best->u, best->v) = acrossAndDown(grid, best->u, best->v);
  if (grid.at(best->u).x < 0) best->u = Cell{} - best->u;
  if (grid.at(best->v).y < 0) best->v = Cell{} - best->v;
  return *best;
}

/// The copies of a row stand level, and the rows below each other, as well as they can: a step of the other
/// move is put in wherever one has strayed by as much.
Cell placeOf(const Grid& grid, const Moves& moves, int i, int j) {
  const Point across = grid.at(moves.u), down = grid.at(moves.v);
  const auto steps = [](double by) { return int(std::floor(by + 1e-6)); };
  const int row = j + (std::abs(down.y) > kSame ? steps(-i * across.y / down.y) : 0);
  const int back = across.x > kSame ? steps(row * down.x / across.x) : 0;
  return {(i - back) * moves.u.i + row * moves.v.i, (i - back) * moves.u.j + row * moves.v.j};
}

/// What lies between: cells of the gaps into which no round patch of cells goes that is wider than the path.
/// (The closing of the union, as in mathematical morphology: widened, then narrowed again by as much.)
Cells between(const Grid& grid, const Cells& units, int apart, const Progress& progress) {
  const int by = (apart + 1) / 2;
  const Cells wide = widened(grid, units, by);
  Cells out;
  for (const Cell c : wide) {
    if (progress.cancelled()) break;
    if (units.contains(c)) continue;
    const Cells round = widened(grid, {c}, by);
    if (std::all_of(round.begin(), round.end(), [&](Cell r) { return wide.contains(r); })) out.insert(c);
  }
  return out;
}

/// Cells that the others enclose.
void addEnclosed(const Grid& grid, const Cells& units, Cells& path) {
  Cell least{1 << 30, 1 << 30}, most{-(1 << 30), -(1 << 30)};
  for (const Cells* set : {&units, static_cast<const Cells*>(&path)})
    for (const Cell c : *set) {
      least = {std::min(least.i, c.i), std::min(least.j, c.j)};
      most = {std::max(most.i, c.i), std::max(most.j, c.j)};
    }
  least = least - Cell{1, 1};
  most = most + Cell{1, 1};
  const auto inside = [&](Cell c) {
    return c.i >= least.i && c.i <= most.i && c.j >= least.j && c.j <= most.j;
  };
  Cells outside{least};
  std::vector<Cell> open{least};
  while (!open.empty()) {
    const Cell at = open.back();
    open.pop_back();
    for (const Cell n : grid.beside) {
      const Cell next = at + n;
      if (inside(next) && !units.contains(next) && !path.contains(next) && outside.insert(next).second)
        open.push_back(next);
    }
  }
  for (int i = least.i; i <= most.i; ++i)
    for (int j = least.j; j <= most.j; ++j)
      if (const Cell c{i, j}; !units.contains(c) && !outside.contains(c)) path.insert(c);
}

}  // namespace

std::vector<std::uint32_t> pathPiecesFor(const Layout& layout, const std::vector<std::uint32_t>& unit) {
  std::vector<std::uint32_t> out;
  constexpr int kTries = 12;  // of one shape: pieces of a layout lie in few ways
  std::set<std::uint16_t> seen;
  std::map<std::uint16_t, int> tried;
  const auto take = [&](std::uint32_t i) {
    if (seen.contains(layout.pieces[i].shape) || ++tried[layout.pieces[i].shape] > kTries) return;
    const auto grid = gridOf(layout.outline(i));
    if (!grid || !cellsOf(*grid, layout, unit)) return;
    seen.insert(layout.pieces[i].shape);
    out.push_back(i);
  };
  for (const auto i : unit) take(i);
  for (std::uint32_t i = 0; i < layout.size(); ++i) take(i);
  return out;
}

Result<SettingOut> setOut(const Layout& layout, const std::vector<std::uint32_t>& unit, std::uint32_t cell,
                          const SetOutAsk& ask, const Progress& progress) {
  if (ask.across < 1 || ask.down < 1 || ask.across > kMostSetOut || ask.down > kMostSetOut)
    return fail("copies-from-to", kMostSetOut);
  if (ask.apart < 1 || ask.apart > kMostApart) return fail("apart-from-to", kMostApart);
  if (unit.empty() || cell >= layout.size()) return fail("path-shape-does-not-fill");
  const auto grid = gridOf(layout.outline(cell));
  if (!grid) return fail("path-shape-does-not-fill");
  const auto own = cellsOf(*grid, layout, unit);
  if (!own) return tl::make_unexpected(own.error());
  const Cell first = *own->begin(), last = *own->rbegin();
  if (last.i - first.i > kMostReach) return fail("unit-too-wide-to-set-out");
  if (std::int64_t(own->size()) * ask.across * ask.down > kMostPieces)
    return fail("make-pieces-most", std::int64_t(own->size()) * ask.across * ask.down, kMostPieces);
  const auto moves = fewest(*grid, Nearness(*grid, *own, ask.apart), own->size(), progress);
  if (!moves) return tl::make_unexpected(moves.error());
  // The path counts too, before it is laid.
  if (const std::int64_t all = std::int64_t(moves->cells) * ask.across * ask.down; all > kMostPieces)
    return fail("make-pieces-most", all, kMostPieces);
  SettingOut out;
  out.pathToAUnit = moves->cells - static_cast<int>(own->size());
  Cells units;
  for (int j = 0; j < ask.down; ++j)
    for (int i = 0; i < ask.across; ++i) {
      const Cell move = placeOf(*grid, *moves, i, j);
      out.moves.push_back(grid->at(move));
      for (const Cell c : *own) units.insert(c + move);
    }
  Cells path = between(*grid, units, ask.apart, progress);
  if (ask.allRound)
    for (const Cell c : widened(*grid, units, ask.apart))
      if (!units.contains(c)) path.insert(c);
  if (progress.cancelled()) return fail(kCancelled);
  addEnclosed(*grid, units, path);
  for (const Cell c : path) out.path.push_back(translated(grid->cell, grid->at(c)));
  std::sort(out.path.begin(), out.path.end(), [](const Polygon& a, const Polygon& b) {
    const Point p = centroid(a), q = centroid(b);
    return std::abs(p.y - q.y) > kSame ? p.y < q.y : p.x < q.x;
  });
  return out;
}

}  // namespace clathra
