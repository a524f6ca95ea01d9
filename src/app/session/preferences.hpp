// What the user has told the program about herself, kept between runs.
#pragma once
#include <QString>
#include <QStringList>

#include "measure/length.hpp"
#include "paper/true_scale.hpp"

namespace clathra {

/// Read from and written to $XDG_CONFIG_HOME/clathra/clathra.ini at once.
class Preferences {
 public:
  bool firstStartDone() const;
  void setFirstStartDone();
  LengthUnit unit() const;
  void setUnit(LengthUnit unit);
  QString page() const;  ///< a4 or letter
  void setPage(const QString& page);
  QString printer() const;  ///< the name of the one that is used
  void setPrinter(const QString& name);
  bool rightHanded() const;
  void setRightHanded(bool right);
  bool evening() const;  ///< dark theme
  void setEvening(bool evening);
  double textScale() const;  ///< 1 to 2
  void setTextScale(double scale);
  QStringList recent() const;  ///< newest first, files that are still there
  void addRecent(const QString& path);
};

/// A printer as it was measured; one that never was draws true to size.
PrinterProfile printerNamed(const QString& name);

}  // namespace clathra
