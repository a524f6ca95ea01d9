// Shapes of one's own that were made before: they are kept from project to project.
#pragma once
#include <filesystem>
#include <vector>

#include "layout/layout.hpp"
#include "result.hpp"

namespace clathra {

/// In the user's data folder.
std::filesystem::path shapeBoxFile();

/// Outlines in mm, by name. A file that is not there or cannot be read has none.
std::vector<OwnShape> readShapeBox(const std::filesystem::path& file);

/// Adds these; one of the same name takes the older one's place, the oldest go where there are too many.
/// Errors: it cannot be written, or what is there cannot be read (it is left as it is).
[[nodiscard]] Status keepInShapeBox(const std::filesystem::path& file, const std::vector<OwnShape>& shapes);

}  // namespace clathra
