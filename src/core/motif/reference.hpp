// The reference of a choice as geometry: a detail of the print by its distances from two corners of the
// paper, so that it is found again with a ruler.
#pragma once
#include <optional>
#include <string>

#include "motif/meeting.hpp"

namespace clathra {

struct Reference {
  int first = 0, second = 0;             ///< corners of the paper, in the order of its outline
  double fromFirst = 0, fromSecond = 0;  ///< mm
  bool inside = true;                    ///< the paper; else in the allowance or beside it
};
/// From the ends of the nearest edge: of the two places that have these distances it is the one on the
/// paper's side. `outline`: the paper on the picture.
Reference referenceOf(PolygonView outline, Point detail);
/// Where a detail with these distances lies.
std::optional<Point> placeOf(PolygonView outline, const Reference& reference);
/// A, B, C …
std::string cornerName(int corner);

}  // namespace clathra
