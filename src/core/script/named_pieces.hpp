// Which pieces a script speaks of.
#pragma once
#include <nlohmann/json.hpp>

#include "edit/context.hpp"

namespace clathra {

inline constexpr const char* kWaysToNamePieces[] = {"pieces", "shape", "ring", "row", "alike",
                                                    "unit",   "role",  "all",  "bare"};

/// The pieces named by one of these keys, rising. Errors: none named, a number that is not there.
[[nodiscard]] Result<Pieces> namedPieces(const Project& project, const nlohmann::json& args);

}  // namespace clathra
