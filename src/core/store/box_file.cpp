#include "store/box_file.hpp"

#include <algorithm>
#include <array>
#include <charconv>

#include "csv.hpp"
#include "filesystem.hpp"
#include "measure/length.hpp"
#include "store/data_folder.hpp"
#include "text.hpp"

namespace clathra {

namespace {

constexpr std::size_t kMostBoxBytes = 4'000'000;
constexpr std::array kColumns{"shape", "handed", "edge", "count", "material", "pack", "price"};
enum Column : std::size_t { Shape, Handed, Edge, Count, Material, Pack, Price };
const Length kLeastEdge = Length::millimetres(2), kMostEdge = Length::millimetres(1000);
constexpr std::size_t kMostWord = 60;  // characters

std::string trimmed(const std::string& text) {
  const auto from = text.find_first_not_of(" \t");
  if (from == std::string::npos) return {};
  return text.substr(from, text.find_last_not_of(" \t") - from + 1);
}

Result<int> wholeOf(const std::string& text, int least, int most, const Message& where) {
  int n = 0;
  const auto [end, ec] = std::from_chars(text.data(), text.data() + text.size(), n);
  if (ec != std::errc() || end != text.data() + text.size() || n < least || n > most)
    return fail("box-whole-number", where, oneLine(text, 30), least, most);
  return n;
}

Result<double> priceOf(const std::string& text, const Message& where) {
  double x = 0;
  const auto [end, ec] = std::from_chars(text.data(), text.data() + text.size(), x);
  if (ec != std::errc() || end != text.data() + text.size() || !(x >= 0 && x <= 100'000))
    return fail("box-price", where, oneLine(text, 30));
  return x;
}

class Columns {
 public:
  explicit Columns(const std::vector<std::string>& names) {
    at_.fill(SIZE_MAX);
    for (std::size_t i = 0; i < names.size(); ++i)
      for (std::size_t c = 0; c < kColumns.size(); ++c)
        if (trimmed(names[i]) == kColumns[c]) at_[c] = i;
  }
  const char* missing() const {
    for (const std::size_t c : {Shape, Edge, Count})
      if (at_[c] == SIZE_MAX) return kColumns[c];
    return nullptr;
  }
  std::string of(const std::vector<std::string>& row, Column c) const {
    return at_[c] < row.size() ? trimmed(row[at_[c]]) : std::string();
  }

 private:
  std::array<std::size_t, kColumns.size()> at_{};
};

Result<OwnedPapers> rowOf(const Columns& columns, const std::vector<std::string>& row, std::size_t number) {
  const auto where = [&](Column c) { return Message("box-row-column", number, kColumns[c]); };
  OwnedPapers out;
  out.shape = firstCharacters(columns.of(row, Shape), kMostWord);
  if (out.shape.empty() || !isUtf8(out.shape)) return fail("box-no-shape", number);
  out.material = firstCharacters(columns.of(row, Material), kMostWord);
  const auto edge =
      parseLengthWithin(columns.of(row, Edge), LengthUnit::Millimetre, where(Edge), kLeastEdge, kMostEdge);
  if (!edge) return tl::make_unexpected(edge.error());
  out.edge = edge->mm();
  const struct {
    Column column;
    int least, most;
    int& into;
  } wholes[] = {
      {Count, 0, kMostOwned, out.count}, {Handed, -1, 1, out.hand}, {Pack, 0, kMostOwned, out.pack}};
  for (const auto& w : wholes) {
    const std::string text = columns.of(row, w.column);
    if (text.empty() && w.column != Count) continue;
    const auto n = wholeOf(text, w.least, w.most, where(w.column));
    if (!n) return tl::make_unexpected(n.error());
    w.into = *n;
  }
  if (const std::string text = columns.of(row, Price); !text.empty()) {
    const auto price = priceOf(text, where(Price));
    if (!price) return tl::make_unexpected(price.error());
    out.price = *price;
  }
  return out;
}

}  // namespace

std::filesystem::path paperBoxFile() {
  return userDataFolder() / "papers.csv";
}

Result<PaperBox> paperBoxFrom(std::string_view csv) {
  const auto rows = parseCsv(csv);
  if (!rows) return tl::make_unexpected(rows.error());
  PaperBox out;
  if (rows->empty()) return out;
  const Columns columns(rows->front());
  if (const char* missing = columns.missing()) return fail("box-column-missing", missing);
  if (rows->size() > kMostBoxRows) return fail("box-too-many", kMostBoxRows);
  for (std::size_t i = 1; i < rows->size(); ++i) {
    auto row = rowOf(columns, (*rows)[i], i + 1);
    if (!row) return tl::make_unexpected(row.error());
    out.push_back(std::move(*row));
  }
  return out;
}

std::string toCsv(const PaperBox& box) {
  std::string out;
  for (std::size_t c = 0; c < kColumns.size(); ++c) out += std::string(c ? "," : "") + kColumns[c];
  out += "\r\n";
  for (const OwnedPapers& p : box)
    out += csvField(p.shape) + "," + std::to_string(p.hand) + "," + formatNumber(p.edge, 6) + "," +
           std::to_string(p.count) + "," + csvField(p.material) + "," + std::to_string(p.pack) + "," +
           formatNumber(p.price, 4) + "\r\n";
  return out;
}

Result<PaperBox> readPaperBox(const std::filesystem::path& file) {
  std::error_code ec;
  if (!std::filesystem::exists(file, ec)) return PaperBox{};
  const auto text = readWhole(file, kMostBoxBytes);
  if (!text) return tl::make_unexpected(text.error());
  auto box = paperBoxFrom(*text);
  if (!box) return fail("box-file", calledFile(file), box.error().message);
  return box;
}

Status writePaperBox(const std::filesystem::path& file, const PaperBox& box) {
  std::error_code ec;
  std::filesystem::create_directories(file.parent_path(), ec);
  const std::string text = toCsv(box);
  return writeWhole(realFileSystem(), file, std::as_bytes(std::span(text)));
}

PaperBox added(PaperBox box, const PaperBox& more) {
  for (const OwnedPapers& m : more) {
    const auto same = std::find_if(box.begin(), box.end(), [&](const OwnedPapers& o) {
      return o.shape == m.shape && o.hand == m.hand && std::abs(o.edge - m.edge) < 1e-6 &&
             o.material == m.material && o.pack == m.pack;
    });
    if (same == box.end())
      box.push_back(m);
    else
      same->count = std::min(kMostOwned, same->count + m.count);
  }
  return box;
}

}  // namespace clathra
