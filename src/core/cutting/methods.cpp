#include "cutting/methods.hpp"

namespace clathra {

const std::vector<MethodKind>& methodKinds() {
  static const std::vector<MethodKind> all = {
      {"strips", false, true, true, kClothForCuts, workStrips},
      {"template", false, true, true, 0, workTemplate},
      {"rectangles", true, true, false, 0, workRectangles},
      {"traced", false, false, false, 0, workTraced},
      {"layers", false, false, false, 0, workLayers},
  };
  return all;
}

const MethodKind* methodKind(std::string_view id) {
  for (const MethodKind& m : methodKinds())
    if (m.id == id) return &m;
  return nullptr;
}

std::string methodNames(std::string_view between, bool forScraps) {
  std::string out;
  for (const MethodKind& m : methodKinds()) {
    if (forScraps && !m.fromScraps) continue;
    if (!out.empty()) out += between;
    out += m.id;
  }
  return out;
}

}  // namespace clathra
