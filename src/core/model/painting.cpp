#include "model/painting.hpp"

namespace clathra {

Painting Painting::moved(const Renumbering& pieces) const {
  Painting out;
  out.cloths_ = cloths_.changed(pieces, std::vector<ClothId>(pieces.fresh().size(), kNoCloth));
  return out;
}

Painting Painting::moved(const std::vector<std::uint32_t>& to, std::size_t pieces) const {
  std::vector<ClothId> now(pieces, kNoCloth);
  bool bare = true;
  for (std::size_t i = 0; i < to.size(); ++i) {
    if (to[i] >= pieces) continue;
    now[to[i]] = cloths_[i];
    bare = bare && now[to[i]] == kNoCloth;
  }
  return bare ? Painting(pieces) : Painting(std::move(now));  // a bare one is one block, shared
}

bool operator==(const Painting& a, const Painting& b) {
  if (a.size() != b.size()) return false;
  bool same = true;
  Painting::forEachChange(a, b, [&](std::size_t, ClothId, ClothId) { same = false; });
  return same;
}

}  // namespace clathra
