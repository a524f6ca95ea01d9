// The cutting map: the lengths of cloth to scale, with windows, strips and rows. It reads placements and
// bands alone.
#pragma once
#include <QPainter>

#include "cutting/batch.hpp"
#include "draw/palette.hpp"

namespace clathra {

struct CutMapLook {
  const Palette* palette = &dayPalette();
  bool vector = false;
  double text = 14;  ///< size of labels in the painter's units
  /// Where patches of the rest keep their place, by length, mm on it.
  PiecesOf heldBack = {};
};
/// Where the rest of a batch lies on the lengths that the batch is cut from.
PiecesOf heldBackBy(const CutBatch& batch);

/// The selvedges run left to right: the cut end is on the left, the length runs to the right; lengths lie
/// beside each other where there is room, else below.
void paintCutMap(QPainter& painter, const Project& project, const CutPlan& plan, const QRectF& into,
                 const CutMapLook& look);
/// How wide of `into` the map is, with its words.
double cutMapWidth(const Project& project, const CutPlan& plan, const QRectF& into, const CutMapLook& look);

}  // namespace clathra
