// Draws a sheet of papers in millimetres: screen, PDF and SVG show the same lines.
#pragma once
#include <QPainter>

#include "draw/palette.hpp"
#include "layout/derived.hpp"
#include "motif/colour_ticks.hpp"
#include "paper/sheets.hpp"

namespace clathra {

struct SheetLook {
  const Palette* palette = &printPalette();
  bool outlines = true;
  bool marks = true;  ///< what the project's PaperMarks say, and rules; without: the outlines alone
  /// Of the project's layout, for marks that come of a paper's neighbours; without it they are left out.
  const Geometry* geometry = nullptr;
  /// Where colours change along seams of motif choices; without them they are left out.
  const ColourTicks* colours = nullptr;
};

/// The painter's units are mm, the origin the page's upper left corner.
void paintSheet(QPainter& painter, const Project& project, const SheetPlan& plan, std::size_t sheet,
                const SheetLook& look);

}  // namespace clathra
