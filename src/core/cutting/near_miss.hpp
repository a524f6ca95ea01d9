// A paper on a piece of cloth that has not quite the whole seam allowance for it.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

/// What a piece of cloth leaves round a paper that is laid straight on its middle.
struct LaidStraight {
  double corners = 0;  ///< mm, the mitred allowance that the tightest corners keep; below 0 they stick out
  int tight = 0;       ///< corners that have no more
  double sides = 0;  ///< mm, the allowance of the tightest side that runs along the cloth's; 0: there is none
};
/// The allowance of a corner of angle t whose mitre may reach as far as r beyond it is r · sin(t / 2).
LaidStraight laidStraight(PolygonView paper, double width, double height);

/// The turn in which a patch sticks out of a piece of cloth the least.
struct TurnOnCloth {
  double degrees = 0;
  double over = 0;  ///< mm that it sticks out; 0 or less: it fits
  Box box;          ///< what it covers then
};
/// Upright, or any turn where that is allowed.
TurnOnCloth bestTurn(PolygonView patch, double width, double height, bool mayTurn);

}  // namespace clathra
