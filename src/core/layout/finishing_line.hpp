// Straight sides: finishing lines, the slivers they leave, and what each way of finishing costs.
#pragma once
#include <optional>
#include <vector>

#include "layout/arrangement.hpp"
#include "layout/seams.hpp"
#include "progress.hpp"

namespace clathra {

/// Cut parts narrower than this are slivers (mm): they can hardly be folded over a paper.
inline constexpr double kSliver = 10;
/// "10 mm", or in inches the like of it.
double sliverShown(LengthUnit unit);

/// The least width of an outline over all directions square to one of its edges, mm.
double narrowest(PolygonView p);

/// Pieces of an uncut layout of which the line leaves a sliver; rising.
std::vector<std::uint32_t> sliversAt(const Layout& whole, PolygonView line);
/// Does the patch fill the line: no outer edge of it runs inside.
bool covers(const SeamGraph& whole, PolygonView line);
/// The rectangle with the least moved sides that leaves no slivers and stays inside the patch; each side
/// moves by up to 60 mm in steps of 0.25 mm. Absent if there is none, or when cancelled.
std::optional<Box> nearestWithoutSlivers(const Layout& whole, const SeamGraph& graph, const Box& line,
                                         const Progress& progress = {});
/// The largest even outline of so many corners about the middle of the patch that its pieces fill, one side
/// level at the top. Absent if none with a radius of at least `least` mm is filled, or when cancelled.
std::optional<Polygon> largestEvenOutline(const Layout& whole, const SeamGraph& graph, int corners,
                                          double least, const Progress& progress = {});

/// The rectangle of largest area with sides on the given lines (mm) that the patch covers, the first in
/// reading order among equals. Absent if none is covered. O(lines across x lines down).
std::optional<Box> largestCoveredBox(const SeamGraph& patch, std::vector<double> xs, std::vector<double> ys);

Polygon cornersOf(const Box& box);

/// What a convex finishing line leaves of an outline: nothing, one part, or more where the outline is hollow.
std::vector<Polygon> partsInside(PolygonView outline, PolygonView line);

/// What one way of finishing takes, for the finishing line of the recipe.
struct SidesPrice {
  FinishingSides sides = FinishingSides::Outline;
  int papers = 0, kinds = 0;
  double clothArea = 0;  ///< mm², all patches with their allowance
};
/// Errors: as buildLayout.
[[nodiscard]] Result<SidesPrice> priceOf(const Arrangement& arrangement, Recipe recipe, FinishingSides sides,
                                         double allowance);

}  // namespace clathra
