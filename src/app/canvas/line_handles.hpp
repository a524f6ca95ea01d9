// The finishing line with its handles: sides of a rectangle and corners of other outlines are dragged over
// the outlines of the whole pieces.
#pragma once
#include <QPainter>
#include <memory>
#include <optional>

#include "draw/layout_painter.hpp"

namespace clathra {

class LineHandles {
 public:
  /// True if they were not shown before, or no longer are.
  bool show(bool shown, std::shared_ptr<const Layout> whole);
  bool shown() const { return shown_; }
  /// The whole pieces, which reach farther than the line; may be null.
  const Layout* whole() const { return shown_ ? whole_.get() : nullptr; }

  /// Which handle lies under a point of the device; -1 for none. Of an upright rectangle the sides: left,
  /// top, right, bottom; of other outlines their corners.
  int handleAt(QPointF at, const Layout& layout, const LayoutPlace& place) const;
  bool press(QPointF at, const Layout& layout, const LayoutPlace& place);
  bool dragging() const { return handle_ >= 0; }
  /// The line with the handle at the point: a side at least 20 mm from the one across, a corner so that the
  /// outline stays convex, else where it was before.
  Polygon drag(QPointF to, const Layout& layout, const LayoutPlace& place);
  /// Lets go: the line as it was dragged, if it was.
  std::optional<Polygon> release();
  /// Is it convex, clockwise, with no corner nearly flat or sharp?
  static bool keepsConvex(const Polygon& line);
  static bool isUpright(const Layout& layout);

  void paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const;

 private:
  bool shown_ = false;
  std::shared_ptr<const Layout> whole_;
  std::optional<Polygon> moved_;
  int handle_ = -1;
};

}  // namespace clathra
