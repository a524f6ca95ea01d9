// What turns and mirrors leave a print as it is. Internal to image/.
#pragma once
#include <optional>

#include "image/repeat_field.hpp"

namespace clathra::repeats {

struct Symmetry {
  struct Mirror {
    double degrees = 0;    ///< of the line, 0 to 180 from x towards y
    cv::Point2d point;     ///< on it, pixels of the field
    double agreement = 0;  ///< correlation of the mean cell with its mirror image
  };
  std::vector<Mirror> mirrors;
  bool halfTurn = false;
  cv::Point2d centre;  ///< of a half turn, near the field's middle
};
/// Where neighbouring cells differ in turn, so that what repeats is two or three of them: the coarser
/// lattice. Nothing: all cells are alike.
std::optional<std::pair<cv::Point2d, cv::Point2d>> coarserLattice(const Field& field, cv::Point2d a,
                                                                  cv::Point2d b);

Symmetry symmetryOf(const Field& field, cv::Point2d a, cv::Point2d b);

}  // namespace clathra::repeats
