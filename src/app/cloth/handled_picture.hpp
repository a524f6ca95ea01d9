// A picture with points on it, to be dragged or moved by keys.
#pragma once
#include <QImage>
#include <QWidget>

#include "image/raster.hpp"
#include "shape/polygon.hpp"

namespace clathra {
QImage imageOf(const Raster& raster);

/// Arrow keys move the chosen point by a pixel, with Shift by ten; N goes to the next.
class HandledPicture : public QWidget {
  Q_OBJECT
 public:
  explicit HandledPicture(QWidget* parent = nullptr);
  void show(const QImage& picture);
  /// Their places in pixels of the picture, and what they are called.
  void setHandles(std::vector<Point> handles, QStringList names, bool closed);
  /// An outline is traced: a click beside the points makes one more, on the side that passes nearest; A makes
  /// one half way to the next, Delete takes the chosen one away. Not more than `most`, nor fewer than three.
  void setTracing(std::size_t most);
  const std::vector<Point>& handles() const { return handles_; }
  QPointF onScreen(Point p) const;

 Q_SIGNALS:
  void moved();

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  QRectF area() const;
  Point toPicture(QPointF p) const;
  void put(Point at);
  void add(Point at);
  QImage picture_;
  std::vector<Point> handles_;
  QStringList names_;
  bool closed_ = true;
  int held_ = 0;
  std::size_t most_ = 0;  ///< points of an outline that is traced; 0: none is
};

}  // namespace clathra
