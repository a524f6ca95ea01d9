// The rules that tell whether a page was printed true to size, and the words at its head and foot.
#pragma once
#include <QPainter>

#include "draw/palette.hpp"
#include "model/page.hpp"

namespace clathra {

/// Rules stand in the margin, so they cost no papers, as long as the page holds: half a millimetre misread on
/// 100 mm is half a percent already. Whole centimetres at the foot and on the right, whole inches at the head
/// and on the left; nothing nearer to the edge than 4.5 mm, where printers clip. Margins under 9.5 mm have no
/// room for them: false.
bool holdsRules(const Page& page);
bool paintRules(QPainter& painter, const Page& page, const QString& head, const QString& foot,
                const Palette& palette);

}  // namespace clathra
