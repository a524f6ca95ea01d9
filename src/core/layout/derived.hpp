// What follows from a layout and is dear to make: made once for each layout and shared.
#pragma once
#include <memory>

#include "layout/piece_index.hpp"
#include "layout/seams.hpp"
#include "layout/small_change.hpp"

namespace clathra {

struct Geometry {
  std::shared_ptr<const Layout> layout;
  SeamGraph seams;
  double area = 0;  ///< mm², of all papers
};
std::shared_ptr<const Geometry> geometryOf(std::shared_ptr<const Layout> layout);

struct Derived {
  std::shared_ptr<const Geometry> geometry;
  std::shared_ptr<const PieceIndex> index;
  /// Where it was worked out from that of another layout: that one, and what differs.
  std::shared_ptr<const Layout> before;
  std::shared_ptr<const Renumbering> change;
  bool isOf(const std::shared_ptr<const Layout>& layout) const {
    return geometry && index && geometry->layout == layout;
  }
};
Derived derive(std::shared_ptr<const Layout> layout);
/// The same as derive(layout), worked out from that of another layout where the two differ in a few pieces.
Derived deriveAfter(const Derived& before, std::shared_ptr<const Layout> layout);

}  // namespace clathra
