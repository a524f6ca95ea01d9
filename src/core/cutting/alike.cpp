// Pieces of cloth that are cut alike, shown by one of them.
#include <algorithm>
#include <tuple>

#include "cutting/methods.hpp"

namespace clathra {

bool isCutByPiece(const Cloth& cloth) {
  if (cloth.collection || (cloth.soldPiece && cloth.soldPiece->straight)) return true;
  constexpr std::size_t kSome = 3;
  const auto& all = cloth.lengths;
  return all.size() >= kSome && std::all_of(all.begin(), all.end(), [&](const OnHand& l) {
           return l.straight && l.length.nm() == all.front().length.nm() && l.width == all.front().width &&
                  l.outline.empty();
         });
}

namespace {

/// What is cut from a length, to be compared.
struct CutsOfOne {
  std::tuple<double, double, bool> size;  // and whether it is still to be bought
  std::vector<Polygon> holes, besides;
  std::vector<std::tuple<int, int, double, double, int>> bands;
  friend bool operator==(const CutsOfOne&, const CutsOfOne&) = default;
};

CutsOfOne cutsOn(const CutPlan& plan, const CutLayout& laid, std::size_t number, const PiecesOf& besides) {
  const auto length = static_cast<int>(number);
  const std::vector<int> patches = patchesInBands(laid);
  CutsOfOne out;
  const ClothLength& l = laid.lengths[number];
  out.size = {l.width, l.length, l.toBuy};
  if (number < plan.lengths.size()) out.holes = plan.lengths[number].holes;
  for (const auto& [on, outline] : besides)
    if (on == length) out.besides.push_back(outline);
  for (std::size_t b = 0; b < laid.bands.size(); ++b) {
    const Band& band = laid.bands[b];
    if (band.length == length)
      out.bands.emplace_back(static_cast<int>(band.kind), band.group, band.from, band.to, patches[b]);
  }
  for (const Offcut& o : laid.offcuts)
    if (laid.bands[static_cast<std::size_t>(o.band)].length == length)
      for (const int n : o.rows) out.bands.emplace_back(-1, o.group, o.from, o.height, n);
  // Windows show what lies on this piece alone.
  for (const PlacedPatch& p : laid.placements)
    if (p.length == length && p.motif) out.holes.push_back(p.patch);
  return out;
}

}  // namespace

CutPlan oneOfEach(CutPlan plan, const PiecesOf& besides) {
  if (!plan.byPiece) return plan;
  for (CutMethod& m : plan.methods) {
    CutLayout& laid = m.laid;
    std::vector<int> to(laid.lengths.size(), -1);
    std::vector<std::pair<CutsOfOne, std::size_t>> kinds;
    std::vector<ClothLength> lengths;
    for (std::size_t l = 0; l < laid.lengths.size(); ++l) {
      CutsOfOne cuts = cutsOn(plan, laid, l, besides);
      if (cuts.bands.empty() && cuts.besides.empty()) continue;
      const auto at =
          std::find_if(kinds.begin(), kinds.end(), [&](const auto& k) { return k.first == cuts; });
      if (at != kinds.end()) {
        ++lengths[at->second].like;
        continue;
      }
      to[l] = static_cast<int>(lengths.size());
      kinds.emplace_back(std::move(cuts), lengths.size());
      lengths.push_back(laid.lengths[l]);
      lengths.back().of = static_cast<int>(l);
    }
    laid.lengths = std::move(lengths);
    std::vector<int> bandTo(laid.bands.size(), -1);
    std::vector<Band> bands;
    for (std::size_t b = 0; b < laid.bands.size(); ++b) {
      const int length = to[static_cast<std::size_t>(laid.bands[b].length)];
      if (length < 0) continue;
      bandTo[b] = static_cast<int>(bands.size());
      bands.push_back(laid.bands[b]);
      bands.back().length = length;
    }
    laid.bands = std::move(bands);
    std::erase_if(laid.placements,
                  [&](const PlacedPatch& p) { return to[static_cast<std::size_t>(p.length)] < 0; });
    for (PlacedPatch& p : laid.placements) {
      p.length = to[static_cast<std::size_t>(p.length)];
      p.band = bandTo[static_cast<std::size_t>(p.band)];
    }
    std::erase_if(laid.offcuts,
                  [&](const Offcut& o) { return bandTo[static_cast<std::size_t>(o.band)] < 0; });
    for (Offcut& o : laid.offcuts) o.band = bandTo[static_cast<std::size_t>(o.band)];
  }
  return plan;
}

}  // namespace clathra
