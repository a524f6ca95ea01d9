// The command that makes paper sheets, templates, masters and cards.
#include <algorithm>
#include <filesystem>
#include <functional>
#include <memory>

#include "cli/commands.hpp"
#include "draw/exporter.hpp"
#include "filesystem.hpp"
#include "paper/die_strips.hpp"
#include "paper/paper_plan.hpp"
#include "paper/ruler_card.hpp"
#include "paper/serves.hpp"
#include "paper/templates.hpp"
#include "paper/true_scale.hpp"
#include "store/box_file.hpp"
#include "store/file.hpp"
#include "store/printers_file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

struct PaperOptions {
  std::string file, page, out, format = "pdf", side, owned, what = "papers", sort, profile, practice, stock;
  std::optional<double> margin, gap;
  double pencil = 0.5, shear = 0, drift = 0;
  int copies = 1;
  DieWishes dies;
  CutWishes cut;
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
                          {"parts", n.parts},
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

/// One file a page, all of them or none.
Status writeMany(const PaperOptions& o, const std::string& called, std::size_t pages,
                 const std::function<Result<QByteArray>(std::size_t)>& page) {
  FileSet set(realFileSystem());
  for (std::size_t i = 0; i < pages; ++i) {
    const std::string number = std::to_string(i + 1);
    const auto name = called + "-" + std::string(3 - std::min<std::size_t>(3, number.size()), '0') + number +
                      "." + o.format;
    const auto bytes = page(i);
    if (!bytes) return tl::make_unexpected(bytes.error());
    if (const auto ok = set.add(std::filesystem::path(o.out) / name, viewOf(*bytes)); !ok) return ok;
  }
  return set.finish();
}

Status writePdf(const PaperOptions& o, const std::string& called, const Result<QByteArray>& pdf) {
  return pdf ? writeBytes(std::filesystem::path(o.out) / (called + ".pdf"), *pdf)
             : tl::make_unexpected(pdf.error());
}

Status writeSheets(const Project& project, const SheetPlan& plan, const PaperOptions& o, PrintScale scale) {
  if (plan.sheets.empty()) return {};
  if (const auto ok = makeFolder(o.out); !ok) return ok;
  if (o.format == "pdf") return writePdf(o, "papers", sheetsPdf(project, plan, {}, scale));
  const NeighbourMarks marks = neighbourMarks(project);
  return writeMany(o, "papers", plan.sheets.size(), [&](std::size_t s) {
    return o.format == "dxf" ? sheetDxf(project, plan, s, o.cut) : sheetSvg(project, plan, s, marks, o.cut);
  });
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

Status rulerCardOf(const Project& project, const Page& page, const PaperOptions& o) {
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
  return writePdf(o, "ruler-card", rulerCardPdf(project, card, page));
}

/// Templates for cloth, or masters to trace.
Status templatesOf(const Project& project, const Page& page, const PaperOptions& o, PrintScale scale) {
  TemplateOptions options;
  options.page = page;
  options.masters = o.what == "masters";
  options.pencil = o.pencil;
  options.copies = o.copies;
  options.gap = gapFor(o.cut, o.gap.value_or(0));
  // Templates lie on the cloth's right side, masters on the side that papers are marked on, unless it is
  // said.
  options.side = o.side.empty()     ? (options.masters ? project.settings.marked : MarkedSide::Front)
                 : o.side == "back" ? MarkedSide::Back
                                    : MarkedSide::Front;
  const auto plan = planTemplates(project, options);
  if (!plan) return tl::make_unexpected(plan.error());
  for (const auto& [shape, hand] : plan->tooLarge)
    std::fprintf(
        stderr, "%s\n",
        said(Message("template-too-large", shapeArg(project.layout->shapes[shape].title), page.title))
            .c_str());
  for (const int id : plan->framesTooLarge)
    for (const MotifChoice& m : project.motifs)
      if (m.id == id)
        std::fprintf(stderr, "%s\n", said(Message("frame-too-large", m.name, page.title)).c_str());
  std::size_t templates = 0;
  for (const TemplatePage& p : plan->pages) templates += p.templates.size();
  if (o.json) {
    json serves = json::array();
    for (const TemplateServes& t : templatesThatServe(*project.layout))
      serves.push_back({{"template", project.layout->shapes[t.shape].name},
                        {"handed", t.hand},
                        {"serves", project.layout->shapes[t.other].name},
                        {"serves_handed", t.otherHand},
                        {"leave_out", t.leftOut}});
    print({{"pages", plan->pages.size()},
           {"templates", templates},
           {"allowance", plan->allowance},
           {"pencil", options.masters ? json(plan->pencil) : json(nullptr)},
           {"serves", serves}});
  }
  if (plan->pages.empty()) return {};
  if (o.format == "pdf") return writePdf(o, o.what, templatesPdf(project, *plan, scale));
  return writeMany(o, o.what, plan->pages.size(), [&](std::size_t i) {
    return o.format == "dxf" ? templateDxf(*plan, i, o.cut) : templateSvg(project, *plan, i, o.cut);
  });
}

Status dieStripsOf(const Project& project, const PaperPlan& made, const PaperOptions& o) {
  DieWishes wishes = o.dies;
  if (!o.stock.empty()) {
    const auto stock = pageOf(o.stock, kLeastMargin);
    if (!stock) return tl::make_unexpected(stock.error());
    wishes.width = stock->width;
    wishes.height = stock->height;
  }
  wishes.unit = project.settings.unit;
  const auto rows = dieStrips(*project.layout, made.supply, wishes);
  if (!rows) return tl::make_unexpected(rows.error());
  json out = json::array();
  for (const DieRow& r : *rows) {
    out.push_back({{"shape", project.layout->shapes[r.shape].name},
                   {"handed", r.hand},
                   {"papers", r.papers},
                   {"fits", r.fits},
                   {"strip_width", r.stripWidth},
                   {"strip_length", r.stripLength},
                   {"dies_to_a_strip", r.perStrip},
                   {"strips_to_a_sheet", r.stripsPerSheet},
                   {"strips", r.strips},
                   {"sheets", r.sheets},
                   {"passes", r.passes}});
    if (o.json) continue;
    const std::string title = paperTitle(project, r.shape, r.hand).toStdString();
    if (r.fits)
      printLine(
          said(Message("die-row", title, sizeArg(r.stripWidth), r.perStrip, r.strips, r.sheets, r.passes),
               project.settings.unit));
    else
      printLine(said(Message("die-row-none", title)));
  }
  if (o.json) print({{"layers", wishes.layers}, {"clearance", wishes.clearance}, {"rows", out}});
  return {};
}

/// What is no sheet of papers and needs no plan of them.
Status otherPapers(const Project& project, const Page& page, const PaperOptions& o, PrintScale scale) {
  const bool pdfOnly = o.what == "ruler-card" || o.what == "look-alikes";
  if (pdfOnly && o.format != "pdf") return fail("pdf-alone");
  if (const auto ok = makeFolder(o.out); !ok) return ok;
  if (o.what == "ruler-card") return rulerCardOf(project, page, o);
  if (o.what == "look-alikes") return writePdf(o, o.what, lookAlikesPdf(project, page, scale));
  return templatesOf(project, page, o, scale);
}

Status papers(const PaperOptions& o) {
  if (o.format != "pdf" && o.format != "svg" && o.format != "dxf")
    return fail("format-pdf-svg-dxf", o.format);
  if (!o.side.empty() && o.side != "back" && o.side != "front") return fail("side-back-front", o.side);
  const auto project = openProject(o.file);
  if (!project) return tl::make_unexpected(project.error());
  double margin = o.margin.value_or(project->settings.margin.mm());
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
  scale.shear = o.shear / 100;
  scale.driftAcross = o.drift;
  const auto page = pageOf(o.page.empty() ? project->settings.page : o.page, margin);
  if (!page) return tl::make_unexpected(page.error());
  if (o.what != "papers" && o.what != "die-strips") return otherPapers(*project, *page, o, scale);
  auto box = boxOf(o.owned);
  if (!box) return tl::make_unexpected(box.error());
  const auto& sorts = sortingNames();
  const SheetSorting sorting =
      o.sort.empty()
          ? project->settings.sorting
          : static_cast<SheetSorting>(std::find(sorts.begin(), sorts.end(), o.sort) - sorts.begin());
  SheetOptions options;
  options.page = *page;
  options.side = o.side.empty()      ? project->settings.marked
                 : o.side == "front" ? MarkedSide::Front
                                     : MarkedSide::Back;
  options.stripsFirst = o.stripsFirst || project->settings.stripsFirst;
  options.block = sorting == SheetSorting::Block;
  options.groups = sheetGroups(*project, sorting);
  options.gap = gapFor(o.cut, o.gap.value_or(project->settings.gap.mm()));
  if (!(options.gap >= 0 && options.gap <= kMostGap)) return fail("gap-range", sizeArg(kMostGap));
  const auto made = planPapers(paperInput(*project, geometryOf(project->layout), std::move(*box)), options);
  if (!made) return tl::make_unexpected(made.error());
  if (o.what == "die-strips") return dieStripsOf(*project, *made, o);
  const SheetPlan* plan = &made->sheets;
  if (const auto ok = writeSheets(*project, *plan, o, scale); !ok) return ok;
  for (const PaperNeed& n : plan->needs) {
    if (n.fits || n.papers == 0) continue;
    const Arg title = shapeArg(project->layout->shapes[n.shape].title);
    const Message why = n.parts > 0 ? Message("paper-parted-why", title, page->title, n.parts)
                                    : Message("paper-too-large-why", title, page->title);
    const Message fix =
        n.fitsOn.empty() ? Message("no-page-takes-it") : Message("page-would-take-it", n.fitsOn);
    std::fprintf(stderr, "%s %s\n", said(why).c_str(), said(fix).c_str());
  }
  if (o.json)
    print(papersJson(*project, *made));
  else
    printLine(said(Message("n-papers", plan->papers)) + " on " +
              said(Message("n-sheets", plan->sheets.size())) + " of " + page->title + ", " +
              said(Message("n-cuts", plan->strokes)));
  return {};
}

}  // namespace

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
  cmd->add_option("--gap", o->gap, "between papers, in mm; 0: they share their cutting lines");
  cmd->add_option("--what", o->what, "papers, templates, masters, ruler-card, look-alikes or die-strips")
      ->check(CLI::IsMember({"papers", "templates", "masters", "ruler-card", "look-alikes", "die-strips"}));
  cmd->add_option("--sort", o->sort, "shape, unit, cloth or block: the whole layout to be cut apart")
      ->check(CLI::IsMember({"shape", "unit", "cloth", "block"}));
  cmd->add_option("--pencil", o->pencil, "width of the pencil that masters are traced with, in mm");
  cmd->add_option("--kerf", o->cut.kerf,
                  "that blade or beam takes away, in mm: outlines in SVG and DXF are moved out by half");
  cmd->add_flag("--shared-once", o->cut.sharedOnce,
                "lines that papers share are one open path in SVG and DXF");
  cmd->add_option("--stock", o->stock, "for dies: a page's name or WxH in mm");
  cmd->add_option("--layers", o->dies.layers, "for dies: strips to a pass");
  cmd->add_option("--dies", o->dies.dies, "that lie side by side in a pass");
  cmd->add_option("--clearance", o->dies.clearance, "between dies, in mm");
  cmd->add_option("--practice-shear", o->shear,
                  "print as a printer that is off would: mm sideways in 100 mm down");
  cmd->add_option("--practice-drift", o->drift, "print as a printer that is off would: mm to the right");
  cmd->add_option("--copies", o->copies, "of each template");
  cmd->add_option("--profile", o->profile, "the printer, as it was measured");
  cmd->add_option("--practice-scale", o->practice,
                  "print as a printer that is off would: 0.985, or across,down");
  cmd->add_flag("--strips-first", o->stripsFirst, "fewest strokes rather than fewest sheets");
  cmd->add_flag("--json", o->json, "figures as JSON");
  cmd->callback([=, &outcome] { outcome.status = papers(*o); });
}

}  // namespace clathra::cli
