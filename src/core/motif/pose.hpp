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
/// All other pieces of cloths with a print, as chance would have it and the cloth's direction allows: upright
/// where patches stand as their pieces lie, else turned with the piece. The same each time.
std::vector<PrintedPiece> chancePieces(const Project& project);

}  // namespace clathra
