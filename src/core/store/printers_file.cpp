#include "store/printers_file.hpp"

#include <algorithm>

#include "filesystem.hpp"
#include "shape/json_fields.hpp"
#include "store/data_folder.hpp"
#include "text.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostPrinterBytes = 1'000'000, kMostName = 80;
}

std::filesystem::path printersFile() {
  return userDataFolder() / "printers.json";
}

Result<std::vector<PrinterProfile>> readPrinters(const std::filesystem::path& file) {
  std::error_code ec;
  if (!std::filesystem::exists(file, ec)) return std::vector<PrinterProfile>{};
  const auto text = readWhole(file, kMostPrinterBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto j = parseJson(*text);
  if (!j || !j->is_object()) return fail("no-printers-file", calledFile(file));
  Fields in(*j, Message("it"));
  std::vector<PrinterProfile> out;
  for (const auto& one : in.array("printers", kMostPrinters)) {
    Fields f(one, Message("it"));
    PrinterProfile p;
    p.name = f.text("name", {}, kMostName);
    p.margin = f.number("margin", kLeastMargin, kMostMargin, kPageMargin);
    p.across = f.number("across", 0.5, 2, 1.0);
    p.down = f.number("down", 0.5, 2, 1.0);
    p.readAcross = f.number("readAcross", 0.5, 2, 1.0);
    p.readDown = f.number("readDown", 0.5, 2, 1.0);
    p.checked = f.text("checked", {}, 40);
    if (!f.ok() || p.name.empty()) return fail("no-printers-file", calledFile(file));
    out.push_back(std::move(p));
  }
  if (!in.ok()) return fail("no-printers-file", calledFile(file));
  return out;
}

Status keepPrinter(const std::filesystem::path& file, const PrinterProfile& profile) {
  if (profile.name.empty() || characters(profile.name) > kMostName || !isUtf8(profile.name))
    return fail("printer-name");
  auto all = readPrinters(file);
  if (!all) return tl::make_unexpected(all.error());
  const auto at =
      std::find_if(all->begin(), all->end(), [&](const auto& p) { return p.name == profile.name; });
  if (at != all->end())
    *at = profile;
  else if (all->size() >= kMostPrinters)
    return fail("printers-too-many", kMostPrinters);
  else
    all->push_back(profile);
  nlohmann::json list = nlohmann::json::array();
  for (const PrinterProfile& p : *all)
    list.push_back({{"name", p.name},
                    {"margin", p.margin},
                    {"across", p.across},
                    {"down", p.down},
                    {"readAcross", p.readAcross},
                    {"readDown", p.readDown},
                    {"checked", p.checked}});
  std::error_code ec;
  std::filesystem::create_directories(file.parent_path(), ec);
  const std::string text = nlohmann::json{{"printers", list}}.dump(1);
  return writeWhole(realFileSystem(), file, std::as_bytes(std::span(text)));
}

Result<PrinterProfile> printerCalled(const std::filesystem::path& file, const std::string& name) {
  const auto all = readPrinters(file);
  if (!all) return tl::make_unexpected(all.error());
  std::string known;
  for (const PrinterProfile& p : *all) {
    if (p.name == name) return p;
    known += (known.empty() ? "" : ", ") + p.name;
  }
  return known.empty() ? fail("no-printer-known", oneLine(name))
                       : fail("no-printer-called", oneLine(name), known);
}

}  // namespace clathra
