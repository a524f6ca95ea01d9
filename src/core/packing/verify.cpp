// The judge of packings: from the job and the placed outlines alone.
#include <algorithm>
#include <cmath>

#include "packing/job.hpp"
#include "shape/congruent.hpp"
#include "shape/overlap.hpp"
#include "shape/overlay.hpp"

namespace clathra {

namespace {

constexpr double kClose = 0.02;  // mm, as the contract judges

bool allowed(Angle turn, Turns turns) {
  const double step = turns == Turns::None      ? 360
                      : turns == Turns::Half    ? 180
                      : turns == Turns::Quarter ? 90
                                                : 0;
  return step == 0 || std::abs(std::remainder(turn.degrees(), step)) < 0.05;
}

double fromEdge(Point p, Point a, Point b) {
  const Point along = b - a;
  const double t = std::clamp(dot(p - a, along) / std::max(dot(along, along), 1e-18), 0.0, 1.0);
  return distance(p, a + t * along);
}

/// The least distance between the edges of two outlines that do not overlap.
double between(PolygonView a, PolygonView b) {
  double least = 1e300;
  for (int swap = 0; swap < 2; ++swap) {
    const PolygonView from = swap ? b : a, to = swap ? a : b;
    for (const Point p : from)
      for (std::size_t i = 0; i < to.size(); ++i)
        least = std::min(least, fromEdge(p, to[i], to[(i + 1) % to.size()]));
  }
  return least;
}

/// More of the patch is in there than rounding.
bool reachesInto(PolygonView patch, PolygonView gone) {
  for (const Polygon& part : commonParts(patch, gone))
    if (2 * area(part) / perimeter(part) > kClose) return true;
  return false;
}

bool insideRoom(const PackedPatch& p, const PackRoom& room) {
  const Box b = bounds(p.outline);
  if (b.left < -kClose || b.top < -kClose || b.right > room.width + kClose || b.bottom > room.length + kClose)
    return false;
  if (!room.outline.empty())
    for (const Polygon& part : partsLeft(p.outline, room.outline))
      if (2 * area(part) / perimeter(part) > kClose) return false;
  return std::none_of(room.holes.begin(), room.holes.end(),
                      [&](const Polygon& h) { return reachesInto(p.outline, h); });
}

bool apart(const PackResult& packed, double gap) {
  const auto& all = packed.patches;
  for (std::size_t i = 0; i < all.size(); ++i)
    for (std::size_t k = i + 1; k < all.size(); ++k) {
      if (all[i].room != all[k].room) continue;
      const Box a = bounds(all[i].outline), b = bounds(all[k].outline);
      if (a.right + gap < b.left || b.right + gap < a.left || a.bottom + gap < b.top ||
          b.bottom + gap < a.top)
        continue;
      if (overlaps(all[i].outline, all[k].outline)) return false;
      if (gap > kClose && between(all[i].outline, all[k].outline) < gap - kClose) return false;
    }
  return true;
}

}  // namespace

std::vector<Message> faultsOf(const PackJob& job, const PackResult& packed) {
  std::vector<Message> out;
  std::vector<int> counts(job.shapes.size(), 0);
  PackRoom bolt;
  bolt.width = job.width;
  bolt.length = packed.usedLength;
  for (const PackedPatch& p : packed.patches) {
    if (p.shape >= job.shapes.size()) return {Message("fault-pack-count")};
    ++counts[p.shape];
    Polygon outline = job.shapes[p.shape].outline;
    if (signedArea(outline) < 0) std::reverse(outline.begin(), outline.end());
    const auto turns = turnsBetween(outline, p.outline, kClose);
    if (turns.empty()) {
      out.emplace_back("fault-pack-congruent");
    } else if (std::none_of(turns.begin(), turns.end(),
                            [&](Angle t) { return allowed(t, job.shapes[p.shape].turns); })) {
      out.emplace_back("fault-pack-turn");
    }
    const bool onBolt = job.rooms.empty();
    if (!onBolt && p.room >= job.rooms.size()) return {Message("fault-pack-outside")};
    if (!insideRoom(p, onBolt ? bolt : job.rooms[p.room])) out.emplace_back("fault-pack-outside");
  }
  for (std::size_t s = 0; s < counts.size(); ++s)
    if (counts[s] != job.shapes[s].quantity) out.emplace_back("fault-pack-count");
  if (!apart(packed, job.gap)) out.emplace_back("fault-pack-apart");
  if (job.rooms.empty() && job.length && packed.usedLength > *job.length + kClose)
    out.emplace_back("fault-pack-long");
  return out;
}

}  // namespace clathra
