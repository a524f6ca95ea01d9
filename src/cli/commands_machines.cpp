// Commands about machines: the printer as it was measured, the stand-in cutter.
#include <filesystem>
#include <memory>

#include "cli/commands.hpp"
#include "draw/exporter.hpp"
#include "exchange/practice_cutter.hpp"
#include "filesystem.hpp"
#include "paper/true_scale.hpp"
#include "store/printers_file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

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

namespace {

struct CutterOptions {
  std::string file, mat, picture;
  CutterMat on;
  bool json = false;
};

json places(const std::vector<std::size_t>& list) {
  json out = json::array();
  for (const auto i : list) out.push_back(i + 1);
  return out;
}

Status practiseCut(const CutterOptions& o) {
  CutterMat mat = o.on;
  if (!o.mat.empty()) {
    const auto page = pageOf(o.mat, kLeastMargin);
    if (!page) return tl::make_unexpected(page.error());
    mat.width = page->width;
    mat.height = page->height;
  }
  constexpr std::size_t kMostFileBytes = 100'000'000;
  const auto text = readWhole(o.file, kMostFileBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto report = practiseCutting(*text, std::filesystem::path(o.file).extension().string(), mat);
  if (!report) return tl::make_unexpected(report.error());
  if (!o.picture.empty())
    if (const auto ok = writeBytes(o.picture, cutterPng(*report, mat)); !ok) return ok;
  json outside = json::array();
  for (const auto& [outer, inner] : report->outsideFirst) outside.push_back({outer + 1, inner + 1});
  if (o.json) {
    print({{"paths", report->paths.size()},
           {"open", places(report->open)},
           {"doubled", places(report->doubled)},
           {"cut_twice", report->twice},
           {"off_mat", places(report->offMat)},
           {"outside_before_inside", outside},
           {"length", report->length},
           {"travel", report->travel},
           {"seconds", report->seconds}});
    return {};
  }
  printLine(said(Message("cutter-report", report->paths.size(), readableArg(report->length),
                         numberArg(report->seconds / 60, 1))));
  for (const Message& m : cutterFaults(*report)) printLine(said(m));
  return {};
}

}  // namespace

void addPracticeCutter(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand(
      "practice-cutter", "The stand-in cutter: reads SVG or DXF, says what is wrong and how long it takes");
  const auto o = std::make_shared<CutterOptions>();
  cmd->add_option("file", o->file, "SVG or DXF")->required();
  cmd->add_option("--mat", o->mat, "a page's name or WxH in mm; 12 by 12 in without it");
  cmd->add_option("--speed", o->on.speed, "of cutting, in mm a second");
  cmd->add_option("--picture", o->picture, "a PNG of the mat and the paths");
  cmd->add_flag("--json", o->json, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = practiseCut(*o); });
}

}  // namespace clathra::cli
