#include "model/tally.hpp"

#include <algorithm>

namespace clathra {

std::size_t Tally::slot(ClothId cloth, std::uint16_t shape, int hand) const {
  return (static_cast<std::size_t>(cloth + 1) * shapes_ + shape) * 3 + static_cast<std::size_t>(hand + 1);
}

void Tally::add(const Layout& layout, std::size_t piece, ClothId cloth, int n) {
  const Piece& p = layout.pieces[piece];
  counts_[slot(cloth, p.shape, p.hand)] += n;
}

Tally::Tally(const Project& project) {
  const Layout& layout = *project.layout;
  pieces_ = static_cast<int>(layout.size());
  shapes_ = layout.shapes.size();
  cloths_ = static_cast<std::size_t>(project.nextCloth);
  counts_.assign((cloths_ + 1) * shapes_ * 3, 0);
  auto cloth = project.painting.begin();
  for (const Piece& p : layout.pieces) counts_[slot(*cloth++, p.shape, p.hand)] += 1;
}

Tally Tally::updated(const Project& before, const Project& after) const {
  if (before.layout != after.layout || before.nextCloth != after.nextCloth) return Tally(after);
  Tally out = *this;
  Painting::forEachChange(before.painting, after.painting, [&](std::size_t piece, ClothId was, ClothId is) {
    out.add(*after.layout, piece, was, -1);
    out.add(*after.layout, piece, is, 1);
  });
  return out;
}

namespace {

bool sameShapes(const Layout& a, const Layout& b) {
  return std::equal(a.shapes.begin(), a.shapes.end(), b.shapes.begin(), b.shapes.end(),
                    [](const Shape& x, const Shape& y) { return x.outline == y.outline; });
}

}  // namespace

Tally Tally::updated(const Layout& layoutBefore, const Painting& before, const Project& after,
                     const Renumbering& change) const {
  const Layout& layout = *after.layout;
  if (cloths_ != static_cast<std::size_t>(after.nextCloth) || !sameShapes(layoutBefore, layout))
    return Tally(after);
  Tally out = *this;
  out.pieces_ = static_cast<int>(layout.size());
  for (const auto g : change.gone()) out.add(layoutBefore, g, before[g], -1);
  for (const auto f : change.fresh()) out.add(layout, f, kNoCloth, 1);
  Painting::forEachChange(before.moved(change), after.painting,
                          [&](std::size_t piece, ClothId was, ClothId is) {
                            out.add(layout, piece, was, -1);
                            out.add(layout, piece, is, 1);
                          });
  return out;
}

std::vector<ShapeCount> Tally::shapes() const {
  std::vector<ShapeCount> out;
  for (std::uint16_t s = 0; s < shapes_; ++s)
    for (int hand = -1; hand <= 1; ++hand) {
      int n = 0;
      for (std::size_t c = 0; c <= cloths_; ++c) n += counts_[slot(static_cast<ClothId>(c) - 1, s, hand)];
      if (n > 0) out.push_back({s, hand, n});
    }
  return out;
}

std::vector<ClothCount> Tally::byCloth() const {
  std::vector<ClothCount> out;
  for (std::size_t c = 1; c <= cloths_ + 1; ++c) {
    const auto cloth = c <= cloths_ ? static_cast<ClothId>(c - 1) : kNoCloth;
    for (std::uint16_t s = 0; s < shapes_; ++s)
      for (int hand = -1; hand <= 1; ++hand)
        if (const int n = counts_[slot(cloth, s, hand)]; n > 0) out.push_back({cloth, s, hand, n});
  }
  return out;
}

int Tally::count(ClothId cloth) const {
  if (static_cast<std::size_t>(cloth + 1) > cloths_) return 0;
  int n = 0;
  for (std::uint16_t s = 0; s < shapes_; ++s)
    for (int hand = -1; hand <= 1; ++hand) n += counts_[slot(cloth, s, hand)];
  return n;
}

int Tally::kinds() const {
  return static_cast<int>(shapes().size());
}

}  // namespace clathra
