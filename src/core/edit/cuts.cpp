// Edits of what is cut.
#include <algorithm>
#include <map>

#include "cutting/plan.hpp"
#include "edit/cut_edits.hpp"
#include "shape/overlap.hpp"

namespace clathra {

namespace {

constexpr double kRounding = 0.05;  // mm

/// Is it all on the length, and still there?
Status checkPlace(const Cloth& cloth, const ClothCut& cut) {
  const auto n = static_cast<int>(cloth.lengths.size());
  if (cut.length >= n) return fail("cut-no-length", cut.length, n);
  if (cut.length < 0) {
    const bool placed = cut.to > cut.from || std::any_of(cut.patches.begin(), cut.patches.end(),
                                                         [](const auto& p) { return !p.outlines.empty(); });
    return placed ? fail("cut-needs-length") : Status{};
  }
  const OnHand& length = cloth.lengths[static_cast<std::size_t>(cut.length)];
  const double width = widthOf(cloth, length);
  if (cut.to < cut.from || cut.to > length.mm() + kRounding) return fail("cut-outside", cut.length);
  std::vector<PolygonView> gone;
  for (const Polygon& hole : length.holes) gone.emplace_back(hole);
  for (const ClothCut& c : cloth.cuts) {
    if (c.length != cut.length) continue;
    if (std::min(c.to, cut.to) - std::max(c.from, cut.from) > kRounding) return fail("cut-already", c.id);
    for (const CutPatches& p : c.patches) gone.insert(gone.end(), p.outlines.begin(), p.outlines.end());
  }
  const auto acrossGone = [&](const clathra::Box& b) {
    return std::any_of(cloth.cuts.begin(), cloth.cuts.end(), [&](const ClothCut& c) {
      return c.length == cut.length && std::min(c.to, b.bottom) - std::max(c.from, b.top) > kRounding;
    });
  };
  for (const CutPatches& p : cut.patches)
    for (const Polygon& outline : p.outlines) {
      const clathra::Box b = bounds(outline);
      if (b.left < -kRounding || b.top < -kRounding || b.right > width + kRounding ||
          b.bottom > length.mm() + kRounding)
        return fail("cut-outside", cut.length);
      if (acrossGone(b) ||
          std::any_of(gone.begin(), gone.end(), [&](PolygonView g) { return overlaps(outline, g); }))
        return fail("cut-overlaps");
    }
  return {};
}

const Shape* shapeCalled(const Layout& layout, const std::string& name) {
  for (const Shape& s : layout.shapes)
    if (s.name == name) return &s;
  return nullptr;
}

/// The pieces that these patches are for.
class PiecesFor {
 public:
  PiecesFor(const Project& p, const Cloth& cloth) : p_(p), cloth_(cloth) {
    for (const ClothCut& c : cloth.cuts)
      for (const CutPatches& patches : c.patches)
        for (const auto i : patches.pieces) ++taken_[i];
  }

  std::vector<std::uint32_t> take(const CutPatches& patches, bool batch) {
    std::vector<std::uint32_t> out;
    for (const bool now : {true, false})
      for (std::uint32_t i = 0; i < p_.layout->size() && out.size() < static_cast<std::size_t>(patches.count);
           ++i)
        while (out.size() < static_cast<std::size_t>(patches.count) && isNow(i) == now && (now || !batch) &&
               serves(patches, i)) {
          out.push_back(i);
          ++taken_[i];
        }
    std::sort(out.begin(), out.end());
    return out;
  }

 private:
  int taken(std::uint32_t i) const {
    const auto at = taken_.find(i);
    return at == taken_.end() ? 0 : at->second;
  }
  bool isNow(std::uint32_t i) const { return std::binary_search(p_.now.begin(), p_.now.end(), i); }
  bool serves(const CutPatches& patches, std::uint32_t i) const {
    const Piece& piece = p_.layout->pieces[i];
    const Shape& shape = p_.layout->shapes[piece.shape];
    if (p_.painting[i] != cloth_.id || shape.name != patches.shape || taken(i) >= p_.settings.times)
      return false;
    const MotifChoice* motif = nullptr;
    for (const MotifChoice& m : p_.motifs)
      if (m.cloth == cloth_.id && std::binary_search(m.pieces.begin(), m.pieces.end(), i)) motif = &m;
    if (patches.motif) return motif && motif->id == *patches.motif;
    if (motif || piece.hand != patches.hand) return false;
    return standOf(cloth_) != Stand::Piece || standsAlike(standing(piece, shape), patches.standing, shape);
  }
  /// On two-way cloth and stripes half a turn does not show.
  bool standsAlike(int a, int b, const Shape& shape) const {
    constexpr double kRounded = 1;  // both are whole degrees
    const bool half = cloth_.direction == Direction::TwoWay || cloth_.direction == Direction::Stripe;
    return standsApart(a, b, shape, half) < kRounded + 1e-6;
  }

  const Project& p_;
  const Cloth& cloth_;
  std::map<std::uint32_t, int> taken_;  ///< patches of each piece
};

}  // namespace

Status SetNow::apply(Project& p, const EditContext&) const {
  p.now = pieces;
  return {};
}

Status TakeCut::apply(Project& p, const EditContext& c) const {
  const auto own = clothIn(p, cloth);
  if (!own) return tl::make_unexpected(own.error());
  Cloth& of = **own;
  if (of.cuts.size() >= kMostCuts) return fail("cuts-most", kMostCuts);
  ClothCut one = cut;
  if (one.patches.empty() && one.to <= one.from) return fail("cut-nothing");
  one.id = 1;
  for (const ClothCut& before : of.cuts) one.id = std::max(one.id, before.id + 1);
  one.date = c.today;
  for (CutPatches& patches : one.patches) {
    const Shape* shape = shapeCalled(*p.layout, patches.shape);
    if (!shape) return fail("no-piece-shape", patches.shape);
    if (!patches.outlines.empty()) patches.count = static_cast<int>(patches.outlines.size());
    if (patches.count < 1) return fail("cut-nothing");
    patches.paper = placed(shape->outline, {}, patches.hand < 0, {});
  }
  if (const auto ok = checkPlace(of, one); !ok) return ok;
  PiecesFor pieces(p, of);
  for (CutPatches& patches : one.patches) patches.pieces = pieces.take(patches, batch);
  of.cuts.push_back(std::move(one));
  return {};
}

Status GiveBackCut::apply(Project& p, const EditContext&) const {
  const auto own = clothIn(p, cloth);
  if (!own) return tl::make_unexpected(own.error());
  if (std::erase_if((*own)->cuts, [&](const ClothCut& c) { return c.id == cut; }) == 0)
    return fail("no-such-cut", cut);
  return {};
}

}  // namespace clathra
