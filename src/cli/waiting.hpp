// What takes long can be told to answer with what it has.
#pragma once
#include "progress.hpp"

namespace clathra::cli {

/// From now on the first Ctrl+C stops what is given this progress; the next one ends the program. All calls
/// answer with the same one.
Progress untilInterrupted();

}  // namespace clathra::cli
