// Follows pieces from one layout to another by their keys.
#pragma once
#include <map>
#include <optional>
#include <vector>

#include "edit/context.hpp"
#include "shape/overlay.hpp"

namespace clathra {

class PiecePlaces {
 public:
  /// `from` must outlive it.
  PiecePlaces(const Layout& from, const Layout& to);

  /// Absent if it is not there.
  std::optional<std::uint32_t> of(std::uint32_t piece) const;

  // What is gone is left out; false if there was some and none is left.
  bool follow(Pieces& pieces) const;
  bool follow(std::optional<std::uint32_t>& piece) const;
  bool follow(std::map<std::uint32_t, std::vector<Line>>& ofPieces) const;

 private:
  const Layout& from_;
  std::map<PieceKey, std::uint32_t> at_;
};

}  // namespace clathra
