// A scan as it lies in a file.
#pragma once
#include <filesystem>
#include <optional>

#include "paper/scan.hpp"

namespace clathra {

/// The scale that is given goes before what the file says. Errors: no picture that can be read, or too large;
/// no scale; as scanPapers.
[[nodiscard]] Result<std::vector<ScannedPaper>> scanFile(const std::filesystem::path& file,
                                                         std::optional<double> dpi,
                                                         const std::vector<ScanShape>& shapes,
                                                         const Progress& progress = {});

}  // namespace clathra
