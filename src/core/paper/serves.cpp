#include "paper/serves.hpp"

#include <algorithm>
#include <cmath>
#include <functional>
#include <set>

#include "layout/piece_sides.hpp"
#include "shape/arcs.hpp"
#include "shape/symmetry.hpp"

namespace clathra {

namespace {

constexpr std::size_t kMostSides = 12, kMostLeftOut = 4;

/// All choices of `n` sides of which no two are neighbours.
void choices(std::size_t sides, std::size_t n, std::size_t from, std::vector<std::size_t>& now,
             const std::function<bool(const std::vector<std::size_t>&)>& found, bool& done) {
  if (done) return;
  if (now.size() == n) {
    done = found(now);
    return;
  }
  for (std::size_t i = from; i < sides && !done; ++i) {
    if (!now.empty() && (i == now.back() + 1 || (now.front() == 0 && i + 1 == sides))) continue;
    now.push_back(i);
    choices(sides, n, i + 1, now, found, done);
    now.pop_back();
  }
}

}  // namespace

Polygon withSidesLeftOut(PolygonView p, const std::vector<std::size_t>& sides) {
  const std::size_t n = p.size();
  const auto out = [&](std::size_t side) {
    return std::find(sides.begin(), sides.end(), side) != sides.end();
  };
  Polygon result;
  for (std::size_t i = 0; i < n; ++i) {
    if (out((i + n - 1) % n)) continue;  // both ends of a side left out become one corner
    if (!out(i)) {
      result.push_back(p[i]);
      continue;
    }
    // The lines of the sides before and after meet beyond it.
    const Point a = p[(i + n - 1) % n], b = p[i], c = p[(i + 1) % n], d = p[(i + 2) % n];
    const Point u = b - a, v = c - d;
    const double det = cross(u, v);
    if (std::abs(det) < 1e-9 * length(u) * length(v)) return {};
    const double s = cross(c - b, v) / det, t = cross(c - b, u) / det;
    if (s <= 0 || t <= 0) return {};
    result.push_back(b + s * u);
  }
  return result;
}

std::vector<std::size_t> sidesToLeaveOut(PolygonView from, PolygonView to) {
  std::vector<std::size_t> out;
  if (from.size() > kMostSides || to.size() < 3 || to.size() >= from.size() || area(to) <= area(from) ||
      from.size() - to.size() > kMostLeftOut || hasArcs(from) || hasArcs(to) || !isConvex(from))
    return out;
  std::vector<std::size_t> now;
  bool done = false;
  choices(
      from.size(), from.size() - to.size(), 0, now,
      [&](const std::vector<std::size_t>& sides) {
        const Polygon run = withSidesLeftOut(from, sides);
        if (run.size() != to.size()) return false;
        const auto pose = poseOf(run, to);
        if (!pose || pose->mirrored) return false;
        out = sides;
        return true;
      },
      done);
  return out;
}

std::vector<TemplateServes> templatesThatServe(const Layout& layout) {
  std::set<std::pair<std::uint16_t, int>> kinds;
  for (const Piece& p : layout.pieces) kinds.insert({p.shape, p.hand});
  std::vector<TemplateServes> out;
  for (const auto& [shape, hand] : kinds)
    for (const auto& [other, otherHand] : kinds)
      if (auto sides = sidesToLeaveOut(handedOutline(layout.shapes[shape], hand),
                                       handedOutline(layout.shapes[other], otherHand));
          !sides.empty())
        out.push_back({shape, hand, other, otherHand, std::move(sides)});
  return out;
}

}  // namespace clathra
