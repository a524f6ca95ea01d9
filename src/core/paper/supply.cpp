#include "paper/supply.hpp"

#include <algorithm>
#include <cmath>

#include "layout/piece_sides.hpp"
#include "shape/families.hpp"
#include "shape/halving.hpp"

namespace clathra {

namespace {

constexpr double kSameEdge = 0.05;  // mm: what a paper may be off and still be of a size

int roundedUp(double x) {
  return static_cast<int>(std::ceil(x - 1e-9));
}

bool isOf(const OwnedPapers& row, const Shape& shape, int hand) {
  return (row.shape == shape.family || row.shape == shape.name) && (row.hand == 0 || row.hand == hand) &&
         std::abs(row.edge - shape.edge) < kSameEdge;
}

/// What must be had of a kind before anything is owned.
KindSupply wanted(const PaperKind& kind, int needed, int atOnce, const PaperMaterial& material) {
  KindSupply out;
  out.shape = kind.first;
  out.hand = kind.second;
  out.needed = needed;
  out.atOnce = atOnce;
  out.wear = material.staysIn() ? needed : roundedUp(double(needed) / material.life);
  const int base = std::max(material.staysIn() ? needed : atOnce, out.wear);
  out.losses = roundedUp(base * material.lost / 100);
  out.toHave = base + out.losses;
  return out;
}

}  // namespace

int PaperSupply::needed() const {
  int n = 0;
  for (const KindSupply& k : kinds) n += k.needed;
  return n;
}
int PaperSupply::owned() const {
  int n = 0;
  for (const KindSupply& k : kinds) n += k.owned;
  return n;
}
int PaperSupply::toMake() const {
  int n = 0;
  for (const KindSupply& k : kinds) n += k.toMake;
  return n;
}

Polygon outlineOf(const Layout& layout, const OwnedPapers& row) {
  for (const Shape& s : layout.shapes)
    if (isOf(row, s, row.hand)) return handedOutline(s, row.hand);
  if (const auto family = familyOutline(row.shape)) return scaled(*family, row.edge);
  return {};
}

Result<PaperSupply> paperSupply(const PaperInput& in, const PaperMaterial& material,
                                const Progress& progress) {
  const Layout& layout = *in.geometry->layout;
  const PaperBox& box = in.box;
  PaperSupply out;
  out.material = material;
  out.order = plannedOrder(in);
  out.atOnce = papersAtOnce(*in.geometry, piecesInOrder(in, out.order), in.papers.ahead);
  if (progress.cancelled()) return fail(kCancelled);
  std::map<PaperKind, int> needed;
  for (const Piece& p : layout.pieces) needed[{p.shape, p.hand}] += in.times;
  std::vector<int> left;
  for (const OwnedPapers& row : box) left.push_back(row.count);
  for (const auto& [kind, n] : needed) {
    KindSupply k = wanted(kind, n, out.atOnce.perKind[kind], material);
    const Shape& shape = layout.shapes[kind.first];
    int used = 0;
    // Papers that are marked for a hand before those that serve either.
    for (const bool marked : {true, false})
      for (std::size_t r = 0; r < box.size(); ++r) {
        if ((box[r].hand != 0) != marked || !isOf(box[r], shape, kind.second)) continue;
        const int taken = std::min(left[r], k.toHave - used);
        used += taken;
        left[r] -= taken;
      }
    k.owned = used;
    k.toMake = k.toHave - used;
    for (const OwnedPapers& row : box)
      if (row.pack > 0 && isOf(row, shape, kind.second) && !k.packs) {
        k.packs = row.pack;
        k.packPrice = row.price;
      }
    out.kinds.push_back(k);
  }
  // What is left over in the box may be cut for what is still missing.
  const std::vector<int> spare = left;
  for (KindSupply& k : out.kinds) {
    if (progress.cancelled()) return fail(kCancelled);
    const Polygon part = handedOutline(layout.shapes[k.shape], k.hand);
    for (std::size_t r = 0; r < box.size() && k.toMake > 0; ++r) {
      if (left[r] <= 0 || layout.shapes[k.shape].curved()) continue;
      const Polygon whole = outlineOf(layout, box[r]);
      const int each = whole.empty() ? 0 : partsOfWhole(whole, part);
      if (each == 0) continue;
      const int wholes = std::min(left[r], (k.toMake + each - 1) / each);
      const int parts = std::min(k.toMake, wholes * each);
      left[r] -= wholes;
      k.fromWholes += parts;
      k.toMake -= parts;
      out.wholes.push_back({r, wholes, parts, k.shape, k.hand});
    }
    if (k.packs) k.packs = (k.toMake + *k.packs - 1) / *k.packs;
  }
  // All that is owned is told, once: papers that serve either hand with the first kind that they are of.
  for (std::size_t r = 0; r < box.size(); ++r)
    for (KindSupply& k : out.kinds)
      if (isOf(box[r], layout.shapes[k.shape], k.hand)) {
        k.owned += spare[r];
        break;
      }
  return out;
}

}  // namespace clathra
