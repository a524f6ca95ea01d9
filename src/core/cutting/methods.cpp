#include "cutting/methods.hpp"

namespace clathra {

const std::vector<MethodKind>& methodKinds() {
  static const std::vector<MethodKind> all = {
      {"strips", false, true, true, workStrips},         {"template", false, true, false, workTemplate},
      {"rectangles", true, true, false, workRectangles}, {"traced", false, false, false, workTraced},
      {"layers", false, false, false, workLayers},
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
