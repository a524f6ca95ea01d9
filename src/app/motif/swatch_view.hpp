// The swatch with its window: drag it, turn it, nudge it with the arrow keys.
#pragma once
#include <QImage>
#include <QWidget>

#include "draw/motif_painter.hpp"

namespace clathra {

class SwatchView : public QWidget {
  Q_OBJECT
 public:
  explicit SwatchView(QWidget* parent = nullptr);
  /// What is shown; an empty picture shows nothing. `outline`: the paper about its centroid, unturned.
  void show(const QImage& picture, const Print& print, const Polygon& outline, double allowance,
            Angle bluntBelow);
  void setWindow(Point at, Angle turn);  ///< without telling
  /// The detail that is noted; the next click marks it while `marking`.
  void setDetail(std::optional<Point> detail);
  void setMarking(bool on);
  Point at() const { return at_; }
  Angle turn() const { return turn_; }
  Polygon paper() const;
  QPointF onScreen(Point p) const { return place_.toDevice(p); }
  double pixelsPerMm() const { return place_.scale; }
  /// Closer or farther by a factor, about the window; never farther than the whole picture.
  void zoomBy(double factor);
  /// So that the window is well seen; and again with the view's size until it is zoomed by hand.
  void zoomToWindow();
  double zoom() const { return zoom_; }

 Q_SIGNALS:
  void moving();   ///< while it is dragged or turned
  void nudged();   ///< a step is done by a key or the wheel
  void dropped();  ///< a step is done: it was let go
  void marked(clathra::Point detail);
  void said(const QString& sentence);

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void refit();
  void paintRepeat(QPainter& p) const;
  QImage picture_;
  Print print_;
  Polygon outline_;
  double allowance_ = 6.35;
  Angle bluntBelow_ = Angle::degrees(75);
  Point at_;
  Angle turn_;
  SwatchPlace place_;
  double zoom_ = 1;    ///< 1: the whole picture
  Point looked_;       ///< what lies in the view's middle, mm of the picture
  bool fresh_ = true;  ///< nobody zoomed yet
  std::optional<Point> detail_;
  bool marking_ = false;
  bool dragging_ = false;
  QPointF grabbed_;
};

}  // namespace clathra
