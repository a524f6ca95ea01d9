// Commands that plan cutting, look over the project, and export.
#include <filesystem>
#include <memory>
#include <sstream>

#include "cli/commands.hpp"
#include "cli/waiting.hpp"
#include "cutting/batch.hpp"
#include "cutting/window_order.hpp"
#include "draw/exporter.hpp"
#include "draw/map.hpp"
#include "draw/pictures.hpp"
#include "draw/prints.hpp"
#include "review/review.hpp"
#include "script/named_pieces.hpp"
#include "store/box_file.hpp"
#include "store/codec.hpp"
#include "store/file.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

json methodJson(const CutMethod& m, LengthUnit unit) {
  json sum = json::array(), steps = json::array();
  for (const Message& s : m.steps) steps.push_back(said(s, unit));
  for (const SumLine& l : m.sum)
    sum.push_back({{"what", said(l.what, unit)}, {"value", l.value}, {"is_length", l.isLength}});
  return {{"method", m.id},
          {"length", optional(m.length)},
          {"cuts", m.length ? json(m.cuts) : json(nullptr)},
          {"minutes", m.length ? json(m.minutes) : json(nullptr)},
          {"utilisation", m.length && *m.length > 0 ? json(m.utilisation) : json(nullptr)},
          {"buy_length", m.length ? json(m.buyLength) : json(nullptr)},
          {"money", optional(m.money)},
          {"left_over", m.length ? json(m.leftOver) : json(nullptr)},
          {"sum", sum},
          {"steps", steps},
          {"why_not", m.length ? json(nullptr) : json(said(m.why, unit))}};
}

json placementsJson(const Project& project, const CutPlan& plan) {
  json out = json::array();
  if (!plan.method()) return out;
  // Lengths as the shelf lists them; those to buy after them.
  const auto shelf = static_cast<int>(clothById(project, plan.cloth)->lengths.size());
  const auto origin = [&](int length) {
    const auto n = static_cast<int>(plan.origins.size());
    return length < n ? plan.origins[static_cast<std::size_t>(length)] : LengthOrigin{length - n + shelf, 0};
  };
  const auto onShelf = [&](const PlacedPatch& p, const Polygon& outline) {
    return outlineJson(translated(outline, {0, origin(p.length).from}));
  };
  const std::vector<int> numbers = windowNumbers(plan.method()->laid);
  for (std::size_t i = 0; i < numbers.size(); ++i) {
    const PlacedPatch& p = plan.method()->laid.placements[i];
    json one = {{"shape", project.layout->shapes[p.shape].name},
                {"handed", p.hand},
                {"motif", nullptr},
                {"length", origin(p.length).length},
                {"polygon", onShelf(p, p.patch)}};
    for (const WindowPart& w : plan.windows)
      if (p.motif == w.motif) one["motif"] = w.name;
    if (numbers[i] > 0) one["number"] = numbers[i];
    if (p.set > 0) one["set"] = p.set;
    if (!p.rough.empty()) one["rough"] = onShelf(p, p.rough);
    out.push_back(std::move(one));
  }
  return out;
}

json planJson(const Project& project, const CutPlan& plan) {
  const LengthUnit unit = project.settings.unit;
  json windows = json::array(), methods = json::array(), sum = json::array();
  for (const WindowPart& w : plan.windows)
    windows.push_back({{"motif", w.name}, {"copies", w.copies}, {"length", optional(w.length)}});
  for (const CutMethod& m : plan.methods) methods.push_back(methodJson(m, unit));
  for (const SumLine& l : plan.sum)
    sum.push_back({{"what", said(l.what, unit)}, {"value", l.value}, {"is_length", l.isLength}});
  json buy = json::array();
  if (const CutMethod* m = plan.method())
    for (const BuyItem& b : m->buy)
      buy.push_back(b.piece.empty()
                        ? json{{"what", "length"}, {"length", b.length}, {"price", optional(b.price)}}
                        : json{{"what", b.piece}, {"count", b.count}, {"price", optional(b.price)}});
  return {{"cloth", clothTitle(*clothById(project, plan.cloth))},
          {"windows", windows},
          {"windows_at_least", optional(plan.windowsAtLeast)},
          {"methods", methods},
          {"recommended", plan.recommended.empty() ? json(nullptr) : json(plan.recommended)},
          {"why", said(plan.why, unit)},
          {"chosen", plan.chosen},
          {"buy", buy},
          {"length", optional(plan.length)},
          {"buy_length", optional(plan.buyLength)},
          {"on_hand", optional(plan.onHand)},
          {"short_by", optional(plan.toBuy)},
          {"sum", sum}};
}

struct CutOptions {
  std::string file, cloth, card, now;
  bool json = false, placements = false;
};

json restJson(const Project& project, const CutBatch& batch) {
  json missing = json::array();
  for (const MissingPatches& m : batch.missing)
    missing.push_back(
        {{"shape", project.layout->shapes[m.shape].name}, {"handed", m.hand}, {"count", m.count}});
  return {{"fits", batch.fits}, {"missing", missing}, {"length_left", batch.lengthLeft}};
}

Status cut(const CutOptions& o) {
  const std::string &file = o.file, &clothName = o.cloth, &card = o.card;
  const bool asJson = o.json;

  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  std::optional<ClothId> only;
  if (!clothName.empty()) {
    const auto found = findCloth(*project, clothName);
    if (!found) return tl::make_unexpected(found.error());
    only = *found;
  }
  std::vector<std::uint32_t> now;
  if (!o.now.empty()) {
    auto named = piecesListed(*project, o.now);
    if (!named) return tl::make_unexpected(named.error());
    now = std::move(*named);
  }
  json out = json::array();
  for (const Cloth& c : project->cloths) {
    if (only && *only != c.id) continue;
    std::optional<CutBatch> batch;
    if (!o.now.empty()) {
      auto made = cutBatch(*cutInput(*project, c.id), now);
      if (!made) return tl::make_unexpected(made.error());
      batch = std::move(*made);
    }
    const auto plan = batch ? Result<CutPlan>(batch->now) : cutPlan(*project, c.id);
    if (!plan) return tl::make_unexpected(plan.error());
    if (!only && plan->pieces == 0) continue;
    out.push_back(planJson(*project, *plan));
    if (batch) out.back()["rest"] = restJson(*project, *batch);
    if (o.placements) out.back()["placements"] = placementsJson(*project, *plan);
    if (!card.empty() && only)
      if (const auto ok = writeBytes(card, cutCardPdf(*project, *plan, batch ? &*batch : nullptr)); !ok)
        return ok;
    if (!asJson)
      printLine(
          clothTitle(c) + ": " +
          (plan->length ? writeCloth(*plan->length, project->settings.unit) : std::string("not known")) +
          (plan->method() && plan->method()->length ? " by " + said(plan->method()->title) : ""));
  }
  if (asJson) print(out);
  return {};
}

Status lookOver(const std::string& file, bool asJson) {
  const auto project = openProject(file);
  if (!project) return tl::make_unexpected(project.error());
  auto input = reviewInput(*project, untilInterrupted());
  if (!input) return tl::make_unexpected(input.error());
  json out = json::array();
  // Papers at hand are the user's own; which printer is used only the window knows.
  if (const auto box = readPaperBox(paperBoxFile())) {
    const PaperInput papers = paperInput(*project, input->geometry, *box);
    if (auto supply = paperSupply(papers, papers.papers.chosen()))
      input->supply = std::make_shared<const PaperSupply>(std::move(*supply));
    input->box = std::make_shared<const PaperBox>(*box);
  }
  const auto remarks = review(*input);
  for (const Remark& r : remarks) {
    const std::string why = said(r.why, project->settings.unit), fix = said(r.fix, project->settings.unit);
    out.push_back({{"check", r.check}, {"pieces", numbersOf(r.pieces)}, {"why", why}, {"fix", fix}});
    if (!asJson) printLine(r.check + ": " + why + " " + fix);
  }
  if (asJson)
    print(out);
  else if (remarks.empty())
    printLine("Nothing to remark.");
  return {};
}

Status writePrints(const std::string& folder) {
  std::error_code ec;
  std::filesystem::create_directories(folder, ec);
  for (const PrintDesign& d : printDesigns()) {
    const auto picture = pictureFromImage(drawPrint(d));
    if (!picture) return tl::make_unexpected(picture.error());
    if (const auto ok = writeBytes(std::filesystem::path(folder) / d.file,
                                   QByteArray(reinterpret_cast<const char*>(picture->png->data()),
                                              static_cast<qsizetype>(picture->png->size())));
        !ok)
      return ok;
  }
  return {};
}

}  // namespace

void addCut(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("cut", "Plans how each cloth is cut");
  const auto o = std::make_shared<CutOptions>();
  cmd->add_option("file", o->file, "the project")->required();
  auto* cloth = cmd->add_option("--cloth", o->cloth, "one cloth, by name or sign");
  cmd->add_option("--now", o->now,
                  "pieces to cut now: 1,2,5-9 or unit:NAME; is there enough left for the rest?");
  cmd->add_option("--card", o->card, "with --cloth: write the cutting card as this PDF")->needs(cloth);
  cmd->add_flag("--placements", o->placements, "with --json: where each patch lies");
  cmd->add_flag("--json", o->json, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = cut(*o); });
}

void addReview(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("review", "The second look");
  const auto file = std::make_shared<std::string>();
  const auto asJson = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_flag("--json", *asJson, "as JSON");
  cmd->callback([=, &outcome] { outcome.status = lookOver(*file, *asJson); });
}

void addExport(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("export", "Writes the layout or the tallies, by suffix");
  const auto file = std::make_shared<std::string>(), to = std::make_shared<std::string>(),
             side = std::make_shared<std::string>("front");
  const auto map = std::make_shared<bool>(false), chart = std::make_shared<bool>(false),
             asSewn = std::make_shared<bool>(false);
  cmd->add_option("file", *file, "the project")->required();
  cmd->add_option("--to", *to, "X.svg, .pdf, .png, .dxf, .csv or .geojson")->required();
  auto* asMap = cmd->add_flag("--map", *map, "the numbered map, .pdf or .svg");
  cmd->add_flag("--chart", *chart, "the cloth chart with boxes for snippets, .pdf")->excludes(asMap);
  cmd->add_flag("--as-sewn", *asSewn, "a .png with what each piece shows of its print")->excludes(asMap);
  cmd->add_option("--side", *side, "of the map: front or back")->check(CLI::IsMember({"front", "back"}));
  cmd->callback([=, &outcome] {
    const auto project = openProject(*file);
    outcome.status = !project ? tl::make_unexpected(project.error())
                     : *map   ? exportMap(*project, *to, {*side == "back"})
                     : *chart
                         ? exportChart(*project, *to)
                         : exportProject(*project, *to, *asSewn ? LayoutView::AsSewn : LayoutView::Cloths);
  });
}

void addPrints(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("prints", "Draws the shipped prints anew");
  const auto folder = std::make_shared<std::string>();
  cmd->add_option("--out", *folder, "the folder for the pictures")->required();
  cmd->callback([=, &outcome] { outcome.status = writePrints(*folder); });
}

void addUnbuilt(CLI::App& app, Outcome& outcome, const char* name, const char* does) {
  auto* cmd = app.add_subcommand(name, std::string(does) + " (not built yet)");
  cmd->allow_extras();
  cmd->callback([=, &outcome] { outcome.status = fail("command-not-built-yet", name); });
}

}  // namespace clathra::cli
