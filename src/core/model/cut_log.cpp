#include "model/cut_log.hpp"

#include <algorithm>
#include <cmath>

#include "model/cloth.hpp"
#include "shape/convex.hpp"

namespace clathra {

namespace {

constexpr double kLeastLength = 1;  // mm: less is no length any more
constexpr double kRounding = 1e-6;

struct Stretch {
  double from = 0, to = 0;
};

/// What went right across, joined and in order.
std::vector<Stretch> goneAcross(const std::vector<const ClothCut*>& cuts) {
  std::vector<Stretch> all;
  for (const ClothCut* c : cuts)
    if (c->to > c->from + kRounding) all.push_back({c->from, c->to});
  std::sort(all.begin(), all.end(), [](const Stretch& a, const Stretch& b) { return a.from < b.from; });
  std::vector<Stretch> out;
  for (const Stretch& s : all) {
    if (!out.empty() && s.from <= out.back().to + kRounding)
      out.back().to = std::max(out.back().to, s.to);
    else
      out.push_back(s);
  }
  return out;
}

std::vector<Stretch> leftBetween(const std::vector<Stretch>& gone, double length) {
  std::vector<Stretch> out;
  double from = 0;
  for (const Stretch& s : gone) {
    if (s.from - from >= kLeastLength) out.push_back({from, s.from});
    from = s.to;
  }
  if (length - from >= kLeastLength) out.push_back({from, length});
  return out;
}

/// The part of a hole that lies on a stretch, from its beginning.
Polygon holeOn(const Polygon& hole, const Stretch& s) {
  const Box b = bounds(hole);
  if (b.bottom <= s.from + kRounding || b.top >= s.to - kRounding) return {};
  if (b.top >= s.from && b.bottom <= s.to) return translated(hole, {0, -s.from});
  const Polygon box{{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}};
  const Polygon in = clippedToBox(isConvex(hole) ? hole : box, {b.left, s.from, b.right, s.to});
  return in.size() < 3 ? Polygon{} : translated(in, {0, -s.from});
}

bool within(const Polygon& p, const std::vector<Stretch>& gone) {
  const Box b = bounds(p);
  return std::any_of(gone.begin(), gone.end(), [&](const Stretch& s) {
    return b.top >= s.from - kRounding && b.bottom <= s.to + kRounding;
  });
}

OnHand partOf(const Cloth& cloth, const OnHand& whole, const Stretch& s, const std::vector<Polygon>& holes) {
  OnHand out = whole;
  out.holes.clear();
  for (const Polygon& hole : holes)
    if (Polygon on = holeOn(hole, s); !on.empty()) out.holes.push_back(std::move(on));
  if (s.from <= 0 && s.to >= whole.mm()) return out;
  out.length = Length::millimetres(s.to - s.from);
  if (s.from <= 0) return out;
  out.straight = true;
  if (const auto mark = markOn(cloth, whole)) out.mark = std::optional<Point>(*mark - Point{0, s.from});
  return out;
}

}  // namespace

ClothLeft clothLeft(const Cloth& cloth) {
  ClothLeft out{cloth, {}};
  out.cloth.cuts.clear();
  out.cloth.lengths.clear();
  for (std::size_t l = 0; l < cloth.lengths.size(); ++l) {
    const OnHand& whole = cloth.lengths[l];
    std::vector<const ClothCut*> cuts;
    for (const ClothCut& c : cloth.cuts)
      if (c.length == static_cast<int>(l)) cuts.push_back(&c);
    // Nothing is cut right across a scrap.
    const auto gone = whole.outline.empty() ? goneAcross(cuts) : std::vector<Stretch>{};
    std::vector<Polygon> holes = whole.holes;
    for (const ClothCut* c : cuts)
      for (const CutPatches& p : c->patches)
        for (const Polygon& outline : p.outlines)
          if (!within(outline, gone)) holes.push_back(outline);
    for (const Stretch& s : leftBetween(gone, whole.mm())) {
      out.cloth.lengths.push_back(partOf(cloth, whole, s, holes));
      out.origins.push_back({static_cast<int>(l), s.from});
    }
  }
  return out;
}

int withSpare(int pieces, double percent) {
  constexpr double kAll = 100, kRound = 1e-9;
  return static_cast<int>(std::ceil(pieces * (1 + percent / kAll) - kRound));
}

int stillWanted(int pieces, const CutCount& cut, double percent) {
  return std::max(0, withSpare(pieces + cut.pieces, percent) - cut.patches);
}

}  // namespace clathra
