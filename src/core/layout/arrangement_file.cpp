// Reading arrangement files. Files may come from the user, so every field is checked and bounded.
#include <algorithm>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

#include "layout/arrangement.hpp"
#include "measure/expression.hpp"
#include "shape/arcs.hpp"
#include "shape/families.hpp"

namespace clathra {

namespace {

using nlohmann::json;

constexpr std::size_t kMostCellParts = 400;
constexpr double kMostArc = 270;  // degrees
constexpr int kLeastFold = 5, kMostFold = 48;
constexpr std::uintmax_t kMostFileBytes = 1'000'000;

Result<double> number(const json& j) {
  if (j.is_number()) return j.get<double>();
  if (j.is_string()) return evaluate(j.get_ref<const std::string&>());
  return fail("a number or a formula in quotes is wanted");
}

Result<Point> point(const json& j) {
  if (!j.is_array() || j.size() != 2) return fail("a point needs two numbers");
  const auto x = number(j[0]), y = number(j[1]);
  if (!x) return tl::make_unexpected(x.error());
  if (!y) return tl::make_unexpected(y.error());
  return Point{*x, *y};
}

double numberOr(const json& j, const char* key, double otherwise) {
  if (!j.contains(key)) return otherwise;
  return number(j[key]).value_or(otherwise);
}

/// Corners in order; an object {"arc": degrees, "to": corner} reaches its corner along an arc, bent outwards
/// if positive where the corners run clockwise. The last one may end where the first began.
Result<Polygon> drawnOutline(const json& corners) {
  Polygon outline;
  for (const json& corner : corners) {
    const bool arc = corner.is_object();
    const auto to = point(arc ? corner.value("to", json()) : corner);
    if (!to) return tl::make_unexpected(to.error());
    if (arc) {
      const auto turn = number(corner.value("arc", json()));
      if (!turn) return tl::make_unexpected(turn.error());
      if (outline.empty() || std::abs(*turn) < 5 || std::abs(*turn) > kMostArc ||
          distance(outline.back(), *to) < 1e-6)
        return fail("an arc starts from a corner, leads to another one and turns by 5 to 270 degrees");
      for (const Point q : arcPoints(Point(outline.back()), *to, *turn)) outline.push_back(q);
    }
    outline.push_back(*to);
  }
  if (outline.size() > 1 && distance(outline.front(), outline.back()) < 1e-9) outline.pop_back();
  return outline;
}

Result<Polygon> outlineOf(const json& j) {
  Polygon outline;
  if (j.contains("polygon")) {
    auto drawn = drawnOutline(j["polygon"]);
    if (!drawn) return tl::make_unexpected(drawn.error());
    outline = std::move(*drawn);
  } else {
    const auto family = familyOutline(j.value("shape", std::string()));
    if (!family) return tl::make_unexpected(family.error());
    outline = scaled(*family, numberOr(j, "size", 1));
  }
  const auto at = j.contains("at") ? point(j["at"]) : Result<Point>(Point{});
  if (!at) return tl::make_unexpected(at.error());
  outline = placed(outline, radians(numberOr(j, "turn", 0)), false, *at);
  if (outline.size() < 3 || area(outline) < 1e-6) return fail("a piece of the cell has no area");
  return outline;
}

Result<CellPart> cellPart(const json& j) {
  if (!j.is_object()) return fail("a piece of the cell must be an object");
  auto outline = outlineOf(j);
  if (!outline) return tl::make_unexpected(outline.error());
  CellPart part;
  part.outline = std::move(*outline);
  part.onCol = j.value("onCol", -1);
  part.onRow = j.value("onRow", -1);
  part.moreAcross = std::clamp(j.value("moreAcross", 0), -1, 1);
  part.moreDown = std::clamp(j.value("moreDown", 0), -1, 1);
  return part;
}

Result<std::vector<SideLines>> sideLines(const json& all, const char* key) {
  std::vector<SideLines> out;
  if (!all.contains(key)) return out;
  for (const json& j : all[key]) {
    const auto first = number(j.at("first")), step = number(j.at("step"));
    if (!first || !step || *step <= 1e-6) return fail("side lines need a first place and a step above zero");
    out.push_back({*first, *step});
  }
  return out;
}

Result<Arrangement> read(const json& j) {
  Arrangement out;
  out.id = j.at("id").get<std::string>();
  out.name = j.at("name").get<std::string>();
  out.edgeOf = j.at("edgeOf").get<std::string>();
  out.counts = j.at("counts").get<std::string>();
  out.order = j.value("order", 1000);
  const std::string kind = j.value("kind", std::string("field"));
  if (kind != "field" && kind != "rosette" && kind != "own")
    return fail("kind is \"" + kind + "\"; it can be field, rosette or own");
  if (kind == "own") {
    out.kind = ArrangementKind::Own;
    return out;
  }
  out.kind = kind == "rosette" ? ArrangementKind::Rosette : ArrangementKind::Field;
  if (j.contains("fold")) {
    out.fold = j["fold"].get<int>();
    if (out.kind != ArrangementKind::Rosette || out.fold < kLeastFold || out.fold > kMostFold)
      return fail("fold is for rosettes and goes from " + std::to_string(kLeastFold) + " to " +
                  std::to_string(kMostFold));
    return out;
  }
  const auto a = point(j.at("a")), b = point(j.at("b"));
  if (!a || !b) return fail("the steps a and b need two numbers each");
  out.a = *a;
  out.b = *b;
  if (std::abs(cross(*a, *b)) < 1e-6) return fail("the steps a and b are parallel");
  out.stagger = numberOr(j, "stagger", 0);
  out.period = std::clamp(j.value("period", 1), 1, 12);
  if (!j.at("cell").is_array() || j["cell"].empty() || j["cell"].size() > kMostCellParts)
    return fail("the cell needs 1 to " + std::to_string(kMostCellParts) + " pieces");
  for (const json& p : j["cell"]) {
    auto part = cellPart(p);
    if (!part) return tl::make_unexpected(part.error());
    out.cell.push_back(std::move(*part));
  }
  const json sides = j.value("sides", json::object());
  auto upright = sideLines(sides, "upright"), level = sideLines(sides, "level");
  if (!upright || !level) return fail("side lines need a first place and a step above zero");
  out.upright = std::move(*upright);
  out.level = std::move(*level);
  return out;
}

}  // namespace

Result<Arrangement> parseArrangement(std::string_view text) {
  const json j = json::parse(text, nullptr, false);
  if (j.is_discarded() || !j.is_object()) return fail("it is not JSON");
  try {
    return read(j);
  } catch (const json::exception& e) {
    return fail(std::string("a field is missing or of the wrong type (") + e.what() + ")");
  }
}

Result<ArrangementLibrary> ArrangementLibrary::load(const std::vector<std::filesystem::path>& folders) {
  ArrangementLibrary library;
  for (const auto& folder : folders) {
    std::error_code ec;
    std::vector<std::filesystem::path> files;
    for (const auto& entry : std::filesystem::directory_iterator(folder, ec))
      if (entry.path().extension() == ".json" && entry.file_size(ec) < kMostFileBytes)
        files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    for (const auto& file : files) {
      std::ifstream in(file, std::ios::binary);
      std::stringstream text;
      text << in.rdbuf();
      auto arrangement = parseArrangement(text.str());
      if (!arrangement)
        return fail("The arrangement file " + file.filename().string() +
                    " cannot be used: " + arrangement.error().text + ".");
      if (library.find(arrangement->id)) continue;
      library.all_.push_back(std::move(*arrangement));
    }
  }
  std::stable_sort(library.all_.begin(), library.all_.end(),
                   [](const Arrangement& a, const Arrangement& b) { return a.order < b.order; });
  if (library.all_.empty()) return fail("No arrangement files were found; Clathra's data folder is missing.");
  return library;
}

Result<const Arrangement*> ArrangementLibrary::find(std::string_view id) const {
  for (const Arrangement& a : all_)
    if (a.id == id) return &a;
  return fail("There is no arrangement called \"" + std::string(id) +
              "\"; the command arrangements lists them.");
}

}  // namespace clathra
