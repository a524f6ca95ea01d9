// Pictures of all views, made from the demo: for the README, for looking, and where there is no screen.
#pragma once
#include <QApplication>
#include <QString>

#include "layout/arrangement.hpp"

namespace clathra {

/// Writes PNGs of 1280x800 into the folder and says where. Gives the exit code.
int takeScreenshots(QApplication& app, const ArrangementLibrary& library, const QString& folder);

}  // namespace clathra
