// Clicks on the layout, as a hand makes them.
#pragma once
#include "app/arrange/arrange_station.hpp"
#include "driver.hpp"

namespace support {

inline clathra::LayoutCanvas* canvasOf(Driver& d) {
  return static_cast<clathra::ArrangeStation*>(d.window->station(QStringLiteral("arrange")))->canvas();
}

inline void clickPiece(Driver& d, std::uint32_t piece, Qt::KeyboardModifiers with = {}) {
  QTest::mouseClick(canvasOf(d), Qt::LeftButton, with, canvasOf(d)->onScreen(piece).toPoint());
  d.settle();
}

}  // namespace support
