#include "script/shelf_csv.hpp"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <map>

#include "csv.hpp"
#include "measure/length.hpp"
#include "script/read_edit.hpp"
#include "store/codec.hpp"
#include "text.hpp"

namespace clathra {

using nlohmann::json;

namespace {

constexpr std::array kShelfColumns{
    "cloth", "colour", "hatch",       "direction",    "width",    "length",        "length_width",
    "sold",  "step",   "piece_width", "piece_length", "price",    "shrink",        "thickness",
    "fray",  "washed", "thread",      "collection",   "straight", "piece_straight"};

/// With its unit, and so that it is read back as it is: what is of the other system stands in that, what was
/// calculated in millimetres.
std::string exactText(Length length, LengthUnit unit) {
  for (const LengthUnit in : {unit, LengthUnit::Inch, LengthUnit::Millimetre})
    if (std::string text = formatLength(length, in); !text.starts_with("about")) return text;
  return formatNumber(length.mm(), 6) + " mm";
}

/// A row by the names of its columns; what is empty is not there.
using Row = std::map<std::string, std::string>;

std::string bare(const std::string& text) {
  const auto from = text.find_first_not_of(" \t");
  if (from == std::string::npos) return {};
  return text.substr(from, text.find_last_not_of(" \t") - from + 1);
}

Result<std::vector<Row>> rowsOf(std::string_view csv) {
  const auto table = parseCsv(csv);
  if (!table) return tl::make_unexpected(table.error());
  if (table->empty()) return fail("shelf-empty");
  const auto& names = table->front();
  for (const std::string& name : names)
    if (!bare(name).empty() &&
        std::find(kShelfColumns.begin(), kShelfColumns.end(), bare(name)) == kShelfColumns.end())
      return fail("shelf-column-unknown", oneLine(name, 30));
  if (std::none_of(names.begin(), names.end(), [](const std::string& n) { return bare(n) == "cloth"; }))
    return fail("shelf-no-cloth-column");
  std::vector<Row> out;
  for (std::size_t i = 1; i < table->size(); ++i) {
    Row row;
    for (std::size_t c = 0; c < names.size() && c < (*table)[i].size(); ++c)
      if (const std::string text = bare((*table)[i][c]); !text.empty()) row[bare(names[c])] = text;
    out.push_back(std::move(row));
  }
  return out;
}

/// Rows of one cloth as one edit.
class ClothRows {
 public:
  ClothRows(const Project& project, std::string name) : project_(project), name_(std::move(name)) {}

  Status add(const Row& row, std::size_t number) {
    number_ = number;
    for (const char* key : {"colour", "hatch", "direction"})
      if (const auto at = row.find(key); at != row.end()) edit_[key] = at->second;
    if (const auto ok = length(row, "width", edit_); !ok) return ok;
    for (const char* key : {"price", "shrink", "collection"})
      if (const auto ok = this->number(row, key, edit_); !ok) return ok;
    if (const auto ok = sold(row); !ok) return ok;
    if (const auto ok = facts(row); !ok) return ok;
    if (!row.contains("length")) return {};
    json one = json::object();
    if (const auto ok = length(row, "length", one); !ok) return ok;
    if (row.contains("length_width")) {
      json width = json::object();
      if (const auto ok = length(row, "length_width", width); !ok) return ok;
      one["width"] = width["length_width"];
    }
    if (const auto ok = yesNo(row, "straight", "straight", one); !ok) return ok;
    edit_["lengths"].push_back(std::move(one));
    return {};
  }

  Result<Edit> edit() {
    if (const auto known = findCloth(project_, name_)) {
      edit_["edit"] = "changeCloth";
      edit_["cloth"] = name_;
    } else {
      edit_["edit"] = "addCloth";
      edit_["name"] = name_;
    }
    auto read = readEdit(project_, edit_);
    if (!read) return fail("shelf-row", number_, read.error().message);
    return read;
  }

 private:
  Status length(const Row& row, const char* key, json& into) const {
    const auto at = row.find(key);
    if (at == row.end()) return {};
    const auto read = parseLength(at->second, project_.settings.unit);
    if (!read) return fail("shelf-row", number_, read.error().message);
    into[key] = read->mm();
    return {};
  }
  Status number(const Row& row, const char* key, json& into) const {
    const auto at = row.find(key);
    if (at == row.end()) return {};
    double x = 0;
    const std::string& text = at->second;
    const auto [end, ec] = std::from_chars(text.data(), text.data() + text.size(), x);
    if (ec != std::errc() || end != text.data() + text.size())
      return fail("shelf-number", number_, key, oneLine(text, 30));
    if (std::trunc(x) == x && std::abs(x) < 1e9)
      into[key] = static_cast<std::int64_t>(x);
    else
      into[key] = x;
    return {};
  }
  Status yesNo(const Row& row, const char* column, const char* key, json& into) const {
    const auto at = row.find(column);
    if (at == row.end()) return {};
    if (at->second != "yes" && at->second != "no")
      return fail("shelf-yes-no", number_, column, oneLine(at->second, 30));
    into[key] = at->second == "yes";
    return {};
  }
  Status sold(const Row& row) {
    const auto at = row.find("sold");
    if (at != row.end() && at->second != "length") {
      json piece = {{"by", "piece"}, {"name", at->second}};
      json sizes = json::object();
      for (const char* key : {"piece_width", "piece_length"}) {
        if (!row.contains(key)) return fail("shelf-piece-size", number_, at->second);
        if (const auto ok = length(row, key, sizes); !ok) return ok;
      }
      piece["width"] = sizes["piece_width"];
      piece["length"] = sizes["piece_length"];
      if (const auto ok = yesNo(row, "piece_straight", "straight", piece); !ok) return ok;
      edit_["sold"] = std::move(piece);
    } else if (row.contains("step")) {
      json step = {{"by", "length"}};
      if (const auto ok = length(row, "step", step); !ok) return ok;
      edit_["sold"] = std::move(step);
    }
    return {};
  }
  Status facts(const Row& row) {
    json all = json::object();
    if (const auto ok = number(row, "thickness", all); !ok) return ok;
    for (const char* key : {"fray", "thread"})
      if (const auto at = row.find(key); at != row.end()) all[key] = at->second;
    if (const auto ok = yesNo(row, "washed", "washed", all); !ok) return ok;
    if (all.empty()) return {};
    // What the table does not speak of stays.
    if (const auto known = findCloth(project_, name_)) {
      const json before = toJson(*clothById(project_, *known));
      if (before.contains("facts"))
        for (const auto& [key, value] : before["facts"].items())
          if (!all.contains(key)) all[key] = value;
    }
    edit_["facts"] = std::move(all);
    return {};
  }

  const Project& project_;
  std::string name_;
  std::size_t number_ = 0;
  json edit_ = json::object();
};

}  // namespace

std::string shelfCsv(const Project& project) {
  std::string out;
  for (std::size_t c = 0; c < kShelfColumns.size(); ++c) out += std::string(c ? "," : "") + kShelfColumns[c];
  out += "\r\n";
  const LengthUnit unit = project.settings.unit;
  for (const Cloth& cloth : project.cloths) {
    const json j = toJson(cloth);
    Row row;
    row["cloth"] = cloth.name.empty() ? cloth.sign : cloth.name;
    for (const char* key : {"colour", "hatch", "direction"}) row[key] = j[key].get<std::string>();
    if (cloth.width) row["width"] = exactText(*cloth.width, unit);
    row["sold"] = cloth.soldPiece ? cloth.soldPiece->name : "length";
    if (cloth.soldPiece) {
      row["piece_width"] = exactText(cloth.soldPiece->width, unit);
      row["piece_length"] = exactText(cloth.soldPiece->length, unit);
      row["piece_straight"] = cloth.soldPiece->straight ? "yes" : "no";
    } else {
      row["step"] = exactText(cloth.increment, unit);
    }
    if (cloth.price) row["price"] = formatNumber(*cloth.price, 4);
    if (cloth.shrinkPercent > 0) row["shrink"] = formatNumber(cloth.shrinkPercent, 3);
    if (cloth.facts.thickness) row["thickness"] = formatNumber(*cloth.facts.thickness, 3);
    if (cloth.facts.fray) row["fray"] = frayName(*cloth.facts.fray);
    if (cloth.facts.washed) row["washed"] = *cloth.facts.washed ? "yes" : "no";
    if (cloth.facts.thread) row["thread"] = j["facts"]["thread"].get<std::string>();
    const auto add = [&](const OnHand* length) {
      Row one = row;
      if (length) one["length"] = exactText(length->length, unit);
      if (length && length->width) one["length_width"] = exactText(*length->width, unit);
      if (length && length->straight) one["straight"] = "yes";
      for (std::size_t c = 0; c < kShelfColumns.size(); ++c)
        out += (c ? "," : "") + csvField(one[kShelfColumns[c]]);
      out += "\r\n";
    };
    if (cloth.collection) row["collection"] = std::to_string(cloth.lengths.size());
    if (cloth.lengths.empty()) add(nullptr);
    for (const OnHand& l : cloth.lengths) {
      add(&l);
      if (cloth.collection) break;  // the others are like it
    }
  }
  return out;
}

Result<std::vector<Edit>> shelfEdits(const Project& project, std::string_view csv) {
  const auto rows = rowsOf(csv);
  if (!rows) return tl::make_unexpected(rows.error());
  std::vector<std::string> order;
  std::map<std::string, ClothRows> cloths;
  for (std::size_t i = 0; i < rows->size(); ++i) {
    const Row& row = (*rows)[i];
    const std::size_t number = i + 2;
    const auto name = row.find("cloth");
    if (name == row.end() || !isUtf8(name->second)) return fail("shelf-no-name", number);
    const auto [at, isNew] = cloths.try_emplace(name->second, project, name->second);
    if (isNew) order.push_back(name->second);
    if (const auto ok = at->second.add(row, number); !ok) return tl::make_unexpected(ok.error());
  }
  std::vector<Edit> out;
  for (const std::string& name : order) {
    auto edit = cloths.at(name).edit();
    if (!edit) return tl::make_unexpected(edit.error());
    out.push_back(std::move(*edit));
  }
  return out;
}

}  // namespace clathra
