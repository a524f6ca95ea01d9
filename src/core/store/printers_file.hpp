// Printers as they were measured: printers.json in the user's data folder.
#pragma once
#include <filesystem>
#include <vector>

#include "paper/true_scale.hpp"

namespace clathra {

std::filesystem::path printersFile();
/// Without a file there are none. Errors: it is there and cannot be read.
[[nodiscard]] Result<std::vector<PrinterProfile>> readPrinters(const std::filesystem::path& file);
/// Adds it, or takes the place of the one of its name. Errors: as readPrinters; it cannot be written; a name
/// that is none.
[[nodiscard]] Status keepPrinter(const std::filesystem::path& file, const PrinterProfile& profile);
/// Errors: as readPrinters; there is none of that name.
[[nodiscard]] Result<PrinterProfile> printerCalled(const std::filesystem::path& file,
                                                   const std::string& name);

}  // namespace clathra
