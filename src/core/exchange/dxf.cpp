#include "exchange/dxf.hpp"

#include <cctype>
#include <cmath>
#include <set>

#include "shape/arcs.hpp"

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

class Dxf {
 public:
  Dxf(const std::set<std::string>& layers, const Box& all) {
    pair(0, "SECTION");
    pair(2, "HEADER");
    pair(9, "$ACADVER");
    pair(1, "AC1009");
    pair(9, "$INSUNITS");
    pair(70, "4");  // mm
    pair(9, "$EXTMIN");
    point({all.left, all.bottom}, 10);
    pair(9, "$EXTMAX");
    point({all.right, all.top}, 10);
    pair(0, "ENDSEC");
    pair(0, "SECTION");
    pair(2, "TABLES");
    pair(0, "TABLE");
    pair(2, "LAYER");
    pair(70, std::to_string(layers.size()));
    int colour = 1;
    for (const std::string& layer : layers) {
      pair(0, "LAYER");
      pair(2, layer);
      pair(70, "0");
      pair(62, std::to_string(1 + colour++ % 250));
      pair(6, "CONTINUOUS");
    }
    pair(0, "ENDTAB");
    pair(0, "ENDSEC");
    pair(0, "SECTION");
    pair(2, "ENTITIES");
  }
  void outline(PolygonView p, const std::string& layer) {
    pair(0, "POLYLINE");
    pair(8, layer);
    pair(66, "1");
    point({0, 0}, 10);
    pair(70, "1");  // closed
    for (const OutlineEdge& s : edgesOf(p)) {
      // A bulge is the tangent of a quarter of the arc's angle, positive against the clock; arcs over a half
      // circle go in two, since a whole circle would have none.
      const double turn = s.isArc() ? s.length / s.radius : 0;
      const std::size_t half = turn > 3.2 ? s.edges / 2 : s.edges;
      for (std::size_t k = 0; k < s.edges; k += half) {
        const double part =
            turn * static_cast<double>(std::min(half, s.edges - k)) / static_cast<double>(s.edges);
        vertex(p[(s.first + k) % p.size()], layer, (s.hollow ? 1 : -1) * std::tan(part / 4));
      }
    }
    pair(0, "SEQEND");
    pair(8, layer);
  }
  std::string take() {
    pair(0, "ENDSEC");
    pair(0, "EOF");
    return std::move(out_);
  }

 private:
  void vertex(Point c, const std::string& layer, double bulge) {
    pair(0, "VERTEX");
    pair(8, layer);
    point(c, 10);
    if (bulge != 0) pair(42, formatNumber(bulge, 9));
  }
  void pair(int code, const std::string& value) { out_ += std::to_string(code) + "\n" + value + "\n"; }
  void point(Point p, int code) {
    pair(code, formatNumber(p.x, 6));
    pair(code + 10, formatNumber(p.y == 0 ? 0 : -p.y, 6));
    pair(code + 20, "0");
  }
  std::string out_;
};

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
  Dxf dxf(layers, all);
  for (std::size_t i = 0; i < layout.size(); ++i) dxf.outline(layout.outline(i), layerOf(i));
  return dxf.take();
}

std::string sheetDxf(const SheetPlan& plan, std::size_t sheet) {
  const Polygon page{
      {0, 0}, {plan.page.width, 0}, {plan.page.width, plan.page.height}, {0, plan.page.height}};
  Dxf dxf({"PAGE", "PAPERS"}, bounds(page));
  dxf.outline(page, "PAGE");
  for (const SheetPaper& paper : plan.sheets[sheet].papers) dxf.outline(paper.outline, "PAPERS");
  return dxf.take();
}

std::string templateDxf(const TemplatePlan& plan, std::size_t page) {
  const Polygon edge{
      {0, 0}, {plan.page.width, 0}, {plan.page.width, plan.page.height}, {0, plan.page.height}};
  Dxf dxf({"PAGE", "CUT", "MARKS"}, bounds(edge));
  dxf.outline(edge, "PAGE");
  for (const ClothTemplate& t : plan.pages[page].templates) {
    dxf.outline(t.outer, "CUT");
    dxf.outline(t.inner, t.window ? "CUT" : "MARKS");
  }
  return dxf.take();
}

}  // namespace clathra
