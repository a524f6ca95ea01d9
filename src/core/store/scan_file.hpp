// A scan as it lies in a file.
#pragma once
#include <filesystem>
#include <optional>

#include "paper/scan.hpp"

namespace clathra {

/// Where the scale comes from: it is given, a ruler of known length (mm) lies in the picture, or the file
/// says it. The first of these that is there goes before the others.
struct ScanScale {
  std::optional<double> dpi, ruler;
};

struct ScanRead {
  Raster picture;
  double dpi = 0;
  std::vector<ScannedPaper> papers;
};

/// Errors: no picture that can be read, or too large; no scale; as dpiOfRuler and scanPapers.
[[nodiscard]] Result<ScanRead> scanFile(const std::filesystem::path& file, const ScanScale& scale,
                                        const std::vector<ScanShape>& shapes, const Progress& progress = {});

}  // namespace clathra
