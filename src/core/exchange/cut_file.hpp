// Pages of outlines for cutting machines: DXF, and the cutting layer of SVG pages. In mm; cut and mark layers
// apart, closed paths, what lies inside before what lies outside.
#pragma once
#include <string>
#include <vector>

#include "paper/sheets.hpp"
#include "paper/templates.hpp"

namespace clathra {

struct CutWishes {
  double kerf = 0;          ///< mm that the blade or beam takes away: outlines are moved out by half of it
  bool sharedOnce = false;  ///< lines that papers share become one open path, cut once
  friend bool operator==(const CutWishes&, const CutWishes&) = default;
};
inline constexpr double kMostKerf = 5;  // mm

struct CutPage {
  double width = 0, height = 0;          ///< mm
  std::vector<Polygon> closed;           ///< to be cut, in this order
  std::vector<std::vector<Point>> open;  ///< to be cut: lines that papers share, once
  std::vector<Polygon> drawn;            ///< only drawn
  struct Word {
    Point at;  ///< its middle
    double height = 0;
    std::string text;
  };
  std::vector<Word> words;  ///< only drawn
};

/// The gap that papers must be laid with: shared lines are cut in the middle of a gap as wide as the kerf,
/// which leaves both papers true; else two cuts stay apart.
double gapFor(const CutWishes& wishes, double gap);

/// Errors: a kerf wider than the gap between papers, or with shared lines one of another width; a kerf out of
/// bounds.
[[nodiscard]] Result<CutPage> sheetCuts(const Layout& layout, const SheetPlan& plan, std::size_t sheet,
                                        const CutWishes& wishes);
/// Windows before the outlines round them. Errors: as sheetCuts.
[[nodiscard]] Result<CutPage> templateCuts(const TemplatePlan& plan, std::size_t page,
                                           const CutWishes& wishes);

/// Layers CUT, MARKS and PAGE; arcs as bulges.
std::string cutDxf(const CutPage& page);
/// The paths to be cut as one SVG group of the id `cut`, in mm.
std::string cutSvgGroup(const CutPage& page);

}  // namespace clathra
