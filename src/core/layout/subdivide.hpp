// Filling a large shape with its small relatives: all ways, by exact cover over the small triangles.
//
// A large shape whose sides are whole numbers of small edges, at 60° and 120°, is a set of small triangles
// (24 for a hexagon of edge 2). A filling covers each of them once. Counting needs no listing: the triangles
// are covered in a fixed order, so the number of ways to finish depends only on what is covered and on the
// parts that are left, and is remembered (dynamic programming over bit sets). Fillings that are turns or
// mirror images of each other are counted by Burnside's lemma: the fillings that a turn leaves unchanged are
// fillings by whole orbits of placements.
#pragma once
#include <cstdint>
#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "progress.hpp"
#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

/// A relative that a large shape can be filled with.
struct SubdivisionPart {
  std::string_view id;      ///< "half": as scripts name it
  std::string_view family;  ///< "half-hexagon-point-cut": see familyOutline
};
/// triangle, diamond, half, hexagon, jewel.
const std::vector<SubdivisionPart>& subdivisionParts();
/// Errors: no such part.
[[nodiscard]] Result<std::size_t> subdivisionPart(std::string_view id);

/// How many of each part, in the order of subdivisionParts().
using PartCounts = std::vector<int>;

struct FillingCounts {
  std::uint64_t placements = 0;  ///< all fillings
  std::uint64_t upToTurns = 0;   ///< turns of the large shape count once
  std::uint64_t upToTurnsAndMirror = 0;
};

/// One part where it lies in the large shape.
struct Placement {
  std::uint64_t cells = 0;
  std::uint8_t part = 0;
  Polygon outline;  ///< in small edges, in the large shape's own coordinates
};
/// Placements by index, rising.
using Filling = std::vector<std::uint16_t>;

class Subdivision {
 public:
  /// `large` is a convex outline with corners of 60° or 120° and sides of whole numbers of 1. Errors: it is
  /// no such outline, more than 64 small triangles.
  [[nodiscard]] static Result<Subdivision> make(PolygonView large);

  const std::vector<Placement>& placements() const { return placements_; }
  int triangles() const { return static_cast<int>(cells_.size()); }
  int trianglesOf(std::size_t part) const { return trianglesOf_[part]; }

  /// Errors: cancelled.
  [[nodiscard]] Result<FillingCounts> count(const PartCounts& wanted, const Progress& progress = {}) const;
  /// Fillings by any numbers of the parts allowed; [n] is how many have n pieces. Errors: cancelled.
  [[nodiscard]] Result<std::vector<std::uint64_t>> countMixed(const std::vector<bool>& allowed,
                                                              const Progress& progress = {}) const;
  /// The fillings numbered first, first + 1 … of exactly `pieces` parts of those allowed. Errors: cancelled.
  [[nodiscard]] Result<std::vector<Filling>> mixed(const std::vector<bool>& allowed, int pieces,
                                                   std::uint64_t first, std::size_t most,
                                                   const Progress& progress = {}) const;
  /// One filling for each class of those that turns (and mirrors, if told so) carry into each other, at most
  /// `most`. Errors: cancelled.
  [[nodiscard]] Result<std::vector<Filling>> list(const PartCounts& wanted, bool mirrorsToo, std::size_t most,
                                                  const Progress& progress = {}) const;

  /// The turns and mirrors of the large shape, as where each placement goes; the first is the identity, the
  /// turns come first.
  const std::vector<std::vector<std::uint16_t>>& symmetries() const { return symmetries_; }
  std::size_t turns() const { return turns_; }

 private:
  struct Item {
    std::uint64_t cells = 0;
    PartCounts parts;
  };
  void layParts(PolygonView large);
  void findSymmetries(PolygonView large);
  std::vector<Item> orbits(std::size_t symmetry) const;

  std::vector<Point> cells_;  ///< middles of the small triangles, rising by row
  std::vector<Placement> placements_;
  std::vector<int> trianglesOf_;
  std::vector<std::vector<std::uint16_t>> symmetries_;
  std::size_t turns_ = 1;
};

}  // namespace clathra
