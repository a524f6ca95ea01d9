// The order in which Tab goes through a window: that of its layouts, as the eye reads them. The toolkit's own
// order is that in which controls were made, and rows of lists are made anew all the time.
#pragma once
#include <QWidget>

namespace clathra {

/// The control after (or before) the one that has the focus; null where the window has none.
QWidget* nextByTab(QWidget& window, bool forward);

}  // namespace clathra
