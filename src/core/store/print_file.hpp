// A picture of a print, read for its scale and its repeat.
#pragma once
#include <filesystem>
#include <optional>

#include "image/repeat_finder.hpp"
#include "model/picture.hpp"

namespace clathra {

struct PrintRead {
  std::optional<double> dpi;  ///< where the file says it, and it can be that of cloth
  FoundRepeat found;
};

/// What a file may say of the cloth; other scales are passed over: pixels to the inch.
inline constexpr double kLeastPrintDpi = 5, kMostPrintDpi = 5'000;

/// Errors: it cannot be read, or is no picture; cancelled.
[[nodiscard]] Result<PrintRead> readPrintFile(const std::filesystem::path& file,
                                              const Progress& progress = {});
/// Of a picture that a project holds, which has no scale of its own.
[[nodiscard]] Result<PrintRead> readPrint(const Picture& picture, const Progress& progress = {});

}  // namespace clathra
