// The colours of the interface: one set by day, one for the evening. Text on ground or panel reaches 4.5:1.
#pragma once
#include <QColor>

#include "model/cloth.hpp"

namespace clathra {

struct Palette {
  QColor ground, panel, line, ink, muted, madder, moss, ochre, sea, chosen, note;
  QColor onAct;  ///< text on madder, moss, ochre and sea
  QColor paper;  ///< a printed page
  bool dark = false;
};

const Palette& dayPalette();
const Palette& eveningPalette();
/// Black on white, for paper.
const Palette& printPalette();

QColor colourOf(Rgb c);
/// WCAG contrast of two opaque colours, 1 to 21.
double contrast(const QColor& a, const QColor& b);
/// Black or white, whichever reads better on the colour.
QColor readableOn(const QColor& ground);

}  // namespace clathra
