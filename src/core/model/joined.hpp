// Cloth that is sewn together from strips before patches are cut from it. Its print is a plain stripe, whose
// strips follow each other from the left selvedge again and again; x runs across them.
#pragma once
#include "model/cloth.hpp"

namespace clathra {

inline constexpr std::size_t kMostStrips = 12;
inline constexpr double kLeastStrip = 3, kMostStrip = 1'000;  ///< mm, as sewn

/// From the first strip to where it comes again, mm; 0 where the cloth is not joined.
double joinRound(const Cloth& cloth);
/// Where the seams lie within one round, mm from the left; rising, the first is 0.
std::vector<double> joinSeams(const Cloth& cloth);
/// The seam nearest to a place across the strips, mm.
std::optional<double> nearestJoinSeam(const Cloth& cloth, double x);

}  // namespace clathra
