// The look of all widgets: palette, type and their scale.
#pragma once
#include <QApplication>

#include "draw/palette.hpp"

namespace clathra {

/// Type sizes in px at 100 %.
struct Type {
  static constexpr double kText = 15, kHead = 17, kFigure = 22, kSmall = 14;
};

/// Applies palette, fonts and style sheet to the whole application. Scale 1 to 2.
void applyTheme(QApplication& app, bool evening, double scale);
const Palette& currentPalette();
double textScale();
/// Text so large that rows of buttons become lists, and the strip goes to the bench.
bool largeText();
/// A length of the layout scaled with the text, px.
int scaled(double px);
bool eveningTheme();

}  // namespace clathra
