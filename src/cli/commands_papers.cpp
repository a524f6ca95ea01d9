// Commands about papers: sheets, what is owned and made, whether they close, which they are.
#include <filesystem>
#include <memory>

#include "cli/commands.hpp"
#include "draw/exporter.hpp"
#include "exchange/dxf.hpp"
#include "filesystem.hpp"
#include "image/decode.hpp"
#include "paper/closing.hpp"
#include "paper/paper_plan.hpp"
#include "paper/practice.hpp"
#include "paper/ruler_card.hpp"
#include "paper/templates.hpp"
#include "paper/true_scale.hpp"
#include "paper/which.hpp"
#include "store/box_file.hpp"
#include "store/file.hpp"
#include "store/printers_file.hpp"
#include "store/readings_file.hpp"
#include "store/scan_file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

struct PaperOptions {
  std::string file, page, out, format = "pdf", side, owned, what = "papers", sort = "shape", profile,
                               practice;
  std::optional<double> margin;
  int copies = 1;
  bool json = false, stripsFirst = false;
};

json papersJson(const Project& project, const PaperPlan& plan) {
  json shapes = json::array(), tooLarge = json::array(), wholes = json::array();
  for (const KindSupply& k : plan.supply.kinds)
    shapes.push_back({{"shape", project.layout->shapes[k.shape].name},
                      {"handed", k.hand},
                      {"needed", k.needed},
                      {"at_once", k.atOnce},
                      {"wear", k.wear},
                      {"losses", k.losses},
                      {"owned", k.owned},
                      {"from_wholes", k.fromWholes},
                      {"to_make", k.toMake},
                      {"packs", k.packs ? json(*k.packs) : json(nullptr)}});
  for (const PaperNeed& n : plan.sheets.needs)
    if (!n.fits)
      tooLarge.push_back({{"shape", project.layout->shapes[n.shape].name},
                          {"handed", n.hand},
                          {"fits_on", n.fitsOn.empty() ? json(nullptr) : json(n.fitsOn)}});
  for (const WholesCut& w : plan.supply.wholes)
    wholes.push_back({{"row", w.row + 1},
                      {"wholes", w.wholes},
                      {"parts", w.parts},
                      {"shape", project.layout->shapes[w.shape].name},
                      {"handed", w.hand}});
  return {{"sheets", plan.sheets.sheets.size()},
          {"cuts", plan.sheets.strokes},
          {"papers", plan.sheets.papers},
          {"at_once", plan.supply.atOnce.total},
          {"material", plan.supply.material.id},
          {"order", orderId(plan.supply.order)},
          {"card_area", plan.sheets.cardArea},
          {"side", plan.sheets.side == MarkedSide::Back ? "back" : "front"},
          {"per_shape", shapes},
          {"wholes", wholes},
          {"too_large", tooLarge}};
}

Status makeFolder(const std::string& folder) {
  std::error_code ec;
  std::filesystem::create_directories(folder, ec);
  return ec ? Status(fail("folder-cannot-made-choose", folder)) : Status();
}

Status writeSheets(const Project& project, const SheetPlan& plan, const PaperOptions& o, PrintScale scale) {
  if (plan.sheets.empty()) return {};
  if (const auto ok = makeFolder(o.out); !ok) return ok;
  if (o.format == "pdf") {
    const auto pdf = sheetsPdf(project, plan, {}, scale);
    return pdf ? writeBytes(std::filesystem::path(o.out) / "papers.pdf", *pdf)
               : tl::make_unexpected(pdf.error());
  }
  FileSet set(realFileSystem());
  for (std::size_t s = 0; s < plan.sheets.size(); ++s) {
    const std::string number = std::to_string(s + 1);
    const auto file =
        std::filesystem::path(o.out) /
        ("papers-" + std::string(3 - std::min<std::size_t>(3, number.size()), '0') + number + "." + o.format);
    const QByteArray bytes =
        o.format == "dxf" ? QByteArray::fromStdString(sheetDxf(plan, s)) : sheetSvg(project, plan, s);
    if (const auto ok = set.add(file, viewOf(bytes)); !ok) return ok;
  }
  return set.finish();
}

/// A file that is named must be there; without one the user's own box counts.
Result<PaperBox> boxOf(const std::string& file) {
  if (file.empty()) return readPaperBox(paperBoxFile());
  std::error_code ec;
  if (!std::filesystem::exists(file, ec)) return fail("file-not-there", file);
  return readPaperBox(file);
}

/// "0.985" both ways, "0.99,1.01" across and down: as a printer that is off would print.
Result<PrintScale> practiceScale(const std::string& text) {
  PrintScale out;
  const auto comma = text.find(',');
  try {
    out.across = std::stod(text.substr(0, comma));
    out.down = comma == std::string::npos ? out.across : std::stod(text.substr(comma + 1));
  } catch (const std::exception&) {
    return fail("practice-scale", text);
  }
  if (!(out.across > 0.5 && out.across < 2 && out.down > 0.5 && out.down < 2))
    return fail("practice-scale", text);
  return out;
}

/// Templates for cloth, or the card for ruler and knife.
Status otherPapers(const Project& project, const Page& page, const PaperOptions& o, PrintScale scale) {
  if (o.what == "ruler-card") {
    if (o.format != "pdf") return fail("ruler-card-pdf");
    if (const auto ok = makeFolder(o.out); !ok) return ok;
    const RulerCard card = rulerCard(*project.layout, project.settings.unit);
    if (o.json) {
      json rows = json::array();
      for (const RulerRow& r : card.rows)
        rows.push_back({{"shape", project.layout->shapes[r.shape].name},
                        {"handed", r.hand},
                        {"strip", r.strip.exact},
                        {"strip_at_mark", r.strip.marked},
                        {"cross", r.crossCuts ? json(r.cross.exact) : json(nullptr)},
                        {"cross_at_mark", r.crossCuts ? json(r.cross.marked) : json(nullptr)},
                        {"angle", r.crossCuts ? json(r.angle.degrees()) : json(nullptr)},
                        {"edge_off", r.edgeOff},
                        {"border_off", r.borderOff}});
      print({{"mark", card.mark}, {"border", card.border}, {"rows", rows}});
    }
    return writeBytes(std::filesystem::path(o.out) / "ruler-card.pdf", rulerCardPdf(project, card, page));
  }
  // Templates lie on the cloth's right side unless it is said otherwise.
  const MarkedSide side = o.side == "back" ? MarkedSide::Back : MarkedSide::Front;
  const auto plan = planTemplates(project, page, side, o.copies);
  if (!plan) return tl::make_unexpected(plan.error());
  for (const auto& [shape, hand] : plan->tooLarge)
    std::fprintf(
        stderr, "%s\n",
        said(Message("template-too-large", shapeArg(project.layout->shapes[shape].title), page.title))
            .c_str());
  if (const auto ok = makeFolder(o.out); !ok) return ok;
  std::size_t templates = 0;
  for (const TemplatePage& p : plan->pages) templates += p.templates.size();
  if (o.json)
    print({{"pages", plan->pages.size()}, {"templates", templates}, {"allowance", plan->allowance}});
  if (plan->pages.empty()) return {};
  if (o.format == "pdf") {
    const auto pdf = templatesPdf(project, *plan, scale);
    return pdf ? writeBytes(std::filesystem::path(o.out) / "templates.pdf", *pdf)
               : tl::make_unexpected(pdf.error());
  }
  FileSet set(realFileSystem());
  for (std::size_t i = 0; i < plan->pages.size(); ++i) {
    const std::string number = std::to_string(i + 1);
    const auto name = "templates-" + std::string(3 - std::min<std::size_t>(3, number.size()), '0') + number +
                      "." + o.format;
    const QByteArray bytes =
        o.format == "dxf" ? QByteArray::fromStdString(templateDxf(*plan, i)) : templateSvg(project, *plan, i);
    if (const auto ok = set.add(std::filesystem::path(o.out) / name, viewOf(bytes)); !ok) return ok;
  }
  return set.finish();
}

Status papers(const PaperOptions& o) {
  if (o.format != "pdf" && o.format != "svg" && o.format != "dxf")
    return fail("format-pdf-svg-dxf", o.format);
  if (!o.side.empty() && o.side != "back" && o.side != "front") return fail("side-back-front", o.side);
  const auto project = openProject(o.file);
  if (!project) return tl::make_unexpected(project.error());
  double margin = o.margin.value_or(project->settings.margin);
  PrintScale scale;
  if (!o.profile.empty()) {
    const auto printer = printerCalled(printersFile(), o.profile);
    if (!printer) return tl::make_unexpected(printer.error());
    scale = {printer->across, printer->down};
    if (!o.margin) margin = std::max(margin, printer->margin);
  }
  if (!o.practice.empty()) {
    const auto off = practiceScale(o.practice);
    if (!off) return tl::make_unexpected(off.error());
    scale = {scale.across * off->across, scale.down * off->down};
  }
  const auto page = pageOf(o.page.empty() ? project->settings.page : o.page, margin);
  if (!page) return tl::make_unexpected(page.error());
  if (o.what != "papers") return otherPapers(*project, *page, o, scale);
  if (o.sort == "block") return fail("sort-not-built-yet", o.sort);
  auto box = boxOf(o.owned);
  if (!box) return tl::make_unexpected(box.error());
  SheetOptions options;
  options.page = *page;
  options.side = o.side == "front" ? MarkedSide::Front : MarkedSide::Back;
  options.stripsFirst = o.stripsFirst || project->settings.stripsFirst;
  options.groups = sheetGroups(*project, o.sort == "unit"    ? SheetSorting::Unit
                                         : o.sort == "cloth" ? SheetSorting::Cloth
                                                             : SheetSorting::Shape);
  const auto made = planPapers(paperInput(*project, geometryOf(project->layout), std::move(*box)), options);
  if (!made) return tl::make_unexpected(made.error());
  const SheetPlan* plan = &made->sheets;
  if (const auto ok = writeSheets(*project, *plan, o, scale); !ok) return ok;
  for (const PaperNeed& n : plan->needs)
    if (!n.fits)
      std::fprintf(stderr, "The paper for the %s is larger than a page of %s and is on no sheet; %s\n",
                   project->layout->shapes[n.shape].title.c_str(), page->title.c_str(),
                   n.fitsOn.empty() ? "no standard page takes it." : (n.fitsOn + " would take it.").c_str());
  if (o.json)
    print(papersJson(*project, *made));
  else
    printLine(std::to_string(plan->papers) + " papers on " + std::to_string(plan->sheets.size()) +
              " sheets of " + page->title + ", " + std::to_string(plan->strokes) + " cuts");
  return {};
}

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
      printLine(said(Message(c.open > Angle() ? "corner-open" : "corner-over",
                             std::to_string(c.pieces.front() + 1), numberArg(std::abs(c.open.degrees()), 1)),
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
    if (!asJson)
      printLine(said(Message("which-nominal", shapeArg(n.title), nominal,
                             Message(std::string("by-") + by[static_cast<int>(n.by)]), fineArg(n.off, 2)),
                     n.system));
  }
  if (papers->mixed()) std::fprintf(stderr, "%s\n", said(Message("systems-mixed")).c_str());
  if (!asJson && !contradiction.empty()) printLine(contradiction);
  if (asJson) print(out);
  return {};
}

Status scan(const std::string& image, std::optional<double> dpi, const std::string& file, bool asJson) {
  std::vector<ScanShape> shapes = familiesForScan();
  if (!file.empty()) {
    const auto project = openProject(file);
    if (!project) return tl::make_unexpected(project.error());
    shapes = shapesForScan(*project->layout);
  }
  const auto scanned = scanFile(image, dpi, shapes);
  if (!scanned) return tl::make_unexpected(scanned.error());
  json out = json::array();
  for (const ScannedPaper& p : *scanned) {
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
  const auto dpi = std::make_shared<std::optional<double>>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("image", *image, "PNG, JPEG or TIFF")->required();
  cmd->add_option("--dpi", *dpi, "pixels to the inch; goes before what the file says");
  cmd->add_option("--project", *file, "name them by the shapes of this project");
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = scan(*image, *dpi, *file, *asJson); });
}

void addPapers(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("papers", "Makes the paper sheets");
  const auto o = std::make_shared<PaperOptions>();
  cmd->add_option("file", o->file, "the project")->required();
  cmd->add_option("--page", o->page, "a4, a3, letter, legal or WxH in mm");
  cmd->add_option("--out", o->out, "the folder for the sheets")->required();
  cmd->add_option("--format", o->format, "pdf, svg or dxf");
  cmd->add_option("--side", o->side, "the marked side: back or front");
  cmd->add_option("--owned", o->owned, "papers at hand, as CSV: shape,handed,edge,count,material,pack,price");
  cmd->add_option("--margin", o->margin, "of the page, in mm");
  cmd->add_option("--what", o->what, "papers, templates or ruler-card")
      ->check(CLI::IsMember({"papers", "templates", "ruler-card"}));
  cmd->add_option("--sort", o->sort, "shape, unit, cloth or block")
      ->check(CLI::IsMember({"shape", "unit", "cloth", "block"}));
  cmd->add_option("--copies", o->copies, "of each template");
  cmd->add_option("--profile", o->profile, "the printer, as it was measured");
  cmd->add_option("--practice-scale", o->practice,
                  "print as a printer that is off would: 0.985, or across,down");
  cmd->add_flag("--strips-first", o->stripsFirst, "fewest strokes rather than fewest sheets");
  cmd->add_flag("--json", o->json, "figures as JSON");
  cmd->callback([=, &outcome] { outcome.status = papers(*o); });
}

namespace {

Status printer(const std::string& name, const std::string& page, std::optional<double> margin,
               const std::vector<double>& reads, double border, bool asJson) {
  const auto known = readPrinters(printersFile());
  if (!known) return tl::make_unexpected(known.error());
  PrinterProfile profile;
  profile.name = name;
  for (const PrinterProfile& p : *known)
    if (p.name == name) profile = p;
  if (margin) profile.margin = *margin;
  const auto sheet = pageOf(page.empty() ? "a4" : page, std::max(profile.margin, kPageMargin));
  if (!sheet) return tl::make_unexpected(sheet.error());
  ScaleAnswer answer;
  if (!reads.empty()) {
    const auto read = printedScale(rulesOf(*sheet), reads[0], reads[1], border);
    if (!read) return tl::make_unexpected(read.error());
    answer = *read;
    profile = corrected(profile, answer, {});
  }
  if (const auto ok = keepPrinter(printersFile(), profile); !ok) return ok;
  if (asJson)
    print({{"name", profile.name},
           {"margin", profile.margin},
           {"printed_across", answer.across},
           {"printed_down", answer.down},
           {"give_or_take", {answer.acrossSure, answer.downSure}},
           {"border_off", answer.borderOff},
           {"across", profile.across},
           {"down", profile.down}});
  else
    printLine(said(Message("printer-kept", profile.name, numberArg(100 * (answer.across - 1), 2),
                           numberArg(100 * (answer.down - 1), 2))));
  return {};
}

}  // namespace

void addPrinter(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("printer",
                                 "Keeps what the rules of a printed sheet read, and corrects the next print");
  const auto name = std::make_shared<std::string>(), page = std::make_shared<std::string>();
  const auto margin = std::make_shared<std::optional<double>>();
  const auto reads = std::make_shared<std::vector<double>>();
  const auto border = std::make_shared<double>(1000);
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("name", *name, "the printer")->required();
  cmd->add_option("--reads", *reads, "what the level and the upright rule in mm read")->expected(2);
  cmd->add_option("--page", *page, "the page they were printed on");
  cmd->add_option("--margin", *margin, "that the printer keeps free, in mm");
  cmd->add_option("--border", *border, "the longest border, in mm");
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = printer(*name, *page, *margin, *reads, *border, *asJson); });
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
