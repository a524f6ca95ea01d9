// The shelf as a table: one row a length of cloth, rows of one name one cloth.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "edit/edit.hpp"
#include "model/project.hpp"

namespace clathra {

/// Columns cloth, colour, hatch, direction, width, length, length_width, sold, step, piece_width,
/// piece_length, price, shrink, thickness, fray, washed, thread, collection, straight (the cut end),
/// piece_straight. Lengths with their unit. Holes,
/// outlines, prints and what was cut stay with the project.
std::string shelfCsv(const Project& project);

/// The edits that put such a table on the project's shelf: a cloth it has is changed as far as the table
/// says, others are added. A bare number is in the project's unit. Errors: a column is missing, a value that
/// is none, with its row; what the edits refuse.
[[nodiscard]] Result<std::vector<Edit>> shelfEdits(const Project& project, std::string_view csv);

}  // namespace clathra
