// The thread that is seen least along a seam.
#pragma once
#include "motif/meeting.hpp"

namespace clathra {

/// Of the colours along both edges the one that is least unlike all of them together (mean ΔE2000): a real
/// colour of the cloth, not a mixture.
Rgb threadFor(const Meeting& meeting);

}  // namespace clathra
