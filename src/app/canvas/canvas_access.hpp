// The layout for a screen reader: each piece is an accessible child of the picture.
#pragma once
#include <QString>

#include "app/session/session.hpp"

namespace clathra {

/// "Hexagon 14, Tide Ink, row 2"; rosettes and grown layouts say the ring. Empty for no piece.
QString describePiece(const Session& session, int piece);

/// Makes pictures of layouts readable; once, before the first is shown.
void installCanvasAccess();

}  // namespace clathra
