// The lattice that the good shifts of a field make. Internal to image/.
#pragma once
#include "image/repeat_correlation.hpp"

namespace clathra::repeats {

struct Shift {
  cv::Point2d by;
  double value = 0, overlap = 0;  ///< of the correlation
  Agreement agreement;
};

struct FoundLattice {
  cv::Point2d a;                 ///< the shortest
  std::optional<cv::Point2d> b;  ///< the shortest that is not along it
  double bad = 1, middle = 0;    ///< of its worst vector
  double value = 0;              ///< of the correlation, the least of them
  double reach = 0;              ///< lattice points that were seen, weighted by what overlaps
};

/// Shifts at peaks of the correlation whose parts mostly agree, objects that lie on the cloth let aside.
std::vector<Shift> trustedShifts(const Field& half, const Correlation& correlation);
/// 0 where the parts of the (half) field disagree with most trusted shifts.
cv::Mat maskFrom(const Field& half, const std::vector<Shift>& trusted);
/// How shifts drift over the field; zero where there is too little to tell by.
Perspective perspectiveFrom(const Field& half, const std::vector<Shift>& trusted);
/// The smallest lattice of which all short vectors agree, its vectors to a fraction of a pixel.
std::optional<FoundLattice> latticeFrom(const Field& half, const Correlation& correlation);
/// Reduced: a the shortest, b the shortest beside it.
void reduce(cv::Point2d& a, cv::Point2d& b);

}  // namespace clathra::repeats
