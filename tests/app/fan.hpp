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
  // Its name is typed until it stands among the rows.
  const int fit = static_cast<int>(at - fits.begin());
  const auto row = [&] {
    const auto rows = fan.rowsShown();
    return std::find(rows.begin(), rows.end(), fit) - rows.begin();
  };
  const auto there = [&] { return row() < static_cast<std::ptrdiff_t>(fan.rowsShown().size()); };
  for (const char c : at->title)
    if (!there() && std::isalpha(static_cast<unsigned char>(c)))
      QTest::keyClick(d.focused(), c);
    else if (!std::isalpha(static_cast<unsigned char>(c)))
      break;
  for (int page = 0; page < 8 && !there(); ++page) QTest::keyClick(d.focused(), Qt::Key_PageDown);
  if (!there()) return false;
  QTest::keyClick(d.focused(), static_cast<Qt::Key>(Qt::Key_1 + row()));
  d.settle();
  return true;
}

}  // namespace support
