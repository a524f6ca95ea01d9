#include "csv.hpp"

namespace clathra {

Result<std::vector<std::vector<std::string>>> parseCsv(std::string_view text) {
  if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);  // a mark that some programs put first
  const std::string_view first = text.substr(0, text.find('\n'));
  const bool commas = first.find(',') != std::string_view::npos || first.find(';') == std::string_view::npos;
  const char between = commas ? ',' : ';';
  std::vector<std::vector<std::string>> rows;
  std::vector<std::string> row;
  std::string field;
  bool inside = false, wasQuoted = false;
  std::size_t fields = 0;
  const auto endField = [&] {
    row.push_back(std::move(field));
    field.clear();
    wasQuoted = false;
    ++fields;
  };
  const auto endRow = [&] {
    endField();
    if (row.size() > 1 || !row.front().empty()) rows.push_back(std::move(row));
    row.clear();
  };
  for (std::size_t i = 0; i < text.size(); ++i) {
    if (fields > kMostCsvFields) return fail("csv-too-large", kMostCsvFields);
    const char c = text[i];
    if (inside) {
      if (c != '"')
        field += c;
      else if (i + 1 < text.size() && text[i + 1] == '"')
        field += text[++i];
      else
        inside = false;
    } else if (c == '"' && field.empty() && !wasQuoted) {
      inside = wasQuoted = true;
    } else if (c == between) {
      endField();
    } else if (c == '\n') {
      endRow();
    } else if (c != '\r') {
      field += c;
    }
  }
  if (inside) return fail("csv-open-quote", rows.size() + 1);
  if (!field.empty() || !row.empty() || wasQuoted) endRow();
  return rows;
}

std::string csvField(std::string_view text) {
  if (text.find_first_of(",;\"\r\n") == std::string_view::npos) return std::string(text);
  std::string out = "\"";
  for (const char c : text) {
    if (c == '"') out += '"';
    out += c;
  }
  return out + '"';
}

}  // namespace clathra
