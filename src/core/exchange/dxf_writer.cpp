#include "exchange/dxf_writer.hpp"

#include <algorithm>
#include <cmath>

#include "measure/length.hpp"
#include "shape/arcs.hpp"

namespace clathra {

DxfWriter::DxfWriter(const std::set<std::string>& layers, const Box& all) {
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

void DxfWriter::outline(PolygonView p, const std::string& layer) {
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

void DxfWriter::line(PolygonView p, const std::string& layer) {
  pair(0, "POLYLINE");
  pair(8, layer);
  pair(66, "1");
  point({0, 0}, 10);
  pair(70, "0");
  for (const Point c : p) vertex(c, layer, 0);
  pair(0, "SEQEND");
  pair(8, layer);
}

void DxfWriter::word(Point at, double height, const std::string& text, const std::string& layer) {
  pair(0, "TEXT");
  pair(8, layer);
  point(at, 10);
  pair(40, formatNumber(height, 3));
  std::string plain;
  for (const char c : text) plain += c >= ' ' && static_cast<unsigned char>(c) < 127 ? c : '_';
  pair(1, plain);
  pair(72, "1");  // centred
  point(at, 11);
  pair(73, "2");  // about its middle
}

std::string DxfWriter::take() {
  pair(0, "ENDSEC");
  pair(0, "EOF");
  return std::move(out_);
}

void DxfWriter::vertex(Point c, const std::string& layer, double bulge) {
  pair(0, "VERTEX");
  pair(8, layer);
  point(c, 10);
  if (bulge != 0) pair(42, formatNumber(bulge, 9));
}

void DxfWriter::point(Point p, int code) {
  pair(code, formatNumber(p.x, 6));
  pair(code + 10, formatNumber(p.y == 0 ? 0 : -p.y, 6));
  pair(code + 20, "0");
}

}  // namespace clathra
