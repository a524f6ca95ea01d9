#include "layout/finishing_line.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

#include "shape/allowance.hpp"
#include "shape/convex.hpp"
#include "shape/overlay.hpp"

namespace clathra {

double sliverShown(LengthUnit unit) {
  return unit == LengthUnit::Inch ? 9.525 : kSliver;
}

namespace {

constexpr double kTouch = 1e-6;  // mm

/// Does a segment run through the inside of a convex outline? Touching its side does not count.
bool entersInside(Point a, Point b, PolygonView convex) {
  double from = 0, to = 1;
  for (std::size_t i = 0; i < convex.size(); ++i) {
    const Point at = convex[i], along = convex[(i + 1) % convex.size()] - at;
    const double l = length(along);
    // Inside lies to the right of a clockwise outline's edges: a positive cross product, y down.
    const double da = cross(along, a - at) / l - kTouch, db = cross(along, b - at) / l - kTouch;
    if (da <= 0 && db <= 0) return false;
    if (da > 0 && db > 0) continue;
    const double t = da / (da - db);
    if (da <= 0)
      from = std::max(from, t);
    else
      to = std::min(to, t);
  }
  return (to - from) * distance(a, b) > kTouch;
}

/// A side of a box by number: left, top, right, bottom.
double& sideOf(Box& box, int side) {
  const std::array<double*, 4> sides = {&box.left, &box.top, &box.right, &box.bottom};
  return *sides[static_cast<std::size_t>(side)];
}

/// Does the piece reach over the side?
bool crosses(const Box& piece, const Box& line, int side) {
  switch (side) {
    case 0:
      return piece.left < line.left && piece.right > line.left;
    case 1:
      return piece.top < line.top && piece.bottom > line.top;
    case 2:
      return piece.left < line.right && piece.right > line.right;
    default:
      return piece.top < line.bottom && piece.bottom > line.bottom;
  }
}

bool leavesSliver(PolygonView outline, PolygonView line) {
  const auto parts = partsInside(outline, line);
  return std::any_of(parts.begin(), parts.end(),
                     [](const Polygon& part) { return narrowest(part) < kSliver - kTouch; }) &&
         narrowest(outline) >= kSliver - kTouch;
}

}  // namespace

std::vector<Polygon> partsInside(PolygonView outline, PolygonView line) {
  if (const auto convex = ConvexView::of(line); convex && isConvex(outline)) {
    Polygon part = clipped(outline, *convex);
    return part.empty() ? std::vector<Polygon>{} : std::vector<Polygon>{std::move(part)};
  }
  const auto inside = [&](Point p) {
    for (std::size_t i = 0; i < line.size(); ++i)
      if (cross(line[(i + 1) % line.size()] - line[i], p - line[i]) < 0) return false;
    return true;
  };
  if (std::all_of(outline.begin(), outline.end(), inside)) return {Polygon(outline.begin(), outline.end())};
  std::vector<Polygon> parts = commonParts(outline, line);
  for (Polygon& part : parts) part = cleaned(part, kTouch);
  std::erase_if(parts, [](const Polygon& part) { return part.size() < 3 || area(part) < kTouch; });
  return parts;
}

double narrowest(PolygonView p) {
  double least = 1e300;
  for (std::size_t i = 0; i < p.size(); ++i) {
    const Point d = p[(i + 1) % p.size()] - p[i];
    double far = 0;
    for (const Point q : p) far = std::max(far, std::abs(cross(d, q - p[i])) / length(d));
    least = std::min(least, far);
  }
  return least;
}

Polygon cornersOf(const Box& b) {
  return {{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}};
}

std::vector<std::uint32_t> sliversAt(const Layout& whole, PolygonView line) {
  std::vector<std::uint32_t> out;
  for (std::uint32_t i = 0; i < whole.size(); ++i) {
    const PolygonView outline = whole.outline(i);
    const bool cut = std::any_of(outline.begin(), outline.end(), [&](Point c) { return !contains(line, c); });
    if (cut && leavesSliver(outline, line)) out.push_back(i);
  }
  return out;
}

bool covers(const SeamGraph& whole, PolygonView line) {
  return std::none_of(whole.outer.begin(), whole.outer.end(),
                      [&](const OuterEdge& e) { return entersInside(e.from, e.to, line); });
}

namespace {

/// A line whose other sides lie beyond everything.
Box ofOneSide(const Box& line, int side) {
  constexpr double kBeyond = 1e6;
  Box out{line.left - kBeyond, line.top - kBeyond, line.right + kBeyond, line.bottom + kBeyond};
  Box own = line;
  sideOf(out, side) = sideOf(own, side);
  return out;
}

/// Moves one side after the other to the nearest place where it leaves no sliver: of what it cuts by itself
/// (`alone`), or with the other sides as they lie.
class SideMover {
 public:
  SideMover(const Layout& whole, const SeamGraph& graph, const Progress& progress)
      : whole_(whole), graph_(graph), progress_(progress) {
    boxes_.reserve(whole.size());
    for (std::size_t i = 0; i < whole.size(); ++i) boxes_.push_back(bounds(whole.outline(i)));
  }

  std::optional<Box> moved(Box line, bool alone) const {
    for (int side = 0; side < 4; ++side)
      if (!move(line, side, alone)) return std::nullopt;
    return line;
  }

 private:
  bool move(Box& line, int side, bool alone) const {
    constexpr double kStep = 0.25, kMostMoved = 60;
    for (int k = 0; k <= 2 * static_cast<int>(kMostMoved / kStep); ++k) {
      if (progress_.cancelled()) return false;
      progress_.report((side + k / (2 * kMostMoved / kStep)) / 4);
      Box tried = line;
      const int steps = (k + 1) / 2;  // 0, 1, 1, 2, 2 … to either side in turn
      sideOf(tried, side) += kStep * steps * (k % 2 == 0 ? 1 : -1);
      if (tried.width() < kSliver || tried.height() < kSliver) continue;
      const Polygon corners = cornersOf(tried), judged = alone ? cornersOf(ofOneSide(tried, side)) : corners;
      bool clean = true;
      for (std::size_t i = 0; clean && i < boxes_.size(); ++i)
        clean = !crosses(boxes_[i], tried, side) || !leavesSliver(whole_.outline(i), judged);
      if (!clean || !covers(graph_, corners)) continue;
      line = tried;
      return true;
    }
    return false;
  }

  const Layout& whole_;
  const SeamGraph& graph_;
  const Progress& progress_;
  std::vector<Box> boxes_;
};

}  // namespace

std::optional<Box> nearestWithoutSlivers(const Layout& whole, const SeamGraph& graph, const Box& line,
                                         const Progress& progress) {
  const SideMover mover(whole, graph, progress);
  // Each side for itself first: where two sides are bad, none can be mended with the other as it lies.
  auto out = mover.moved(line, true);
  if (out && sliversAt(whole, cornersOf(*out)).empty()) return out;
  // What is left is at the corners.
  out = mover.moved(out.value_or(line), false);
  return out && sliversAt(whole, cornersOf(*out)).empty() ? out : std::nullopt;
}

std::optional<Polygon> largestEvenOutline(const Layout& whole, const SeamGraph& graph, int corners,
                                          double least, const Progress& progress) {
  constexpr int kHalvings = 40;  // far below what is drawn
  const Box& all = whole.finished;
  const Point middle{(all.left + all.right) / 2, (all.top + all.bottom) / 2};
  const auto outline = [&](double radius) {
    Polygon out;
    for (int i = 0; i < corners; ++i)
      out.push_back(middle + rotated({0, -radius}, (i + 0.5) / corners * kWholeTurn));
    return out;
  };
  double low = 0, high = std::max(all.width(), all.height());
  for (int i = 0; i < kHalvings; ++i) {
    if (progress.cancelled()) return std::nullopt;
    progress.report(double(i) / kHalvings);
    const double radius = (low + high) / 2;
    (covers(graph, outline(radius)) ? low : high) = radius;
  }
  if (low < least) return std::nullopt;
  return outline(low * (1 - 1e-6));
}

Result<SidesPrice> priceOf(const Arrangement& arrangement, Recipe recipe, FinishingSides sides,
                           double allowance) {
  recipe.sides = sides;
  const auto layout = buildLayout(arrangement, recipe);
  if (!layout) return tl::make_unexpected(layout.error());
  std::vector<double> patch;
  patch.reserve(layout->shapes.size());
  for (const Shape& s : layout->shapes) patch.push_back(area(allowanceOutline(s.outline, allowance)));
  SidesPrice out;
  out.sides = sides;
  out.papers = static_cast<int>(layout->size());
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout->pieces) {
    kinds.insert({p.shape, p.hand});
    out.clothArea += patch[p.shape];
  }
  out.kinds = static_cast<int>(kinds.size());
  return out;
}

}  // namespace clathra
