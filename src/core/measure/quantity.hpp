// How quantities are written, each by its kind, in the project's own system of measure. An inch project reads
// no metric figure and no decimals of an inch, a metric one no inch; what is finer than 1/64 in stands in
// millimetres in both and says so. Lengths that were typed are written by formatLength, sizes by
// formatReadable (measure/length.hpp).
//
// Guarantees:
//  1 cloth to cut or to buy is never written shorter than it is;
//  2 the lines of a sum, added up as they are read, give what is read below them.
#pragma once
#include <string>

#include "measure/length.hpp"

namespace clathra {

/// Cloth to cut or to buy, rounded up: inches to the next 1/8, from 2 yd on yards and eighths; cm to the next
/// 0.1, from 1 m on metres to the next 0.01.
std::string writeCloth(double mm, LengthUnit unit);

/// Up to the next line of the ruler, as strips are cut: 1/8 in, or 1 mm. In mm.
double roundedToRuler(double mm, LengthUnit unit);

/// Seams, thread, cloth on hand: to the nearest 1/8 in, 1/8 yd from 2 yd on, whole yards from 10 yd on; cm,
/// and metres from 1 m on.
std::string writeLong(double mm, LengthUnit unit);

/// Width and height of what is sewn: to the nearest 1/8 in, or 0.1 mm; in cm where both are 400 mm and more.
std::string writeSize(double width, double height, LengthUnit unit);

/// Cloth or card by the area (mm²): square inches, from 1 296 on square yards; cm², from 1 m² on m².
std::string writeArea(double mm2, LengthUnit unit);

/// Millimetres in both systems: misses, errors, gaps, exact heights, places on a print. What would read as
/// nothing is "less than" the last digit.
std::string writeFine(double mm, int digits);

/// A change of a long length: "+1/2 in", "−12 cm"; empty where it would read as none.
std::string writeChange(double mm, LengthUnit unit);

/// Writes the lines of a sum to 1/16 in or 0.1 mm, each rounded so that what was written so far adds up.
class SumWriter {
 public:
  explicit SumWriter(LengthUnit unit) : unit_(unit) {}
  std::string line(double mm);
  /// What the lines written so far give.
  std::string total() const;

 private:
  LengthUnit unit_;
  double exact_ = 0;
  long long written_ = 0;  ///< sixteenths of an inch, or tenths of a millimetre
};

}  // namespace clathra
