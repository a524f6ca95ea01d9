// A picture of a print, read for its scale and its repeat.
#pragma once
#include <filesystem>
#include <optional>

#include "image/repeat_finder.hpp"
#include "model/picture.hpp"

namespace clathra {

struct PrintRead {
  std::optional<double> dpi;  ///< where the file says it, and it can be that of cloth (printScaleCanBe)
  FoundRepeat found;
};

/// A picture and the scale its file gives, pixels to the inch, if it does.
struct ScaledPicture {
  Raster raster;
  std::optional<double> dpi;
};
/// Errors: it cannot be read, or is no picture; cancelled.
[[nodiscard]] Result<ScaledPicture> readPictureFile(const std::filesystem::path& file,
                                                    const Progress& progress = {});

/// Errors: it cannot be read, or is no picture; cancelled.
[[nodiscard]] Result<PrintRead> readPrintFile(const std::filesystem::path& file,
                                              const Progress& progress = {});
/// Of a picture that a project holds, which has no scale of its own.
[[nodiscard]] Result<PrintRead> readPrint(const Picture& picture, const Progress& progress = {});

}  // namespace clathra
