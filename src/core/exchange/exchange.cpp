#include "exchange/exchange.hpp"

#include "shape/arcs.hpp"

namespace clathra {

using nlohmann::json;

namespace {

constexpr double kFlattened = 0.05;  // mm: between an arc and its chords

std::string quoted(const std::string& text) {
  std::string out = "\"";
  for (const char c : text) out += c == '"' ? std::string("\"\"") : std::string(1, c);
  return out + "\"";
}

}  // namespace

json piecesGeoJson(const Project& project) {
  const Layout& layout = *project.layout;
  json features = json::array();
  const auto unit = unitsOfPieces(layout, project.recipe.units);
  for (std::size_t i = 0; i < layout.size(); ++i) {
    const Piece& p = layout.pieces[i];
    json ring = json::array();
    for (const Point c : flattenedTo(layout.outline(i), kFlattened)) ring.push_back({c.x, c.y});
    ring.push_back(ring.front());
    const Cloth* cloth = clothById(project, project.painting[i]);
    features.push_back(
        {{"type", "Feature"},
         {"geometry", {{"type", "Polygon"}, {"coordinates", json::array({ring})}}},
         {"properties",
          {{"number", i + 1},
           {"shape", layout.shapes[p.shape].name},
           {"handed", p.hand},
           {"cloth", cloth ? json(clothTitle(*cloth)) : json(nullptr)},
           {"unit", unit[i] < 0
                        ? json(nullptr)
                        : json(unitTitle(project.recipe.units[static_cast<std::size_t>(unit[i])]))}}}});
  }
  return {{"type", "FeatureCollection"}, {"features", features}};
}

std::string tallyCsv(const Project& project, const Tally& tally) {
  std::string out = "cloth,sign,shape,handed,edge_mm,count\n";
  for (const ClothCount& c : tally.byCloth()) {
    const Cloth* cloth = clothById(project, c.cloth);
    const Shape& shape = project.layout->shapes[c.shape];
    out += quoted(cloth ? clothTitle(*cloth) : "") + "," + quoted(cloth ? cloth->sign : "") + "," +
           quoted(shape.name) + "," + std::to_string(c.hand) + "," + formatNumber(shape.edge, 4) + "," +
           std::to_string(c.count) + "\n";
  }
  return out;
}

}  // namespace clathra
