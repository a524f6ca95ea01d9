// Commands about cloth by itself, without a project.
#include <chrono>
#include <memory>

#include "cli/commands.hpp"
#include "cutting/gives.hpp"
#include "filesystem.hpp"
#include "measure/length.hpp"
#include "script/shelf_csv.hpp"
#include "shape/json_fields.hpp"
#include "store/file.hpp"
#include "store/pack_file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

constexpr std::size_t kMostBytes = 1'000'000;

Result<GivesInput> readGives(const std::string& file) {
  const auto text = readWhole(file, kMostBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto j = parseJson(*text);
  if (!j) return tl::make_unexpected(j.error());
  if (!j->is_object()) return fail("gives-object");
  Fields in(*j, Message("it"));
  GivesInput out;
  out.width = in.number("width", 0, 1e6);
  out.height = in.number("height", 0, 1e6);
  out.allowance = in.number("allowance", 0, 1e6, out.allowance);
  for (const json& shape : in.array("shapes", 1'000)) {
    if (!shape.is_string()) return fail("gives-shapes", 200);
    out.shapes.push_back(shape.get<std::string>());
  }
  if (in.has("direction") && !in.isNull("direction"))
    out.direction =
        static_cast<Direction>(in.choice("direction", {"none", "two-way", "one-way", "stripe"}, 0));
  in.nothingElse();
  if (!in.ok()) return tl::make_unexpected(in.error());
  return out;
}

Status gives(const std::string& file, bool asJson) {
  const auto in = readGives(file);
  if (!in) return tl::make_unexpected(in.error());
  const auto rows = whatItGives(*in);
  if (!rows) return tl::make_unexpected(rows.error());
  json out = json::array();
  for (const GivesRow& r : *rows) {
    out.push_back(
        {{"shape", r.shape}, {"largest_edge", r.edge ? json(*r.edge) : json(nullptr)}, {"copies", r.copies}});
    if (asJson) continue;
    printLine(r.edge ? said(Message("gives-row", r.shape, sizeArg(*r.edge), r.copies),
                            r.inch ? LengthUnit::Inch : LengthUnit::Millimetre)
                     : said(Message("gives-none", r.shape)));
  }
  if (asJson) print(out);
  return {};
}

constexpr std::size_t kMostPackBytes = 50'000'000;

Status packs(const std::string& file, double seconds, bool timed) {
  constexpr double kLeast = 0.1, kMost = 3600;
  if (timed && !(seconds >= kLeast && seconds <= kMost)) return fail("pack-no-time");
  const auto text = readWhole(file, kMostPackBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto job = readPackJob(*text);
  if (!job) return tl::make_unexpected(job.error());
  PackEffort effort;
  if (timed) {
    // Steps that a quick machine does in that time: the clock ends it on slower ones.
    constexpr double kStepsASecond = 40e6;
    effort.steps = static_cast<std::uint64_t>(seconds * kStepsASecond);
    effort.seconds = seconds;
  }
  const auto start = std::chrono::steady_clock::now();
  const auto result = pack(*job, effort);
  if (!result) return tl::make_unexpected(result.error());
  print(packResultJson(*job, *result,
                       std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count()));
  return {};
}

struct ShelfOptions {
  std::string file, csv, take, out;
};

Status shelf(const ShelfOptions& o) {
  auto project = openProject(o.file);
  if (!project) return tl::make_unexpected(project.error());
  if (o.take.empty()) {
    const std::string table = shelfCsv(*project);
    if (!o.csv.empty()) return writeWhole(realFileSystem(), o.csv, std::as_bytes(std::span(table)));
    printLine(table);
    return {};
  }
  const auto text = readWhole(o.take, kMostBytes);
  if (!text) return tl::make_unexpected(text.error());
  const auto edits = shelfEdits(*project, *text);
  if (!edits) return tl::make_unexpected(edits.error());
  const auto library = arrangements();
  if (!library) return tl::make_unexpected(library.error());
  const EditContext context{*library, {}, {}};
  for (const Edit& e : *edits) {
    auto next = applied(*project, e, context);
    if (!next) return tl::make_unexpected(next.error());
    project = std::move(*next);
  }
  return saveProject(realFileSystem(), *project, o.out.empty() ? o.file : o.out);
}

}  // namespace

void addShelf(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("shelf", "The cloths on the shelf as a table, or from one");
  const auto o = std::make_shared<ShelfOptions>();
  cmd->add_option("file", o->file, "the project")->required();
  cmd->add_option("--csv", o->csv, "write the table there; left out: print it");
  auto* take = cmd->add_option("--take", o->take, "a table to put on the shelf");
  cmd->add_option("-o", o->out, "write the project there; left out: to its own file")->needs(take);
  cmd->callback([=, &outcome] { outcome.status = shelf(*o); });
}

void addPack(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("pack", "Packs outlines onto cloth: the least length, or the fewest pieces");
  const auto file = std::make_shared<std::string>();
  const auto seconds = std::make_shared<double>(0);
  cmd->add_option("job", *file, "the packing job, as JSON")->required();
  auto* timed =
      cmd->add_option("--seconds", *seconds, "how long to look; left out: as long as the job deserves");
  cmd->add_flag_callback(
      "--json", [] {}, "as JSON, which it is anyway");
  cmd->callback([=, &outcome] { outcome.status = packs(*file, *seconds, timed->count() > 0); });
}

void addGives(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("gives", "Tells what a strip, square or fat quarter of cloth gives");
  const auto file = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("cloths", *file, "its size, the allowance and the shapes, as JSON")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = gives(*file, *asJson); });
}

}  // namespace clathra::cli
