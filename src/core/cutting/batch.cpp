#include "cutting/batch.hpp"

#include <algorithm>
#include <map>
#include <set>

#include "cutting/methods.hpp"

namespace clathra {

namespace {

/// The same cloth asked for some of its pieces.
CutInput only(const CutInput& in, const std::set<std::uint32_t>& pieces, bool wanted) {
  CutInput out = in;
  const auto drop = [&](std::uint32_t i) { return pieces.contains(i) != wanted; };
  std::erase_if(out.pieces, drop);
  for (WindowInput& w : out.windows) {
    std::erase_if(w.motif.pieces, drop);
    w.leftHand = !w.motif.pieces.empty() && in.layout->pieces[w.motif.pieces.front()].hand < 0;
  }
  std::erase_if(out.windows, [](const WindowInput& w) { return w.motif.pieces.empty(); });
  return out;
}

CutInput onCloth(CutInput in, const Cloth& cloth) {
  in.cloth = cloth;
  for (WindowInput& w : in.windows) w.cloth = cloth;
  return in;
}

/// Patches that lie on cloth that would have to be bought.
std::vector<MissingPatches> missingOf(const CutMethod& method) {
  std::map<std::pair<std::uint16_t, int>, int> counts;
  for (const PlacedPatch& p : method.laid.placements)
    if (method.laid.lengths[static_cast<std::size_t>(p.length)].toBuy) ++counts[{p.shape, p.hand}];
  std::vector<MissingPatches> out;
  for (const auto& [kind, n] : counts) out.push_back({kind.first, kind.second, n});
  return out;
}

int countOf(const std::vector<MissingPatches>& missing) {
  int n = 0;
  for (const MissingPatches& m : missing) n += m.count;
  return n;
}

/// All that is wanted, where no method can be used at all.
std::vector<MissingPatches> everythingOf(const CutInput& in) {
  std::map<std::pair<std::uint16_t, int>, int> counts;
  for (const PatchDemand& d : demandsOf(in)) counts[{d.shape, d.hand}] += d.patches;
  for (const WindowInput& w : in.windows)
    for (const auto i : w.motif.pieces) ++counts[{in.layout->pieces[i].shape, in.layout->pieces[i].hand}];
  std::vector<MissingPatches> out;
  for (const auto& [kind, n] : counts) out.push_back({kind.first, kind.second, n});
  return out;
}

/// The rest on what one way of cutting the batch leaves.
struct Tried {
  Cloth left;
  CutPlan rest;
  std::vector<MissingPatches> missing;
};

Result<Tried> restAfter(const CutInput& rest, const Cloth& cloth, const CutLayout& laid,
                        const Progress& progress) {
  Tried out;
  out.left = clothAfter(cloth, laid);
  auto plan = cutPlan(onCloth(rest, out.left), {}, progress);
  if (!plan) return tl::make_unexpected(plan.error());
  out.rest = std::move(*plan);
  const CutMethod* best = nullptr;
  for (const CutMethod& m : out.rest.methods) {
    if (!m.length || !out.rest.windowLength) continue;
    auto missing = missingOf(m);
    if (best && countOf(missing) >= countOf(out.missing)) continue;
    best = &m;
    out.missing = std::move(missing);
  }
  if (best)
    choose(out.rest, out.left, best->id);
  else
    out.missing = everythingOf(rest);
  return out;
}

}  // namespace

Cloth clothAfter(const Cloth& cloth, const CutLayout& laid) {
  Cloth out = cloth;
  std::vector<OnHand> lengths;
  for (std::size_t l = 0; l < cloth.lengths.size(); ++l) {
    OnHand left = cloth.lengths[l];
    if (l >= laid.lengths.size() || laid.lengths[l].used < 1e-6) {
      lengths.push_back(std::move(left));
      continue;
    }
    double cut = 0;  // across the whole width, from the cut end
    for (const Band& b : laid.bands)
      if (b.length == static_cast<int>(l) && b.kind != BandKind::Traced) cut = std::max(cut, b.to);
    for (const PlacedPatch& p : laid.placements)
      if (p.length == static_cast<int>(l) &&
          laid.bands[static_cast<std::size_t>(p.band)].kind == BandKind::Traced)
        left.holes.push_back(p.patch);
    const auto up = [&](Polygon& p) { p = clippedToHalfPlane(translated(p, {0, -cut}), {0, -1}, 0); };
    if (cut > 0 && left.outline.empty()) {
      constexpr double kLeast = 1;
      if (left.mm() - cut < kLeast) continue;
      for (Polygon& hole : left.holes) {
        const bool whole = bounds(hole).top >= cut;
        hole = whole ? translated(hole, {0, -cut}) : hole;
        if (!whole) up(hole);
      }
      std::erase_if(left.holes, [](const Polygon& p) { return p.size() < 3; });
      if (const auto mark = markOn(cloth, left)) left.mark = std::optional<Point>(*mark - Point{0, cut});
      left.length = Length::millimetres(left.mm() - cut);
    }
    lengths.push_back(std::move(left));
  }
  out.lengths = std::move(lengths);
  return out;
}

Result<CutBatch> cutBatch(const CutInput& in, const std::vector<std::uint32_t>& pieces,
                          const Progress& progress) {
  const std::set<std::uint32_t> now(pieces.begin(), pieces.end());
  const CutInput batch = only(in, now, true), rest = only(in, now, false);
  auto plan = cutPlan(batch, {}, progress);
  if (!plan) return tl::make_unexpected(plan.error());
  CutBatch out;
  out.now = std::move(*plan);
  std::optional<Tried> best;
  std::vector<std::string> ways{out.now.chosen};
  if (in.cloth.method.empty())
    for (const CutMethod& m : out.now.methods)
      if (m.id != out.now.chosen) ways.push_back(m.id);
  for (const std::string& way : ways) {
    const auto at = std::find_if(out.now.methods.begin(), out.now.methods.end(),
                                 [&](const CutMethod& m) { return m.id == way && m.length; });
    // A way that has to buy for the batch is no better than the one that is chosen.
    if (at == out.now.methods.end() || (best && at->toBuy > out.now.method()->toBuy + 1e-6)) continue;
    auto tried = restAfter(rest, in.cloth, at->laid, progress);
    if (!tried) return tl::make_unexpected(tried.error());
    if (best && countOf(tried->missing) >= countOf(best->missing)) continue;
    best = std::move(*tried);
    choose(out.now, in.cloth, way);
    if (best->missing.empty()) break;
  }
  for (const OnHand& l : in.cloth.lengths) out.lengthLeft += l.mm();
  if (const CutMethod* m = out.now.method())
    for (const ClothLength& l : m->laid.lengths)
      if (!l.toBuy) out.lengthLeft -= l.used;
  if (best) {
    out.left = std::move(best->left);
    out.rest = std::move(best->rest);
    out.missing = std::move(best->missing);
  } else {
    out.left = in.cloth;
    out.missing = everythingOf(rest);
  }
  out.fits = out.missing.empty();
  return out;
}

}  // namespace clathra
