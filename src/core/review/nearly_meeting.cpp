#include <algorithm>
#include <cmath>

#include "layout/piece_index.hpp"
#include "layout/soundness.hpp"
#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

constexpr double kAlongside = 2;  // degrees between two edges that were meant to meet

/// How far the middle of an open edge lies from another piece's edge that runs alongside it, mm; 0 if none
/// is near.
double missAt(const Layout& layout, const PieceIndex& index, const OuterEdge& e, std::uint32_t& other) {
  const Point middle = 0.5 * (e.from + e.to), along = e.to - e.from;
  const double r = kPapersDoNotMeet;
  double least = r;
  for (const auto i : index.within({middle.x - r, middle.y - r, middle.x + r, middle.y + r})) {
    if (i == e.piece) continue;
    const PolygonView outline = layout.outline(i);
    for (std::size_t k = 0; k < outline.size(); ++k) {
      const Point a = outline[k], d = outline[(k + 1) % outline.size()] - a;
      const double l = length(d);
      if (l < 1e-9) continue;
      const double t = dot(middle - a, d) / (l * l);
      if (t < 0 || t > 1) continue;
      const double turn = std::abs(std::sin(std::atan2(cross(along, d), dot(along, d))));
      const double off = distance(middle, a + t * d);
      if (turn > std::sin(radians(kAlongside)) || off >= least) continue;
      least = off;
      other = i;
    }
  }
  return least < r && least > kMeet ? least : 0;
}

}  // namespace

std::vector<Remark> nearlyMeeting(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  Remark r{"nearly-meeting", "arrange", {}, {}, {}, {}, nullptr};
  double widest = 0;
  int places = 0;
  for (const OuterEdge& e : in.geometry->seams.outer) {
    if (distance(e.from, e.to) < 1) continue;
    std::uint32_t other = 0;
    const double miss = missAt(layout, *in.index, e, other);
    if (miss == 0) continue;
    widest = std::max(widest, miss);
    ++places;
    r.pieces.push_back(e.piece);
    r.pieces.push_back(other);
  }
  if (places == 0) return {};
  std::sort(r.pieces.begin(), r.pieces.end());
  r.pieces.erase(std::unique(r.pieces.begin(), r.pieces.end()), r.pieces.end());
  r.why = "Papers do not quite meet: beside each other they miss by up to " + formatNumber(widest, 2) +
          " mm, which adds up along a row.";
  r.fix =
      "Take these pieces away and add them anew from an edge that is right, or check the sizes they came "
      "with.";
  return {r};
}

}  // namespace clathra::checks_
