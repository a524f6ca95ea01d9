// Commands about papers as they are: whether they close, which they are, what lies on a scan.
#include <memory>

#include "cli/commands.hpp"
#include "filesystem.hpp"
#include "image/decode.hpp"
#include "paper/closing.hpp"
#include "paper/practice.hpp"
#include "paper/which.hpp"
#include "store/file.hpp"
#include "store/readings_file.hpp"
#include "store/scan_file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

json sideJson(const Layout& layout, const PaperSide& side) {
  return {{"shape", layout.shapes[side.shape].name}, {"handed", side.hand}, {"edge", side.edge}};
}

json numbers(const std::vector<std::uint32_t>& pieces) {
  json out = json::array();
  for (const auto i : pieces) out.push_back(i + 1);
  return out;
}

const char* verdict(Closing closing, const char* under, const char* over, double off) {
  if (closing == Closing::Closes) return "closes";
  if (closing == Closing::Ease) return "ease";
  return off < 0 ? under : over;
}

json closureJson(const Project& project, const Closure& closure) {
  const LengthUnit unit = project.settings.unit;
  json seams = json::array(), runs = json::array(), corners = json::array();
  for (const SeamKind& k : closure.seams)
    seams.push_back({{"a", sideJson(*project.layout, k.a)},
                     {"b", sideJson(*project.layout, k.b)},
                     {"difference", k.difference},
                     {"limit", k.limit},
                     {"verdict", verdict(k.closing, "off", "off", k.difference)},
                     {"seams", k.seams}});
  for (const Run& r : closure.runs) {
    json pieces = numbers(r.measuredSide), advice = json::array();
    for (const auto& p : numbers(r.otherSide)) pieces.push_back(p);
    for (const Message& m : r.advice) advice.push_back(said(m, unit));
    runs.push_back({{"pieces", pieces},
                    {"design", r.design},
                    {"measured", r.measured},
                    {"difference", r.difference},
                    {"limit", r.limit},
                    {"verdict", verdict(r.closing, "short", "long", r.difference)},
                    {"where", said(r.where, unit)},
                    {"advice", advice}});
  }
  for (const ClosedCorner& c : closure.corners)
    corners.push_back({{"pieces", numbers(c.pieces)},
                       {"open", c.open.degrees()},
                       {"verdict", verdict(c.closing, "over", "open", c.open.degrees())}});
  return {{"scale", closure.scale},
          {"seams", seams},
          {"runs", runs},
          {"corners", corners},
          {"finished", {{"width", closure.width}, {"height", closure.height}}}};
}

/// For reading: what does not close, and its advice.
void printClosure(const Project& project, const Closure& closure) {
  const LengthUnit unit = project.settings.unit;
  const Layout& layout = *project.layout;
  if (closure.scale != 1)
    printLine(said(Message("all-off-by-one-factor", numberArg(100 * closure.scale, 2)), unit));
  for (const SeamKind& k : closure.seams)
    if (k.closing == Closing::Off)
      printLine(said(Message("seam-off", k.seams, shapeArg(layout.shapes[k.a.shape].title),
                             shapeArg(layout.shapes[k.b.shape].title), fineArg(std::abs(k.difference), 2)),
                     unit));
  for (const Run& r : closure.runs) {
    if (r.closing != Closing::Off) continue;
    printLine(said(
        Message(r.difference < 0 ? "run-short" : "run-long", r.where, fineArg(std::abs(r.difference), 1)),
        unit));
    for (const Message& m : r.advice) printLine("  " + said(m, unit));
  }
  for (const ClosedCorner& c : closure.corners)
    if (c.closing == Closing::Off)
      printLine(said(Message(c.open > Angle() ? "corner-open" : "corner-over", c.numbers(),
                             numberArg(std::abs(c.open.degrees()), 1)),
                     unit));
  if (closure.closes()) printLine(said(Message("all-closes"), unit));
}

Status measured(const std::string& file, const std::string& readings, double ease, bool asJson) {
  if (!(ease > 0 && ease <= 20)) return fail("ease-percent", numberArg(ease, 2));
  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  const auto read = readReadings(readings);
  if (!read) return tl::make_unexpected(read.error());
  const auto closure = willItClose(*geometryOf(project->layout), *read, ease);
  if (!closure) return tl::make_unexpected(closure.error());
  if (asJson)
    print(closureJson(*project, *closure));
  else
    printClosure(*project, *closure);
  return {};
}

Status which(const std::string& readings, bool asJson) {
  const auto read = readReadings(readings);
  if (!read) return tl::make_unexpected(read.error());
  const auto papers = whichPaper(*read);
  if (!papers) return tl::make_unexpected(papers.error());
  std::string contradiction;
  for (const Message& m : papers->contradictions)
    contradiction += (contradiction.empty() ? "" : " ") + said(m, LengthUnit::Millimetre);
  json out = json::array();
  const char* by[] = {"side", "across", "high"};
  for (const NominalPaper& n : papers->nearestFirst) {
    const bool inch = n.system == LengthUnit::Inch;
    const std::string nominal = formatLength(n.nominal, n.system);
    out.push_back(
        {{"shape", n.shape},
         {"handed", n.hand},
         {"edge", n.edge},
         {"nominal", nominal},
         {"system", inch ? "inch" : "metric"},
         {"by", by[static_cast<int>(n.by)]},
         {"off", n.off},
         {"contradiction", out.empty() && !contradiction.empty() ? json(contradiction) : json(nullptr)}});
    if (asJson) continue;
    const Message side(std::string("by-") + by[static_cast<int>(n.by)]);
    constexpr double kExact = 0.005;  // mm: less is not shown
    printLine(said(std::abs(n.off) < kExact
                       ? Message("which-exact", shapeArg(n.title), nominal, side)
                       : Message("which-nominal", shapeArg(n.title), nominal, side, fineArg(n.off, 2)),
                   n.system));
  }
  if (papers->mixed()) std::fprintf(stderr, "%s\n", said(Message("systems-mixed")).c_str());
  if (!asJson && !contradiction.empty()) printLine(contradiction);
  if (asJson) print(out);
  return {};
}

Status scan(const std::string& image, const ScanScale& scale, const std::string& file, bool asJson) {
  std::vector<ScanShape> shapes = familiesForScan();
  if (!file.empty()) {
    const auto project = openProject(file);
    if (!project) return tl::make_unexpected(project.error());
    shapes = shapesForScan(*project->layout);
  }
  const auto scanned = scanFile(image, scale, shapes);
  if (!scanned) return tl::make_unexpected(scanned.error());
  json out = json::array();
  for (const ScannedPaper& p : scanned->papers) {
    json one{{"shape", p.shape.empty() ? json(nullptr) : json(p.shape)},
             {"handed", p.hand},
             {"edge", p.shape.empty() ? json(nullptr) : json(p.edge)},
             {"edges", p.edges},
             {"at", {p.at.x, p.at.y}},
             {"turn", p.turn.degrees()},
             {"worst_off", p.worstOff}};
    if (p.overlap) one["overlap"] = true;
    out.push_back(std::move(one));
    if (!asJson)
      printLine(p.overlap         ? said(Message("scan-overlap", fineArg(p.at.x, 0), fineArg(p.at.y, 0)))
                : p.shape.empty() ? said(Message("scan-unknown", fineArg(p.at.x, 0), fineArg(p.at.y, 0)))
                                  : said(Message(p.hand < 0   ? "scan-left"
                                                 : p.hand > 0 ? "scan-right"
                                                              : "scan-paper",
                                                 p.shape, fineArg(p.edge, 2))));
  }
  if (asJson) print(out);
  return {};
}

/// What lies on the glass of the stand-in scanner, and what goes wrong there.
Status practise(const std::string& file, const std::string& to, const PracticeScan& scan) {
  if (!(scan.dpi >= kLeastDpi && scan.dpi <= 1'200))
    return fail("scan-dpi", numberArg(scan.dpi, 2), numberArg(kLeastDpi, 0), numberArg(1'200, 0));
  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  const auto papers = papersForPractice(*project->layout, scan);
  if (papers.empty()) return fail("practice-too-large");
  const auto picture = practiceScan(papers, scan);
  if (!picture) return tl::make_unexpected(picture.error());
  const auto png = encodePng(*picture, scan.dpi);
  if (!png) return tl::make_unexpected(png.error());
  return writeWhole(realFileSystem(), to, std::as_bytes(std::span(*png)));
}

}  // namespace

void addPractice(CLI::App& app, Outcome& outcome) {
  auto* cmd =
      app.add_subcommand("practice-scan", "The stand-in scanner: a picture of this project's papers, as PNG");
  const auto file = std::make_shared<std::string>(), to = std::make_shared<std::string>();
  const auto scan = std::make_shared<PracticeScan>();
  const auto tilt = std::make_shared<double>(0);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_option("-o", *to, "the picture")->required();
  cmd->add_option("--dpi", scan->dpi, "pixels to the inch");
  cmd->add_option("--tilt", *tilt, "of all that lies on the glass, in degrees");
  cmd->add_option("--noise", scan->noise, "in levels");
  cmd->add_option("--uneven", scan->unevenness, "how much darker the far corner is, 0 to 1");
  cmd->add_option("--shadow", scan->shadow, "how deep the shadows are, 0 to 1");
  cmd->add_option("--seed", scan->seed, "of all that is left to chance");
  cmd->callback([=, &outcome] {
    scan->tilt = Angle::degrees(*tilt);
    outcome.status = practise(*file, *to, *scan);
  });
}

void addScan(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("scan", "Finds, names and measures papers on a scan");
  const auto image = std::make_shared<std::string>(), file = std::make_shared<std::string>();
  const auto scale = std::make_shared<ScanScale>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("image", *image, "PNG, JPEG, TIFF or WebP")->required();
  cmd->add_option("--dpi", scale->dpi, "pixels to the inch; goes before what the file says");
  cmd->add_option("--ruler", scale->ruler, "a ruler of this length in mm lies in the picture");
  cmd->add_option("--project", *file, "name them by the shapes of this project");
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = scan(*image, *scale, *file, *asJson); });
}

void addMeasured(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("measured", "Will it close, with papers as they were measured?");
  const auto file = std::make_shared<std::string>(), readings = std::make_shared<std::string>();
  const auto ease = std::make_shared<double>(kEasePercent);
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_option("readings", *readings, "the readings, as JSON")->required();
  cmd->add_option("--ease", *ease, "what can be eased in, in percent of a length (1 is 1 mm in 100 mm)");
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = measured(*file, *readings, *ease, *asJson); });
}

void addWhich(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("which", "Which paper is this? Nominal sizes for measured lengths");
  const auto readings = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("readings", *readings, "the readings, as JSON")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = which(*readings, *asJson); });
}

}  // namespace clathra::cli
