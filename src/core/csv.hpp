// Comma-separated values as RFC 4180 has them.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "result.hpp"

namespace clathra {

inline constexpr std::size_t kMostCsvFields = 200'000;

/// Rows of fields. Quotes may hold commas and line breaks; a doubled one is one. Empty lines are left out.
/// Where the first line has semicolons and no comma, they separate. Errors: a quote that is not closed, too
/// many fields.
[[nodiscard]] Result<std::vector<std::vector<std::string>>> parseCsv(std::string_view text);

/// A field, in quotes where it needs them.
std::string csvField(std::string_view text);

}  // namespace clathra
