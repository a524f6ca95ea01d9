#include "layout/subdivide.hpp"

#include <algorithm>
#include <bit>
#include <cmath>
#include <map>
#include <numbers>
#include <span>
#include <unordered_map>

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
  const double turn = -std::atan2(edge.y, edge.x);
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

struct StateHash {
  std::size_t operator()(const std::pair<std::uint64_t, std::uint64_t>& s) const {
    std::uint64_t h = s.first * 0x9E3779B97F4A7C15ull ^ (s.second + 0x7F4A7C15ull) * 0xC2B2AE3D27D4EB4Full;
    h ^= h >> 29;
    return static_cast<std::size_t>(h * 0xBF58476D1CE4E5B9ull);
  }
};

std::uint64_t packed(const PartCounts& left) {
  std::uint64_t key = 0;
  for (const int n : left) key = key << 7 | static_cast<std::uint64_t>(n);
  return key;
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

/// Depth first over all fillings by the counts. Of each class of fillings that carry into each other it keeps
/// the one whose placements come first: a filling and its images are compared as bit sets. Few sets of
/// covered triangles are met, but each of them often: the ways to finish from one of the later ones are found
/// once, with their images, and put together with every way that leads to it.
class Lister {
 public:
  Lister(const std::vector<Placement>& placements, std::size_t cells, PartCounts left,
         std::span<const std::vector<std::uint16_t>> symmetries)
      : all_(cells == 64 ? ~0ull : (1ull << cells) - 1), left_(std::move(left)), group_(symmetries.size()) {
    // Symmetries carry placements into placements of the same part: what is not wanted needs no bit.
    std::vector<std::uint16_t> wanted, bit(placements.size(), 0);
    for (std::size_t i = 0; i < placements.size(); ++i) {
      if (left_[placements[i].part] <= 0) continue;
      bit[i] = static_cast<std::uint16_t>(wanted.size());
      wanted.push_back(static_cast<std::uint16_t>(i));
    }
    words_ = wanted.size() / 64 + 1;
    for (const auto& goes : symmetries)
      for (const auto i : wanted) goes_.push_back(bit[goes[i]]);
    wanted_ = wanted.size();
    at_.resize(cells);
    for (const auto i : wanted) {
      const Placement& p = placements[i];
      at_[static_cast<std::size_t>(std::countr_zero(p.cells))].push_back({p.cells, bit[i], p.part});
    }
    placement_ = std::move(wanted);
  }

  Result<std::vector<Filling>> run(std::size_t most, const Progress& progress) {
    most_ = most;
    if (most > 0) search(0, progress);
    if (progress.cancelled()) return fail(kCancelled);
    return std::move(found_);
  }

 private:
  static constexpr int kTail = 12;  // triangles left: from here on ways are remembered
  static constexpr std::size_t kMostRemembered = 4u
                                                 << 20;  // words, 32 MB; beyond it the search goes on plainly
  struct Item {
    std::uint64_t cells;
    std::uint16_t bit;
    std::uint8_t part;
  };
  /// All ways to finish from one set of covered triangles, in the order of the search.
  struct Tail {
    std::size_t ways = 0;
    std::vector<std::uint16_t> bits;    // of each way, as many as pieces are left
    std::vector<std::uint64_t> images;  // of each way, `words_` for each symmetry
  };

  bool search(std::uint64_t covered, const Progress& progress) {
    if (progress.cancelled()) return false;
    if (std::popcount(all_ & ~covered) <= kTail)
      if (const Tail* tail = tailAt(covered)) return finishWith(*tail);
    for (const Item& item : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
      if (item.cells & covered || left_[item.part] == 0) continue;
      take(item);
      const bool on = search(covered | item.cells, progress);
      putBack(item);
      if (!on) return false;
    }
    return true;
  }

  void take(const Item& item) {
    --left_[item.part];
    chosen_.push_back(item.bit);
  }
  void putBack(const Item& item) {
    chosen_.pop_back();
    ++left_[item.part];
  }

  /// Absent once too much is remembered, unless nothing is left to cover.
  const Tail* tailAt(std::uint64_t covered) {
    const auto key = std::pair(covered, packed(left_));
    if (const auto known = tails_.find(key); known != tails_.end()) return &known->second;
    if (remembered_ > kMostRemembered && covered != all_) return nullptr;
    Tail tail;
    collect(covered, chosen_.size(), tail);
    remembered_ += tail.images.size() + 8;
    return &tails_.emplace(key, std::move(tail)).first->second;
  }

  void collect(std::uint64_t covered, std::size_t from, Tail& tail) {
    if (covered == all_) {
      ++tail.ways;
      const std::span way = std::span(chosen_).subspan(from);
      tail.bits.insert(tail.bits.end(), way.begin(), way.end());
      addImages(way, tail.images);
      return;
    }
    for (const Item& item : at_[static_cast<std::size_t>(std::countr_one(covered))]) {
      if (item.cells & covered || left_[item.part] == 0) continue;
      take(item);
      collect(covered | item.cells, from, tail);
      putBack(item);
    }
  }

  void addImages(std::span<const std::uint16_t> bits, std::vector<std::uint64_t>& images) const {
    const std::size_t at = images.size();
    images.resize(at + group_ * words_, 0);
    for (std::size_t s = 0; s < group_; ++s)
      for (const auto bit : bits) {
        const std::uint16_t to = goes_[s * wanted_ + bit];
        images[at + s * words_ + to / 64u] |= 1ull << (to % 64u);
      }
  }

  bool finishWith(const Tail& tail) {
    head_.clear();
    addImages(chosen_, head_);
    const std::size_t pieces = tail.ways > 0 ? tail.bits.size() / tail.ways : 0;
    for (std::size_t way = 0; way < tail.ways; ++way) {
      if (!comesFirst(tail.images.data() + way * group_ * words_)) continue;
      keep(std::span(tail.bits).subspan(way * pieces, pieces));
      if (found_.size() >= most_) return false;
    }
    return true;
  }

  /// Of two sets of equal size the one comes first that has the least placement which is not in both.
  bool comesFirst(const std::uint64_t* tail) const {
    for (std::size_t s = 1; s < group_; ++s)
      for (std::size_t w = 0; w < words_; ++w) {
        const std::size_t at = s * words_ + w;
        const std::uint64_t image = head_[at] | tail[at], differ = (head_[w] | tail[w]) ^ image;
        if (differ == 0) continue;
        if (image & differ & (~differ + 1)) return false;
        break;
      }
    return true;
  }

  void keep(std::span<const std::uint16_t> tail) {
    Filling filling;
    filling.reserve(chosen_.size() + tail.size());
    for (const auto bit : chosen_) filling.push_back(placement_[bit]);
    for (const auto bit : tail) filling.push_back(placement_[bit]);
    std::sort(filling.begin(), filling.end());
    found_.push_back(std::move(filling));
  }

  std::uint64_t all_;
  PartCounts left_;
  std::size_t group_, wanted_ = 0, words_ = 1, most_ = 0;
  std::vector<std::vector<Item>> at_;
  std::vector<std::uint16_t> goes_;       ///< where each bit goes under each symmetry, the identity first
  std::vector<std::uint16_t> placement_;  ///< of each bit
  std::vector<std::uint16_t> chosen_;     ///< bits
  std::unordered_map<std::pair<std::uint64_t, std::uint64_t>, Tail, StateHash> tails_;
  std::size_t remembered_ = 0;
  std::vector<std::uint64_t> head_;  ///< images of what is chosen, while it is finished
  std::vector<Filling> found_;
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
  return fail("There is no part called \"" + std::string(id) + "\"; there are " + names + ".");
}

Result<Subdivision> Subdivision::make(PolygonView large) {
  if (large.size() < 3 || !isConvex(large)) return fail("Only a convex shape can be subdivided.");
  const Polygon p = onRows(large);
  for (const Point q : p)
    if (const Point l = latticeOf(q); !whole(l.x) || !whole(l.y))
      return fail("This shape is not made of small triangles of that edge.");
  for (const double angle : cornerAngles(p))
    if (std::abs(angle - 60) > 0.01 && std::abs(angle - 120) > 0.01)
      return fail("Only shapes whose corners are of 60 or 120 degrees are made of small triangles.");
  if (area(p) / kCellArea > kMostCells + 0.5)
    return fail("This shape holds more than " + std::to_string(kMostCells) + " small triangles; take fewer.");
  Subdivision out;
  out.cells_ = cellsIn(p);
  out.layParts(p);
  out.findSymmetries(p);
  // Back to where the large shape lies.
  const Point edge = large[1] - large[0];
  const double turn = std::atan2(edge.y, edge.x);
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
          const Polygon copy = placed(model, turn * std::numbers::pi / 3, false, pointAt(i, j));
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
        return rotated(q, turn * std::numbers::pi / 3) + middle;
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

Result<std::vector<Filling>> Subdivision::list(const PartCounts& wanted, bool mirrorsToo, std::size_t most,
                                               const Progress& progress) const {
  const std::size_t group = mirrorsToo ? symmetries_.size() : turns_;
  return Lister(placements_, cells_.size(), wanted, std::span(symmetries_).first(group)).run(most, progress);
}

}  // namespace clathra
