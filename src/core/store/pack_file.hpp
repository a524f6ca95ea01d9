// A packing job as it is read, and its result as it is written.
#pragma once
#include <nlohmann/json.hpp>
#include <string>

#include "packing/job.hpp"

namespace clathra {

/// Errors: not JSON, a field of the wrong kind or out of range.
[[nodiscard]] Result<PackJob> readPackJob(std::string_view text);
nlohmann::json packResultJson(const PackJob& job, const PackResult& result, double seconds);

}  // namespace clathra
