// The outline of a scrap, traced over a picture of it.
#pragma once
#include <QDialog>

#include "app/cloth/handled_picture.hpp"
#include "app/widgets/fields.hpp"

class QLabel;
class QPushButton;

namespace clathra {

class TraceScrap : public QDialog {
  Q_OBJECT
 public:
  /// `dpi`: what the picture's file says of its scale, if it does.
  TraceScrap(const Raster& picture, std::optional<double> dpi, LengthUnit unit, QWidget* parent = nullptr);
  HandledPicture* view() { return view_; }
  /// Millimetres from the left and the top of its own box, right way round; empty where it is none.
  Polygon outline() const;

 private:
  void showSize();
  int pixels_;
  LengthUnit unit_;
  HandledPicture* view_;
  LengthField* wide_;
  QLabel* size_;
  QPushButton* take_;
};

}  // namespace clathra
