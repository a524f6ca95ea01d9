// Draws a sheet of papers in millimetres: screen, PDF and SVG show the same lines.
#pragma once
#include <QPainter>

#include "draw/palette.hpp"
#include "paper/sheets.hpp"

namespace clathra {

struct SheetLook {
  const Palette* palette = &printPalette();
  bool marks = true;  ///< numbers, names, signs, arrows, rules; without: the outlines alone
};

/// The painter's units are mm, the origin the page's upper left corner.
void paintSheet(QPainter& painter, const Project& project, const SheetPlan& plan, std::size_t sheet,
                const SheetLook& look);

}  // namespace clathra
