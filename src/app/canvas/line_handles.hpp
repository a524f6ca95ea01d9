// The finishing line with its handles: sides of a rectangle are dragged over the outlines of the whole
// pieces.
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

  /// Which side of the line lies under a point of the device: left, top, right, bottom; -1 for none. Only
  /// rectangles have sides to drag.
  int sideAt(QPointF at, const Layout& layout, const LayoutPlace& place) const;
  bool press(QPointF at, const Layout& layout, const LayoutPlace& place);
  bool dragging() const { return side_ >= 0; }
  /// The line with the side at the point, at least 20 mm from the one across.
  Box drag(QPointF to, const Layout& layout, const LayoutPlace& place);
  /// Lets go: the line as it was dragged, if it was.
  std::optional<Box> release();

  void paint(QPainter& painter, const Layout& layout, const LayoutPlace& place) const;

 private:
  bool shown_ = false;
  std::shared_ptr<const Layout> whole_;
  std::optional<Box> moved_;
  int side_ = -1;
};

}  // namespace clathra
