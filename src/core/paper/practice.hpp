// Papers laid on the glass of the stand-in scanner.
#pragma once
#include "image/practice_scan.hpp"
#include "layout/layout.hpp"

namespace clathra {

/// Papers of all the layout's kinds in turn, apart from each other and each turned a little by chance, as
/// many as the glass holds and no more than `most`. What is larger than the glass stays away.
std::vector<PaperOnGlass> papersForPractice(const Layout& layout, const PracticeScan& scan,
                                            std::size_t most = 60);

}  // namespace clathra
