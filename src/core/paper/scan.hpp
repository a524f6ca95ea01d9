// Papers on a scan: which they are, which hand, how large, where they lie.
//
// Guarantees:
//  1 a paper is named by the shape whose outline fits its edges best, and left without a name where none
//  fits; 2 left and right are told apart as the picture shows them; 3 what the picture's border cuts is left
//  out; papers that lie on each other are said to, and not counted.
#pragma once
#include <optional>
#include <string>
#include <vector>

#include "image/paper_outlines.hpp"
#include "layout/layout.hpp"
#include "measure/angle.hpp"

namespace clathra {

/// A shape that may lie on the scan.
struct ScanShape {
  std::string name, title;
  int hand = 0;
  Polygon outline;  ///< of that hand, about its centroid; mm, or of an edge of 1 where its size is not known
  double edge = 1;  ///< of `outline`, the side that names its size
  bool anySize = true;  ///< else papers more than kSizeOff from it are none of it
};
inline constexpr double kSizeOff = 0.15;  ///< as a share

std::vector<ScanShape> familiesForScan();
std::vector<ScanShape> shapesForScan(const Layout& layout);

struct ScannedPaper {
  std::string shape;  ///< empty: an outline that is not known
  int hand = 0;
  double edge = 0;            ///< mm, of the outline that fits best
  std::vector<double> edges;  ///< mm, as they were measured, clockwise in the picture
  Point at;                   ///< mm, its centroid
  Angle turn;                 ///< clockwise from the shape's outline, from 0 to its next equal pose
  double worstOff = 0;        ///< mm: the largest distance of a side's middle from the outline that fits best
  bool overlap = false;       ///< several that lie on each other
  Polygon outline;            ///< mm, as it lies
};

/// With a ruler (or any strip) of that length in the picture, it is no paper. Errors: as findPaperOutlines.
[[nodiscard]] Result<std::vector<ScannedPaper>> scanPapers(const Raster& picture, double dpi,
                                                           const std::vector<ScanShape>& shapes,
                                                           const Progress& progress = {},
                                                           std::optional<double> ruler = {});

inline constexpr double kLeastRuler = 30, kMostRuler = 1000;  // mm
/// The scale of a picture in which a ruler of known length lies whole: the longest outline of all that are at
/// least four times as long as wide. Errors: a length out of bounds, no such outline; as findPaperOutlines.
[[nodiscard]] Result<double> dpiOfRuler(const Raster& picture, double ruler, const Progress& progress = {});

/// The part that reads no picture.
std::vector<ScannedPaper> namedPapers(const std::vector<FoundOutline>& found,
                                      const std::vector<ScanShape>& shapes, const Progress& progress = {});

}  // namespace clathra
