#include "motif/sewn_pair.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "motif/pose.hpp"

namespace clathra {

namespace {

constexpr double kSame = 1e-3;  // mm

double chordLength(PolygonView outline, int edge) {
  const std::size_t n = outline.size(), i = static_cast<std::size_t>(edge) % n;
  return distance(outline[i], outline[(i + 1) % n]);
}

double perimeterOf(PolygonView outline) {
  double sum = 0;
  for (std::size_t i = 0; i < outline.size(); ++i) sum += chordLength(outline, static_cast<int>(i));
  return sum;
}

/// mm along the outline from its first corner.
double positionOf(PolygonView outline, int edge) {
  double sum = 0;
  for (int i = 0; i < edge; ++i) sum += chordLength(outline, i);
  return sum;
}

/// What of a piece's outline is sewn: from `off` mm past the beginning of an edge, `length` mm along the
/// outline.
struct Sewn {
  int edge = 0;
  double off = 0, length = 0;
};

/// `from` lies on the chord `edge`; `to` further along the outline. Arcs are their chords here.
Sewn sewnBetween(PolygonView outline, int edge, Point from, Point to) {
  const int n = static_cast<int>(outline.size());
  const auto corner = [&](int i) { return outline[static_cast<std::size_t>(i % n)]; };
  Sewn out{edge % n, distance(corner(edge), from), 0};
  if (out.off > chordLength(outline, out.edge) - kMeet) out = {(out.edge + 1) % n, 0, 0};
  if (out.off < kMeet) out.off = 0;
  double done = out.off;
  for (int i = out.edge; i < out.edge + n; ++i) {
    const double all = chordLength(outline, i), here = distance(corner(i), to);
    const bool ends = here > done - kMeet && here + distance(to, corner(i + 1)) < all + kMeet && here > kMeet;
    out.length += (ends ? std::min(here, all) : all) - done;
    if (ends) break;
    done = 0;
  }
  return out;
}

/// A seam runs along a's outline from its start, and against b's.
Sewn sewnOfA(const Layout& layout, const SeamGraph& seams, const Seam& seam) {
  return sewnBetween(layout.outline(seam.a), seam.edgeOfA, seams.corners[seam.start],
                     seams.corners[seam.end]);
}
Sewn sewnOfB(const Layout& layout, const SeamGraph& seams, const Seam& seam) {
  // Its chord at the seam's end, which its outline comes to first.
  const PolygonView o = layout.outline(seam.b);
  const Point end = seams.corners[seam.end];
  const int n = static_cast<int>(o.size());
  int edge = seam.edgeOfB;
  const auto lies = [&](int i) {
    const Point p = o[static_cast<std::size_t>(i)], q = o[static_cast<std::size_t>((i + 1) % n)];
    return distance(p, end) + distance(end, q) < distance(p, q) + kMeet && distance(q, end) > kMeet;
  };
  for (int k = 0; k < n && !lies(edge); ++k) edge = (edge + n - 1) % n;
  return sewnBetween(o, edge, end, seams.corners[seam.start]);
}

/// The same edge of the window, where a piece is turned further by so many of its shape's turns.
int onWindow(const Layout& layout, std::uint32_t piece, int edge, int steps) {
  const Shape& shape = layout.shapes[layout.pieces[piece].shape];
  const int n = static_cast<int>(shape.outline.size()), each = n / std::max(1, shape.symmetry.turns);
  return ((edge - steps * each) % n + n) % n;
}

bool isWhole(PolygonView outline, const Sewn& sewn) {
  return sewn.off == 0 && std::abs(chordLength(outline, sewn.edge) - sewn.length) < kMeet;
}

double rounded(double mm) {
  return std::round(mm / kSame) * kSame;
}

}  // namespace

EdgeWalk::EdgeWalk(PolygonView outline, int edge, double from, double length, bool backwards)
    : length_(length) {
  const int n = static_cast<int>(outline.size());
  const double sign = signedArea(outline) < 0 ? -1 : 1;
  int i = ((edge % n) + n) % n;
  // To the chord that it begins on: going back, the one that ends there.
  const auto before = [&](int k) { return (k + n - 1) % n; };
  while (from < -kSame) {
    i = before(i);
    from += chordLength(outline, i);
  }
  while (from > chordLength(outline, i) + (backwards ? kSame : -kSame)) {
    from -= chordLength(outline, i);
    i = (i + 1) % n;
  }
  if (backwards && from < kSame) {
    i = before(i);
    from = chordLength(outline, i);
  }
  double begins = 0;
  for (int k = 0; k < n; ++k) {
    const Point p = outline[static_cast<std::size_t>(i)], q = outline[static_cast<std::size_t>((i + 1) % n)];
    const double all = distance(p, q);
    const Point d = (1 / all) * (q - p);
    chords_.push_back({p + from * d, backwards ? -1.0 * d : d, sign * Point{-d.y, d.x}, begins});
    begins += backwards ? from : all - from;
    if (begins > length_ - kSame) break;
    i = backwards ? before(i) : (i + 1) % n;
    from = backwards ? chordLength(outline, i) : 0;
  }
}

const EdgeWalk::Chord& EdgeWalk::chordAt(double mm) const {
  const auto next = std::upper_bound(chords_.begin(), chords_.end(), mm,
                                     [](double at, const Chord& c) { return at < c.begins; });
  return next == chords_.begin() ? chords_.front() : *std::prev(next);
}

Point EdgeWalk::at(double mm, double inside) const {
  const Chord& c = chordAt(mm);
  return c.from + (mm - c.begins) * c.along + inside * c.inwards;
}

Point EdgeWalk::inwards(double mm) const {
  return chordAt(mm).inwards;
}

SewnStretch stretchOf(PolygonView outline, const EdgePair& pair) {
  if (pair.length > 0) return {pair.fromA, pair.fromB, pair.length, pair.length, pair.backwards};
  const int n = static_cast<int>(outline.size());
  const double a = chordLength(outline, pair.a), b = chordLength(outline, pair.b);
  if (pair.mirrored) return {0, 0, a, b, false};
  // Sewn edges run against each other: where one goes on from the corner the other comes to it.
  const bool endOfA = (pair.a + 1) % n == pair.b && (pair.b + 1) % n != pair.a;
  return {endOfA ? a : 0, endOfA ? 0 : b, a, b, endOfA};
}

std::pair<EdgeWalk, EdgeWalk> walksOf(PolygonView outline, const EdgePair& pair) {
  const SewnStretch s = stretchOf(outline, pair);
  return {EdgeWalk(outline, pair.a, s.fromA, s.lengthOfA, s.backwards),
          EdgeWalk(outline, pair.b, s.fromB, s.lengthOfB, pair.mirrored ? s.backwards : !s.backwards)};
}

SewnSeam sewnSeam(const Layout& layout, const SeamGraph& seams, const Seam& seam, int stepsA, int stepsB) {
  const PolygonView ofA = layout.outline(seam.a), ofB = layout.outline(seam.b);
  const Sewn a = sewnOfA(layout, seams, seam), b = sewnOfB(layout, seams, seam);
  SewnSeam out;
  out.edgeOfA = a.edge;
  out.edgeOfB = b.edge;
  Sewn first{onWindow(layout, seam.a, a.edge, stepsA), a.off, a.length};
  Sewn second{onWindow(layout, seam.b, b.edge, stepsB), b.off, b.length};
  out.swapped = std::pair(second.edge, second.off) < std::pair(first.edge, first.off);
  if (out.swapped) std::swap(first, second);
  out.pair = {first.edge, second.edge};
  if (isWhole(ofA, a) && isWhole(ofB, b)) return out;
  const double all = perimeterOf(ofA);
  const auto same = [&](double one, double two) {
    return std::abs(std::remainder(one - two, all)) < 2 * kMeet;
  };
  const double lowOfFirst = positionOf(ofA, first.edge) + first.off,
               lowOfSecond = positionOf(ofA, second.edge) + second.off;
  EdgePair& p = out.pair;
  p.length = rounded(std::min(first.length, second.length));
  p.backwards =
      same(lowOfFirst + first.length, lowOfSecond) && !same(lowOfSecond + second.length, lowOfFirst);
  p.fromA = rounded(p.backwards ? first.off + first.length : first.off);
  p.fromB = rounded(p.backwards ? second.off : second.off + second.length);
  return out;
}

SewnSeam mirroredSeam(const Layout& layout, const SeamGraph& seams, const Seam& seam, bool ofB, int steps) {
  const std::uint32_t piece = ofB ? seam.b : seam.a;
  const Sewn own = ofB ? sewnOfB(layout, seams, seam) : sewnOfA(layout, seams, seam);
  SewnSeam out;
  out.edgeOfA = out.edgeOfB = own.edge;
  const int edge = onWindow(layout, piece, own.edge, steps);
  out.pair = {edge, edge, true};
  if (isWhole(layout.outline(piece), own)) return out;
  out.pair.fromA = out.pair.fromB = rounded(own.off);
  out.pair.length = rounded(own.length);
  return out;
}

std::vector<EdgePair> sewnPairs(const Layout& layout, const MotifChoice& motif) {
  const std::set<std::uint32_t> own(motif.pieces.begin(), motif.pieces.end());
  const SeamGraph seams = buildSeams(layout);
  std::set<EdgePair> out;
  // Turned to the middle a piece's edges are others of the window.
  const auto steps = stepsToMiddle(layout, motif);
  const auto stepsOf = [&](std::uint32_t piece) {
    return steps[static_cast<std::size_t>(std::lower_bound(motif.pieces.begin(), motif.pieces.end(), piece) -
                                          motif.pieces.begin())];
  };
  for (const auto piece : motif.pieces)
    for (const std::uint32_t s : seams.seamsOf(piece)) {
      const Seam seam = seams.seams[s];
      if (seam.a != piece || !own.contains(seam.b)) continue;
      if (motif.mirrored) {
        // One of the two is the other's mirror image: what meets is an edge and itself.
        out.insert(mirroredSeam(layout, seams, seam, false, stepsOf(seam.a)).pair);
        out.insert(mirroredSeam(layout, seams, seam, true, stepsOf(seam.b)).pair);
      } else {
        out.insert(sewnSeam(layout, seams, seam, stepsOf(seam.a), stepsOf(seam.b)).pair);
      }
    }
  return {out.begin(), out.end()};
}

double lengthOf(PolygonView outline, const EdgePair& pair) {
  const SewnStretch s = stretchOf(outline, pair);
  return std::min(s.lengthOfA, s.lengthOfB);
}

std::vector<std::pair<Point, Point>> facingPlaces(PolygonView outline, const EdgePair& pair, double step) {
  const auto [a, b] = walksOf(outline, pair);
  std::vector<std::pair<Point, Point>> out;
  for (double t = step / 2; t < std::min(a.length(), b.length()); t += step)
    out.emplace_back(a.at(t), b.at(t));
  return out;
}

}  // namespace clathra
