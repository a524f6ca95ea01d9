// Pieces that shops sell cloth by.
#pragma once
#include <vector>

#include "model/cloth.hpp"

namespace clathra {

/// The usual pieces of a system, as they are cut before hemming or washing: fat quarters, squares and strips.
std::vector<SoldPiece> usualSoldPieces(LengthUnit unit);

}  // namespace clathra
