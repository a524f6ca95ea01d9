// Drawing round pieces: a box, or a line that goes round them.
#pragma once
#include <QPainter>
#include <QPolygonF>
#include <vector>

#include "draw/layout_painter.hpp"
#include "layout/layout.hpp"

namespace clathra {

enum class AreaKind { None, Box, Lasso };

class AreaPen {
 public:
  void setKind(AreaKind kind);
  AreaKind kind() const { return kind_; }
  bool drawing() const { return !line_.isEmpty(); }
  void press(QPointF at);
  void move(QPointF at);
  void letGo() { line_.clear(); }
  /// The pieces whose centres lie within what was drawn; rising.
  std::vector<std::uint32_t> release(const Layout& layout, const LayoutPlace& place);
  /// Has the pointer gone far enough that it is no click?
  bool isArea() const;
  void paint(QPainter& painter) const;

  /// With the keyboard: the box from one piece to another, both with it.
  static std::vector<std::uint32_t> between(const Layout& layout, std::uint32_t from, std::uint32_t to);

 private:
  QPolygonF outline() const;
  AreaKind kind_ = AreaKind::None;
  QPolygonF line_;  ///< px
};

}  // namespace clathra
