// The fan of what fits, as a user presses it.
#pragma once
#include <QtTest>
#include <algorithm>

#include "app/arrange/fit_fan.hpp"
#include "driver.hpp"

namespace support {

/// Presses the number that stands beside a shape, turning to its page first. False if it is not offered.
inline bool pressShape(Driver& d, const clathra::FitFan& fan, const char* shape) {
  const auto& fits = fan.fits();
  const auto at =
      std::find_if(fits.begin(), fits.end(), [&](const clathra::Fit& f) { return f.shape == shape; });
  if (at == fits.end()) return false;
  const auto n = at - fits.begin();
  for (auto page = n; page >= 6; page -= 6) QTest::keyClick(d.focused(), Qt::Key_M);
  QTest::keyClick(d.focused(), static_cast<Qt::Key>(Qt::Key_1 + n % 6));
  d.settle();
  return true;
}

}  // namespace support
