#include "exchange/dxf.hpp"

#include <cctype>
#include <set>

#include "exchange/dxf_writer.hpp"

namespace clathra {

namespace {

/// Layer names of R12: capital letters, digits, $, - and _.
std::string layerName(const std::string& text) {
  std::string out;
  for (const char c : text) {
    const auto u = static_cast<unsigned char>(c);
    out += std::isalnum(u) != 0 && u < 128 ? static_cast<char>(std::toupper(u)) : '_';
  }
  return out.empty() ? "0" : out.substr(0, 31);
}

}  // namespace

std::string layoutDxf(const Project& project) {
  const Layout& layout = *project.layout;
  const auto layerOf = [&](std::size_t i) {
    const Cloth* cloth = clothById(project, project.painting[i]);
    return cloth ? layerName(clothTitle(*cloth)) : std::string("NO_CLOTH");
  };
  std::set<std::string> layers;
  for (std::size_t i = 0; i < layout.size(); ++i) layers.insert(layerOf(i));
  Box all = bounds(layout.outline(0));
  for (std::size_t i = 1; i < layout.size(); ++i) all = unite(all, bounds(layout.outline(i)));
  DxfWriter dxf(layers, all);
  for (std::size_t i = 0; i < layout.size(); ++i) dxf.outline(layout.outline(i), layerOf(i));
  return dxf.take();
}

}  // namespace clathra
