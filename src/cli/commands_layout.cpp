// Commands that design: fillings of a shape, counts for a wanted size.
#include <memory>
#include <numeric>

#include "cli/commands.hpp"
#include "exchange/import_layout.hpp"
#include "layout/fit.hpp"
#include "layout/subdivide.hpp"
#include "shape/families.hpp"
#include "store/data_folder.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

std::string piecesText(std::size_t n) {
  return said(Message("n-pieces", n));
}

/// More than sentences count to.
std::string fillingsText(std::uint64_t n) {
  return std::to_string(n) + (n == 1 ? " filling" : " fillings");
}

constexpr int kMostOfAPart = 64;

std::vector<std::string> split(const std::string& text) {
  std::vector<std::string> out(1);
  for (const char c : text) {
    if (c == ',')
      out.emplace_back();
    else
      out.back() += c;
  }
  return out;
}

Result<PartCounts> partsOf(const std::string& text) {
  PartCounts out(subdivisionParts().size(), 0);
  for (const std::string& each : split(text)) {
    const auto equals = each.find('=');
    const auto part = subdivisionPart(each.substr(0, equals));
    if (!part) return tl::make_unexpected(part.error());
    const std::string number = equals == std::string::npos ? "" : each.substr(equals + 1);
    if (number.empty() || number.size() > 3 || number.find_first_not_of("0123456789") != std::string::npos ||
        std::stoi(number) > kMostOfAPart)
      return fail("says-no-number-parts", each, kMostOfAPart);
    out[*part] = std::stoi(number);
  }
  return out;
}

Status countFillings(const std::string& parts, const std::string& mixed, bool asJson) {
  const auto subdivision = Subdivision::make(scaled(*familyOutline("hexagon"), 2));
  if (!subdivision) return tl::make_unexpected(subdivision.error());
  if (!mixed.empty()) {
    std::vector<bool> allowed(subdivisionParts().size(), false);
    for (const std::string& id : split(mixed)) {
      const auto part = subdivisionPart(id);
      if (!part) return tl::make_unexpected(part.error());
      allowed[*part] = true;
    }
    const auto by = subdivision->countMixed(allowed);
    if (!by) return tl::make_unexpected(by.error());
    const auto total = std::accumulate(by->begin(), by->end(), std::uint64_t(0));
    if (asJson)
      print({{"placements", total}, {"by_pieces", *by}});
    else
      printLine(fillingsText(total));
    return {};
  }
  const auto wanted = partsOf(parts);
  if (!wanted) return tl::make_unexpected(wanted.error());
  const auto counts = subdivision->count(*wanted);
  if (!counts) return tl::make_unexpected(counts.error());
  if (asJson)
    print({{"placements", counts->placements},
           {"up_to_turns", counts->upToTurns},
           {"up_to_turns_and_mirror", counts->upToTurnsAndMirror}});
  else
    printLine(fillingsText(counts->placements) + ", " + std::to_string(counts->upToTurns) + " up to turns, " +
              std::to_string(counts->upToTurnsAndMirror) + " up to turns and mirror");
  return {};
}

struct FitOptions {
  std::string arrangement, width, height, edges, sides = "outline";
  bool json = false;
};

const Length kLeastTop = Length::millimetres(30), kMostTop = Length::millimetres(20'000);

Result<std::vector<Length>> edgesOf(const std::string& text) {
  if (text.empty()) {
    auto all = standardEdges(LengthUnit::Inch);
    const auto metric = standardEdges(LengthUnit::Millimetre);
    all.insert(all.end(), metric.begin(), metric.end());
    return all;
  }
  std::vector<Length> out;
  for (const std::string& each : split(text)) {
    const auto edge =
        parseLengthWithin(each, LengthUnit::Millimetre, Message("an-edge"), kLeastEdge, kMostEdge);
    if (!edge) return tl::make_unexpected(edge.error());
    out.push_back(*edge);
  }
  return out;
}

Status listFits(const FitOptions& o) {
  const auto library = arrangements();
  if (!library) return tl::make_unexpected(library.error());
  const auto arrangement = library->find(o.arrangement);
  if (!arrangement) return tl::make_unexpected(arrangement.error());
  const auto width =
      parseLengthWithin(o.width, LengthUnit::Millimetre, Message("the-width"), kLeastTop, kMostTop);
  if (!width) return tl::make_unexpected(width.error());
  const auto height =
      parseLengthWithin(o.height, LengthUnit::Millimetre, Message("the-height"), kLeastTop, kMostTop);
  if (!height) return tl::make_unexpected(height.error());
  const auto edges = edgesOf(o.edges);
  if (!edges) return tl::make_unexpected(edges.error());
  Recipe recipe;
  recipe.arrangement = o.arrangement;
  const auto sides = finishingSidesOf(o.sides);
  if (!sides) return tl::make_unexpected(sides.error());
  recipe.sides = *sides;
  const auto rows = fitToSize(**arrangement, recipe, width->mm(), height->mm(), *edges);
  if (!rows) return tl::make_unexpected(rows.error());
  json out = json::array();
  for (const FitRow& r : *rows) {
    const json counts = (*arrangement)->kind == ArrangementKind::Rosette
                            ? json{{"rings", r.rings}, {"across", nullptr}, {"down", nullptr}}
                            : json{{"across", r.across}, {"down", r.down}};
    out.push_back({{"edge", r.edge.mm()}, {"width", r.width}, {"height", r.height}, {"pieces", r.pieces}});
    out.back().update(counts);
    if (!o.json)
      printLine(formatLength(r.edge, LengthUnit::Inch) + " (" + formatLength(r.edge, LengthUnit::Millimetre) +
                "): " + formatNumber(r.width, 1) + " × " + formatNumber(r.height, 1) + " mm, " +
                piecesText(r.pieces));
  }
  if (o.json) print(out);
  return {};
}

}  // namespace

Result<FinishingSides> finishingSidesOf(const std::string& name) {
  for (const FinishingSides s : {FinishingSides::Outline, FinishingSides::EdgePieces, FinishingSides::Slice})
    if (sidesName(s) == name) return s;
  return fail("sides-outline-edge-pieces", name);
}

void addSubdivide(CLI::App& app, Outcome& outcome) {
  auto* cmd =
      app.add_subcommand("subdivide", "Counts the fillings of a hexagon of edge 2e by its small relatives");
  const auto parts = std::make_shared<std::string>(), mixed = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  auto* one = cmd->add_option("--parts", *parts,
                              "How many of each: diamond=12,triangle=0 (also half, hexagon, jewel)");
  auto* other = cmd->add_option("--mixed", *mixed, "Freely mixed: triangle,diamond,half,hexagon");
  one->excludes(other);
  cmd->add_flag("--json", *asJson, "JSON on standard output");
  cmd->callback([=, &outcome] {
    if (parts->empty() && mixed->empty()) throw CLI::RequiredError("--parts or --mixed");
    outcome.status = countFillings(*parts, *mixed, *asJson);
  });
}

void addFit(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("fit", "Counts and edges that come nearest to a wanted finished size");
  const auto o = std::make_shared<FitOptions>();
  cmd->add_option("--arrangement", o->arrangement, "Its id, as `arrangements` lists it")->required();
  cmd->add_option("--width", o->width, "Wanted width")->required();
  cmd->add_option("--height", o->height, "Wanted height")->required();
  cmd->add_option("--edges", o->edges, "Edges to try, with commas; without: quarter inches and 5 mm steps");
  cmd->add_option("--sides", o->sides, "outline, edge-pieces or slice");
  cmd->add_flag("--json", o->json, "JSON on standard output");
  cmd->callback([o, &outcome] { outcome.status = listFits(*o); });
}

namespace {

struct ImportOptions {
  std::string file, out, tolerance;
};

Status importFile(const ImportOptions& o) {
  double tolerance = kHealTolerance;
  if (!o.tolerance.empty()) {
    const auto within = parseLengthWithin(o.tolerance, LengthUnit::Millimetre, Message("the-tolerance"),
                                          Length::nanometres(0), Length::millimetres(5));
    if (!within) return tl::make_unexpected(within.error());
    tolerance = within->mm();
  }
  const auto library = arrangements();
  if (!library) return tl::make_unexpected(library.error());
  const auto made = importLayout(*library, o.file, tolerance);
  if (!made) return tl::make_unexpected(made.error());
  if (const auto ok = saveProject(realFileSystem(), made->project, o.out); !ok) return ok;
  std::string report;
  for (const Message& m : importReport(*made)) report += " " + said(m);
  printLine(piecesText(made->project.layout->size()) + " imported." + report);
  return {};
}

}  // namespace

void addImport(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("import", "A project from the outlines of an SVG or GeoJSON file");
  const auto o = std::make_shared<ImportOptions>();
  cmd->add_option("file", o->file, "SVG or GeoJSON, mm")->required();
  cmd->add_option("-o,--out", o->out, "The project to write")->required();
  cmd->add_option("--tolerance", o->tolerance, "Misses up to this are brought together; 0.5mm");
  cmd->callback([o, &outcome] { outcome.status = importFile(*o); });
}

}  // namespace clathra::cli
