// The threads on which cards look things up, sixteen at most: a slow question keeps none of the others
// waiting. They are not the toolkit's shared pool, which it paints with the help of: a window would wait for
// a card.
#pragma once
#include <QThreadPool>

namespace clathra {

/// What runs on it is waited for before the application ends.
QThreadPool& workers();

/// The thread that calls it lets those that answer the user's hand go first from now on; what it starts does
/// so too. For what is worked out ahead: plans, sheets, what cards look up.
void standBack();

}  // namespace clathra
