// Commands that make, change and check projects.
#include <charconv>
#include <cstdio>
#include <ctime>
#include <filesystem>
#include <memory>

#include "cli/commands.hpp"
#include "draw/pictures.hpp"
#include "edit/history.hpp"
#include "exchange/exchange.hpp"
#include "layout/soundness.hpp"
#include "measure/quantity.hpp"
#include "model/tally.hpp"
#include "script/demo.hpp"
#include "script/read_edit.hpp"
#include "shape/json_fields.hpp"
#include "store/data_folder.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

std::string today() {
  const std::time_t now = std::time(nullptr);
  char out[16];
  std::strftime(out, sizeof out, "%Y-%m-%d", std::localtime(&now));
  return out;
}

json proportionsOf(const Arrangement& a) {
  json out = json::array();
  for (const Proportion& p : a.proportions)
    out.push_back({{"key", p.key},
                   {"name", p.title},
                   {"kind", p.kind == Proportion::Kind::Angle ? "angle" : "side"},
                   {"normal", p.normal},
                   {"least", p.least},
                   {"most", p.most}});
  return out;
}

json arrangementJson(const Arrangement& a) {
  const bool rosette = a.kind == ArrangementKind::Rosette, own = a.kind == ArrangementKind::Own;
  return {{"id", a.id},
          {"name", a.name},
          {"kind", own       ? "block"
                   : rosette ? "rosette"
                             : "field"},
          {"parameters", own       ? json({"edge"})
                         : rosette ? json({"edge", "rings"})
                                   : json({"edge", "across", "down"})},
          {"edge_of", a.edgeOf},
          {"proportions", proportionsOf(a)},
          {"counts", a.counts}};
}

struct NewOptions {
  std::string arrangement, edge, sides = "outline", allowance, file;
  int across = 0, down = 0, rings = -1;
  std::vector<std::string> proportions;
};

/// "long=5in" or "tip=120": a side by its length, an angle in degrees.
Result<std::pair<std::string, double>> proportionOf(const Arrangement& arrangement, const std::string& text,
                                                    Length edge) {
  const auto equals = text.find('=');
  const std::string key = text.substr(0, equals);
  const auto& all = arrangement.proportions;
  const auto at = std::find_if(all.begin(), all.end(), [&](const Proportion& p) { return p.key == key; });
  if (equals == std::string::npos) return fail("proportion-needs-value", text);
  if (at == all.end()) return fail("no-proportion-called", arrangement.name, key);
  const std::string value = text.substr(equals + 1);
  if (at->kind == Proportion::Kind::Side) {
    const auto side = parseLengthWithin(value, LengthUnit::Millimetre, at->title,
                                        Length::millimetres(at->least * edge.mm()),
                                        Length::millimetres(at->most * edge.mm()));
    if (!side) return tl::make_unexpected(side.error());
    return std::pair(key, *side / edge);
  }
  double degrees = 0;
  const auto [end, wrong] = std::from_chars(value.data(), value.data() + value.size(), degrees);
  if (wrong != std::errc() || end != value.data() + value.size()) return fail("proportion-needs-value", text);
  return std::pair(key, degrees);
}

Result<Recipe> recipeOf(const Arrangement& arrangement, const NewOptions& o) {
  Recipe r;
  r.arrangement = o.arrangement;
  const auto edge =
      parseLengthWithin(o.edge, LengthUnit::Millimetre, Message("the-edge"), kLeastEdge, kMostEdge);
  if (!edge) return tl::make_unexpected(edge.error());
  r.edge = *edge;
  const bool rosette = arrangement.kind == ArrangementKind::Rosette;
  if (rosette && o.rings < 0) return fail("rosette-needs-rings");
  const bool own = arrangement.kind == ArrangementKind::Own;
  if (!rosette && !own && (o.across == 0 || o.down == 0)) return fail("field-needs-across-down");
  r.across = rosette || own ? 1 : o.across;
  r.down = rosette || own ? 1 : o.down;
  r.rings = std::max(0, o.rings);
  const auto sides = finishingSidesOf(o.sides);
  if (!sides) return tl::make_unexpected(sides.error());
  r.sides = *sides;
  for (const std::string& each : o.proportions) {
    const auto one = proportionOf(arrangement, each, r.edge);
    if (!one) return tl::make_unexpected(one.error());
    r.proportions.insert_or_assign(one->first, one->second);
  }
  return r;
}

Status makeNew(const NewOptions& o) {
  const auto library = arrangements();
  if (!library) return tl::make_unexpected(library.error());
  const auto arrangement = library->find(o.arrangement);
  if (!arrangement) return tl::make_unexpected(arrangement.error());
  const auto recipe = recipeOf(**arrangement, o);
  if (!recipe) return tl::make_unexpected(recipe.error());
  auto project = newProject(*library, *recipe, std::filesystem::path(o.file).stem().string());
  if (!project) return tl::make_unexpected(project.error());
  measureIn(*project, o.edge.find("mm") != std::string::npos || o.edge.find("cm") != std::string::npos
                          ? LengthUnit::Millimetre
                          : LengthUnit::Inch);
  if (!o.allowance.empty()) {
    const auto allowance =
        parseLengthWithin(o.allowance, LengthUnit::Millimetre, Message("the-seam-allowance"),
                          Length::millimetres(1), Length::millimetres(50));
    if (!allowance) return tl::make_unexpected(allowance.error());
    project->settings.allowance = *allowance;
  }
  return saveProject(realFileSystem(), *project, o.file);
}

/// Runs the script; undo and redo walk its own history.
Result<Project> runScript(Project project, const json& script, const EditContext& context) {
  if (!script.is_array()) return fail("script-no-list-edits");
  if (script.size() > 1'000'000) return fail("script-more-than-million");
  History history(std::move(project));
  for (std::size_t i = 0; i < script.size(); ++i) {
    const auto at = [&](Message what) { return fail("edit-script-nothing-written", i + 1, std::move(what)); };
    const json& edit = script[i];
    const std::string name = edit.is_object() && edit.contains("edit") && edit["edit"].is_string()
                                 ? edit["edit"].get<std::string>()
                                 : "";
    if (name == "undo" || name == "redo") {
      if (!(name == "undo" ? history.undo() : history.redo()))
        return at(Message(name == "undo" ? "nothing-to-undo" : "nothing-to-redo"));
      continue;
    }
    auto next = applyStep(history.now(), edit, context);
    if (!next) return at(next.error().message);
    history.push(std::move(*next), name);
  }
  return history.now();
}

/// A draft may name a drawing beside the script; the edit itself takes its text.
Status readDrawings(json& script, const std::filesystem::path& folder) {
  if (!script.is_array()) return {};
  for (json& edit : script) {
    if (!edit.is_object() || edit.value("edit", json()) != "draft" || !edit.value("file", json()).is_string())
      continue;
    const auto text = readWhole(folder / edit["file"].get<std::string>(), 4'000'000);
    if (!text) return tl::make_unexpected(text.error());
    edit["svg"] = *text;
    edit.erase("file");
  }
  return {};
}

Status runEdit(const std::string& file, const std::string& scriptFile, const std::string& out) {
  const auto library = arrangements();
  if (!library) return tl::make_unexpected(library.error());
  auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  const auto text = readWhole(scriptFile, 200'000'000);
  if (!text) return tl::make_unexpected(text.error());
  auto script = parseJson(*text);
  if (!script) return fail("script-cannot-used-nothing", script.error().message);
  const auto folder = std::filesystem::path(scriptFile).parent_path();
  if (const auto ok = readDrawings(*script, folder); !ok) return ok;
  const EditContext context{
      *library, [&](const std::string& path) { return loadPicture((folder / path).string()); }, today()};
  const auto edited = runScript(std::move(*project), *script, context);
  if (!edited) return tl::make_unexpected(edited.error());
  return saveProject(realFileSystem(), *edited, out);
}

Status checkFile(const std::string& file, bool asJson) {
  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  const auto geometry = geometryOf(project->layout);
  const Soundness s = soundness(*project->layout, geometry->seams);
  if (!s.sound())
    return fail("layout-not-sound-command", Message("n-overlaps", s.overlaps.size()),
                Message("n-gaps", s.gaps.size()));
  if (asJson)
    print({{"sound", true}, {"pieces", project->layout->size()}});
  else
    printLine(said(Message("sound-project", project->layout->size())));
  return {};
}

std::string editHelp() {
  std::string out = "The script is a JSON list; each step is {\"edit\": NAME, ...}:\n";
  for (const EditInfo& k : editInfos()) out += "  " + std::string(k.name) + ": " + keysOf(k) + "\n";
  return out + "  undo, redo\nLengths are numbers in mm, pieces are numbers from 1.";
}

}  // namespace

void addArrangements(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("arrangements", "Lists the arrangements");
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] {
    const auto library = arrangements();
    if (!library) {
      outcome.status = tl::make_unexpected(library.error());
      return;
    }
    json all = json::array();
    for (const Arrangement& a : library->all()) all.push_back(arrangementJson(a));
    if (*asJson) return print(all);
    for (const Arrangement& a : library->all())
      printLine(a.id + "\t" + a.name + " (counts " + a.counts + ")");
  });
}

void addNew(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("new", "Makes a project");
  const auto o = std::make_shared<NewOptions>();
  cmd->add_option("--arrangement", o->arrangement, "id, as the command arrangements lists them")->required();
  cmd->add_option("--edge", o->edge, "edge length, like 1in, \"1 1/4 in\" or 32mm")->required();
  cmd->add_option("--across", o->across, "count across (fields)");
  cmd->add_option("--down", o->down, "count down (fields)");
  cmd->add_option("--rings", o->rings, "rings (rosettes)");
  cmd->add_option("--sides", o->sides, "outline, edge-pieces or slice");
  cmd->add_option("--proportion", o->proportions,
                  "of an arrangement that has some, like long=5in or tip=120; again for another");
  cmd->add_option("--allowance", o->allowance, "seam allowance, 1/4 in if not given");
  cmd->add_option("-o", o->file, "the project file to write")->required();
  cmd->callback([=, &outcome] { outcome.status = makeNew(*o); });
}

void addDemo(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("demo", "Makes a demo project");
  const auto name = std::make_shared<std::string>(), file = std::make_shared<std::string>();
  cmd->add_option("name", *name, "saltmarsh, mill-lantern or sluice-runner")->required();
  cmd->add_option("-o", *file, "the project file to write")->required();
  cmd->callback([=, &outcome] {
    const auto library = arrangements();
    if (!library) {
      outcome.status = tl::make_unexpected(library.error());
      return;
    }
    const auto project = demoProject(*library, *name);
    outcome.status =
        project ? saveProject(realFileSystem(), *project, *file) : tl::make_unexpected(project.error());
  });
}

void addEdit(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("edit", "Applies an edit script");
  cmd->footer(editHelp());
  const auto file = std::make_shared<std::string>(), script = std::make_shared<std::string>(),
             out = std::make_shared<std::string>();
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_option("script", *script, "the script, JSON")->required();
  cmd->add_option("-o", *out, "the project file to write")->required();
  cmd->callback([=, &outcome] { outcome.status = runEdit(*file, *script, *out); });
}

void addPieces(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("pieces", "Gives the pieces as GeoJSON in mm, FRONT");
  const auto file = std::make_shared<std::string>();
  cmd->add_option("file", *file, "the project")->required();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_flag("--json", *asJson, "GeoJSON is JSON already");
  cmd->callback([=, &outcome] {
    (void)asJson;
    const auto project = openProject(*file);
    if (project)
      print(piecesGeoJson(*project));
    else
      outcome.status = tl::make_unexpected(project.error());
  });
}

void addTally(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("tally", "Counts pieces, sizes and seams");
  const auto file = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] {
    const auto project = openProject(*file);
    if (!project) {
      outcome.status = tl::make_unexpected(project.error());
      return;
    }
    const json t = tallyJson(*project);
    if (*asJson) return print(t);
    const LengthUnit unit = project->settings.unit;
    printLine(said(Message("n-pieces", t["pieces"].get<int>())) + ", " +
              writeSize(t["finished"]["width"], t["finished"]["height"], unit) + " finished, " +
              said(Message("n-seams", t["seams"].get<int>())) + " of " +
              writeLong(t["seam_length"].get<double>(), unit));
    for (const json& s : t["shapes"])
      printLine("  " + std::to_string(s["count"].get<int>()) + "\t" + s["shape"].get<std::string>() +
                (s["handed"] == 0   ? ""
                 : s["handed"] == 1 ? " (right)"
                                    : " (left)"));
  });
}

void addCheck(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("check", "Is it a sound, readable project?");
  const auto file = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = checkFile(*file, *asJson); });
}

}  // namespace clathra::cli
