#include "review/review.hpp"

namespace clathra::checks_ {

/// Bought packs come in no other number: where no pack is known, what is missing cannot be had.
std::vector<Remark> papersShort(const ReviewInput& in) {
  if (!in.supply || in.supply->material.id != "pack") return {};
  const Layout& layout = *in.geometry->layout;
  std::vector<Remark> out;
  for (const KindSupply& k : in.supply->kinds) {
    if (k.toMake <= 0 || k.packs) continue;
    const Shape& shape = layout.shapes[k.shape];
    Remark r{"papers-short:" + shape.name +
                 (k.hand < 0   ? "/left"
                  : k.hand > 0 ? "/right"
                               : ""),
             "papers",
             {},
             {},
             {},
             {},
             {}};
    for (std::uint32_t i = 0; i < layout.size(); ++i)
      if (layout.pieces[i].shape == k.shape && layout.pieces[i].hand == k.hand) r.pieces.push_back(i);
    r.why = Message("papers-short-why", k.toMake, shapeArg(shape.title));
    r.fix = Message("papers-short-fix");
    out.push_back(std::move(r));
  }
  return out;
}

}  // namespace clathra::checks_
