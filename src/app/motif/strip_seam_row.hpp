// Where the seam of a cloth that is joined from strips lies in the window.
#pragma once
#include <QWidget>

#include "app/widgets/buttons.hpp"
#include "app/widgets/fields.hpp"
#include "model/motif_choice.hpp"
#include "model/project.hpp"

class QLabel;

namespace clathra {

class StripSeamRow : public QWidget {
  Q_OBJECT
 public:
  explicit StripSeamRow(QWidget* parent = nullptr);
  /// Shows itself only where the cloth is joined.
  void show(const Project& project, const MotifChoice* motif);

 Q_SIGNALS:
  void moved(double x);  ///< the window's middle on the picture, mm
  void said(const QString& sentence);

 private:
  void read();

  LengthField* away_ = nullptr;
  Pills* side_ = nullptr;
  QLabel* note_ = nullptr;
  double seam_ = 0, round_ = 0;  ///< the nearest one, and how far on it comes again, mm
};

}  // namespace clathra
