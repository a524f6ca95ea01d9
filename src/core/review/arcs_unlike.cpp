#include <algorithm>
#include <cmath>

#include "layout/grow.hpp"
#include "review/review.hpp"
#include "shape/arcs.hpp"

namespace clathra::checks_ {

namespace {

constexpr double kSameEnd = 0.5;  // mm

/// "a hollow curve of 30 mm": the side of the piece itself.
std::string sideText(const OpenEdge& e, Unit unit) {
  if (e.radius == 0) return "a straight side";
  return std::string(e.radius < 0 ? "a hollow" : "a bulging") + " curve of " +
         formatReadable(std::abs(e.radius), unit) + " radius";
}

}  // namespace

std::vector<Remark> arcsUnlike(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  const bool curved = std::any_of(layout.shapes.begin(), layout.shapes.end(),
                                  [](const Shape& s) { return hasArcs(s.outline); });
  if (!curved) return {};
  const auto edges = openEdges(layout, in.geometry->seams);
  Remark r{"arcs-unlike", "arrange", {}, {}, {}, {}, {}};
  std::string what;
  for (const OpenEdge& a : edges) {
    if (a.radius == 0) continue;
    for (const OpenEdge& b : edges) {
      if (a.edge.piece == b.edge.piece || distance(a.edge.from, b.edge.to) > kSameEnd ||
          distance(a.edge.to, b.edge.from) > kSameEnd)
        continue;
      r.pieces.push_back(a.edge.piece);
      r.pieces.push_back(b.edge.piece);
      if (what.empty())
        what = sideText(a, in.project->settings.unit) + " lies against " +
               sideText(b, in.project->settings.unit);
    }
  }
  if (r.pieces.empty()) return {};
  std::sort(r.pieces.begin(), r.pieces.end());
  r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
  r.why = "Curves do not match: " + what + "; two meet only with the same radius and the opposite bend.";
  r.fix = "Take one of them away and add a shape that fits the curve.";
  return {r};
}

}  // namespace clathra::checks_
