// Reading arrangement files. Files may come from the user, so every field is checked and bounded.
#include <algorithm>
#include <nlohmann/json.hpp>

#include "filesystem.hpp"
#include "layout/arrangement.hpp"
#include "measure/expression.hpp"
#include "shape/arcs.hpp"
#include "shape/families.hpp"
#include "shape/json_fields.hpp"
#include "text.hpp"

namespace clathra {

namespace {

using nlohmann::json;

constexpr std::size_t kMostCellParts = 400;
constexpr std::size_t kMostSideLines = 100, kMostWords = 200;
constexpr int kMostPeriod = 12;
constexpr double kMostArc = 270;  // degrees
constexpr int kLeastFold = 5, kMostFold = 48;
constexpr std::size_t kMostFileBytes = 1'000'000, kMostProportions = 6;
constexpr std::string_view kFunctions[] = {"sqrt", "sin", "cos", "tan"};

/// In edges, or degrees: no file has a use for larger ones, and sums of them stay exact.
constexpr double kMostNumber = 10'000;

Result<double> number(const json& j, const FormulaWords& words) {
  Result<double> out = fail("number-formula-quotes-wanted");
  if (j.is_number()) out = j.get<double>();
  if (j.is_string()) out = evaluate(j.get_ref<const std::string&>(), words);
  if (out && !(std::abs(*out) <= kMostNumber)) return fail("number-goes-beyond-10000");
  return out;
}

/// Within bounds, or as if it were not there.
int wholeOr(const json& j, const char* key, int least, int most, int otherwise) {
  const auto at = j.find(key);
  if (at == j.end() || !at->is_number()) return otherwise;
  const double v = at->get<double>();
  return v >= least && v <= most ? static_cast<int>(v) : otherwise;
}

Result<std::string> textOf(const json& j, const char* key, std::size_t most) {
  const auto at = j.find(key);
  if (at == j.end() || !at->is_string()) return fail("missing-no-text", key);
  const auto& text = at->get_ref<const std::string&>();
  if (text.empty() || characters(text) > most) return fail("needs-1-characters", key, most);
  return oneLine(text, most);
}

std::string textOr(const json& j, const char* key, const char* otherwise) {
  const auto at = j.find(key);
  return at != j.end() && at->is_string() ? at->get<std::string>() : otherwise;
}

const json& partOf(const json& j, const char* key) {
  static const json none;
  const auto at = j.find(key);
  return at == j.end() ? none : *at;
}

Result<Point> point(const json& j, const FormulaWords& words) {
  if (!j.is_array() || j.size() != 2) return fail("point-needs-two-numbers");
  const auto x = number(j[0], words), y = number(j[1], words);
  if (!x) return tl::make_unexpected(x.error());
  if (!y) return tl::make_unexpected(y.error());
  return Point{*x, *y};
}

double numberOr(const json& j, const char* key, double otherwise, const FormulaWords& words) {
  if (!j.contains(key)) return otherwise;
  return number(partOf(j, key), words).value_or(otherwise);
}

/// Corners in order; an object {"arc": degrees, "to": corner} reaches its corner along an arc, bent outwards
/// if positive where the corners run clockwise. The last one may end where the first began.
Result<Polygon> drawnOutline(const json& corners, const FormulaWords& words) {
  Polygon outline;
  if (!corners.is_array() || corners.size() > kMostOwnCorners)
    return fail("polygon-needs-list-at", kMostOwnCorners);
  for (const json& corner : corners) {
    const bool arc = corner.is_object();
    const auto to = point(arc ? partOf(corner, "to") : corner, words);
    if (!to) return tl::make_unexpected(to.error());
    if (arc) {
      const auto turn = number(partOf(corner, "arc"), words);
      if (!turn) return tl::make_unexpected(turn.error());
      if (outline.empty() || std::abs(*turn) < 5 || std::abs(*turn) > kMostArc ||
          distance(outline.back(), *to) < 1e-6)
        return fail("arc-starts-from-corner");
      for (const Point q : arcPoints(Point(outline.back()), *to, Angle::degrees(*turn))) outline.push_back(q);
    }
    outline.push_back(*to);
  }
  if (outline.size() > 1 && distance(outline.front(), outline.back()) < 1e-9) outline.pop_back();
  return outline;
}

Result<Polygon> outlineOf(const json& j, const FormulaWords& words) {
  Polygon outline;
  if (j.contains("polygon")) {
    auto drawn = drawnOutline(partOf(j, "polygon"), words);
    if (!drawn) return tl::make_unexpected(drawn.error());
    outline = std::move(*drawn);
  } else {
    const auto family = familyOutline(textOr(j, "shape", ""));
    if (!family) return tl::make_unexpected(family.error());
    outline = scaled(*family, numberOr(j, "size", 1, words));
  }
  const auto at = j.contains("at") ? point(partOf(j, "at"), words) : Result<Point>(Point{});
  if (!at) return tl::make_unexpected(at.error());
  outline = placed(outline, Angle::degrees(numberOr(j, "turn", 0, words)), false, *at);
  if (outline.size() < 3 || area(outline) < 1e-6) return fail("piece-cell-no-area");
  return outline;
}

Result<CellPart> cellPart(const json& j, const FormulaWords& words) {
  if (!j.is_object()) return fail("piece-cell-must-object");
  auto outline = outlineOf(j, words);
  if (!outline) return tl::make_unexpected(outline.error());
  CellPart part;
  part.outline = std::move(*outline);
  part.onCol = wholeOr(j, "onCol", -1, kMostPeriod, -1);
  part.onRow = wholeOr(j, "onRow", -1, kMostPeriod, -1);
  part.moreAcross = wholeOr(j, "moreAcross", -1, 1, 0);
  part.moreDown = wholeOr(j, "moreDown", -1, 1, 0);
  return part;
}

Result<std::vector<SideLines>> sideLines(const json& all, const char* key, const FormulaWords& words) {
  std::vector<SideLines> out;
  if (!all.contains(key)) return out;
  const json& list = partOf(all, key);
  if (!list.is_array() || list.size() > kMostSideLines) return fail("side-lines-need-short");
  for (const json& j : list) {
    if (!j.is_object()) return fail("side-lines-need-first");
    const auto first = number(partOf(j, "first"), words), step = number(partOf(j, "step"), words);
    if (!first || !step || *step <= 1e-6) return fail("side-lines-need-first");
    out.push_back({*first, *step});
  }
  return out;
}

Status readProportions(const json& j, Arrangement& out) {
  if (!j.contains("proportions")) return {};
  const json& list = partOf(j, "proportions");
  if (!list.is_array() || list.empty() || list.size() > kMostProportions)
    return fail("proportions-need-short-list", kMostProportions);
  for (const json& one : list) {
    if (!one.is_object()) return fail("proportions-need-short-list", kMostProportions);
    Proportion p;
    for (const auto& [key, into] : {std::pair("key", &p.key), std::pair("name", &p.title)}) {
      auto text = textOf(one, key, kMostWords);
      if (!text) return tl::make_unexpected(text.error());
      *into = std::move(*text);
    }
    const auto letter = [](char c) { return c >= 'a' && c <= 'z'; };
    const bool taken = std::any_of(out.proportions.begin(), out.proportions.end(),
                                   [&](const auto& o) { return o.key == p.key; });
    // A word that begins like a function would be read as one.
    const bool function = std::any_of(std::begin(kFunctions), std::end(kFunctions),
                                      [&](std::string_view f) { return p.key.starts_with(f); });
    if (taken || function || !std::all_of(p.key.begin(), p.key.end(), letter))
      return fail("proportion-key-small-letters", p.key);
    p.kind = textOr(one, "kind", "side") == "angle" ? Proportion::Kind::Angle : Proportion::Kind::Side;
    const auto normal = number(partOf(one, "normal"), {}), least = number(partOf(one, "least"), {}),
               most = number(partOf(one, "most"), {});
    if (!normal || !least || !most || !(0 < *least && *least <= *normal && *normal <= *most))
      return fail("proportion-needs-bounds", p.key);
    p.normal = *normal, p.least = *least, p.most = *most;
    out.proportions.push_back(std::move(p));
  }
  return {};
}

/// The normal proportions, and over them what was chosen.
Result<FormulaWords> wordsOf(const Arrangement& arrangement, const Proportions& chosen) {
  FormulaWords out;
  for (const Proportion& p : arrangement.proportions) out[p.key] = p.normal;
  for (const auto& [key, value] : chosen) {
    const auto at = std::find_if(arrangement.proportions.begin(), arrangement.proportions.end(),
                                 [&key = key](const Proportion& p) { return p.key == key; });
    if (at == arrangement.proportions.end()) return fail("no-proportion-called", arrangement.name, key);
    if (!(value >= at->least && value <= at->most))
      return fail(at->kind == Proportion::Kind::Angle ? "angle-out-of-bounds" : "side-out-of-bounds",
                  at->title, numberArg(at->least, 3), numberArg(at->most, 3));
    out[key] = value;
  }
  return out;
}

Result<Arrangement> read(const json& j, const Proportions& chosen) {
  Arrangement out;
  for (const auto& [key, into] : {std::pair("id", &out.id), std::pair("name", &out.name),
                                  std::pair("edgeOf", &out.edgeOf), std::pair("counts", &out.counts)}) {
    auto text = textOf(j, key, kMostWords);
    if (!text) return tl::make_unexpected(text.error());
    *into = std::move(*text);
  }
  out.order = wholeOr(j, "order", -100'000, 100'000, 1000);
  const std::string kind = textOr(j, "kind", "field");
  if (kind != "field" && kind != "rosette" && kind != "own") return fail("kind-field-rosette-own", kind);
  if (kind == "own") {
    out.kind = ArrangementKind::Own;
    return out;
  }
  out.kind = kind == "rosette" ? ArrangementKind::Rosette : ArrangementKind::Field;
  if (j.contains("fold")) {
    out.fold = wholeOr(j, "fold", 0, 1'000, 0);
    if (out.kind != ArrangementKind::Rosette || out.fold < kLeastFold || out.fold > kMostFold)
      return fail("fold-for-rosettes-goes", kLeastFold, kMostFold);
    return out;
  }
  if (const auto ok = readProportions(j, out); !ok) return tl::make_unexpected(ok.error());
  const auto chosenWords = wordsOf(out, chosen);
  if (!chosenWords) return tl::make_unexpected(chosenWords.error());
  const FormulaWords& words = *chosenWords;
  const auto a = point(partOf(j, "a"), words), b = point(partOf(j, "b"), words);
  if (!a || !b) return fail("steps-b-need-two");
  out.a = *a;
  out.b = *b;
  if (std::abs(cross(*a, *b)) < 1e-6) return fail("steps-b-parallel");
  out.stagger = numberOr(j, "stagger", 0, words);
  out.lean = numberOr(j, "lean", 0, words);
  if (out.lean != 0 && (out.stagger != 0 || std::abs(out.a.y) > 1e-9 || out.a.x <= 0 || out.b.x != 0))
    return fail("lean-needs-level-rows");
  out.period = wholeOr(j, "period", 1, kMostPeriod, 1);
  const json& cell = partOf(j, "cell");
  if (!cell.is_array() || cell.empty() || cell.size() > kMostCellParts)
    return fail("cell-needs-1-pieces", kMostCellParts);
  for (const json& p : cell) {
    auto part = cellPart(p, words);
    if (!part) return tl::make_unexpected(part.error());
    out.cell.push_back(std::move(*part));
  }
  const json& given = partOf(j, "sides");
  const json sides = given.is_object() ? given : json::object();
  auto upright = sideLines(sides, "upright", words), level = sideLines(sides, "level", words);
  if (!upright || !level) return fail("side-lines-need-first");
  out.upright = std::move(*upright);
  out.level = std::move(*level);
  return out;
}

}  // namespace

namespace {

Result<Arrangement> parsed(std::string_view text, const Proportions& chosen) {
  const auto j = parseJson(text);
  if (!j) return tl::make_unexpected(j.error());
  if (!j->is_object()) return fail("not-json-object");
  auto out = read(*j, chosen);
  if (out && !out->proportions.empty()) out->source = text;
  return out;
}

}  // namespace

Result<Arrangement> parseArrangement(std::string_view text) {
  return parsed(text, {});
}

Result<Arrangement> proportioned(const Arrangement& arrangement, const Proportions& chosen) {
  if (chosen.empty()) return arrangement;
  if (arrangement.proportions.empty())
    return fail("no-proportion-called", arrangement.name, chosen.begin()->first);
  return parsed(arrangement.source, chosen);
}

Result<ArrangementLibrary> ArrangementLibrary::load(const std::vector<std::filesystem::path>& folders) {
  ArrangementLibrary library;
  for (const auto& folder : folders) {
    std::error_code ec;
    std::vector<std::filesystem::path> files;
    for (const auto& entry : std::filesystem::directory_iterator(folder, ec))
      if (entry.path().extension() == ".json") files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    for (const auto& file : files) {
      const auto text = readWhole(file, kMostFileBytes);
      auto arrangement = text ? parseArrangement(*text) : tl::make_unexpected(text.error());
      if (arrangement) {
        if (!library.find(arrangement->id)) library.all_.push_back(std::move(*arrangement));
        continue;
      }
      const Message& fault = arrangement.error().message;
      library.leftOut_.emplace_back("arrangement-file-left-out", calledFile(file),
                                    text ? Message("arrangement-not-usable", fault) : fault);
    }
  }
  std::stable_sort(library.all_.begin(), library.all_.end(),
                   [](const Arrangement& a, const Arrangement& b) { return a.order < b.order; });
  if (library.all_.empty()) return fail("no-arrangement-files-were");
  return library;
}

Result<const Arrangement*> ArrangementLibrary::find(std::string_view id) const {
  for (const Arrangement& a : all_)
    if (a.id == id) return &a;
  return fail("no-arrangement-called-command", id);
}

}  // namespace clathra
