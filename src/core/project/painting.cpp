#include "project/painting.hpp"

namespace clathra {

Painting::Painting(std::size_t pieces) : size_(pieces) {
  Block none;
  none.fill(kNoCloth);
  blocks_.assign((pieces + kBlock - 1) / kBlock, std::make_shared<const Block>(none));
}

void Painting::set(std::size_t piece, ClothId cloth) {
  auto& shared = blocks_[piece / kBlock];
  if ((*shared)[piece % kBlock] == cloth) return;
  auto copy = std::make_shared<Block>(*shared);
  (*copy)[piece % kBlock] = cloth;
  shared = std::move(copy);
}

bool operator==(const Painting& a, const Painting& b) {
  if (a.size_ != b.size_) return false;
  bool same = true;
  Painting::forEachChange(a, b, [&](std::size_t, ClothId, ClothId) { same = false; });
  return same;
}

}  // namespace clathra
