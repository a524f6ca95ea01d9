// What the practice cutter made of a file: the mat, the paths in their order, and what is wrong with them.
#pragma once
#include <QPainter>

#include "draw/palette.hpp"
#include "exchange/practice_cutter.hpp"

namespace clathra {

struct CutterLook {
  const Palette* palette = &dayPalette();
  double text = 13;  ///< px, of the numbers
};

/// Fitted into `into`; open, doubled and strayed paths stand out, and every path is numbered where it begins.
void paintCutter(QPainter& painter, const QRectF& into, const CutterReport& report, const CutterMat& mat,
                 const CutterLook& look);

}  // namespace clathra
