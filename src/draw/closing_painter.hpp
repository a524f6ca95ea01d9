// Papers as they were measured, drawn as they would lie: the run that will not meet, the corner that stays
// open.
#pragma once
#include <QPainter>

#include "draw/palette.hpp"
#include "model/project.hpp"
#include "paper/closing.hpp"

namespace clathra {

struct ClosingLook {
  const Palette* palette = &dayPalette();
  double text = 14;  ///< px, of the words in the picture
};

/// Both sides of the run laid from its beginning; where the shorter one ends, the miss, and beside it the end
/// enlarged.
void paintRun(QPainter& painter, const QRectF& into, const Project& project, const Run& run,
              const ClosingLook& look);
/// The papers round a corner with their angles as they were measured.
void paintCorner(QPainter& painter, const QRectF& into, const Project& project, const ClosedCorner& corner,
                 const ClosingLook& look);
/// Two edges beside each other, their ends enlarged.
void paintSeamKind(QPainter& painter, const QRectF& into, const Project& project, const SeamKind& kind,
                   const ClosingLook& look);
/// The top as it comes out where all papers meet, with its size; dashed, as it was drawn, if that is another.
void paintClosed(QPainter& painter, const QRectF& into, const Project& project, const Closure& closure,
                 const ClosingLook& look);
/// Two outlines laid on each other as well as they go, at true size where they fit.
void paintLookAlike(QPainter& painter, const QRectF& into, PolygonView one, PolygonView other, double pxPerMm,
                    const ClosingLook& look);

}  // namespace clathra
