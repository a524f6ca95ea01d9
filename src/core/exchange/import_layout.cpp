#include "exchange/import_layout.hpp"

#include "layout/derived.hpp"
#include "layout/soundness.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <optional>
#include <set>

#include "exchange/svg_reader.hpp"
#include "filesystem.hpp"
#include "model/lightness.hpp"
#include "shape/json_fields.hpp"
#include "text.hpp"

namespace clathra {

using nlohmann::json;

namespace {

constexpr double kFarthest = 100'000;    // mm
constexpr std::size_t kMostFills = 200;  // room is left for cloths of one's own
constexpr std::size_t kMostBytes = 100'000'000;

struct Outlines {
  std::vector<Polygon> outlines;
  std::vector<std::string> cloths;  ///< one an outline, empty for none
  std::vector<std::optional<Rgb>> fills;
  std::vector<Message> unused;
};

Result<Outlines> fromSvg(std::string_view text, const Progress& progress) {
  auto drawing = readSvg(text, progress);
  if (!drawing) return tl::make_unexpected(drawing.error());
  Outlines out;
  out.unused = std::move(drawing->unused);
  int open = 0;
  for (SvgLine& line : drawing->lines) {
    const bool closed = line.closed || distance(line.points.front(), line.points.back()) < kHealTolerance;
    if (!closed || line.points.size() < 3)
      ++open;
    else {
      out.outlines.push_back(std::move(line.points));
      out.fills.push_back(line.fill);
    }
  }
  if (open > 0) out.unused.emplace_back("unused-open-line", open);
  return out;
}

class GeoReader {
 public:
  Result<Outlines> read(std::string_view text) {
    const auto j = parseJson(text);
    if (!j) return fail("no-geojson-read", j.error().message);
    if (!j->is_object() || !j->contains("type")) return wrong();
    const json& type = (*j)["type"];
    if (type == "FeatureCollection" && j->contains("features") && (*j)["features"].is_array()) {
      for (const json& feature : (*j)["features"])
        if (const auto ok = takeFeature(feature); !ok) return tl::make_unexpected(ok.error());
    } else if (const auto ok = takeFeature(*j); !ok) {
      return tl::make_unexpected(ok.error());
    }
    for (const auto& [what, n] : unused_) out_.unused.emplace_back("unused-" + what, n);
    return std::move(out_);
  }

 private:
  static tl::unexpected<Error> wrong() { return fail("no-geojson-read-needs"); }

  Status takeFeature(const json& feature) {
    if (!feature.is_object()) return wrong();
    const json& geometry = feature.contains("geometry") ? feature["geometry"] : feature;
    if (!geometry.is_object() || !geometry.contains("type") || !geometry["type"].is_string()) return wrong();
    const std::string type = geometry["type"].get<std::string>();
    if (type != "Polygon" && type != "MultiPolygon") {
      ++unused_["no-polygon"];
      return {};
    }
    std::string cloth;
    if (feature.contains("properties") && feature["properties"].is_object()) {
      const json& named = feature["properties"].value("cloth", json());
      if (named.is_string()) cloth = oneLine(named.get_ref<const std::string&>(), 10 * kMostNameLetters);
    }
    if (!geometry.contains("coordinates") || !geometry["coordinates"].is_array()) return wrong();
    const json& coordinates = geometry["coordinates"];
    if (type == "Polygon") return takePolygon(coordinates, cloth);
    for (const json& polygon : coordinates)
      if (const auto ok = takePolygon(polygon, cloth); !ok) return ok;
    return {};
  }

  Status takePolygon(const json& rings, const std::string& cloth) {
    if (!rings.is_array() || rings.empty() || !rings.front().is_array()) return wrong();
    unused_["hole"] += static_cast<int>(rings.size()) - 1;
    if (unused_["hole"] == 0) unused_.erase("hole");
    Polygon out;
    for (const json& at : rings.front()) {
      if (!at.is_array() || at.size() < 2 || !at[0].is_number() || !at[1].is_number()) return wrong();
      const Point p{at[0].get<double>(), at[1].get<double>()};
      if (!(std::abs(p.x) <= kFarthest && std::abs(p.y) <= kFarthest)) return fail("file-point-farther-than");
      out.push_back(p);
    }
    if (out.size() > 1 && out.front() == out.back()) out.pop_back();
    out_.outlines.push_back(std::move(out));
    out_.cloths.push_back(cloth);
    return {};
  }

  Outlines out_;
  std::map<std::string, int> unused_;
};

/// The edge that most sides have, to 0.001 mm: it becomes the edge length.
Length commonEdge(const std::vector<Polygon>& outlines) {
  std::map<std::int64_t, int> counts;
  for (const Polygon& p : outlines)
    for (const double e : edgeLengths(p)) ++counts[std::llround(e / 0.05)];
  const auto most = std::max_element(counts.begin(), counts.end(),
                                     [](const auto& a, const auto& b) { return a.second < b.second; });
  double sum = 0;
  int n = 0;
  for (const Polygon& p : outlines)
    for (const double e : edgeLengths(p))
      if (std::llround(e / 0.05) == most->first) {
        sum += e;
        ++n;
      }
  const Length edge = Length::millimetres(std::round(sum / n * 1000) / 1000);
  return std::clamp(edge, kLeastEdge, kMostEdge);
}

/// Paints the pieces with cloths of the names that came along.
Status paintNamed(Project& project, const std::vector<std::string>& cloths,
                  std::set<std::string>& shortened) {
  std::map<std::string, ClothId> ids;
  for (std::size_t i = 0; i < project.layout->size(); ++i) {
    // Pieces keep the order they were given in: their keys count it.
    const auto given = static_cast<std::size_t>(project.layout->pieces[i].key.col);
    if (given >= cloths.size() || cloths[given].empty()) continue;
    const std::string name = firstCharacters(cloths[given], kMostNameLetters);
    if (name.size() < cloths[given].size()) shortened.insert(name);
    auto at = ids.find(name);
    if (at == ids.end()) {
      auto id = findCloth(project, name);
      if (!id && name.rfind("cloth ", 0) == 0)
        id = findCloth(project, name.substr(6));  // an unnamed one, by its sign
      if (!id) {
        Cloth cloth;
        cloth.name = name;
        id = addCloth(project, std::move(cloth));
      }
      if (!id) return tl::make_unexpected(id.error());
      at = ids.emplace(name, *id).first;
    }
    project.painting.set(i, at->second);
  }
  return {};
}

/// Each fill is a cloth; the cloths that every project begins with give way to them. Where there are more
/// fills than a project holds cloths, near ones are joined.
Status paintFilled(Project& project, const std::vector<std::optional<Rgb>>& fills) {
  std::vector<Rgb> colours;
  std::vector<std::size_t> counts, colourOf(fills.size());
  for (std::size_t i = 0; i < fills.size(); ++i) {
    if (!fills[i]) continue;
    const auto at = std::find(colours.begin(), colours.end(), *fills[i]);
    colourOf[i] = static_cast<std::size_t>(at - colours.begin());
    if (at == colours.end()) {
      colours.push_back(*fills[i]);
      counts.push_back(0);
    }
    ++counts[colourOf[i]];
  }
  if (colours.empty()) return {};
  project.cloths.clear();
  project.nextCloth = 0;
  std::vector<std::size_t> with(colours.size());
  std::iota(with.begin(), with.end(), std::size_t{0});
  for (double within = 2; std::set<std::size_t>(with.begin(), with.end()).size() > kMostFills; within *= 1.4)
    with = nearColours(colours, counts, within);
  std::map<std::size_t, ClothId> ids;
  for (std::size_t c = 0; c < colours.size(); ++c) {
    if (with[c] != c) continue;
    Cloth cloth;
    cloth.colour = colours[c];
    const auto id = addCloth(project, std::move(cloth));
    if (!id) return tl::make_unexpected(id.error());
    ids[c] = *id;
  }
  for (std::size_t i = 0; i < project.layout->size(); ++i) {
    const auto given = static_cast<std::size_t>(project.layout->pieces[i].key.col);
    if (given < fills.size() && fills[given]) project.painting.set(i, ids[with[colourOf[given]]]);
  }
  return {};
}

}  // namespace

Result<LayoutImport> importLayoutText(const ArrangementLibrary& library, std::string_view text,
                                      std::string_view suffix, std::string name, double tolerance,
                                      const Progress& progress) {
  auto read = suffix == ".svg" ? fromSvg(text, progress) : GeoReader().read(text);
  if (!read) return tl::make_unexpected(read.error());
  LayoutImport out;
  out.unused = std::move(read->unused);
  if (read->outlines.empty()) return fail("no-closed-outline-file");
  if (static_cast<std::int64_t>(read->outlines.size()) > kMostPieces)
    return fail("make-pieces-most", read->outlines.size(), kMostPieces);
  std::vector<std::string> cloths;
  std::vector<std::optional<Rgb>> fills;
  std::vector<Polygon> outlines;
  for (std::size_t i = 0; i < read->outlines.size(); ++i) {
    std::vector<Polygon> one{std::move(read->outlines[i])};
    const Healing alone = heal(one, 0);  // drops what has no area, so that cloths stay with their pieces
    out.healing.dropped += alone.dropped;
    if (one.empty()) continue;
    if (one.front().size() > kMostOwnCorners)
      return fail("outline-corners-piece-simplify", one.front().size(), kMostOwnCorners);
    outlines.push_back(std::move(one.front()));
    cloths.push_back(i < read->cloths.size() ? read->cloths[i] : std::string());
    fills.push_back(i < read->fills.size() ? read->fills[i] : std::nullopt);
  }
  if (outlines.empty()) return fail("outlines-file-enclose-nothing");
  if (progress.cancelled()) return fail(kCancelled);
  const int dropped = out.healing.dropped;
  out.healing = heal(outlines, tolerance);
  out.healing.dropped = dropped;
  Recipe recipe;
  recipe.arrangement = kOwnArrangement;
  recipe.edge = commonEdge(outlines);
  for (const Polygon& p : outlines)
    recipe.hand.added.push_back(
        {PieceKey{recipe.hand.next++, 0, kOwnPart}, scaled(p, 1 / recipe.edge.mm()), std::nullopt});
  auto project = newProject(library, recipe, std::move(name));
  if (!project) return tl::make_unexpected(project.error());
  out.project = std::move(*project);
  if (const auto ok = paintFilled(out.project, fills); !ok) return tl::make_unexpected(ok.error());
  std::set<std::string> shortened;
  if (const auto ok = paintNamed(out.project, cloths, shortened); !ok) return tl::make_unexpected(ok.error());
  if (!shortened.empty()) out.unused.emplace_back("unused-long-name", kMostNameLetters);
  const auto geometry = geometryOf(out.project.layout);
  std::set<std::uint32_t> over;
  for (const Overlap& o : soundness(*out.project.layout, geometry->seams).overlaps) over.insert({o.a, o.b});
  out.overlapping = static_cast<int>(over.size());
  return out;
}

Result<LayoutImport> importLayout(const ArrangementLibrary& library, const std::filesystem::path& file,
                                  double tolerance, const Progress& progress) {
  std::string suffix = file.extension().string();
  std::transform(suffix.begin(), suffix.end(), suffix.begin(),
                 [](unsigned char c) { return std::tolower(c); });
  if (suffix == ".json") suffix = ".geojson";
  if (suffix != ".svg" && suffix != ".geojson") return fail("no-layout-read-use", calledFile(file));
  const auto text = readWhole(file, kMostBytes);
  if (!text) return tl::make_unexpected(text.error());
  auto made = importLayoutText(library, *text, suffix, file.stem().string(), tolerance, progress);
  if (made || progress.cancelled()) return made;
  return fail("cannot-imported", calledFile(file), made.error().message);
}

std::vector<Message> importReport(const LayoutImport& import) {
  std::vector<Message> out;
  if (import.healing.moved > 0)
    out.emplace_back("import-moved", import.healing.moved, fineArg(import.healing.farthest, 2));
  if (import.overlapping > 0) out.emplace_back("import-overlaps", import.overlapping);
  if (import.healing.dropped > 0) out.emplace_back("import-dropped", import.healing.dropped);
  if (!import.unused.empty()) out.emplace_back("import-unused", import.unused);
  return out;
}

}  // namespace clathra
