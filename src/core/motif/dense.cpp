#include "motif/dense.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

#include "shape/motion.hpp"
#include "shape/overrun.hpp"

namespace clathra {

namespace {

/// Whole steps along both vectors of a lattice.
struct Whole {
  int i = 0, j = 0;
  friend Whole operator-(Whole p, Whole q) { return {p.i - q.i, p.j - q.j}; }
};

Whole wholeSteps(Point by, const Lattice& l) {
  const double det = cross(l.a, l.b);
  return {static_cast<int>(std::lround(cross(by, l.b) / det)),
          static_cast<int>(std::lround(cross(l.a, by) / det))};
}

/// Which whole steps from one patch to another lay them on each other: judged once for all spots.
class Meetings {
 public:
  Meetings(const Polygon& one, const Polygon& two, Point apart, const Lattice& l, double overrun) {
    const Box a = bounds(one), b = bounds(two);
    const Box room{a.left - b.right - overrun, a.top - b.bottom - overrun, a.right - b.left + overrun,
                   a.bottom - b.top + overrun};
    const double det = cross(l.a, l.b);
    double iLow = 1e300, iHigh = -1e300, jLow = 1e300, jHigh = -1e300;
    for (const Point corner : {Point{room.left, room.top}, Point{room.right, room.top},
                               Point{room.left, room.bottom}, Point{room.right, room.bottom}}) {
      const double i = cross(corner - apart, l.b) / det, j = cross(l.a, corner - apart) / det;
      iLow = std::min(iLow, i);
      iHigh = std::max(iHigh, i);
      jLow = std::min(jLow, j);
      jHigh = std::max(jHigh, j);
    }
    low_ = {static_cast<int>(std::floor(iLow)), static_cast<int>(std::floor(jLow))};
    high_ = {static_cast<int>(std::ceil(iHigh)), static_cast<int>(std::ceil(jHigh))};
    for (int i = low_.i; i <= high_.i; ++i)
      for (int j = low_.j; j <= high_.j; ++j) {
        const Point by = apart + static_cast<double>(i) * l.a + static_cast<double>(j) * l.b;
        const bool meet = by.x > room.left && by.x < room.right && by.y > room.top && by.y < room.bottom &&
                          spoils(one, translated(two, by), overrun);
        meet_.push_back(meet);
        if (meet && (i != 0 || j != 0)) steps_.push_back({i, j});
      }
  }
  bool at(Whole by) const {
    if (by.i < low_.i || by.i > high_.i || by.j < low_.j || by.j > high_.j) return false;
    const auto row = static_cast<std::size_t>(by.i - low_.i),
               column = static_cast<std::size_t>(by.j - low_.j);
    return meet_[row * static_cast<std::size_t>(high_.j - low_.j + 1) + column];
  }
  /// The steps at which they meet, but for none.
  const std::vector<Whole>& steps() const { return steps_; }

 private:
  Whole low_, high_;
  std::vector<bool> meet_;
  std::vector<Whole> steps_;
};

/// The coarser lattice of the steps (m, 0) and (s, n).
struct Coarse {
  int m = 1, s = 0, n = 1;
  int cells() const { return m * n; }
  /// Which of the `cells` shifts of it a place is of.
  std::size_t shiftOf(Whole at) const {
    const int j = ((at.j % n) + n) % n;
    const int i = at.i - s * ((at.j - j) / n);
    const int column = ((i % m) + m) % m;
    return static_cast<std::size_t>(column) * static_cast<std::size_t>(n) + static_cast<std::size_t>(j);
  }
};

/// Coarser lattices of the fewest cells on which patches of one kind lie apart.
std::vector<Coarse> tightest(const Meetings& own, double patchCells, const Progress& progress) {
  constexpr std::size_t kMostTried = 6;
  constexpr double kLoosest = 4;        // a lattice of rectangles round patches is tighter
  constexpr double kMostCells = 3'000;  // more lattices than that would be looked through for long
  std::vector<Coarse> out;
  if (patchCells > kMostCells) return out;
  for (int cells = std::max(1, static_cast<int>(patchCells)); cells <= kLoosest * patchCells + 4; ++cells) {
    if (progress.cancelled()) return {};
    for (int n = 1; n <= cells; ++n) {
      if (cells % n != 0) continue;
      const int m = cells / n;
      for (int s = 0; s < m && out.size() < kMostTried; ++s) {
        const Coarse c{m, s, n};
        const std::size_t none = c.shiftOf({});
        if (std::none_of(own.steps().begin(), own.steps().end(),
                         [&](Whole by) { return c.shiftOf(by) == none; }))
          out.push_back(c);
      }
    }
    if (!out.empty()) break;
  }
  return out;
}

/// What is chosen, looked up by where it lies.
class Chosen {
 public:
  Chosen(const std::vector<PatchSpot>& spots, const std::vector<Whole>& whole,
         const std::vector<std::vector<Meetings>>& meetings, double side)
      : spots_(spots), whole_(whole), meetings_(meetings), side_(side), is_(spots.size(), false) {}
  void addIfFree(std::uint32_t spot) {
    const PatchSpot& s = spots_[spot];
    const auto [x, y] = cellOf(s.at);
    for (int dx = -1; dx <= 1; ++dx)
      for (int dy = -1; dy <= 1; ++dy) {
        const auto near = cells_.find({x + dx, y + dy});
        if (near == cells_.end()) continue;
        for (const auto other : near->second)
          if (meetings_[s.patch][spots_[other].patch].at(whole_[other] - whole_[spot])) return;
      }
    cells_[{x, y}].push_back(spot);
    is_[spot] = true;
  }
  std::vector<std::uint32_t> rising() const {
    std::vector<std::uint32_t> out;
    for (std::uint32_t i = 0; i < is_.size(); ++i)
      if (is_[i]) out.push_back(i);
    return out;
  }

 private:
  std::pair<int, int> cellOf(Point p) const {
    return {static_cast<int>(std::floor(p.x / side_)), static_cast<int>(std::floor(p.y / side_))};
  }
  const std::vector<PatchSpot>& spots_;
  const std::vector<Whole>& whole_;
  const std::vector<std::vector<Meetings>>& meetings_;
  double side_;
  std::vector<bool> is_;
  std::map<std::pair<int, int>, std::vector<std::uint32_t>> cells_;
};

}  // namespace

std::vector<std::uint32_t> spotsApart(const std::vector<PatchSpot>& spots, const Lattice& steps,
                                      const std::vector<Polygon>& patches, double overrun,
                                      const Progress& progress) {
  std::vector<const PatchSpot*> first(patches.size(), nullptr);
  for (const PatchSpot& s : spots)
    if (!first[s.patch]) first[s.patch] = &s;
  std::vector<Whole> whole;
  whole.reserve(spots.size());
  for (const PatchSpot& s : spots) whole.push_back(wholeSteps(s.at - first[s.patch]->at, steps));
  std::vector<std::vector<Meetings>> meetings(patches.size());
  double side = 1;  // mm: what lies more than one apart does not meet
  for (std::size_t p = 0; p < patches.size(); ++p) {
    for (std::size_t q = 0; q < patches.size(); ++q) {
      const Point apart = first[p] && first[q] ? first[q]->at - first[p]->at : Point{};
      meetings[p].emplace_back(patches[p], patches[q], apart, steps, overrun);
    }
    // About their own middles: from one middle to the other no more than both reach.
    const Box b = bounds(patches[p]);
    side = std::max(side, 2 * std::max({-b.left, b.right, -b.top, b.bottom}) + overrun);
  }
  const auto taking = [&](const std::vector<std::uint32_t>& begun) {
    Chosen chosen(spots, whole, meetings, side);
    for (const auto i : begun) chosen.addIfFree(i);
    for (std::uint32_t i = 0; i < spots.size(); ++i) chosen.addIfFree(i);
    return chosen.rising();
  };
  auto best = taking({});
  for (std::size_t kind = 0; kind < patches.size(); ++kind) {
    const double patchCells = area(patches[kind]) / std::abs(cross(steps.a, steps.b));
    for (const Coarse& coarse : tightest(meetings[kind][kind], patchCells, progress)) {
      if (progress.cancelled()) return {};
      std::vector<std::uint32_t> of(static_cast<std::size_t>(coarse.cells()), 0);
      for (std::size_t i = 0; i < spots.size(); ++i)
        if (spots[i].patch == kind) ++of[coarse.shiftOf(whole[i])];
      const auto most = static_cast<std::size_t>(std::max_element(of.begin(), of.end()) - of.begin());
      std::vector<std::uint32_t> even;
      for (std::uint32_t i = 0; i < spots.size(); ++i)
        if (spots[i].patch == kind && coarse.shiftOf(whole[i]) == most) even.push_back(i);
      auto filled = taking(even);
      if (filled.size() > best.size()) best = std::move(filled);
    }
  }
  return best;
}

}  // namespace clathra
