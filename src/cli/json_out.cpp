#include <cstdio>

#include "cli/commands.hpp"
#include "model/tally.hpp"
#include "shape/arcs.hpp"
#include "store/data_folder.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

void print(const json& j) {
  printLine(j.dump(1, ' ', false, json::error_handler_t::replace));
}

void printLine(const std::string& text) {
  std::printf("%s\n", text.c_str());
}

json optional(const std::optional<double>& value) {
  return value ? json(*value) : json(nullptr);
}

json tallyJson(const Project& project) {
  const Layout& layout = *project.layout;
  const Tally tally(project);
  const auto geometry = geometryOf(project.layout);
  json shapes = json::array(), byCloth = json::array();
  for (const ShapeCount& c : tally.shapes()) {
    const Shape& s = layout.shapes[c.shape];
    const Polygon outline = placed(s.outline, {}, c.hand < 0, {});
    json edges = json::array(), angles = json::array();
    for (const OutlineEdge& side : edgesOf(outline)) {
      edges.push_back(side.length);
      angles.push_back(side.angle.degrees());
    }
    shapes.push_back(
        {{"shape", s.name}, {"handed", c.hand}, {"count", c.count}, {"edges", edges}, {"angles", angles}});
  }
  for (const ClothCount& c : tally.byCloth()) {
    const Cloth* cloth = clothById(project, c.cloth);
    byCloth.push_back({{"cloth", cloth ? json(clothTitle(*cloth)) : json(nullptr)},
                       {"shape", layout.shapes[c.shape].name},
                       {"handed", c.hand},
                       {"count", c.count}});
  }
  return {{"pieces", tally.pieces()},
          {"finished", {{"width", layout.finished.width()}, {"height", layout.finished.height()}}},
          {"area", geometry->area},
          {"shapes", shapes},
          {"by_cloth", byCloth},
          {"seams", geometry->seams.seams.size()},
          {"seam_length", geometry->seams.seamLength},
          {"boundary_length", geometry->seams.outerLength}};
}

Result<ArrangementLibrary> arrangements() {
  auto library = loadArrangements();
  if (library)
    for (const Message& sentence : library->leftOut()) std::fprintf(stderr, "%s\n", said(sentence).c_str());
  return library;
}

json numbersOf(const std::vector<std::uint32_t>& pieces) {
  json out = json::array();
  for (const auto i : pieces) out.push_back(i + 1);
  return out;
}

}  // namespace clathra::cli
