// Which pieces a script speaks of.
#pragma once
#include <nlohmann/json.hpp>

#include "edit/context.hpp"

namespace clathra {

inline constexpr const char* kWaysToNamePieces[] = {"pieces", "shape", "ring", "row", "alike",
                                                    "unit",   "role",  "all",  "bare"};

/// The pieces named by one of these keys, rising. Errors: none named, a number that is not there.
[[nodiscard]] Result<Pieces> namedPieces(const Project& project, const nlohmann::json& args);

/// The pieces of a list as a person types it, rising: "1, 2, 5-9" or "unit:NAME". Errors: names none.
[[nodiscard]] Result<Pieces> piecesListed(const Project& project, const std::string& text);
/// Such a list of rising pieces, runs of numbers joined.
std::string listOf(const Pieces& pieces);

}  // namespace clathra
