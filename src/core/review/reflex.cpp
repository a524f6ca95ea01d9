#include <optional>

#include "review/review.hpp"

namespace clathra::checks_ {

namespace {

constexpr double kStraight = 180 + 1e-3;  // degrees

/// The cut from a reflex corner to another one that leaves the fewest reflex corners: corners counted from 1.
std::optional<std::pair<std::size_t, std::size_t>> curingCut(PolygonView p, std::size_t reflex) {
  const std::size_t n = p.size();
  std::optional<std::pair<std::size_t, std::size_t>> best;
  int fewest = 1 << 20;
  for (std::size_t k = 2; k + 1 < n; ++k) {
    const std::size_t to = (reflex + k) % n;
    Polygon one, two;
    for (std::size_t i = reflex; i != to; i = (i + 1) % n) one.push_back(p[i]);
    one.push_back(p[to]);
    for (std::size_t i = to; i != reflex; i = (i + 1) % n) two.push_back(p[i]);
    two.push_back(p[reflex]);
    // Inside if both parts run clockwise and together are the whole.
    if (signedArea(one) < 0.5 || signedArea(two) < 0.5 || !contains(p, 0.5 * (p[reflex] + p[to]))) continue;
    int left = 0;
    for (const Polygon& part : {one, two})
      for (const double a : cornerAngles(part)) left += a > kStraight;
    if (left >= fewest) continue;
    fewest = left;
    best = {reflex + 1, to + 1};
  }
  return best;
}

}  // namespace

std::vector<Remark> reflexCorners(const ReviewInput& in) {
  const Layout& layout = *in.geometry->layout;
  Remark r{"reflex", "arrange", {}, {}, {}, {}, nullptr};
  std::size_t corner = 0;
  for (std::uint32_t i = 0; i < layout.size(); ++i) {
    const auto angles = cornerAngles(layout.outline(i));
    for (std::size_t c = 0; c < angles.size(); ++c) {
      if (angles[c] <= kStraight) continue;
      if (r.pieces.empty()) corner = c;
      r.pieces.push_back(i);
      break;
    }
  }
  if (r.pieces.empty()) return {};
  r.why =
      (r.pieces.size() == 1 ? std::string("1 piece has") : std::to_string(r.pieces.size()) + " pieces have") +
      " a corner that points inwards: the cloth must be snipped there and frays.";
  r.fix = "Cut such a piece in two from that corner.";
  const auto first = r.pieces.front();
  if (const auto cut = curingCut(layout.outline(first), corner)) {
    r.fixLabel = "Cut piece " + std::to_string(first + 1);
    r.fixEdit = {{"edit", "splitPiece"}, {"piece", first + 1}, {"from", cut->first}, {"to", cut->second}};
  }
  return {r};
}

}  // namespace clathra::checks_
