// A button that draws its own face: one control for mouse, keys and screen reader, however rich it looks.
#pragma once
#include <QPainter>
#include <QPushButton>

#include "app/theme/theme.hpp"

namespace clathra {

class PaintedButton : public QPushButton {
 public:
  PaintedButton() {
    setObjectName(QStringLiteral("row"));
    setCursor(Qt::PointingHandCursor);
  }

 protected:
  /// The face, over the ground of the style; `k` is the text scale.
  virtual void draw(QPainter& p, double k) = 0;
  void paintEvent(QPaintEvent* event) final {
    QPushButton::paintEvent(event);
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    draw(p, textScale());
  }
};

}  // namespace clathra
