// Which cloth each piece wears. Copies share all blocks that do not change, so history stays small and two
// versions are compared block by block.
#pragma once
#include <cstdint>
#include <vector>

#include "model/cloth.hpp"
#include "shared_list.hpp"

namespace clathra {

class Painting {
 public:
  Painting() = default;
  explicit Painting(std::size_t pieces) : cloths_(pieces, kNoCloth) {}
  explicit Painting(std::vector<ClothId> cloths) : cloths_(std::move(cloths)) {}

  std::size_t size() const { return cloths_.size(); }
  ClothId operator[](std::size_t piece) const { return cloths_[piece]; }
  auto begin() const { return cloths_.begin(); }
  auto end() const { return cloths_.end(); }
  void set(std::size_t piece, ClothId cloth) {
    if (cloths_[piece] != cloth) cloths_.set(piece, cloth);
  }

  /// Of a layout whose pieces are numbered anew; fresh ones have no cloth.
  Painting moved(const Renumbering& pieces) const;
  /// Of another layout with that many pieces: piece i's cloth goes to piece to[i], unless that is no piece of
  /// it; the others have none.
  Painting moved(const std::vector<std::uint32_t>& to, std::size_t pieces) const;

  /// Calls visit(piece, before, after) for every piece whose cloth differs. Both must have the same size.
  template <class Visit>
  static void forEachChange(const Painting& before, const Painting& after, Visit visit) {
    SharedList<ClothId>::forEachChange(before.cloths_, after.cloths_, visit);
  }
  friend bool operator==(const Painting& a, const Painting& b);

 private:
  SharedList<ClothId> cloths_;
};

}  // namespace clathra
