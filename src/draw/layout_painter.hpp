// Draws a layout: the same code for window, thumbnail, PDF, SVG and PNG.
#pragma once
#include <QPainter>
#include <span>

#include "draw/palette.hpp"
#include "layout/arrangement.hpp"
#include "layout/piece_index.hpp"
#include "layout/seams.hpp"
#include "model/project.hpp"
#include "motif/pose.hpp"

namespace clathra {

/// What is looked at: the cloths, where a motif was chosen with what each piece shows of it; all prints as
/// they will be sewn; light and dark alone; the whole as from across the room; or the pieces' numbers.
enum class LayoutView { Cloths, AsSewn, Lightness, StepBack, Numbers };

struct LayoutLook {
  const Palette* palette = &dayPalette();
  bool vector = false;  ///< for PDF and SVG: hatches as strokes
  bool back = false;    ///< seen from the BACK: mirrored left to right
  LayoutView view = LayoutView::Cloths;
  bool overAlone = false;  ///< only what lies over the pieces: finishing line, what is lit, the cursor
  bool signs = true;       ///< cloths' signs on pieces at least 16 px across
  std::span<const std::uint32_t> lit;    ///< pieces a click would change, or a remark is about
  std::span<const OuterEdge> rim;        ///< outer edges, drawn thick where pieces show their numbers
  std::span<const PrintedPiece> inSets;  ///< as sewn: what pieces of sets of layered repeats show
  int cursor = -1;                       ///< piece under the keyboard cursor
};

/// Where the layout lies on the device: scale in units per mm, and the device position of the layout's
/// origin.
struct LayoutPlace {
  double scale = 1;
  QPointF origin;
  bool back = false;
  QPointF toDevice(Point p) const {
    return {origin.x() + (back ? -p.x : p.x) * scale, origin.y() + p.y * scale};
  }
  Point toLayout(QPointF p) const {
    const double x = (p.x() - origin.x()) / scale;
    return {back ? -x : x, (p.y() - origin.y()) / scale};
  }
};
/// The largest place that shows the whole box within the rectangle.
LayoutPlace fitted(const Box& box, const QRectF& into, bool back);

/// `clip`: the part of the device that will be seen; pieces outside are passed over.
void paintLayout(QPainter& painter, const Project& project, const PieceIndex& index, const LayoutPlace& place,
                 const QRectF& clip, const LayoutLook& look);

/// A small picture of an arrangement with its shapes in different shades.
void paintArrangement(QPainter& painter, const Arrangement& arrangement, const QRectF& into,
                      const Palette& palette);

}  // namespace clathra
