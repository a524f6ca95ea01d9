#include "layout/grow.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "layout/arrangement.hpp"
#include "layout/soundness.hpp"
#include "shape/arcs.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"
#include "shape/overlay.hpp"

namespace clathra {

namespace {

constexpr double kSameLength = 0.01;  // mm: papers this alike meet
constexpr Angle kSameAngle = Angle::degrees(0.05);

/// A shape that may be offered, upright, in mm.
struct Known {
  Polygon outline;
  std::string id, title;
  bool inLayout = false;
  bool otherSize = false;
};

std::vector<Known> knownShapes(const Layout& layout, double edgeLength, const OpenEdge& open,
                               const std::string& only, FitSizes sizes) {
  std::vector<Known> out;
  const auto wanted = [&](std::string_view id) { return only.empty() || id == only; };
  for (const Shape& s : layout.shapes)
    if (wanted(s.family)) out.push_back({s.outline, s.family, s.title, true});
  const auto add = [&](const Family& f, double scale, bool other = false) {
    if (!wanted(f.id)) return;
    Known k{scaled(f.outline, scale), std::string(f.id), std::string(f.title), false, other};
    const bool there = std::any_of(out.begin(), out.end(), [&](const Known& o) {
      return o.outline.size() == k.outline.size() &&
             std::abs(area(o.outline) - area(k.outline)) < 1e-3 * area(k.outline) &&
             poseOf(k.outline, o.outline).has_value();
    });
    if (!there) out.push_back(std::move(k));
  };
  for (const OwnShape& own : layout.ownShapes) {
    const std::string id = ownShapeId(own.name);
    const bool there = std::any_of(out.begin(), out.end(), [&](const Known& o) { return o.id == id; });
    if (wanted(id) && !there) out.push_back({own.outline, id, own.name, false});
  }
  for (const Family& f : families()) add(f, edgeLength);
  if (open.radius != 0) {
    for (const Family& f : families())
      for (const OutlineEdge& s : edgesOf(f.outline))
        if (s.isArc() && s.hollow == (open.radius > 0)) add(f, std::abs(open.radius) / s.radius);
  } else if (std::abs(open.length - edgeLength) > kSameLength) {
    for (const Family& f : families()) add(f, open.length);
  }
  if (open.radius == 0 && sizes == FitSizes::Any)
    for (const Family& f : families())
      for (const OutlineEdge& s : edgesOf(f.outline))
        if (!s.isArc()) add(f, open.length / s.length, true);
  return out;
}

/// The outline laid with its side i on the open edge, on the outside.
Polygon laidOn(PolygonView outline, const OutlineEdge& side, const OuterEdge& edge) {
  const Point a = outline[side.first % outline.size()],
              b = outline[(side.first + side.edges) % outline.size()];
  // Clockwise outlines lie to the right of their edges; the new one runs the open edge backwards.
  const Point have = b - a, want = edge.from - edge.to;
  const Angle turn = turnBetween(have, want);
  const Point middle = 0.5 * (edge.from + edge.to), half = rotated(0.5 * (a + b), turn);
  Polygon out;
  out.reserve(outline.size());
  for (const Point p : outline) out.push_back(rotated(p, turn) + (middle - half));
  return out;
}

/// How much of the outline runs along open edges near it, mm.
double joinedLength(const SeamGraph& graph, const std::vector<std::uint32_t>& near, PolygonView outline) {
  double sum = 0;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Point a = outline[i], d = outline[(i + 1) % outline.size()] - a;
    const double l = length(d);
    if (l < 1e-9) continue;
    const Point u = (1 / l) * d;
    for (const auto e : near) {
      const OuterEdge& o = graph.outer[e];
      const Point f = o.from - a, t = o.to - a;
      if (std::abs(cross(u, f)) > 2 * kMeet || std::abs(cross(u, t)) > 2 * kMeet || dot(u, f) < dot(u, t))
        continue;
      sum += std::max(0.0, std::min(l, dot(u, f)) - std::max(0.0, dot(u, t)));
    }
  }
  return sum;
}

std::vector<std::uint32_t> outerNear(const SeamGraph& graph, const Box& box) {
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < graph.outer.size(); ++i) {
    const OuterEdge& o = graph.outer[i];
    if (std::max(o.from.x, o.to.x) > box.left && std::min(o.from.x, o.to.x) < box.right &&
        std::max(o.from.y, o.to.y) > box.top && std::min(o.from.y, o.to.y) < box.bottom)
      out.push_back(i);
  }
  return out;
}

Box widened(Box b, double by) {
  return {b.left - by, b.top - by, b.right + by, b.bottom + by};
}

/// Straight on straight; arcs with the same radius and the opposite bend.
bool bendsMatch(const OutlineEdge& side, const OpenEdge& open) {
  if (!side.isArc() || open.radius == 0) return !side.isArc() && open.radius == 0;
  return side.hollow == (open.radius > 0) && std::abs(side.radius - std::abs(open.radius)) < kSameLength;
}

/// A side of a shape, or a stretch of an arc of it, laid on an open edge or a stretch of that.
struct Laying {
  OutlineEdge side;
  OpenEdge at;
};

/// Where a side may lie on an open edge: along all of it; a shorter arc also along either end of a longer
/// one, as scales lie against each other. There the other end is free.
std::vector<Laying> layingsOf(const OutlineEdge& side, const OpenEdge& open) {
  if (!bendsMatch(side, open)) return {};
  if (std::abs(side.length - open.length) <= kSameLength) return {{side, open}};
  if (!side.isArc()) return {};
  const std::size_t chords = open.path.size() - 1, shorter = std::min(chords, side.edges);
  if (chords == side.edges ||
      std::abs(side.length / double(side.edges) - open.length / double(chords)) * double(shorter) >
          kSameLength)
    return {};
  if (side.edges > chords) {
    OutlineEdge first = side, last = side;
    first.edges = last.edges = chords;
    first.length = last.length = open.length;
    last.first = side.first + side.edges - chords;
    return {{first, open}, {last, open}};
  }
  OpenEdge first = open, last = open;
  first.path.resize(side.edges + 1);
  first.edge.to = first.path.back();
  first.roomAtTo = kWholeTurn;
  last.path.erase(last.path.begin(), last.path.end() - static_cast<std::ptrdiff_t>(side.edges + 1));
  last.edge.from = last.path.front();
  last.roomAtFrom = kWholeTurn;
  first.length = last.length = side.length;
  return {{side, std::move(first)}, {side, std::move(last)}};
}

bool closes(Angle angle, Angle room) {
  return abs(angle - room) < 4 * kSameAngle;
}

}  // namespace

bool allowedTurns(int turns) {
  return (turns >= 1 && turns <= 12) || turns == kMostTurns;
}

bool isFree(const Layout& layout, const PieceIndex& index, PolygonView outline) {
  const auto near = index.within(bounds(outline));
  return std::none_of(near.begin(), near.end(),
                      [&](std::uint32_t i) { return overlaps(outline, layout.outline(i)); });
}

std::vector<Fit> fitsAt(const Layout& layout, const SeamGraph& graph, const PieceIndex& index,
                        const OpenEdge& open, double edgeLength, std::size_t most, const std::string& only,
                        FitSizes sizes) {
  struct Ranked {
    Fit fit;
    double share;
    bool inLayout, otherSize;
  };
  std::vector<Ranked> found;
  // A paper with so short a side cannot be folded over.
  if (open.length < kLeastEdge.mm() - kSameLength) return {};
  for (const Known& known : knownShapes(layout, edgeLength, open, only, sizes)) {
    const bool chiral = symmetryOf(known.outline).chiral();
    for (const bool mirrored : {false, true}) {
      if (mirrored && !chiral) continue;
      const Polygon model = placed(known.outline, {}, mirrored, {});
      // Rooms at corners are taken between chords, as the angles here.
      const auto angles = cornerAngles(model);
      for (const OutlineEdge& whole : edgesOf(model))
        for (const auto& [side, at] : layingsOf(whole, open)) {
          // Run backwards: the side's first corner lies at `to`.
          const Angle atTo = angles[side.first % model.size()],
                      atFrom = angles[(side.first + side.edges) % model.size()];
          if (atTo > at.roomAtTo + 4 * kSameAngle || atFrom > at.roomAtFrom + 4 * kSameAngle) continue;
          Polygon outline = laidOn(model, side, at.edge);
          const bool known2 = std::any_of(found.begin(), found.end(), [&](const Ranked& r) {
            return sameOutline(r.fit.outline, outline);
          });
          if (known2 || !isFree(layout, index, outline)) continue;
          Fit fit;
          fit.outline = std::move(outline);
          fit.shape = known.id;
          fit.title = known.title;
          fit.hand = chiral ? handOf(fit.outline) : 0;
          fit.cornersClosed = int(closes(atTo, at.roomAtTo)) + int(closes(atFrom, at.roomAtFrom));
          fit.joined = joinedLength(graph, outerNear(graph, widened(bounds(fit.outline), 1)), fit.outline);
          const double share = fit.joined / perimeter(fit.outline);
          found.push_back({std::move(fit), share, known.inLayout, known.otherSize});
        }
    }
  }
  std::stable_sort(found.begin(), found.end(), [](const Ranked& a, const Ranked& b) {
    if (a.otherSize != b.otherSize) return b.otherSize;
    if (a.fit.cornersClosed != b.fit.cornersClosed) return a.fit.cornersClosed > b.fit.cornersClosed;
    if (std::abs(a.fit.joined - b.fit.joined) > kSameLength) return a.fit.joined > b.fit.joined;
    if (a.inLayout != b.inLayout) return a.inLayout;
    return a.share > b.share + 1e-6;
  });
  std::vector<Fit> out;
  for (Ranked& r : found)
    if (out.size() < most) out.push_back(std::move(r.fit));
  return out;
}

std::vector<Point> imagesOf(Point p, const Copies& c) {
  std::vector<Point> out;
  const Point from = p - c.centre;
  for (const bool mirrored : {false, true}) {
    if (mirrored && !c.mirror) continue;
    const Point start{mirrored ? -from.x : from.x, from.y};
    for (int k = 0; k < c.turns; ++k) out.push_back(rotated(start, k * kWholeTurn / c.turns) + c.centre);
  }
  return out;
}

namespace {

/// All images of an outline, each clockwise, coinciding ones once.
std::vector<Polygon> allImages(PolygonView outline, const Copies& c) {
  std::vector<Polygon> out;
  std::vector<std::vector<Point>> corners;
  for (const Point p : outline) corners.push_back(imagesOf(p, c));
  for (std::size_t k = 0; k < corners.front().size(); ++k) {
    Polygon image;
    for (const auto& corner : corners) image.push_back(corner[k]);
    if (signedArea(image) < 0) std::reverse(image.begin(), image.end());
    const bool there =
        std::any_of(out.begin(), out.end(), [&](const Polygon& o) { return sameOutline(o, image); });
    if (!there) out.push_back(std::move(image));
  }
  return out;
}

}  // namespace

Images imagesOf(const Layout& layout, const PieceIndex& index, PolygonView outline, const Copies& copies) {
  Images out;
  for (Polygon& image : allImages(outline, copies)) {
    const bool clear =
        isFree(layout, index, image) && std::none_of(out.places.begin(), out.places.end(),
                                                     [&](const Polygon& o) { return overlaps(o, image); });
    if (clear)
      out.places.push_back(std::move(image));
    else
      ++out.leftOut;
  }
  return out;
}

std::vector<std::vector<Polygon>> imagesOfSet(const Layout& layout, const PieceIndex& index,
                                              const std::vector<Polygon>& outlines, const Copies& copies) {
  std::vector<std::vector<Polygon>> out;
  const std::size_t images = imagesOf(Point{}, copies).size();
  for (std::size_t k = 0; k < images; ++k) {
    std::vector<Polygon> set;
    for (const Polygon& outline : outlines) {
      Polygon image;
      for (const Point p : outline) image.push_back(imagesOf(p, copies)[k]);
      if (signedArea(image) < 0) std::reverse(image.begin(), image.end());
      set.push_back(std::move(image));
    }
    const auto clear = [&](const Polygon& p) {
      return isFree(layout, index, p) && std::none_of(out.begin(), out.end(), [&](const auto& other) {
               return std::any_of(other.begin(), other.end(),
                                  [&](const Polygon& q) { return overlaps(p, q); });
             });
    };
    if (std::all_of(set.begin(), set.end(), clear)) out.push_back(std::move(set));
  }
  return out;
}

double joinedLength(const SeamGraph& graph, PolygonView outline) {
  return joinedLength(graph, outerNear(graph, widened(bounds(outline), 1)), outline);
}

std::vector<std::uint32_t> equalPieces(const Layout& layout, const PieceIndex& index, std::uint32_t piece,
                                       const Copies& copies) {
  std::vector<std::uint32_t> out;
  for (const Polygon& image : allImages(layout.outline(piece), copies))
    if (const auto at = index.at(layout, centroid(image)); at && sameOutline(layout.outline(*at), image))
      out.push_back(*at);
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

bool mapsOntoItself(const Layout& layout, const PieceIndex& index, const Copies& copies) {
  for (std::uint32_t i = 0; i < layout.size(); ++i)
    for (const Polygon& image : allImages(layout.outline(i), copies)) {
      const auto at = index.at(layout, centroid(image));
      if (!at || !sameOutline(layout.outline(*at), image)) return false;
    }
  return true;
}

std::vector<Polygon> holesOf(const SeamGraph& graph) {
  std::vector<Polygon> out;
  for (Polygon& loop : boundaryLoops(graph))
    if (signedArea(loop) < 0) {
      std::reverse(loop.begin(), loop.end());
      out.push_back(cleaned(loop, kMeet));
    }
  return out;
}

namespace {

/// The rim of what is still open in a hole, seen as a layout whose only piece lies inside out: its outer
/// edges are the hole's sides.
class HoleFiller {
 public:
  HoleFiller(const Layout& layout, const PieceIndex& index, Polygon hole, double edgeLength, int tries)
      : edgeLength_(edgeLength), tries_(tries) {
    const Box box = widened(bounds(hole), 1);
    left_ = area(hole);
    for (const auto i : index.within(box)) {
      add(layout.outline(i));
      if (contains(hole, centroid(layout.outline(i)))) left_ -= area(layout.outline(i));  // an island
    }
    inside_ = std::move(hole);
  }

  bool fill() {
    if (left_ < 0.5) return true;
    LayoutBuilder builder;
    for (std::size_t i = 0; i < around_.size(); ++i)
      builder.add(around_[i], PieceKey{static_cast<std::int32_t>(i), 0, 0});
    const Layout local = std::move(builder).finish(FinishingSides::Outline, {}, true);
    const SeamGraph graph = buildSeams(local);
    const PieceIndex index(local);
    // The tightest open edge of the hole leaves the fewest choices. What is open elsewhere has no part in it.
    SeamGraph rim;
    for (const OuterEdge& o : graph.outer)
      if (contains(inside_, 0.5 * (o.from + o.to) + outside(o.to - o.from, 0.05))) rim.outer.push_back(o);
    const auto edges = openEdges(local, rim);
    const OpenEdge* tightest = nullptr;
    for (const OpenEdge& e : edges) {
      const Point out = e.middle() + outside(e.direction(), 0.05);
      if (!contains(inside_, out) || coveredByOwn(out)) continue;
      if (!tightest ||
          std::min(e.roomAtFrom, e.roomAtTo) < std::min(tightest->roomAtFrom, tightest->roomAtTo))
        tightest = &e;
    }
    if (!tightest) return false;
    for (Fit& fit : fitsAt(local, graph, index, *tightest, edgeLength_)) {
      if (--tries_ < 0) return false;
      if (area(fit.outline) > left_ + 0.5 || !liesInside(fit.outline)) continue;
      left_ -= area(fit.outline);
      add(fit.outline);
      chosen_.push_back(std::move(fit));
      if (fill()) return true;
      left_ += area(chosen_.back().outline);
      around_.pop_back();
      chosen_.pop_back();
    }
    return false;
  }
  std::vector<Fit> chosen() && { return std::move(chosen_); }

 private:
  static Point outside(Point d, double by) {
    const double l = std::max(1e-12, length(d));
    return {by * d.y / l, -by * d.x / l};
  }
  void add(PolygonView outline) { around_.emplace_back(outline.begin(), outline.end()); }
  bool coveredByOwn(Point p) const {
    return std::any_of(chosen_.begin(), chosen_.end(), [&](const Fit& f) { return contains(f.outline, p); });
  }
  bool liesInside(PolygonView outline) const {
    return std::abs(sharedArea(outline, inside_) - area(outline)) < 0.5;
  }

  double edgeLength_;
  int tries_;
  double left_ = 0;
  Polygon inside_;
  std::vector<Polygon> around_;
  std::vector<Fit> chosen_;
};

}  // namespace

std::vector<Fit> fillingOf(const Layout& layout, const PieceIndex& index, PolygonView hole, double edgeLength,
                           int tries) {
  HoleFiller filler(layout, index, Polygon(hole.begin(), hole.end()), edgeLength, tries);
  if (!filler.fill()) return {};
  return std::move(filler).chosen();
}

}  // namespace clathra
