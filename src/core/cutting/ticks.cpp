#include "cutting/ticks.hpp"

#include <algorithm>
#include <map>

#include "shape/congruent.hpp"

namespace clathra {

namespace {

constexpr double kSamePlaceCut = 0.02;  // mm

/// How a patch stands: as its demand does or, in pairs, half a turn from it.
int standsLike(const PatchDemand& demand, const Polygon& patch) {
  if (!demand.inPairs) return demand.standingDegrees;
  const Polygon& like = demand.patch;
  const Point by = centroid(patch) - centroid(like);
  const bool same = std::all_of(like.begin(), like.end(), [&](Point p) {
    return std::any_of(patch.begin(), patch.end(),
                       [&](Point q) { return distance(p + by, q) < kSamePlaceCut; });
  });
  constexpr int kHalf = 180, kWhole = 360;
  return same ? demand.standingDegrees : (demand.standingDegrees + kHalf) % kWhole;
}

class Taking {
 public:
  Taking(const Layout& layout, const CutPlan& plan) : layout_(layout), plan_(plan) {}

  bool onHand(int length) const {
    return length >= 0 && length < static_cast<int>(plan_.lengths.size()) &&
           length < static_cast<int>(plan_.method()->laid.lengths.size()) &&
           !plan_.method()->laid.lengths[static_cast<std::size_t>(length)].toBuy;
  }

  ClothCut onLength(int length) const {
    ClothCut out;
    const LengthOrigin at = origin(length);
    out.length = at.length;
    return out;
  }
  LengthOrigin origin(int length) const {
    return plan_.origins.empty() ? LengthOrigin{length, 0} : plan_.origins[static_cast<std::size_t>(length)];
  }

  void add(ClothCut& cut, const PlacedPatch& p) const {
    const auto& groups = plan_.method()->groups;
    const int standing =
        p.group < 0 ? 0 : standsLike(groups[static_cast<std::size_t>(p.group)].demand, p.patch);
    const std::string& shape = layout_.shapes[p.shape].name;
    auto at = std::find_if(cut.patches.begin(), cut.patches.end(), [&](const CutPatches& c) {
      return c.shape == shape && c.hand == p.hand && c.motif == p.motif && c.standing == standing;
    });
    if (at == cut.patches.end()) {
      CutPatches fresh;
      fresh.shape = shape;
      fresh.hand = p.hand;
      fresh.motif = p.motif;
      fresh.standing = standing;
      at = cut.patches.insert(at, std::move(fresh));
    }
    at->outlines.push_back(translated(p.patch, {0, origin(p.length).from}));
    ++at->count;
  }

 private:
  const Layout& layout_;
  const CutPlan& plan_;
};

ClothCut fromScraps(const Layout& layout, const CutGroup& group) {
  ClothCut out;
  CutPatches p;
  p.shape = layout.shapes[group.demand.shape].name;
  p.hand = group.demand.hand;
  p.standing = group.demand.standingDegrees;
  p.count = group.demand.patches;
  out.patches.push_back(std::move(p));
  return out;
}

}  // namespace

std::optional<ClothCut> cutOf(const Layout& layout, const CutPlan& plan, int tick) {
  const CutMethod* m = plan.method();
  if (!m || !m->length || tick < 0) return std::nullopt;
  const auto number = static_cast<std::size_t>(tick);
  if (m->laid.lengths.empty())
    return number < m->groups.size() ? std::optional(fromScraps(layout, m->groups[number])) : std::nullopt;
  const Taking taking(layout, plan);
  const auto& bands = m->laid.bands;
  int length = -1;
  double from = 0, to = 0;
  int whole = -1;  // a band that is cut at once
  const auto runs = runsOf(m->laid);
  if (plan.byPiece && !runs.empty()) {
    // Everything that is cut from one of its pieces.
    for (const BandRun& run : runs) {
      if (run.length != tick) continue;
      from = length < 0 ? run.from : std::min(from, run.from);
      to = std::max(to, run.to);
      length = tick;
    }
  } else if (!runs.empty()) {
    if (number >= runs.size()) return std::nullopt;
    length = runs[number].length;
    from = runs[number].from;
    to = runs[number].to;
  } else {
    std::size_t n = 0;
    for (std::size_t i = 0; i < bands.size(); ++i)
      if (cutAtOnce(bands[i].kind) && n++ == number) {
        length = bands[i].length;
        whole = static_cast<int>(i);
      }
  }
  if (!taking.onHand(length)) return std::nullopt;
  ClothCut out = taking.onLength(length);
  for (const PlacedPatch& p : m->laid.placements) {
    const Band& b = bands[static_cast<std::size_t>(p.band)];
    const bool inside =
        to > from ? b.from >= from - kSamePlaceCut && b.to <= to + kSamePlaceCut : p.band == whole;
    if (p.length == length && !p.motif && inside) taking.add(out, p);
  }
  if (to <= from) return out;
  // What is squared up goes with the first strip below it.
  for (const Band& b : bands)
    if (b.length == length && b.kind == BandKind::Squaring && std::abs(b.to - from) < kSamePlaceCut)
      from = b.from;
  const double start = taking.origin(length).from;
  out.from = start + from;
  out.to = start + to;
  return out;
}

std::optional<ClothCut> windowsCut(const Layout& layout, const CutPlan& plan, int motif, int length) {
  const CutMethod* m = plan.method();
  if (!m) return std::nullopt;
  const Taking taking(layout, plan);
  if (!taking.onHand(length)) return std::nullopt;
  std::optional<ClothCut> out;
  for (const PlacedPatch& p : m->laid.placements) {
    if (p.motif != motif || p.length != length) continue;
    if (!out) out = taking.onLength(p.length);
    taking.add(*out, p);
  }
  return out;
}

std::vector<std::pair<int, int>> windowsByLength(const CutPlan& plan, int motif) {
  std::map<int, int> out;
  if (const CutMethod* m = plan.method())
    for (const PlacedPatch& p : m->laid.placements)
      if (p.motif == motif) ++out[p.length];
  return {out.begin(), out.end()};
}

}  // namespace clathra
