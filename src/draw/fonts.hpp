// The shipped type, so that pages look the same on every machine.
#pragma once
#include <QFont>

namespace clathra {

/// Loads the shipped faces once; safe to call again. Without them the system's sans serif is used.
void loadFonts();
/// The shipped family at a pixel size (screen) or, for pages, at a height in the painter's units.
QFont textFont(double pixels, int weight = QFont::Normal);

}  // namespace clathra
