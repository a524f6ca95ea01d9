// Makes the picture of a print true: by two points of known distance, by four corners of something of known
// size, its light evened, cropped. One step after the other, looked at, and taken when it is right.
#pragma once
#include <QDialog>

#include "app/cloth/handled_picture.hpp"
#include "app/session/latest.hpp"
#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "image/straighten.hpp"
#include "model/picture.hpp"

class QLabel;

namespace clathra {

/// Why a picture cannot be so large on cloth, in the project's own measure; empty where it can.
QString pictureWidthFault(int pixels, double dpi, LengthUnit unit);

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
