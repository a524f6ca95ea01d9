#include "layout/seams.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <tuple>

#include "layout/seams_order.hpp"
#include "shape/arcs.hpp"

namespace clathra {

namespace {

constexpr double kSameDirection = 2e-6;  // of the pseudo-angle, about 1e-4 degrees

/// An edge on its supporting line: from t0 to t1 along the line's direction, the piece on one side of it.
struct Stretch {
  double rho, t0, t1;
  std::uint32_t piece;
  std::uint16_t edge;
  std::uint16_t direction;
  bool forward;  // the outline runs along the line's direction
};

/// Monotone in the angle of a direction with x >= 0, from -1 to 1, and evenly fine everywhere.
double pseudoAngle(Point d) {
  return d.y / (std::abs(d.x) + std::abs(d.y));
}

/// Few directions occur in a layout; each gets one exact unit vector, so that all its edges share lines.
class Directions {
 public:
  std::uint16_t indexOf(double angle, Point unit) {
    const auto at = std::lower_bound(angles_.begin(), angles_.end(), angle - kSameDirection);
    const auto i = static_cast<std::size_t>(at - angles_.begin());
    if (at != angles_.end() && *at < angle + kSameDirection) return ids_[i];
    const auto id = static_cast<std::uint16_t>(std::min<std::size_t>(units_.size(), 65535));
    angles_.insert(at, angle);
    ids_.insert(ids_.begin() + static_cast<std::ptrdiff_t>(i), id);
    units_.push_back(unit);
    return id;
  }
  Point unit(std::uint16_t id) const { return units_[id]; }
  std::size_t size() const { return units_.size(); }
  /// Pieces that were added one on the other turn a little further each time: directions that follow each
  /// other that closely are one. For each id the one it goes by; empty where all stand apart.
  std::vector<std::uint16_t> joined() const {
    std::vector<std::uint16_t> out;
    for (std::size_t i = 1; i < angles_.size(); ++i) {
      if (angles_[i] - angles_[i - 1] > 2 * kSameDirection) continue;
      if (out.empty()) {
        out.resize(units_.size());
        std::iota(out.begin(), out.end(), std::uint16_t(0));
      }
      out[ids_[i]] = out[ids_[i - 1]];
    }
    return out;
  }

 private:
  std::vector<double> angles_;
  std::vector<std::uint16_t> ids_;
  std::vector<Point> units_;
};

/// Shares corners between seam ends that fall on the same spot.
class CornerIndex {
 public:
  explicit CornerIndex(std::size_t expected) {
    std::size_t size = 64;
    while (size < expected * 2) size *= 2;
    slots_.assign(size, kEmpty);
  }

  std::uint32_t indexOf(Point p, std::vector<Point>& corners) {
    if (corners.size() * 2 >= slots_.size()) grow(corners);
    const auto x0 = cell(p.x - kMeet), x1 = cell(p.x + kMeet), y0 = cell(p.y - kMeet), y1 = cell(p.y + kMeet);
    for (auto x = x0; x <= x1; ++x)
      for (auto y = y0; y <= y1; ++y)
        if (const auto found = lookUp(x, y, p, corners); found != kEmpty) return found;
    const auto id = static_cast<std::uint32_t>(corners.size());
    corners.push_back(p);
    insert(id, p);
    return id;
  }

 private:
  static constexpr std::uint32_t kEmpty = 0xffffffff;
  static constexpr double kCell = 16 * kMeet;
  static std::int64_t cell(double v) { return static_cast<std::int64_t>(std::floor(v / kCell)); }
  std::size_t slotOf(std::int64_t x, std::int64_t y) const {
    const auto h = (static_cast<std::uint64_t>(x) * 0x9E3779B97F4A7C15ull) ^
                   (static_cast<std::uint64_t>(y) * 0xC2B2AE3D27D4EB4Full);
    return (h ^ (h >> 29)) & (slots_.size() - 1);
  }
  std::uint32_t lookUp(std::int64_t x, std::int64_t y, Point p, const std::vector<Point>& corners) const {
    for (std::size_t s = slotOf(x, y); slots_[s] != kEmpty; s = (s + 1) & (slots_.size() - 1))
      if (distance(corners[slots_[s]], p) <= kMeet) return slots_[s];
    return kEmpty;
  }
  void insert(std::uint32_t id, Point p) {
    std::size_t s = slotOf(cell(p.x), cell(p.y));
    while (slots_[s] != kEmpty) s = (s + 1) & (slots_.size() - 1);
    slots_[s] = id;
  }
  void grow(const std::vector<Point>& corners) {
    slots_.assign(slots_.size() * 2, kEmpty);
    for (std::size_t i = 0; i < corners.size(); ++i) insert(static_cast<std::uint32_t>(i), corners[i]);
  }

  std::vector<std::uint32_t> slots_;
};

/// Sweeps one line: stretches of the two sides in order of their starts.
class LineSweep {
 public:
  LineSweep(FoundSeams& graph, CornerIndex& index, Point direction)
      : graph_(graph), index_(index), along_(direction), normal_{-direction.y, direction.x} {}

  void sweep(std::span<Stretch> line) {
    forward_.clear();
    backward_.clear();
    for (const Stretch& s : line) (s.forward ? forward_ : backward_).push_back({&s, s.t0});
    std::size_t i = 0, j = 0;
    while (i < forward_.size() && j < backward_.size()) {
      meet(forward_[i], backward_[j]);
      if (forward_[i].stretch->t1 < backward_[j].stretch->t1)
        close(forward_[i++]);
      else
        close(backward_[j++]);
    }
    while (i < forward_.size()) close(forward_[i++]);
    while (j < backward_.size()) close(backward_[j++]);
  }

 private:
  struct Open {
    const Stretch* stretch;
    double covered;  // up to here the stretch is accounted for
  };

  Point at(double rho, double t) const { return t * along_ + rho * normal_; }

  void meet(Open& f, Open& b) {
    const double from = std::max(f.stretch->t0, b.stretch->t0), to = std::min(f.stretch->t1, b.stretch->t1);
    if (to - from <= kMeet || f.stretch->piece == b.stretch->piece) return;
    const double rho = f.stretch->rho;
    Seam seam{f.stretch->piece, b.stretch->piece, f.stretch->edge, b.stretch->edge, 0, 0, to - from};
    seam.start = index_.indexOf(at(rho, from), graph_.corners);
    seam.end = index_.indexOf(at(rho, to), graph_.corners);
    graph_.seams.push_back(seam);
    outer(f, from);
    outer(b, from);
    f.covered = std::max(f.covered, to);
    b.covered = std::max(b.covered, to);
  }

  void outer(const Open& o, double to) {
    if (to - o.covered <= kMeet) return;
    const Stretch& s = *o.stretch;
    OuterEdge e{s.piece, s.edge, at(s.rho, o.covered), at(s.rho, to), to - o.covered};
    if (!s.forward) std::swap(e.from, e.to);
    graph_.outer.push_back(e);
  }

  void close(Open& o) { outer(o, o.stretch->t1); }

  FoundSeams& graph_;
  CornerIndex& index_;
  Point along_, normal_;
  std::vector<Open> forward_, backward_;
};

void layAlong(Stretch& s, Point a, Point b, Point unit) {
  const Point normal{-unit.y, unit.x};
  const double ta = dot(unit, a), tb = dot(unit, b);
  s.rho = (dot(normal, a) + dot(normal, b)) / 2;
  s.t0 = std::min(ta, tb);
  s.t1 = std::max(ta, tb);
}

std::vector<Stretch> stretchesOf(std::span<const Point> corners, std::span<const OutlineRef> outlines,
                                 Directions& directions) {
  std::vector<Stretch> out;
  out.reserve(corners.size());
  for (std::size_t p = 0; p < outlines.size(); ++p) {
    const auto outline = corners.subspan(outlines[p].first, outlines[p].count);
    for (std::size_t e = 0; e < outline.size(); ++e) {
      const Point a = outline[e], b = outline[(e + 1) % outline.size()];
      Point d = b - a;
      const double len = length(d);
      if (len <= kMeet) continue;
      d = (1 / len) * d;
      bool forward = d.x >= 0;
      if (!forward) d = -1.0 * d;
      double angle = pseudoAngle(d);
      if (angle < -1 + kSameDirection) {  // straight up is straight down: one line
        angle += 2;
        d = -1.0 * d;
        forward = !forward;
      }
      const auto id = directions.indexOf(angle, d);
      out.push_back({0, 0, 0, static_cast<std::uint32_t>(p), static_cast<std::uint16_t>(e), id, forward});
      layAlong(out.back(), a, b, directions.unit(id));
    }
  }
  const auto joined = directions.joined();
  if (joined.empty()) return out;
  for (Stretch& s : out) {
    if (joined[s.direction] == s.direction) continue;
    s.direction = joined[s.direction];
    const auto outline = corners.subspan(outlines[s.piece].first, outlines[s.piece].count);
    layAlong(s, outline[s.edge], outline[(s.edge + 1u) % outline.size()], directions.unit(s.direction));
  }
  return out;
}

/// Counting sort by direction, then each direction by its distance from the origin.
std::vector<Stretch> sortedByLine(const std::vector<Stretch>& all, std::size_t directions,
                                  std::vector<std::size_t>& firstOfDirection) {
  firstOfDirection.assign(directions + 1, 0);
  for (const Stretch& s : all) ++firstOfDirection[s.direction + 1u];
  std::partial_sum(firstOfDirection.begin(), firstOfDirection.end(), firstOfDirection.begin());
  std::vector<Stretch> out(all.size());
  auto next = firstOfDirection;
  for (const Stretch& s : all) out[next[s.direction]++] = s;
  for (std::size_t d = 0; d < directions; ++d)
    std::sort(out.begin() + static_cast<std::ptrdiff_t>(firstOfDirection[d]),
              out.begin() + static_cast<std::ptrdiff_t>(firstOfDirection[d + 1]),
              [](const Stretch& a, const Stretch& b) { return a.rho < b.rho; });
  return out;
}

/// Arcs are kept as chords: a seam along an arc is first found chord by chord, then made one again, and what
/// lies along arcs gets their true length.
class ArcSeams {
 public:
  /// Absent arcs cost one look at each outline.
  ArcSeams(std::span<const Point> corners, std::span<const OutlineRef> outlines) : outlines_(outlines) {
    for (std::uint32_t p = 0; p < outlines.size(); ++p) {
      if (outlines[p].count < kLeastCorners) continue;
      const auto outline = corners.subspan(outlines[p].first, outlines[p].count);
      if (!hasArcs(outline)) continue;
      auto sides = edgesOf(outline);
      if (arcs_.empty()) arcs_.resize(outlines.size());
      Arcs& arcs = arcs_[p];
      arcs.lengths = trueEdgeLengths(outline, sides);
      arcs.chords = edgeLengths(outline);
      arcs.sideOf.assign(outline.size(), 0);
      for (std::size_t s = 0; s < sides.size(); ++s)
        for (std::size_t k = 0; sides[s].isArc() && k < sides[s].edges; ++k)
          arcs.sideOf[(sides[s].first + k) % outline.size()] = static_cast<std::uint16_t>(s + 1);
      arcs.sides = std::move(sides);
    }
  }

  void apply(FoundSeams& graph) const {
    if (arcs_.empty()) return;
    lengthen(graph);
    join(graph);
  }

 private:
  static constexpr std::size_t kLeastCorners = 6;
  struct Arcs {
    std::vector<OutlineEdge> sides;
    std::vector<std::uint16_t> sideOf;  // of each edge: 1 + its side if that is an arc
    std::vector<double> lengths, chords;
  };
  struct Place {
    std::uint32_t a, b, sideOfA, sideOfB;
    std::size_t along;  // edges from the beginning of a's arc
    std::uint32_t seam;
    auto key() const { return std::tie(a, b, sideOfA, sideOfB, along); }
  };

  std::uint32_t sideOf(std::uint32_t piece, std::uint16_t edge) const {
    return arcs_[piece].sideOf.empty() ? 0 : arcs_[piece].sideOf[edge];
  }
  double stretch(std::uint32_t piece, std::uint16_t edge) const {
    return sideOf(piece, edge) == 0 ? 1 : arcs_[piece].lengths[edge] / arcs_[piece].chords[edge];
  }

  void lengthen(FoundSeams& graph) const {
    for (Seam& s : graph.seams) s.length *= std::max(stretch(s.a, s.edgeOfA), stretch(s.b, s.edgeOfB));
    for (OuterEdge& o : graph.outer) o.length *= stretch(o.piece, o.edge);
  }

  void join(FoundSeams& graph) const {
    std::vector<Place> places;
    std::vector<Seam> out;
    for (std::uint32_t i = 0; i < graph.seams.size(); ++i) {
      Seam& s = graph.seams[i];
      const auto sideA = sideOf(s.a, s.edgeOfA), sideB = sideOf(s.b, s.edgeOfB);
      if (sideA == 0 || sideB == 0) {
        out.push_back(s);
        continue;
      }
      // Chords of one arc may run either way along their lines; told from the lower piece they all run alike.
      const bool swap = s.a > s.b;
      if (swap) {
        std::swap(s.a, s.b);
        std::swap(s.edgeOfA, s.edgeOfB);
        std::swap(s.start, s.end);
      }
      const std::size_t n = outlines_[s.a].count, first = arcs_[s.a].sides[(swap ? sideB : sideA) - 1].first;
      places.push_back(
          {s.a, s.b, swap ? sideB : sideA, swap ? sideA : sideB, (s.edgeOfA + n - first) % n, i});
    }
    std::sort(places.begin(), places.end(), [](const Place& x, const Place& y) { return x.key() < y.key(); });
    for (std::size_t i = 0; i < places.size(); ++i) {
      const Seam& s = graph.seams[places[i].seam];
      const bool goesOn = i > 0 && places[i].a == places[i - 1].a && places[i].b == places[i - 1].b &&
                          places[i].sideOfA == places[i - 1].sideOfA &&
                          places[i].sideOfB == places[i - 1].sideOfB && out.back().end == s.start;
      if (!goesOn) {
        out.push_back(s);
        continue;
      }
      out.back().end = s.end;
      out.back().length += s.length;
    }
    graph.seams = std::move(out);
  }

  std::span<const OutlineRef> outlines_;
  std::vector<Arcs> arcs_;
};

}  // namespace

SeamGraph buildSeams(std::span<const Point> corners, std::span<const OutlineRef> outlines) {
  Directions directions;
  const auto loose = stretchesOf(corners, outlines, directions);
  std::vector<std::size_t> firstOfDirection;
  auto sorted = sortedByLine(loose, directions.size(), firstOfDirection);
  FoundSeams graph;
  graph.seams.reserve(loose.size() / 2);
  graph.corners.reserve(loose.size() / 2);
  CornerIndex index(loose.size() / 2);
  for (std::size_t d = 0; d + 1 < firstOfDirection.size(); ++d) {
    LineSweep sweep(graph, index, directions.unit(static_cast<std::uint16_t>(d)));
    const std::size_t last = firstOfDirection[d + 1];
    for (std::size_t i = firstOfDirection[d]; i < last;) {
      std::size_t end = i + 1;
      while (end < last && sorted[end].rho - sorted[end - 1].rho <= kMeet) ++end;
      const std::span line(sorted.data() + i, end - i);
      std::sort(line.begin(), line.end(), [](const Stretch& a, const Stretch& b) { return a.t0 < b.t0; });
      sweep.sweep(line);
      i = end;
    }
  }
  ArcSeams(corners, outlines).apply(graph);
  putInOrder(graph, outlines.size(),
             [&](std::uint32_t piece, std::uint16_t edge) { return corners[outlines[piece].first + edge]; });
  return finished(std::move(graph), outlines.size());
}

SeamGraph buildSeams(const Layout& layout) {
  std::vector<OutlineRef> refs;
  refs.reserve(layout.size());
  for (const Piece& p : layout.pieces) refs.push_back({p.first, p.count});
  std::vector<Point> room;
  return buildSeams(layout.corners.flat(room), refs);
}

SeamGraph buildSeams(const Layout& layout, std::span<const std::uint32_t> pieces) {
  std::vector<Point> corners;
  std::vector<OutlineRef> refs;
  refs.reserve(pieces.size());
  for (const auto i : pieces) {
    const auto outline = layout.outline(i);
    refs.push_back({static_cast<std::uint32_t>(corners.size()), static_cast<std::uint16_t>(outline.size())});
    corners.insert(corners.end(), outline.begin(), outline.end());
  }
  return buildSeams(corners, refs);
}

SeamGraph finished(FoundSeams found, std::size_t pieces) {
  constexpr std::uint32_t kUnused = 0xffffffff;
  SeamGraph graph;
  std::vector<std::uint32_t> now(found.corners.size(), kUnused), first(pieces + 1, 0);
  std::vector<Point> kept;
  kept.reserve(found.corners.size());
  const auto number = [&](std::uint32_t& corner) {
    if (now[corner] == kUnused) {
      now[corner] = static_cast<std::uint32_t>(kept.size());
      kept.push_back(found.corners[corner]);
    }
    corner = now[corner];
  };
  for (Seam& s : found.seams) {
    number(s.start);
    number(s.end);
    graph.seamLength += s.length;
    ++first[s.a + 1];
    ++first[s.b + 1];
  }
  for (const OuterEdge& o : found.outer) graph.outerLength += o.length;
  std::partial_sum(first.begin(), first.end(), first.begin());
  std::vector<std::uint32_t> ofPieces(found.seams.size() * 2);
  auto next = first;
  for (std::uint32_t i = 0; i < found.seams.size(); ++i) {
    ofPieces[next[found.seams[i].a]++] = i;
    ofPieces[next[found.seams[i].b]++] = i;
  }
  graph.corners = std::move(kept);
  graph.outer = std::move(found.outer);
  graph.seams = std::move(found.seams);
  graph.seamsOfPieces = Groups(first, std::move(ofPieces));
  return graph;
}

std::vector<std::uint32_t> ringOf(const SeamGraph& graph, std::uint32_t piece, int k) {
  const std::size_t n = graph.pieces();
  std::vector<std::uint32_t> ring{piece};
  std::vector<bool> seen(n, false);
  seen[piece] = true;
  for (int step = 0; step < k && !ring.empty(); ++step) {
    std::vector<std::uint32_t> next;
    for (const auto p : ring)
      for (const auto s : graph.seamsOf(p)) {
        const auto q = graph.across(s, p);
        if (seen[q]) continue;
        seen[q] = true;
        next.push_back(q);
      }
    ring = std::move(next);
  }
  std::sort(ring.begin(), ring.end());
  return ring;
}

RunBound runBound(const SeamGraph& graph) {
  std::vector<std::uint32_t> parent(graph.corners.size());
  std::iota(parent.begin(), parent.end(), 0u);
  const auto root = [&](std::uint32_t c) {
    while (parent[c] != c) c = parent[c] = parent[parent[c]];
    return c;
  };
  std::vector<int> degree(graph.corners.size(), 0), odd(graph.corners.size(), 0);
  for (const Seam& s : graph.seams) {
    ++degree[s.start];
    ++degree[s.end];
    parent[root(s.start)] = root(s.end);
  }
  RunBound bound;
  for (std::uint32_t c = 0; c < degree.size(); ++c) {
    if (degree[c] % 2 == 0) continue;
    ++bound.oddCorners;
    ++odd[root(c)];
  }
  for (std::uint32_t c = 0; c < degree.size(); ++c)
    if (degree[c] > 0 && root(c) == c) bound.leastRuns += std::max(1, odd[c] / 2);
  return bound;
}

}  // namespace clathra
