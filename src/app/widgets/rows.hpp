// Widgets in rows and columns.
#pragma once
#include <vector>

class QLayout;
class QScrollArea;
class QWidget;

namespace clathra {

/// Widgets side by side that wrap like words; `gap` px at 100 %.
QWidget* wrappingRow(const std::vector<QWidget*>& widgets, int gap = 8);
/// Scrolls up and down what does not fit; never sideways, and the focus passes to what is inside.
/// Makes the area one that scrolls up and down, with this content.
void scrollDown(QScrollArea& area, QWidget* content);
QScrollArea* scrolledDown(QWidget* content);
/// Takes everything out of a layout and deletes it.
void clearLayout(QLayout* layout);

}  // namespace clathra
