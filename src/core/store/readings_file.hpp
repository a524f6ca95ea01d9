// Readings of papers as files hold them: an array of {shape, handed, what, index, papers, value, state,
// material}.
#pragma once
#include <filesystem>
#include <nlohmann/json.hpp>
#include <vector>

#include "model/reading.hpp"
#include "result.hpp"

namespace clathra {

/// Errors: no array of readings, too many, a value that is no length or angle; the reading is named by its
/// place.
[[nodiscard]] Result<std::vector<Reading>> readingsFrom(const nlohmann::json& array);
/// Errors: as readingsFrom; the file cannot be read.
[[nodiscard]] Result<std::vector<Reading>> readReadings(const std::filesystem::path& file);
nlohmann::json toJson(const std::vector<Reading>& readings);

}  // namespace clathra
