// Writes DXF (ASCII, R12 entities) in mm. y runs up there, so that what is drawn looks as it does here.
#pragma once
#include <set>
#include <string>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

class DxfWriter {
 public:
  DxfWriter(const std::set<std::string>& layers, const Box& all);
  /// A closed polyline; arcs as bulges.
  void outline(PolygonView p, const std::string& layer);
  void line(PolygonView p, const std::string& layer);  ///< an open polyline
  /// A line of plain letters about its middle.
  void word(Point at, double height, const std::string& text, const std::string& layer);
  std::string take();

 private:
  void vertex(Point c, const std::string& layer, double bulge);
  void pair(int code, const std::string& value) { out_ += std::to_string(code) + "\n" + value + "\n"; }
  void point(Point p, int code);
  std::string out_;
};

}  // namespace clathra
