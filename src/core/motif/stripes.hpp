// How striped patches are turned where chance deals them: so that no two neighbours look like a mistake.
//
// Guarantees:
//  1 pieces that share a seam cross their stripes at more than 15°, or both have them along the seam,
//  wherever
//    the turns of their shapes allow it for all; `mistakes` counts the seams where they do not;
//  2 the same project is dealt the same.
#pragma once
#include <cstdint>
#include <map>

#include "model/project.hpp"

namespace clathra {

struct DealtTurns {
  std::map<std::uint32_t, int> steps;  ///< by piece: so many of its shape's turns further than it lies
  int mistakes = 0;
};
/// Does the print of a cloth run in stripes, and in which direction on the picture?
std::optional<Angle> stripesOn(const Cloth& cloth);
/// A plain stripe, on cloth that is said to be striped: one step across, and the same all along.
bool slidesAlong(const Cloth& cloth);
/// Would stripes look like a mistake across a seam? They cross at 1° to 15°, or run on over it where nobody
/// knows whether they meet.
bool likeAMistake(Angle one, Angle other, Angle seam);
/// Of these pieces, which wear a striped cloth whose patches may stand any way.
DealtTurns dealTurns(const Layout& layout, const std::vector<std::uint32_t>& pieces, Angle stripes);

}  // namespace clathra
