#include "shape/lattice_fill.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "recalled.hpp"
#include "shape/overlap.hpp"
#include "shape/strip.hpp"
#include "shape/strokes.hpp"

namespace clathra {

namespace {

constexpr double kTouching = 1e-3;  // mm² of overlap that is only rounding
constexpr double kRoom = 1e-6;      // mm

/// Copies of a cell at all whole multiples of two steps.
struct Lattice2 {
  bool paired = false;  ///< the cell holds a half-turned copy too
  Point partner;        ///< that copy is the point reflection through partner / 2
  Point a, b;
  double perCopy() const { return std::abs(cross(a, b)) / (paired ? 2 : 1); }
};

Polygon reflected(PolygonView p, Point twiceCentre) {
  Polygon out(p.begin(), p.end());
  for (Point& q : out) q = twiceCentre - q;
  return out;
}

bool clear(PolygonView p, PolygonView q) {
  const Box a = bounds(p), b = bounds(q);
  if (a.right <= b.left + kRoom || b.right <= a.left + kRoom || a.bottom <= b.top + kRoom ||
      b.bottom <= a.top + kRoom)
    return true;
  return commonOf(p, q).area < kTouching;
}

bool packs(PolygonView p, const Lattice2& l) {
  const Polygon mate = l.paired ? reflected(p, l.partner) : Polygon();
  if (l.paired && !clear(p, mate)) return false;
  for (int i = -3; i <= 3; ++i)
    for (int j = -3; j <= 3; ++j) {
      const Point by = double(i) * l.a + double(j) * l.b;
      if (i == 0 && j == 0) continue;
      const Polygon copy = translated(p, by);
      if (!clear(p, copy)) return false;
      if (!l.paired) continue;
      const Polygon mateCopy = translated(mate, by);
      if (!clear(p, mateCopy)) return false;
    }
  return true;
}

/// Steps that bring an edge of one copy onto an edge of another: by two half turns about edge middles, or by
/// moving one edge onto a parallel one.
std::vector<Point> edgeSteps(PolygonView p) {
  std::vector<Point> middles, steps;
  for (std::size_t i = 0; i < p.size(); ++i) middles.push_back(0.5 * (p[i] + p[(i + 1) % p.size()]));
  const auto add = [&](Point s) {
    if (s.y < -1e-9 || (std::abs(s.y) <= 1e-9 && s.x < 0)) s = -1.0 * s;
    if (length(s) < 1e-6) return;
    if (std::none_of(steps.begin(), steps.end(), [&](Point t) { return distance(s, t) < 1e-6; }))
      steps.push_back(s);
  };
  for (std::size_t i = 0; i < p.size(); ++i)
    for (std::size_t j = i + 1; j < p.size(); ++j) {
      add(2.0 * (middles[j] - middles[i]));
      const Point e = p[(i + 1) % p.size()] - p[i], f = p[(j + 1) % p.size()] - p[j];
      if (std::abs(cross(e, f)) < 1e-9 * length(e) * length(f)) add(middles[j] - middles[i]);
    }
  return steps;
}

std::vector<Lattice2> latticesOf(PolygonView p) {
  const auto steps = edgeSteps(p);
  const double least = area(p) * (1 - 1e-9);
  std::vector<Lattice2> candidates;
  const auto addPairs = [&](bool paired, Point partner) {
    for (std::size_t i = 0; i < steps.size(); ++i)
      for (std::size_t j = i + 1; j < steps.size(); ++j) {
        const Lattice2 l{paired, partner, steps[i], steps[j]};
        if (l.perCopy() >= least && l.perCopy() < 4 * area(p)) candidates.push_back(l);
      }
  };
  addPairs(false, {});
  for (std::size_t k = 0; k < p.size(); ++k) addPairs(true, p[k] + p[(k + 1) % p.size()]);
  std::stable_sort(candidates.begin(), candidates.end(),
                   [](const Lattice2& x, const Lattice2& y) { return x.perCopy() < y.perCopy() - 1e-9; });
  constexpr std::size_t kKeep = 6, kTry = 4000;
  std::vector<Lattice2> out;
  for (std::size_t i = 0; i < std::min(kTry, candidates.size()) && out.size() < kKeep; ++i) {
    const Lattice2& l = candidates[i];
    if (!out.empty() && l.perCopy() > out.front().perCopy() * 1.25) break;
    if (packs(p, l)) out.push_back(l);
  }
  return out;
}

std::vector<Angle> turnsFor(PolygonView p, const Lattice2* lattice) {
  std::vector<Angle> turns;
  const auto add = [&](Angle turn) {
    const auto t = Angle::degrees(std::fmod(std::fmod(turn.degrees(), 180) + 180, 180));
    if (std::none_of(turns.begin(), turns.end(), [&](Angle u) { return abs(u - t) < Angle::radians(1e-9); }))
      turns.push_back(t);
  };
  const auto addBoth = [&](Point d) {
    add(-directionOf(d));
    add(kQuarterTurn - directionOf(d));
  };
  for (std::size_t i = 0; i < p.size(); ++i) addBoth(p[(i + 1) % p.size()] - p[i]);
  if (lattice) {
    addBoth(lattice->a);
    addBoth(lattice->b);
  }
  for (int deg = 0; deg < 180; deg += 5) add(Angle::degrees(deg));
  return turns;
}

/// Where a copy's reference point may lie so that the copy is inside the room.
Box roomFor(PolygonView copy, const Box& room) {
  const Box b = bounds(copy);
  return {room.left - b.left - kRoom, room.top - b.top - kRoom, room.right - b.right + kRoom,
          room.bottom - b.bottom + kRoom};
}

bool inside(Point p, const Box& b) {
  return p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom;
}

/// Visits whole multiples of the steps, moved by `offset`, that lie in the box.
template <class Visit>
void forEachLatticePoint(Point a, Point b, Point offset, const Box& box, Visit visit) {
  const double det = cross(a, b);
  double lo = 1e300, hi = -1e300;
  for (const Point c : {Point{box.left, box.top}, Point{box.right, box.top}, Point{box.left, box.bottom},
                        Point{box.right, box.bottom}}) {
    const double j = cross(a, c - offset) / det;
    lo = std::min(lo, j);
    hi = std::max(hi, j);
  }
  for (double j = std::ceil(lo - 1e-9); j <= hi + 1e-9; ++j) {
    const Point row = offset + j * b;
    // Along a row the box leaves one interval.
    double from = -1e300, to = 1e300;
    const auto clip = [&](double start, double step, double low, double high) {
      if (std::abs(step) < 1e-12) {
        if (start < low || start > high) to = -1e300;
        return;
      }
      const double t0 = (low - start) / step, t1 = (high - start) / step;
      from = std::max(from, std::min(t0, t1));
      to = std::min(to, std::max(t0, t1));
    };
    clip(row.x, a.x, box.left, box.right);
    clip(row.y, a.y, box.top, box.bottom);
    for (double i = std::ceil(from - 1e-9); i <= to + 1e-9; ++i)
      if (const Point p = row + i * a; inside(p, box)) visit(p);
  }
}

/// One lattice in one turn: finds the offset that lays the most copies into the room.
class OffsetSearch {
 public:
  OffsetSearch(PolygonView p, const Lattice2& l, Angle turn, const Box& room)
      : room_(room), a_(rotated(l.a, turn)), b_(rotated(l.b, turn)) {
    members_.push_back({placed(p, turn, false, {}), turn});
    if (l.paired) members_.push_back({placed(reflected(p, l.partner), turn, false, {}), turn + kHalfTurn});
    for (const auto& m : members_) rooms_.push_back(roomFor(m.outline, room));
  }

  /// A best offset has a copy touching the left side and one touching the top (else it could be pushed
  /// there).
  std::size_t best() {
    for (const Box& leftRoom : rooms_)
      for (const Box& topRoom : rooms_) {
        if (leftRoom.right < leftRoom.left || topRoom.bottom < topRoom.top) continue;
        for (const double y : topOffsets(leftRoom, topRoom)) consider({leftRoom.left + kRoom, y});
      }
    return best_;
  }

  std::vector<PageFill::Copy> copies() const {
    std::vector<PageFill::Copy> out;
    for (std::size_t m = 0; m < members_.size(); ++m)
      forEachLatticePoint(a_, b_, offset_, rooms_[m], [&](Point at) {
        out.push_back({translated(members_[m].outline, at), members_[m].turn});
      });
    return out;
  }

 private:
  std::vector<double> topOffsets(const Box& leftRoom, const Box& topRoom) const {
    std::vector<double> ys;
    // Rows beyond one page's height repeat what is here.
    forEachLatticePoint(a_, b_, {leftRoom.left + kRoom, 0}, {topRoom.left, -300, topRoom.right, 300},
                        [&](Point q) { ys.push_back(topRoom.top + kRoom - q.y); });
    std::sort(ys.begin(), ys.end());
    ys.erase(std::unique(ys.begin(), ys.end(), [](double x, double y) { return y - x < 1e-6; }), ys.end());
    // All rows repeat; sixty different ones are more than any lattice that fits a page badly has.
    constexpr std::size_t kMost = 60;
    if (ys.size() > kMost) {
      std::vector<double> some;
      for (std::size_t i = 0; i < kMost; ++i) some.push_back(ys[i * ys.size() / kMost]);
      ys = std::move(some);
    }
    return ys;
  }

  void consider(Point offset) {
    std::size_t n = 0;
    for (const Box& room : rooms_)
      if (room.right >= room.left && room.bottom >= room.top)
        forEachLatticePoint(a_, b_, offset, room, [&](Point) { ++n; });
    if (n <= best_) return;
    best_ = n;
    offset_ = offset;
  }

  Box room_;
  Point a_, b_, offset_;
  std::vector<PageFill::Copy> members_;
  std::vector<Box> rooms_;
  std::size_t best_ = 0;
};

int countStrokes(const std::vector<PageFill::Copy>& copies) {
  std::vector<Polygon> outlines;
  outlines.reserve(copies.size());
  for (const auto& c : copies) outlines.push_back(c.outline);
  return static_cast<int>(strokesOf(outlines).size());
}

/// Strips along the room (or across it, `sideways`) for one lay.
PageFill strips(PolygonView p, const StripLay& lay, const Box& room, bool sideways) {
  const double along = sideways ? room.height() : room.width(),
               over = sideways ? room.width() : room.height();
  PageFill out;
  const std::size_t each = lay.fitting(along);
  const auto rows = static_cast<std::size_t>((over + kRoom) / lay.height);
  if (each == 0 || rows == 0) return out;
  const auto copies = stripCopies(p, lay, each);
  for (std::size_t r = 0; r < rows; ++r)
    for (std::size_t i = 0; i < copies.size(); ++i) {
      Polygon q = translated(copies[i], {0, static_cast<double>(r) * lay.height});
      Angle turn = lay.turn + (lay.alternate && i % 2 ? kHalfTurn : Angle());
      if (sideways) {  // a quarter turn anticlockwise, then down into the room
        q = placed(q, -kQuarterTurn, false, {0, along});
        turn -= kQuarterTurn;
      }
      out.copies.push_back({translated(q, {room.left, room.top}), turn});
    }
  out.strokes = countStrokes(out.copies);
  return out;
}

/// Over all lattices and turns; strokes are counted for a few of those that lay the most copies.
PageFill densestLattice(PolygonView outline, const Box& room) {
  constexpr std::size_t kCounted = 8;
  std::size_t most = 1;
  std::vector<PageFill> equal;
  for (const Lattice2& lattice : latticesOf(outline))
    for (const Angle turn : turnsFor(outline, &lattice)) {
      OffsetSearch search(outline, lattice, turn, room);
      const std::size_t n = search.best();
      if (n < most || (n == most && equal.size() >= kCounted)) continue;
      if (n > most) equal.clear();
      most = n;
      equal.push_back({search.copies(), 0});
    }
  PageFill best;
  for (PageFill& fill : equal) {
    fill.strokes = countStrokes(fill.copies);
    if (best.copies.empty() || fill.strokes < best.strokes) best = std::move(fill);
  }
  return best;
}

/// Lattices are tried from every pair of edges, so outlines of many corners are laid by one of few round
/// them.
constexpr std::size_t kMostCorners = 12;

/// A convex outline of at most kMostCorners round a convex one: edge by edge the one goes whose neighbours,
/// drawn out until they meet, add the least area.
Polygon fewerCorners(Polygon p) {
  while (p.size() > kMostCorners) {
    const std::size_t n = p.size();
    double least = 1e300;
    std::size_t gone = n;
    Point meet;
    for (std::size_t i = 0; i < n; ++i) {  // the edge from i to i + 1
      const Point a = p[i], b = p[(i + 1) % n], before = p[(i + n - 1) % n], after = p[(i + 2) % n];
      const Point d = a - before, e = after - b;
      const double turn = cross(d, e);
      if (turn < 1e-9 * length(d) * length(e)) continue;  // they meet nowhere outside
      const Point at = a + (cross(b - a, e) / turn) * d;
      const double more = std::abs(cross(b - a, at - a)) / 2;
      if (more >= least) continue;
      least = more;
      gone = i;
      meet = at;
    }
    if (gone == n) break;
    p[gone] = meet;
    p.erase(p.begin() + static_cast<std::ptrdiff_t>((gone + 1) % n));
  }
  return p;
}

}  // namespace

bool fitsRoom(PolygonView outline, const Box& room) {
  double reach = 0;  // what fits in a circle fits however it is turned
  const Box all = bounds(outline);
  const Point middle{(all.left + all.right) / 2, (all.top + all.bottom) / 2};
  for (const Point q : outline) reach = std::max(reach, distance(q, middle));
  if (2 * reach <= std::min(room.width(), room.height())) return true;
  for (const Angle turn : turnsFor(outline, nullptr)) {
    const Box b = bounds(placed(outline, turn, false, {}));
    if (b.width() <= room.width() + kRoom && b.height() <= room.height() + kRoom) return true;
  }
  return false;
}

namespace {

PageFill workedOut(PolygonView given, const Box& room, std::size_t needed) {
  const bool convex = isConvex(given) && given.size() <= kMostCorners;
  const Polygon outline =
      convex ? Polygon(given.begin(), given.end()) : fewerCorners(ConvexOutline::hullOf(given).outline());
  PageFill best;
  // A single strip lay can beat a lattice where only a row or two fit.
  for (const StripLay& lay : stripLays(outline, true))
    for (const bool sideways : {false, true}) {
      PageFill fill = strips(outline, lay, room, sideways);
      const bool more = fill.copies.size() > best.copies.size();
      if (more ||
          (fill.copies.size() == best.copies.size() && !fill.copies.empty() && fill.strokes < best.strokes))
        best = std::move(fill);
    }
  // One page is enough: a denser one would hold no more of those that are needed.
  if (best.copies.size() < needed) {
    PageFill fill = densestLattice(outline, room);
    if (fill.copies.size() > best.copies.size() ||
        (fill.copies.size() == best.copies.size() && fill.strokes <= best.strokes))
      best = std::move(fill);
  }
  for (const Angle turn : turnsFor(outline, nullptr)) {  // a shape no lattice was found for still fits once
    if (!best.copies.empty()) break;
    const Polygon turned = placed(outline, turn, false, {});
    const Box b = bounds(turned);
    if (b.width() > room.width() + kRoom || b.height() > room.height() + kRoom) continue;
    best.copies.push_back({translated(turned, {room.left - b.left, room.top - b.top}), turn});
    best.strokes = countStrokes(best.copies);
  }
  if (!convex) {
    for (auto& c : best.copies) {
      const Point at = centroid(c.outline) - rotated(centroid(outline), c.turn);
      c.outline = placed(given, c.turn, false, at);
    }
    best.strokes = countStrokes(best.copies);
  }
  return best;
}

struct FillAsked {
  Polygon outline;
  Box room;
  std::size_t needed = 0;
  friend bool operator==(const FillAsked&, const FillAsked&) = default;
};

Recalled<FillAsked, PageFill>& fills() {
  constexpr std::size_t kMostFills = 200;
  static Recalled<FillAsked, PageFill> all(kRecalledCopies, kMostFills);
  return all;
}

}  // namespace

PageFill densestFillIn(PolygonView given, const Box& room, std::size_t needed) {
  FillAsked asked{Polygon(given.begin(), given.end()), room, needed};
  if (auto known = fills().find(asked)) return std::move(*known);
  PageFill out = workedOut(given, room, needed);
  fills().keep(std::move(asked), out, out.copies.size());
  return out;
}

void forgetFills() {
  fills().clear();
}

PageFill stripFillIn(PolygonView given, const Box& room) {
  if (!isConvex(given)) return densestFillIn(given, room);
  PageFill best;
  double bestRate = 1e300;
  for (const StripLay& lay : stripLays(given, true))
    for (const bool sideways : {false, true}) {
      PageFill fill = strips(given, lay, room, sideways);
      if (fill.copies.empty()) continue;
      const double rate = fill.strokes / static_cast<double>(fill.copies.size());
      if (rate > bestRate - 1e-9 && !(rate < bestRate + 1e-9 && fill.copies.size() > best.copies.size()))
        continue;
      bestRate = rate;
      best = std::move(fill);
    }
  return best.copies.empty() ? densestFillIn(given, room) : best;
}

}  // namespace clathra
