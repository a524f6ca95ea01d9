#include "store/readings_file.hpp"

#include "filesystem.hpp"
#include "shape/json_fields.hpp"
#include "text.hpp"

namespace clathra {

namespace {

constexpr std::size_t kMostReadingsBytes = 4'000'000;
const std::vector<std::string> kWhat{"edge", "across", "high", "angle"}, kState{"bare", "covered"};

Result<Reading> readingFrom(const nlohmann::json& j, std::size_t place) {
  if (!j.is_object()) return fail("readings-not-object", place);
  Fields in(j, Message("readings-place", place));
  Reading r;
  r.shape = in.text("shape");
  r.hand = static_cast<int>(in.whole("handed", -1, 1, 0));
  if (!in.has("what")) in.fault("reading-without-what");
  r.of = static_cast<ReadOf>(in.choice("what", kWhat, 0));
  r.index = static_cast<int>(in.whole("index", 0, 100'000, 0));
  r.papers = static_cast<int>(in.whole("papers", 1, kMostInARow, 1));
  r.value = in.number("value", 0, 1'000'000);
  r.covered = in.choice("state", kState, 0) == 1;
  r.material = in.text("material");
  in.nothingElse();
  if (in.ok() && r.shape.empty()) in.fault("reading-without-shape");
  if (in.ok() && !(r.value > 0)) in.fault("reading-no-length-given", numberArg(r.value, 3));
  if (in.ok() && r.of == ReadOf::Angle && r.each() >= 360)
    in.fault("reading-no-angle", numberArg(r.each(), 1));
  if (!in.ok()) return tl::make_unexpected(in.error());
  return r;
}

}  // namespace

Result<std::vector<Reading>> readingsFrom(const nlohmann::json& array) {
  if (!array.is_array()) return fail("readings-no-array");
  if (array.size() > kMostReadings) return fail("readings-too-many", kMostReadings);
  std::vector<Reading> out;
  for (std::size_t i = 0; i < array.size(); ++i) {
    auto r = readingFrom(array[i], i + 1);
    if (!r) return tl::make_unexpected(r.error());
    out.push_back(std::move(*r));
  }
  return out;
}

Result<std::vector<Reading>> readReadings(const std::filesystem::path& file) {
  const auto text = readWhole(file, kMostReadingsBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto j = parseJson(*text);
  if (!j) return fail("readings-no-json", calledFile(file));
  return readingsFrom(*j);
}

nlohmann::json toJson(const std::vector<Reading>& readings) {
  nlohmann::json out = nlohmann::json::array();
  for (const Reading& r : readings) {
    nlohmann::json one{{"shape", r.shape},
                       {"handed", r.hand},
                       {"what", kWhat[static_cast<std::size_t>(r.of)]},
                       {"index", r.index},
                       {"papers", r.papers},
                       {"value", r.value},
                       {"state", kState[r.covered ? 1 : 0]}};
    if (!r.material.empty()) one["material"] = r.material;
    out.push_back(std::move(one));
  }
  return out;
}

}  // namespace clathra
