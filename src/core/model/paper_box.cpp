#include "model/paper_box.hpp"

#include <algorithm>

namespace clathra {

const std::vector<PaperMaterial>& usualMaterials() {
  static const std::vector<PaperMaterial> all{
      {"card", 6, 5, 0.15, 0.6, 0.25, false, false, false},
      {"leave-in", 0, 2, 1.2, 0.6, 0, true, true, false},
      {"iron-on", 0, 2, 0.9, 0.6, 0, true, true, true},
      {"pack", 8, 5, 0, 0, 0.25, false, false, false},
      {"plastic", 60, 1, 1.5, 1.5, 0.25, false, true, true},
  };
  return all;
}

const PaperMaterial& PaperWishes::chosen() const {
  const auto at = std::find_if(materials.begin(), materials.end(),
                               [&](const PaperMaterial& m) { return m.id == material; });
  return at != materials.end() ? *at : usualMaterials().front();
}

}  // namespace clathra
