// Which cloth each piece wears. Copies share all blocks that do not change, so history stays small and two
// versions are compared block by block.
#pragma once
#include <array>
#include <cstdint>
#include <memory>
#include <vector>

#include "cloth/cloth.hpp"

namespace clathra {

class Painting {
 public:
  static constexpr std::size_t kBlock = 256;
  using Block = std::array<ClothId, kBlock>;

  Painting() = default;
  explicit Painting(std::size_t pieces);

  std::size_t size() const { return size_; }
  ClothId operator[](std::size_t piece) const { return (*blocks_[piece / kBlock])[piece % kBlock]; }
  void set(std::size_t piece, ClothId cloth);

  std::vector<ClothId> flat() const;
  /// Of another layout with that many pieces: piece i's cloth goes to piece to[i], unless that is no piece of
  /// it; the others have none. Blocks that come out the same are shared.
  Painting moved(const std::vector<std::uint32_t>& to, std::size_t pieces) const;

  /// Calls visit(piece, before, after) for every piece whose cloth differs. Both must have the same size.
  template <class Visit>
  static void forEachChange(const Painting& before, const Painting& after, Visit visit) {
    for (std::size_t b = 0; b < before.blocks_.size(); ++b) {
      if (before.blocks_[b] == after.blocks_[b]) continue;
      for (std::size_t i = 0; i < kBlock && b * kBlock + i < before.size_; ++i)
        if ((*before.blocks_[b])[i] != (*after.blocks_[b])[i])
          visit(b * kBlock + i, (*before.blocks_[b])[i], (*after.blocks_[b])[i]);
    }
  }
  friend bool operator==(const Painting& a, const Painting& b);

 private:
  std::size_t size_ = 0;
  std::vector<std::shared_ptr<const Block>> blocks_;
};

}  // namespace clathra
