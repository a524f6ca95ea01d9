#include "store/shape_box.hpp"

#include <algorithm>

#include "filesystem.hpp"
#include "store/codec.hpp"
#include "store/data_folder.hpp"
#include "text.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostShapeBytes = 4'000'000;
}

std::filesystem::path shapeBoxFile() {
  return userDataFolder() / "shapes.json";
}

namespace {

Result<std::vector<OwnShape>> read(const std::filesystem::path& file) {
  const auto text = readWhole(file, kMostShapeBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto j = parseJson(*text);
  if (!j || !j->is_object()) return fail("shape-box-no-shapes", calledFile(file));
  Fields in(*j, Message("it"));
  auto out = readOwnShapes(in, in.array("shapes", kMostOwnShapes));
  if (!in.ok()) return fail("shape-box-no-shapes", calledFile(file));
  return out;
}

}  // namespace

std::vector<OwnShape> readShapeBox(const std::filesystem::path& file) {
  return read(file).value_or(std::vector<OwnShape>{});
}

Status keepInShapeBox(const std::filesystem::path& file, const std::vector<OwnShape>& shapes) {
  std::error_code ec;
  auto before = read(file);
  // What cannot be read is not written over: it may be mended.
  if (!before && std::filesystem::exists(file, ec)) return tl::make_unexpected(before.error());
  auto all = before.value_or(std::vector<OwnShape>{});
  for (const OwnShape& s : shapes) {
    std::erase_if(all, [&](const OwnShape& o) { return o.name == s.name; });
    all.push_back(s);
  }
  if (all.size() > kMostOwnShapes)
    all.erase(all.begin(), all.end() - static_cast<std::ptrdiff_t>(kMostOwnShapes));
  if (before && all == *before) return {};
  std::filesystem::create_directories(file.parent_path(), ec);
  const std::string text = nlohmann::json{{"shapes", toJson(all)}}.dump(1);
  return writeWhole(realFileSystem(), file, std::as_bytes(std::span(text)));
}

}  // namespace clathra
