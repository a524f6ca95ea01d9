// What a layout comes to in papers and cloths.
#pragma once
#include <cstdint>
#include <memory>
#include <vector>

#include "layout/derived.hpp"
#include "model/project.hpp"

namespace clathra {

struct ShapeCount {
  std::uint16_t shape = 0;
  int hand = 0;
  int count = 0;
  friend bool operator==(const ShapeCount&, const ShapeCount&) = default;
};
struct ClothCount {
  ClothId cloth = kNoCloth;
  std::uint16_t shape = 0;
  int hand = 0;
  int count = 0;
  friend bool operator==(const ClothCount&, const ClothCount&) = default;
};

/// Counts of a project. `byCloth` has a row for pieces without cloth too, so that its counts add up to the
/// pieces.
class Tally {
 public:
  Tally() = default;
  explicit Tally(const Project& project);

  /// The tally of `after`, knowing this one is that of `before`: O(changed blocks) where only painting
  /// differs.
  Tally updated(const Project& before, const Project& after) const;
  /// The same where the layout has changed a little, knowing how it was laid and painted.
  Tally updated(const Layout& layoutBefore, const Painting& before, const Project& after,
                const Renumbering& change) const;

  std::vector<ShapeCount> shapes() const;
  std::vector<ClothCount> byCloth() const;  ///< cloths in shelf order, pieces without cloth last
  int count(ClothId cloth) const;           ///< pieces that wear it
  int pieces() const { return pieces_; }
  int kinds() const;  ///< kinds of paper: shapes, hands apart

 private:
  std::size_t slot(ClothId cloth, std::uint16_t shape, int hand) const;
  void add(const Layout& layout, std::size_t piece, ClothId cloth, int n);

  int pieces_ = 0;
  std::size_t shapes_ = 0;
  std::size_t cloths_ = 0;   ///< ids below this have slots
  std::vector<int> counts_;  ///< [cloth + 1][shape][hand + 1]
};

}  // namespace clathra
