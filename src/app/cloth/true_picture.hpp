// Makes the picture of a print true: by two points of known distance, by four corners of something of known
// size, its light evened, cropped. One step after the other, looked at, and taken when it is right.
#pragma once
#include <QDialog>
#include <QImage>

#include "app/session/latest.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "image/straighten.hpp"
#include "model/picture.hpp"

class QLabel;

namespace clathra {

/// Why a picture cannot be so large on cloth, in the project's own measure; empty where it can.
QString pictureWidthFault(int pixels, double dpi, LengthUnit unit);

/// The picture with handles to be dragged, or moved by arrow keys, a pixel at a time.
class HandledPicture : public QWidget {
  Q_OBJECT
 public:
  explicit HandledPicture(QWidget* parent = nullptr);
  void show(const QImage& picture);
  /// Their places in pixels of the picture, and what they are called.
  void setHandles(std::vector<Point> handles, QStringList names, bool closed);
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
  QImage picture_;
  std::vector<Point> handles_;
  QStringList names_;
  bool closed_ = true;
  int held_ = 0;
};

class TruePicture : public QDialog {
  Q_OBJECT
 public:
  struct Answer {
    Raster picture;
    double dpi = 100;
    bool scaleKnown = false;
    std::vector<Point> steps;  ///< of its repeat by alike points, pixels: at most two
  };
  TruePicture(Raster picture, double dpi, bool scaleKnown, LengthUnit unit, QWidget* parent = nullptr);
  const Answer& answer() const { return now_; }
  HandledPicture* view() { return view_; }

 private:
  enum Mode { TwoPoints, FourCorners, Crop, Alike };
  void setMode(int mode);
  void act();
  void evenLight();
  void work(std::function<Result<Answer>(const Progress&)> job);
  void refresh();

  Answer start_, now_;
  LengthUnit unit_;
  Latest<Result<Answer>> work_;
  HandledPicture* view_;
  Pills* mode_;
  QLabel *note_, *scale_, *wideLabel_ = nullptr;
  LengthField *wide_, *high_;
  QPushButton *act_, *even_, *back_, *take_;
};

}  // namespace clathra
