// Where the shipped data lies, and what the user has added.
#pragma once
#include <filesystem>
#include <vector>

#include "layout/arrangement.hpp"
#include "result.hpp"

namespace clathra {

/// $CLATHRA_DATA, else share/clathra beside the program's folder, else the source tree it was built from.
std::filesystem::path dataFolder();
/// $XDG_DATA_HOME/clathra or ~/.local/share/clathra: own arrangements lie in its folder arrangements.
std::filesystem::path userDataFolder();
/// Shipped arrangements and the user's own. Errors: as ArrangementLibrary::load.
[[nodiscard]] Result<ArrangementLibrary> loadArrangements();

}  // namespace clathra
