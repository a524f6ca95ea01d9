#include "layout/subdivide.hpp"

#include <algorithm>
#include <bit>
#include <cmath>
#include <map>
#include <numbers>
#include <unordered_map>

#include "layout/filling_state.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

constexpr double kNear = 1e-6;  // in small edges: lattice points are met far better than this
constexpr std::size_t kMostCells = 64;
const double kRow = std::numbers::sqrt3 / 2;
const double kCellArea = kRow / 2;

/// Steps along and down the rows; whole numbers on the lattice.
Point latticeOf(Point p) {
  const double j = p.y / kRow;
  return {p.x - j / 2, j};
}
Point pointAt(double i, double j) {
  return {i + j / 2, j * kRow};
}
bool whole(double v) {
  return std::abs(v - std::round(v)) < kNear;
}

/// Turned and moved so that its first edge runs along the rows from the origin.
Polygon onRows(PolygonView p) {
  const Point edge = p[1] - p[0];
  const Angle turn = -directionOf(edge);
  Polygon out;
  for (const Point q : p) out.push_back(rotated(q - p[0], turn));
  return out;
}

/// Middles of the small triangles inside, row by row.
std::vector<Point> cellsIn(PolygonView p) {
  const Box b = bounds(p);
  std::vector<Point> out;
  const int rows = static_cast<int>(std::lround(b.height() / kRow)),
            first = static_cast<int>(std::lround(b.top / kRow));
  for (int j = first; j < first + rows; ++j)
    for (int i = static_cast<int>(std::floor(b.left)) - rows; i <= std::ceil(b.right) + rows; ++i)
      for (const Point c : {pointAt(i + 1.0 / 3, j + 1.0 / 3), pointAt(i + 2.0 / 3, j + 2.0 / 3)})
        if (contains(p, c)) out.push_back(c);
  std::sort(out.begin(), out.end(),
            [](Point a, Point q) { return std::abs(a.y - q.y) > 0.4 ? a.y < q.y : a.x < q.x; });
  return out;
}

/// Fillings by sets of cells that each use up some parts.
template <class ItemT>
class Counter {
 public:
  Counter(std::vector<ItemT> items, std::size_t cells, const Progress& progress)
      : items_(std::move(items)), all_(cells == 64 ? ~0ull : (1ull << cells) - 1), progress_(progress) {
    at_.resize(cells);
    for (const ItemT& item : items_)
      at_[static_cast<std::size_t>(std::countr_zero(item.cells))].push_back(&item);
  }
  std::uint64_t count(std::uint64_t covered, PartCounts& left) {
    if (covered == all_) return std::all_of(left.begin(), left.end(), [](int n) { return n == 0; }) ? 1 : 0;
    if (progress_.cancelled()) return 0;
    const auto key = std::pair(covered, packed(left));
    if (const auto known = known_.find(key); known != known_.end()) return known->second;
    std::uint64_t sum = 0;
    for (const ItemT* item : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
      if (item->cells & covered || !take(left, item->parts, -1)) continue;
      sum += count(covered | item->cells, left);
      take(left, item->parts, 1);
    }
    known_.emplace(key, sum);
    return sum;
  }

 private:
  /// Adds `sign` times the parts; false, and nothing taken, where there are too few.
  static bool take(PartCounts& left, const PartCounts& parts, int sign) {
    if (sign < 0)
      for (std::size_t i = 0; i < parts.size(); ++i)
        if (left[i] < parts[i]) return false;
    for (std::size_t i = 0; i < parts.size(); ++i) left[i] += sign * parts[i];
    return true;
  }
  std::vector<ItemT> items_;
  std::uint64_t all_;
  const Progress& progress_;
  std::vector<std::vector<const ItemT*>> at_;  ///< by their first cell, which is the first one uncovered
  std::unordered_map<std::pair<std::uint64_t, std::uint64_t>, std::uint64_t, StateHash> known_;
};

/// How many fillings have n pieces, from every set of covered cells that is met.
class MixedCounter {
 public:
  using ByPieces = std::vector<std::uint64_t>;
  MixedCounter(const std::vector<Placement>& placements, const std::vector<bool>& allowed, std::size_t cells,
               const Progress& progress)
      : cells_(cells), all_(cells == 64 ? ~0ull : (1ull << cells) - 1), progress_(progress) {
    at_.resize(cells);
    for (std::size_t i = 0; i < placements.size(); ++i)
      if (allowed[placements[i].part])
        at_[static_cast<std::size_t>(std::countr_zero(placements[i].cells))].push_back(
            {placements[i].cells, static_cast<std::uint16_t>(i)});
  }
  const ByPieces& count(std::uint64_t covered) {
    if (const auto known = known_.find(covered); known != known_.end()) return known->second;
    ByPieces sum(cells_ + 1, 0);
    if (covered == all_) {
      sum[0] = 1;
    } else if (!progress_.cancelled()) {
      for (const auto& [cells, index] : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
        if (cells & covered) continue;
        const ByPieces& rest = count(covered | cells);
        for (std::size_t n = 0; n < cells_; ++n) sum[n + 1] += rest[n];
      }
    }
    return known_.emplace(covered, std::move(sum)).first->second;
  }
  /// Filling number `index` of those with `pieces` pieces; there must be that many.
  Filling at(std::uint64_t index, std::size_t pieces) {
    Filling out;
    std::uint64_t covered = 0;
    for (; pieces > 0; --pieces)
      for (const auto& [cells, placement] : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
        if (cells & covered) continue;
        const std::uint64_t here = count(covered | cells)[pieces - 1];
        if (index >= here) {
          index -= here;
          continue;
        }
        out.push_back(placement);
        covered |= cells;
        break;
      }
    std::sort(out.begin(), out.end());
    return out;
  }

 private:
  std::size_t cells_;
  std::uint64_t all_;
  const Progress& progress_;
  std::vector<std::vector<std::pair<std::uint64_t, std::uint16_t>>> at_;
  std::map<std::uint64_t, ByPieces> known_;  ///< references stay good while it grows
};

}  // namespace

const std::vector<SubdivisionPart>& subdivisionParts() {
  static const std::vector<SubdivisionPart> parts = {{"triangle", "triangle60"},
                                                     {"diamond", "diamond60"},
                                                     {"half", "half-hexagon-point-cut"},
                                                     {"hexagon", "hexagon"},
                                                     {"jewel", "jewel"}};
  return parts;
}

Result<std::size_t> subdivisionPart(std::string_view id) {
  const auto& parts = subdivisionParts();
  std::string names;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    if (parts[i].id == id) return i;
    names += (i ? ", " : "") + std::string(parts[i].id);
  }
  return fail("no-part-called", id, names);
}

Result<Subdivision> Subdivision::make(PolygonView large) {
  if (large.size() < 3 || !isConvex(large)) return fail("only-convex-shape-subdivided");
  const Polygon p = onRows(large);
  for (const Point q : p)
    if (const Point l = latticeOf(q); !whole(l.x) || !whole(l.y)) return fail("shape-not-made-small");
  for (const Angle angle : cornerAngles(p))
    if (const double a = angle.degrees(); std::abs(a - 60) > 0.01 && std::abs(a - 120) > 0.01)
      return fail("only-shapes-whose-corners");
  if (area(p) / kCellArea > kMostCells + 0.5) return fail("shape-holds-more-than", kMostCells);
  Subdivision out;
  out.cells_ = cellsIn(p);
  out.layParts(p);
  out.findSymmetries(p);
  // Back to where the large shape lies.
  const Point edge = large[1] - large[0];
  const Angle turn = directionOf(edge);
  for (Placement& each : out.placements_)
    for (Point& q : each.outline) q = rotated(q, turn) + large[0];
  return out;
}

void Subdivision::layParts(PolygonView large) {
  const Box b = bounds(large);
  for (std::size_t part = 0; part < subdivisionParts().size(); ++part) {
    const Polygon model = onRows(*familyOutline(subdivisionParts()[part].family));
    trianglesOf_.push_back(static_cast<int>(std::lround(area(model) / kCellArea)));
    std::map<std::uint64_t, Polygon> found;  // a part that is its own image is laid once
    for (int turn = 0; turn < 6; ++turn)
      for (int j = static_cast<int>(std::floor(b.top / kRow)) - 1; j * kRow <= b.bottom + 1; ++j)
        for (int i = static_cast<int>(std::floor(b.left - b.bottom)) - 1; i <= b.right + b.height() + 1;
             ++i) {
          const Polygon copy = placed(model, turn * kWholeTurn / 6, false, pointAt(i, j));
          std::uint64_t cells = 0;
          for (std::size_t c = 0; c < cells_.size(); ++c)
            if (contains(copy, cells_[c])) cells |= 1ull << c;
          if (std::popcount(cells) == trianglesOf_.back()) found.emplace(cells, copy);
        }
    for (auto& [cells, outline] : found)
      placements_.push_back({cells, static_cast<std::uint8_t>(part), std::move(outline)});
  }
}

void Subdivision::findSymmetries(PolygonView large) {
  const Point middle = centroid(large);
  const Polygon about = translated(large, -1.0 * middle);
  std::map<std::pair<std::uint8_t, std::uint64_t>, std::uint16_t> known;
  for (std::size_t i = 0; i < placements_.size(); ++i)
    known[{placements_[i].part, placements_[i].cells}] = static_cast<std::uint16_t>(i);
  const auto cellAt = [&](Point q) {
    return static_cast<std::size_t>(
        std::find_if(cells_.begin(), cells_.end(), [&](Point c) { return distance(c, q) < 0.1; }) -
        cells_.begin());
  };
  for (const bool mirrored : {false, true}) {
    for (int turn = 0; turn < 6; ++turn) {
      const auto moved = [&](Point q) {
        q = q - middle;
        if (mirrored) q.x = -q.x;
        return rotated(q, turn * kWholeTurn / 6) + middle;
      };
      const bool onto = std::all_of(large.begin(), large.end(), [&](Point q) {
        const Point m = moved(q) - middle;
        return std::any_of(about.begin(), about.end(), [&](Point a) { return distance(a, m) < 1e-4; });
      });
      if (!onto) continue;
      std::vector<std::size_t> cellMap;
      for (const Point c : cells_) cellMap.push_back(cellAt(moved(c)));
      std::vector<std::uint16_t> map;
      for (const Placement& p : placements_) {
        std::uint64_t cells = 0;
        for (std::size_t c = 0; c < cells_.size(); ++c)
          if (p.cells >> c & 1) cells |= 1ull << cellMap[c];
        map.push_back(known.at({p.part, cells}));
      }
      symmetries_.push_back(std::move(map));
    }
    if (!mirrored) turns_ = symmetries_.size();
  }
}

/// The placements that a symmetry carries into each other, where they lie apart: what a filling that it
/// leaves unchanged is made of.
std::vector<Subdivision::Item> Subdivision::orbits(std::size_t symmetry) const {
  const auto& map = symmetries_[symmetry];
  std::vector<bool> seen(placements_.size(), false);
  std::vector<Item> out;
  for (std::size_t i = 0; i < placements_.size(); ++i) {
    if (seen[i]) continue;
    Item item{0, PartCounts(subdivisionParts().size(), 0)};
    bool apart = true;
    for (std::size_t at = i; !seen[at]; at = map[at]) {
      seen[at] = true;
      apart = apart && !(item.cells & placements_[at].cells);
      item.cells |= placements_[at].cells;
      ++item.parts[placements_[at].part];
    }
    if (apart) out.push_back(std::move(item));
  }
  return out;
}

Result<FillingCounts> Subdivision::count(const PartCounts& wanted, const Progress& progress) const {
  FillingCounts out;
  int cells = 0;
  for (std::size_t i = 0; i < wanted.size(); ++i) {
    if (wanted[i] < 0 || wanted[i] > static_cast<int>(kMostCells)) return out;
    cells += wanted[i] * trianglesOf_[i];
  }
  if (cells != triangles()) return out;
  std::uint64_t turns = 0, all = 0;
  for (std::size_t s = 0; s < symmetries_.size(); ++s) {
    PartCounts left = wanted;
    const std::uint64_t fixed = Counter<Item>(orbits(s), cells_.size(), progress).count(0, left);
    if (progress.cancelled()) return fail(kCancelled);
    if (s == 0) out.placements = fixed;
    if (s < turns_) turns += fixed;
    all += fixed;
    progress.report(static_cast<double>(s + 1) / static_cast<double>(symmetries_.size()));
  }
  out.upToTurns = turns / turns_;
  out.upToTurnsAndMirror = all / symmetries_.size();
  return out;
}

Result<std::vector<std::uint64_t>> Subdivision::countMixed(const std::vector<bool>& allowed,
                                                           const Progress& progress) const {
  MixedCounter counter(placements_, allowed, cells_.size(), progress);
  auto out = counter.count(0);
  if (progress.cancelled()) return fail(kCancelled);
  return out;
}

Result<std::vector<Filling>> Subdivision::mixed(const std::vector<bool>& allowed, int pieces,
                                                std::uint64_t first, std::size_t most,
                                                const Progress& progress) const {
  std::vector<Filling> out;
  if (pieces < 1 || pieces > triangles()) return out;
  MixedCounter counter(placements_, allowed, cells_.size(), progress);
  const auto n = static_cast<std::size_t>(pieces);
  const std::uint64_t total = counter.count(0)[n];
  for (std::uint64_t i = first; i < total && out.size() < most; ++i) {
    if (progress.cancelled()) return fail(kCancelled);
    out.push_back(counter.at(i, n));
  }
  return out;
}

}  // namespace clathra
