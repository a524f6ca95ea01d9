#include "paper/scan.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "layout/piece_sides.hpp"
#include "paper/outline_fit.hpp"
#include "shape/convex.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

constexpr double kFits = 0.22;  // mm: a paper's edges lie so near an outline, and 0.6 % of its size
constexpr double kFitsShare = 0.006;
constexpr double kCompact = 0.10;  // outlines of one shape have the same outline²/area, to this share
constexpr double kLeastCovered = 0.55, kLeastShare = 0.5;
constexpr int kMostSplits = 5;
constexpr double kLeastSide = 3;             // mm left of a side that is cut
constexpr Angle kFlat = Angle::degrees(12);  // rough corners that turn less are none

/// A shape with its model and what tells at a glance that it is another one.
struct Candidate {
  const ScanShape* shape;
  OutlineModel model;
  double size, compact;  // √area; outline²/area
};

struct Named {
  const Candidate* candidate;
  OutlineFit fit;
  double worse;  ///< the smaller the better: mm
};

Polygon withoutFlatCorners(Polygon p) {
  for (bool again = true; again && p.size() > 3;) {
    again = false;
    const auto angles = cornerAngles(p);
    for (std::size_t i = 0; i < p.size(); ++i)
      if (abs(angles[i] - kHalfTurn) < kFlat) {
        p.erase(p.begin() + std::ptrdiff_t(i));
        again = true;
        break;
      }
  }
  return p;
}

/// The similarity that carries a's corners onto b's from `shift` on, with least squares.
Placing onto(PolygonView a, PolygonView b, std::size_t shift) {
  const std::size_t n = a.size();
  Point ma, mb;
  for (std::size_t i = 0; i < n; ++i) {
    ma = ma + (1.0 / double(n)) * a[i];
    mb = mb + (1.0 / double(n)) * b[i];
  }
  double re = 0, im = 0, norm = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const Point p = a[i] - ma, q = b[(i + shift) % n] - mb;
    re += dot(p, q);
    im += cross(p, q);
    norm += dot(p, p);
  }
  Placing out;
  out.scale = std::hypot(re, im) / norm;
  out.turn = Angle::radians(std::atan2(im, re));
  out.at = mb - out.scale * rotated(ma, out.turn);
  return out;
}

class Namer {
 public:
  explicit Namer(const std::vector<ScanShape>& shapes) {
    for (const ScanShape& s : shapes) {
      OutlineModel model(s.outline);
      const double a = outlineArea(s.outline), l = outlineLength(s.outline);
      candidates_.push_back({&s, std::move(model), std::sqrt(a), l * l / a});
    }
  }

  void add(const FoundOutline& found, std::vector<ScannedPaper>& out) const {
    if (found.atBorder) return;
    Part whole{withoutFlatCorners(found.rough), found.points};
    if (whole.rough.size() < 3) return;
    std::vector<ScannedPaper> papers;
    if (name(whole, kMostSplits, papers)) {
      out.insert(out.end(), papers.begin(), papers.end());
      return;
    }
    ScannedPaper unknown;
    unknown.outline = found.rough;
    unknown.at = centroid(found.rough);
    unknown.edges = edgeLengths(whole.rough);
    unknown.overlap = !isConvex(whole.rough);
    out.push_back(std::move(unknown));
  }

 private:
  /// A stretch of a scan that may be one paper, or several that touch.
  struct Part {
    Polygon rough;
    std::vector<EdgePoint> points;
  };

  std::vector<Placing> guesses(const Candidate& c, const Part& part) const {
    std::vector<std::pair<double, Placing>> out;
    const Polygon& model = c.model.outline();
    const auto consider = [&](const Placing& placing) {
      double sum = 0;
      // How far the rough corners lie from the outline, and the outline's from the rough ones.
      const Polygon placed = placing.place(model);
      for (const Point p : part.rough) sum += toOutline(placed, p);
      const std::size_t step = std::max<std::size_t>(1, placed.size() / 12);
      for (std::size_t i = 0; i < placed.size(); i += step) sum += toOutline(part.rough, placed[i]);
      out.emplace_back(sum, placing);
    };
    if (c.model.sides().size() == model.size() && model.size() == part.rough.size()) {
      for (std::size_t shift = 0; shift < model.size(); ++shift) consider(onto(model, part.rough, shift));
    }
    const Point middle = centroid(part.rough);
    const double scale = std::sqrt(area(part.rough)) / c.size;
    for (int k = 0; k < 48; ++k) consider({scale, Angle::degrees(7.5 * k), middle});
    std::sort(out.begin(), out.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<Placing> best;
    for (const auto& [sum, placing] : out) {
      if (best.size() >= 3) break;
      best.push_back(placing);
    }
    return best;
  }

  static double toOutline(PolygonView p, Point at) {
    double least = 1e300;
    for (std::size_t i = 0; i < p.size(); ++i) {
      const Point d = p[(i + 1) % p.size()] - p[i];
      const double l = dot(d, d);
      const double t = l > 0 ? std::clamp(dot(at - p[i], d) / l, 0.0, 1.0) : 0;
      least = std::min(least, distance(at, p[i] + t * d));
    }
    return least;
  }

  /// The shape whose outline lies best; absent where none does.
  std::optional<Named> best(const Part& part, bool cut) const {
    const double l = perimeter(part.rough), a = area(part.rough), compact = l * l / a;
    std::optional<Named> best;
    for (const Candidate& c : candidates_) {
      if (std::abs(c.compact / compact - 1) > kCompact) continue;
      if (!c.shape->anySize && std::abs(c.size / std::sqrt(a) - 1) > kSizeOff) continue;
      for (const Placing& guess : guesses(c, part)) {
        const auto fit = c.model.fit(part.points, guess);
        if (!fit || fit->share < kLeastShare || fit->covered < (cut ? 0.4 : kLeastCovered)) continue;
        const double size = fit->placing.scale * c.size;
        if (fit->rms > kFits + kFitsShare * size) continue;
        if (std::abs(size / std::sqrt(a) - 1) > 0.06) continue;
        // Of the project's sizes the nearest one: how far its sides lie from where they were measured.
        const double sized = c.shape->anySize ? 0 : std::abs(fit->placing.scale - 1) * c.size / 2;
        const double worse = fit->rms + 0.25 * (1 - fit->share) + sized;
        if (!best || worse < best->worse) best = Named{&c, *fit, worse};
      }
    }
    return best;
  }

  bool name(const Part& part, int splits, std::vector<ScannedPaper>& out, bool cut = false) const {
    if (const auto found = best(part, cut)) {
      out.push_back(paperOf(part, *found));
      return true;
    }
    return splits > 0 && (split(part, splits, out) || splitAlong(part, splits, out));
  }

  /// Papers that touch along a whole side leave no hollow corner, squares in a row for one: the outline is
  /// cut off a known side's length from its corners, where both parts are papers then. Known sizes alone;
  /// anything might be made of parts of any size.
  bool splitAlong(const Part& whole, int splits, std::vector<ScannedPaper>& out) const {
    const Polygon& p = whole.rough;
    const std::size_t n = p.size();
    constexpr std::size_t kMostSides = 6;
    if (n > kMostSides || !isConvex(p)) return false;
    std::set<long> lengths;  // in hundredths of a mm
    for (const Candidate& c : candidates_)
      if (!c.shape->anySize)
        for (const double l : edgeLengths(c.shape->outline)) lengths.insert(std::lround(100 * l));
    const auto sides = edgeLengths(p);
    for (std::size_t i = 0; i < n; ++i)
      for (std::size_t j = 0; j < n; ++j) {
        if (i == j || (i + 1) % n == j || (j + 1) % n == i) continue;
        for (const long hundredths : lengths) {
          const double l = hundredths / 100.0;
          if (l > sides[i] - kLeastSide || l > sides[j] - kLeastSide) continue;
          Part cut = whole;
          const auto on = [&](std::size_t side, double far) {
            return p[side] + (far / sides[side]) * (p[(side + 1) % n] - p[side]);
          };
          // The later one goes in first, so that the other's place holds.
          std::size_t from = i + 1, to = j + 1;
          const Point a = on(i, sides[i] - l), b = on(j, l);
          if (i < j) {
            cut.rough.insert(cut.rough.begin() + std::ptrdiff_t(to), b);
            cut.rough.insert(cut.rough.begin() + std::ptrdiff_t(from), a);
            ++to;
          } else {
            cut.rough.insert(cut.rough.begin() + std::ptrdiff_t(from), a);
            cut.rough.insert(cut.rough.begin() + std::ptrdiff_t(to), b);
            ++from;
          }
          std::vector<ScannedPaper> papers;
          if (!nameBeside(partOf(cut, from, to), a, b, 0, papers) ||
              !nameBeside(partOf(cut, to, from), a, b, splits - 1, papers))
            continue;
          out.insert(out.end(), papers.begin(), papers.end());
          return true;
        }
      }
    return false;
  }

  /// A part beside a cut that was never seen: where two sides of it alone were measured, it could lie
  /// anywhere along them, so a few points of the cut hold it.
  bool nameBeside(Part part, Point a, Point b, int splits, std::vector<ScannedPaper>& out) const {
    if (name(part, splits, out, true)) return true;
    const Point along = (1 / distance(a, b)) * (b - a);
    Point outwards{-along.y, along.x};
    if (dot(outwards, centroid(part.rough) - a) > 0) outwards = -1 * outwards;
    for (const double share : {0.2, 0.35, 0.5, 0.65, 0.8})
      part.points.push_back({a + share * (b - a), outwards});
    return name(part, splits, out, true);
  }

  /// The outline with a corner more wherever a hollow corner all but reaches another side: papers that touch
  /// in a point are joined by a neck that may have lost one of its own.
  static Polygon withNecks(const Polygon& p) {
    constexpr double kNeck = 1.5;  // mm
    const std::size_t n = p.size();
    const auto angles = cornerAngles(p);
    std::vector<std::pair<double, Point>> more;  // by place along the outline
    for (std::size_t i = 0; i < n; ++i) {
      if (angles[i] <= kHalfTurn) continue;
      for (std::size_t k = 0; k < n; ++k) {
        if (k == i || (k + 1) % n == i) continue;
        const Point d = p[(k + 1) % n] - p[k];
        const double t = std::clamp(dot(p[i] - p[k], d) / dot(d, d), 0.0, 1.0);
        const Point q = p[k] + t * d;
        if (distance(p[i], q) < kNeck && t * length(d) > 0.3 && (1 - t) * length(d) > 0.3)
          more.emplace_back(double(k) + t, q);
      }
    }
    std::sort(more.begin(), more.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    Polygon out;
    for (std::size_t k = 0; k < n; ++k) {
      out.push_back(p[k]);
      for (const auto& [at, q] : more)
        if (static_cast<std::size_t>(at) == k) out.push_back(q);
    }
    return out;
  }

  /// Papers that touch: the outline is cut between hollow corners where both parts are papers then.
  bool split(const Part& whole, int splits, std::vector<ScannedPaper>& out) const {
    const Part part{withNecks(whole.rough), whole.points};
    const Polygon& p = part.rough;
    const std::size_t n = p.size();
    const auto angles = cornerAngles(p);
    std::vector<std::tuple<double, std::size_t, std::size_t>> cuts;
    for (std::size_t i = 0; i < n; ++i) {
      if (angles[i] < kHalfTurn + kFlat) continue;
      for (std::size_t j = 0; j < n; ++j) {
        if (i == j || (i + 1) % n == j || (j + 1) % n == i) continue;
        const bool both = angles[j] > kHalfTurn - kFlat;
        if (!contains(p, 0.5 * (p[i] + p[j]))) continue;
        cuts.emplace_back(distance(p[i], p[j]) * (both ? 1 : 2), i, j);
      }
    }
    std::sort(cuts.begin(), cuts.end());
    if (cuts.size() > 24) cuts.resize(24);
    for (const auto& [far, i, j] : cuts)
      for (const auto& [a, b] : {std::pair(i, j), std::pair(j, i)}) {
        std::vector<ScannedPaper> papers;
        if (!name(partOf(part, a, b), 0, papers, true) || !name(partOf(part, b, a), splits - 1, papers, true))
          continue;
        out.insert(out.end(), papers.begin(), papers.end());
        return true;
      }
    return false;
  }

  /// From corner i on to corner j, with the points that lie along that part of the outline.
  static Part partOf(const Part& part, std::size_t i, std::size_t j) {
    Part out;
    const std::size_t n = part.rough.size();
    for (std::size_t k = i;; k = (k + 1) % n) {
      out.rough.push_back(part.rough[k]);
      if (k == j) break;
    }
    // The gap where papers touch is too narrow to be measured.
    constexpr double kGap = 0.9;
    for (const EdgePoint& e : part.points) {
      double own = 1e300, other = 1e300;
      for (std::size_t k = 0; k < n; ++k) {
        const Point from = part.rough[k], d = part.rough[(k + 1) % n] - from;
        const double t = std::clamp(dot(e.at - from, d) / dot(d, d), 0.0, 1.0);
        const double off = distance(e.at, from + t * d);
        const bool mine = i < j ? k >= i && k < j : k >= i || k < j;
        (mine ? own : other) = std::min(mine ? own : other, off);
      }
      if (own < other && distance(e.at, part.rough[i]) > kGap && distance(e.at, part.rough[j]) > kGap)
        out.points.push_back(e);
    }
    out.rough = withoutFlatCorners(std::move(out.rough));
    return out;
  }

  static ScannedPaper paperOf(const Part& part, const Named& named) {
    const ScanShape& shape = *named.candidate->shape;
    const OutlineModel& model = named.candidate->model;
    const Placing& placing = named.fit.placing;
    ScannedPaper out;
    out.shape = shape.name;
    out.hand = shape.hand;
    out.edge = shape.edge * placing.scale;
    const auto sides = model.measured(part.points, placing);
    out.edges = sides.lengths;
    out.worstOff = sides.off.empty() ? 0 : *std::max_element(sides.off.begin(), sides.off.end());
    out.at = placing.at;
    const Angle next = kWholeTurn / symmetryOf(model.outline()).turns;
    double turn = std::fmod(placing.turn.degrees(), next.degrees());
    if (turn < 0) turn += next.degrees();
    if (next.degrees() - turn < 1e-6) turn = 0;
    out.turn = Angle::degrees(turn);
    out.outline = placing.place(model.outline());
    return out;
  }

  std::vector<Candidate> candidates_;
};

}  // namespace

std::vector<ScanShape> familiesForScan() {
  std::vector<ScanShape> out;
  for (const Family& f : families()) {
    const int hand = handOf(f.outline);
    out.push_back({std::string(f.id), std::string(f.title), hand, f.outline, 1, true});
    if (hand != 0)
      out.push_back(
          {std::string(f.id), std::string(f.title), -hand, placed(f.outline, {}, true, {}), 1, true});
  }
  return out;
}

std::vector<ScanShape> shapesForScan(const Layout& layout) {
  std::vector<ScanShape> out;
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout.pieces) kinds.insert({p.shape, p.hand});
  for (const auto& [shape, hand] : kinds) {
    const Shape& s = layout.shapes[shape];
    out.push_back({s.name, s.title, hand, handedOutline(s, hand), s.edge, false});
  }
  return out;
}

std::vector<ScannedPaper> namedPapers(const std::vector<FoundOutline>& found,
                                      const std::vector<ScanShape>& shapes, const Progress& progress) {
  const Namer namer(shapes);
  std::vector<ScannedPaper> out;
  for (std::size_t i = 0; i < found.size() && !progress.cancelled(); ++i) {
    namer.add(found[i], out);
    progress.report(0.5 + 0.5 * double(i) / double(found.size()));
  }
  return out;
}

namespace {

constexpr double kRulerShape = 4;  // a ruler is at least so many times as long as wide

/// How long the outline is along its longer side, from the points of its short ends; absent where it is no
/// strip.
std::optional<double> stripLength(const FoundOutline& found) {
  if (found.atBorder || found.rough.size() < 4) return std::nullopt;
  const Polygon hull = ConvexOutline::hullOf(found.rough).outline();
  const TurnedBox box = smallestRectangle(hull);
  const double length = std::max(box.width, box.height), width = std::min(box.width, box.height);
  if (width <= 0 || length < kRulerShape * width) return std::nullopt;
  Point along = rotated(box.width >= box.height ? Point{1, 0} : Point{0, 1}, -box.turn);
  // The long sides give the direction better than the rough corners do.
  double turned = 0;
  int n = 0;
  for (const EdgePoint& e : found.points)
    if (std::abs(dot(e.outwards, along)) < 0.2) {
      const Point across = dot(e.outwards, {-along.y, along.x}) > 0 ? e.outwards : -1 * e.outwards;
      turned += std::atan2(cross(Point{-along.y, along.x}, across), dot(Point{-along.y, along.x}, across));
      ++n;
    }
  if (n > 0) along = rotated(along, Angle::radians(turned / n));
  std::vector<double> ends[2];
  for (const EdgePoint& e : found.points) {
    const double out = dot(e.outwards, along);
    if (std::abs(out) > 0.9) ends[out > 0 ? 1 : 0].push_back(dot(e.at, along));
  }
  if (ends[0].size() < 5 || ends[1].size() < 5) return std::nullopt;
  for (auto& end : ends)
    std::nth_element(end.begin(), end.begin() + std::ptrdiff_t(end.size() / 2), end.end());
  return ends[1][ends[1].size() / 2] - ends[0][ends[0].size() / 2];
}

}  // namespace

Result<double> dpiOfRuler(const Raster& picture, double ruler, const Progress& progress) {
  constexpr double kGuess = 300;
  if (!(ruler >= kLeastRuler && ruler <= kMostRuler))
    return fail("scan-ruler-length", readableArg(kLeastRuler), readableArg(kMostRuler));
  const auto found = findPaperOutlines(picture, kGuess, progress);
  if (!found) return tl::make_unexpected(found.error());
  double longest = 0;
  for (const FoundOutline& f : *found) longest = std::max(longest, stripLength(f).value_or(0));
  if (longest <= 0) return fail("scan-no-ruler");
  return kGuess * longest / ruler;
}

Result<std::vector<ScannedPaper>> scanPapers(const Raster& picture, double dpi,
                                             const std::vector<ScanShape>& shapes, const Progress& progress,
                                             std::optional<double> ruler) {
  auto found = findPaperOutlines(picture, dpi, progress);
  if (!found) return tl::make_unexpected(found.error());
  if (ruler)
    std::erase_if(*found, [&](const FoundOutline& f) {
      const auto length = stripLength(f);
      return length && std::abs(*length / *ruler - 1) < 0.01;
    });
  auto out = namedPapers(*found, shapes, progress);
  if (progress.cancelled()) return fail(kCancelled);
  return out;
}

}  // namespace clathra
