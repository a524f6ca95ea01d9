#include "cutting/batch.hpp"

#include <algorithm>
#include <map>
#include <set>
#include <utility>

#include "cutting/methods.hpp"

namespace clathra {

namespace {

using Kind = std::pair<std::uint16_t, int>;  // shape and hand

/// What is cut once so many more pieces have their patch, with the spares that are due by then: batch by
/// batch these are never more than all pieces together want.
void count(CutCount& cut, int pieces, double sparePercent) {
  const int patches = stillWanted(pieces, cut, sparePercent);
  cut = {cut.pieces + pieces, cut.patches + patches};
}

/// The same cloth asked for some of its pieces: those of a batch, or the rest, for which the batch is cut.
CutInput only(const CutInput& in, const std::set<std::uint32_t>& pieces, bool wanted) {
  CutInput out = in;
  const auto drop = [&](std::uint32_t i) { return pieces.contains(i) != wanted; };
  std::erase_if(out.pieces, drop);
  if (!wanted) {
    std::map<Kind, int> batch;
    for (const auto i : in.pieces)
      if (drop(i)) ++batch[{in.layout->pieces[i].shape, in.layout->pieces[i].hand}];
    for (const auto& [kind, n] : batch) count(out.cut[kind], n, in.sparePercent);
  }
  for (WindowInput& w : out.windows) {
    const int before = static_cast<int>(w.motif.pieces.size());
    std::erase_if(w.motif.pieces, drop);
    const int left = static_cast<int>(w.motif.pieces.size());
    if (!wanted) count(w.cut, before - left, in.sparePercent);
    w.copies = stillWanted(left, w.cut, in.sparePercent);
    w.leftHand = !w.motif.pieces.empty() && in.layout->pieces[w.motif.pieces.front()].hand < 0;
  }
  std::erase_if(out.windows, [](const WindowInput& w) { return w.motif.pieces.empty(); });
  return out;
}

CutInput onCloth(CutInput in, const ClothLeft& left) {
  std::vector<LengthOrigin> origins = left.origins;  // on the input's lengths; those may lie on others
  if (!in.origins.empty())
    for (LengthOrigin& at : origins) {
      const LengthOrigin& own = in.origins[static_cast<std::size_t>(at.length)];
      at = {own.length, own.from + at.from};
    }
  in.origins = std::move(origins);
  in.cloth = left.cloth;
  for (WindowInput& w : in.windows) w.cloth = left.cloth;
  return in;
}

/// Patches that lie on cloth that would have to be bought.
std::vector<MissingPatches> missingOf(const CutMethod& method) {
  std::map<Kind, int> counts;
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
  std::map<Kind, int> counts;
  for (const PatchDemand& d : demandsOf(in)) counts[{d.shape, d.hand}] += d.patches;
  for (const WindowInput& w : in.windows)
    for (const auto i : w.motif.pieces) ++counts[{in.layout->pieces[i].shape, in.layout->pieces[i].hand}];
  std::vector<MissingPatches> out;
  for (const auto& [kind, n] : counts) out.push_back({kind.first, kind.second, n});
  return out;
}

/// The rest on what one way of cutting the batch leaves.
struct Tried {
  ClothLeft left;
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
    choose(out.rest, out.left.cloth, best->id);
  else
    out.missing = everythingOf(rest);
  return out;
}

}  // namespace

ClothLeft clothAfter(const Cloth& cloth, const CutLayout& laid) {
  Cloth cut = cloth;
  for (const Band& b : laid.bands) {
    const bool own = b.length < static_cast<int>(cloth.lengths.size());
    if (!own || cutAtOnce(b.kind) || b.kind == BandKind::Windows) continue;
    cut.cuts.push_back({0, {}, b.length, b.from, b.to, {}});
  }
  for (const PlacedPatch& p : laid.placements) {
    if (p.length >= static_cast<int>(cloth.lengths.size())) continue;
    ClothCut one{0, {}, p.length, 0, 0, {}};
    one.patches.emplace_back().outlines.push_back(p.patch);
    cut.cuts.push_back(std::move(one));
  }
  return clothLeft(cut);
}

Result<CutBatch> cutBatch(const CutInput& in, const std::vector<std::uint32_t>& pieces,
                          const Progress& progress) {
  const std::set<std::uint32_t> now(pieces.begin(), pieces.end());
  const CutInput batch = only(in, now, true), rest = only(in, now, false);
  double told = 0.5;  // how many ways will be tried is not known: each fills half of what is left to tell
  auto plan = cutPlan(batch, {}, progress.part(0, told));
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
    const double from = std::exchange(told, (1 + told) / 2);
    auto tried = restAfter(rest, in.cloth, at->laid, progress.part(from, told));
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
    out.left = {in.cloth, {}};
    out.missing = everythingOf(rest);
  }
  out.fits = out.missing.empty();
  return out;
}

}  // namespace clathra
