// The project file: `.clathra`, a zip of project.json, layout.json and pictures/*.png. See
// docs/file-format.md.
#pragma once
#include <filesystem>
#include <string>
#include <string_view>

#include "filesystem.hpp"
#include "model/project.hpp"
#include "progress.hpp"

namespace clathra {

/// 2 added the recipe's hand work, 3 lets remarks name cloths by id, 4 has the log of what was cut.
inline constexpr int kFileVersion = 7;

/// The bytes of a project file.
[[nodiscard]] Result<std::string> serialize(const Project& project);
/// Errors, as the end of a sentence: not a project, damaged, a newer version, a field that is wrong.
[[nodiscard]] Result<Project> deserialize(std::string_view bytes, const Progress& progress = {});

/// Reads a project file. Errors: one sentence with the file's name.
[[nodiscard]] Result<Project> openProject(const std::filesystem::path& path, const Progress& progress = {});
/// Writes it whole or not at all; see writeWhole. Errors: as writeWhole; cancelled, before anything is
/// written.
[[nodiscard]] Status saveProject(FileSystem& fs, const Project& project, const std::filesystem::path& path,
                                 const Progress& progress = {});

/// Size and time of a file, to notice that another program changed it. Empty when there is no file.
std::string fileStamp(const std::filesystem::path& path);

}  // namespace clathra
