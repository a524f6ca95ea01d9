// How the patches of pieces lie on their print: what each piece of the layout shows of the picture.
#pragma once
#include <vector>

#include "model/project.hpp"
#include "shape/motion.hpp"

namespace clathra {

struct PrintedPiece {
  std::uint32_t piece = 0;
  ClothId cloth = kNoCloth;
  Motion toLayout;  ///< of places on the picture, mm
};

/// The pieces that show a motif choice: each as it is cut. Of a choice that is alternately mirrored every
/// second piece, in the order of their numbers, shows the mirror image, or those of the other hand.
std::vector<PrintedPiece> motifPieces(const Project& project);
/// By how many of its shape's turns each piece of a choice is turned further: none, or where the choice looks
/// to the middle as many as bring the corner that copies of the window are turned round (turningCorner) to
/// the middle of its group: pieces that touch, at a corner at least. Where the middle lies between two
/// corners it is the same one for all. In the order of the choice's pieces.
std::vector<int> stepsToMiddle(const Layout& layout, const MotifChoice& motif);

/// All other pieces of cloths with a print, as chance would have it and the cloth's direction allows: upright
/// where patches stand as their pieces lie, else turned with the piece; stripes that may stand any way as
/// they are dealt (dealTurns). The same each time.
std::vector<PrintedPiece> chancePieces(const Project& project);

}  // namespace clathra
