// Laying copies of an outline side by side in a strip, as they are cut with a ruler.
#pragma once
#include <cstddef>
#include <vector>

#include "shape/polygon.hpp"

namespace clathra {

/// The least distance in x that copy `right` (standing at its own coordinates) must be moved so that it lies
/// to the right of `left` and only touches it. Any simple outlines. Exact: how far each reaches is straight
/// between the heights of corners, so the gap is least at one of these.
double nestShift(PolygonView left, PolygonView right);

/// How copies follow each other in a strip: the outline laid down with one edge level, and its step.
struct StripLay {
  Angle turn;              ///< of the outline as it was given
  bool alternate = false;  ///< every second copy turned by a half turn
  double height = 0;       ///< of the strip, mm
  double length = 0;       ///< of the first copy along the strip, mm
  double toNext = 0;       ///< step from an upright copy to its neighbour, mm
  double toAfter = 0;      ///< step from that neighbour to the next upright copy, mm

  std::size_t fitting(double stripLength) const;  ///< copies in a strip of that length
  double lengthFor(std::size_t copies) const;     ///< along the strip
};

/// All lays of an outline with an edge level or plumb (equal ones once), straight and, if `mayTurn`,
/// alternately turned.
std::vector<StripLay> stripLays(PolygonView outline, bool mayTurn);
/// A lay for one given turn.
StripLay stripLay(PolygonView outline, Angle turn, bool alternate);

/// The first `copies` of a lay, the strip's upper left corner at the origin.
std::vector<Polygon> stripCopies(PolygonView outline, const StripLay& lay, std::size_t copies);

}  // namespace clathra
