// Papers without a printer: strips and cross-cuts for ruler and knife, exact and at the ruler's nearest mark,
// and what that rounding does.
#pragma once
#include <string>
#include <vector>

#include "layout/layout.hpp"
#include "measure/length.hpp"

namespace clathra {

/// One measure to set the ruler to.
struct RulerCut {
  double exact = 0;   ///< mm
  double marked = 0;  ///< mm, at the ruler's nearest mark
};

struct RulerRow {
  std::uint16_t shape = 0;
  int hand = 0;
  RulerCut strip;  ///< its height
  /// Between cross-cuts, measured square to them; absent where the shape is cut out of its strip round a
  /// template.
  bool crossCuts = false;
  RulerCut cross;
  Angle angle;             ///< of the cross-cuts to the strip's edge
  bool alternate = false;  ///< every second cut leans the other way
  double edge = 0;         ///< mm, the side that names its size
  double edgeOff = 0;      ///< mm that it comes out longer with all cuts at their marks
  double borderOff = 0;    ///< mm that the longest border of this quilt does
};

struct RulerCard {
  double mark = 0;    ///< mm between the ruler's marks: 1/8 in or 1 mm
  double border = 0;  ///< mm, the longest of the quilt
  std::vector<RulerRow> rows;
};

/// Source: a parallelogram of sides a, b and angle t has a strip of b · sin t and cross-cuts a · sin t apart;
/// a triangle is cut from a strip of its height by cuts that lean in turn.
RulerCard rulerCard(const Layout& layout, LengthUnit unit);

}  // namespace clathra
