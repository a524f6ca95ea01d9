// Layouts of a stated size for the benchmarks.
#pragma once
#include <cmath>

#include "model/project.hpp"
#include "script/read_edit.hpp"
#include "store/data_folder.hpp"

namespace bench {

inline const clathra::ArrangementLibrary& library() {
  static const auto loaded = clathra::loadArrangements();
  return *loaded;
}

/// Hexagons, squares and triangles, about `pieces` of them, all painted.
inline clathra::Project sample(int pieces, const char* arrangement = "hexagon-square-triangle",
                               int each = 6) {
  const int side = std::max(1, static_cast<int>(std::lround(std::sqrt(double(pieces) / each))));
  clathra::Recipe r;
  r.arrangement = arrangement;
  r.across = side;
  r.down = side;
  clathra::Project p = *clathra::newProject(library(), r, "Bench");
  for (std::size_t i = 0; i < p.painting.size(); ++i) p.painting.set(i, static_cast<clathra::ClothId>(i % 4));
  return p;
}

}  // namespace bench
