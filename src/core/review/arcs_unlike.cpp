#include <algorithm>
#include <cmath>

#include "layout/grow.hpp"
#include "review/review.hpp"
#include "shape/arcs.hpp"

namespace clathra::checks_ {

namespace {

constexpr double kSameEnd = 0.5;  // mm

/// "a hollow curve of 30 mm": the side of the piece itself.
Message sideText(const OpenEdge& e) {
  if (e.radius == 0) return Message("straight-side");
  return Message(e.radius < 0 ? "hollow-curve" : "bulging-curve", sizeArg(std::abs(e.radius)));
}

}  // namespace

std::vector<Remark> arcsUnlike(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  const bool curved =
      std::any_of(layout.shapes.begin(), layout.shapes.end(), [](const Shape& s) { return s.curved(); });
  if (!curved) return {};
  const auto edges = openEdges(layout, in.geometry->seams);
  Remark r{"arcs-unlike", "arrange", {}, {}, {}, {}, {}};
  Message why;
  for (const OpenEdge& a : edges) {
    if (a.radius == 0) continue;
    for (const OpenEdge& b : edges) {
      if (a.edge.piece == b.edge.piece || distance(a.edge.from, b.edge.to) > kSameEnd ||
          distance(a.edge.to, b.edge.from) > kSameEnd)
        continue;
      r.pieces.push_back(a.edge.piece);
      r.pieces.push_back(b.edge.piece);
      if (why.empty()) why = Message("arcs-unlike-why", sideText(a), sideText(b));
    }
  }
  if (r.pieces.empty()) return {};
  std::sort(r.pieces.begin(), r.pieces.end());
  r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
  r.why = std::move(why);
  r.fix = Message("arcs-unlike-fix");
  return {r};
}

}  // namespace clathra::checks_
