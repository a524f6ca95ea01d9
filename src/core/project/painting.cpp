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

std::vector<ClothId> Painting::flat() const {
  std::vector<ClothId> out;
  out.reserve(blocks_.size() * kBlock);
  for (const auto& block : blocks_) out.insert(out.end(), block->begin(), block->end());
  out.resize(size_);
  return out;
}

Painting Painting::moved(const std::vector<std::uint32_t>& to, std::size_t pieces) const {
  Painting out;
  out.size_ = pieces;
  const std::size_t blocks = (pieces + kBlock - 1) / kBlock;
  const std::vector<ClothId> before = flat();
  std::vector<ClothId> now(blocks * kBlock, kNoCloth);
  for (std::size_t i = 0; i < to.size(); ++i)
    if (to[i] < pieces) now[to[i]] = before[i];
  out.blocks_.reserve(blocks);
  for (std::size_t b = 0; b < blocks; ++b) {
    const ClothId* from = now.data() + b * kBlock;
    const auto same = [&](const std::vector<std::shared_ptr<const Block>>& there, std::size_t at) {
      return at < there.size() && std::equal(there[at]->begin(), there[at]->end(), from);
    };
    if (same(blocks_, b)) {
      out.blocks_.push_back(blocks_[b]);
    } else if (b > 0 && same(out.blocks_, b - 1)) {
      out.blocks_.push_back(out.blocks_.back());
    } else {
      auto block = std::make_shared<Block>();
      std::copy(from, from + kBlock, block->begin());
      out.blocks_.push_back(std::move(block));
    }
  }
  return out;
}

bool operator==(const Painting& a, const Painting& b) {
  if (a.size_ != b.size_) return false;
  bool same = true;
  Painting::forEachChange(a, b, [&](std::size_t, ClothId, ClothId) { same = false; });
  return same;
}

}  // namespace clathra
