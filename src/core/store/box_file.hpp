// The box of papers: a CSV file of its own in the user's data folder, kept from project to project.
//
// Columns shape, handed, edge, count, material, pack, price; edges in mm, or with their unit ("1 1/4 in").
// The first row names them, in any order; shape, edge and count must be there.
#pragma once
#include <filesystem>

#include "model/paper_box.hpp"
#include "result.hpp"

namespace clathra {

std::filesystem::path paperBoxFile();

/// Errors: not CSV, a column missing, a value that is none of its column; the row is named.
[[nodiscard]] Result<PaperBox> paperBoxFrom(std::string_view csv);
std::string toCsv(const PaperBox& box);

/// Errors: as paperBoxFrom; the file is there and cannot be read. Without a file the box is empty.
[[nodiscard]] Result<PaperBox> readPaperBox(const std::filesystem::path& file);
/// Errors: it cannot be written.
[[nodiscard]] Status writePaperBox(const std::filesystem::path& file, const PaperBox& box);

/// The box with these added: rows of one shape, hand, edge, material and pack become one.
PaperBox added(PaperBox box, const PaperBox& more);

}  // namespace clathra
