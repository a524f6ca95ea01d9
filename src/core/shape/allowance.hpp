// The cloth patch that goes with a paper: the outline moved outwards by the seam allowance.
#pragma once
#include "shape/polygon.hpp"

namespace clathra {

enum class Tips { Mitred, Blunted };

/// Corners sharper than this are tips that may be blunted.
inline constexpr Angle kSharpTip = Angle::degrees(75);
/// How far past the paper's tip a blunted patch is cut square, in seam allowances.
inline constexpr double kBluntAt = 1.0;

/// Every edge moved outwards by `s` mm, corners mitred: a tip of angle t reaches s / sin(t / 2) beyond the
/// paper's. Blunted cuts tips sharper than `below` square at kBluntAt * s past the paper's tip. For simple
/// polygons whose edges survive; negative s shrinks. Convex arcs grow by s, hollow ones shrink by s; a hollow
/// arc that would vanish is filled straight across, so that the patch is never too small. Cusps, which have
/// no mitre, are always blunted.
Polygon allowanceOutline(PolygonView p, double s, Tips tips = Tips::Mitred, Angle below = kSharpTip);

/// The same with an allowance for each edge (mm); hollow arcs are taken as they are. Tips are cut square one
/// allowance, the larger of its two edges, past the paper's.
Polygon allowanceOutline(PolygonView p, const std::vector<double>& edges, Tips tips, Angle below = kSharpTip);

/// Does the outline have a hollow arc that an allowance of `s` mm leaves nothing of?
bool hollowVanishes(PolygonView p, double s);

/// s / sin(t / 2), mm: how far a mitred tip reaches beyond the paper's tip.
double tipReach(double s, Angle corner);

}  // namespace clathra
