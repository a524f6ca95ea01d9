// Commands about pictures of cloth: how a print repeats, and which windows of it make good units.
#include <algorithm>
#include <memory>

#include "cli/commands.hpp"
#include "draw/prints.hpp"
#include "filesystem.hpp"
#include "image/decode.hpp"
#include "image/repeat_finder.hpp"
#include "measure/length.hpp"
#include "model/print_scale.hpp"
#include "motif/search.hpp"
#include "store/codec.hpp"
#include "store/file.hpp"
#include "text.hpp"
#include "words/words.hpp"

namespace clathra::cli {

using nlohmann::json;

namespace {

json pointJson(Point p) {
  return {p.x, p.y};
}

Status repeat(const std::string& image, std::optional<double> dpi) {
  if (dpi)
    if (Message why = scaleFault(*dpi); !why.empty()) return fail(std::move(why));
  const auto bytes = readWhole(image, kMostPictureBytes);
  if (!bytes) return tl::make_unexpected(bytes.error());
  const ByteSpan span(reinterpret_cast<const std::uint8_t*>(bytes->data()), bytes->size());
  const auto facts = imageFacts(span);
  if (!facts) return fail("picture-file", calledFile(image), facts.error().message);
  if (!dpi && !(facts->dpi && printScaleCanBe(*facts->dpi)))
    return fail("scan-without-scale", calledFile(image));
  const auto raster = decodeImage(span);
  if (!raster) return fail("picture-file", calledFile(image), raster.error().message);
  const auto found = findRepeat(*raster);
  if (!found) return tl::make_unexpected(found.error());
  const double mm = kMmPerInch / dpi.value_or(facts->dpi.value_or(1));
  json axes = json::array(), degrees = json::array();
  for (const FoundAxis& axis : found->mirrors) {
    degrees.push_back(axis.direction.degrees());
    axes.push_back({{"deg", axis.direction.degrees()}, {"point", pointJson(mm * axis.point)}});
  }
  print({{"found", found->found()},
         {"a", found->found() ? pointJson(mm * found->a) : json(nullptr)},
         {"b", found->b ? pointJson(mm * *found->b) : json(nullptr)},
         {"kind", foundName(found->kind)},
         {"mirror_axes_deg", degrees},
         {"mirror_axes", axes},
         {"half_turn", found->halfTurn},
         {"half_turn_centre", found->halfTurn ? pointJson(mm * found->halfTurnCentre) : json(nullptr)},
         {"confidence", found->confidence}});
  return {};
}

struct Find {
  std::string file, cloth, shape, look = "any", colour;
  bool mirrored = false;
  int most = 24;
};

Status find(const Find& asked) {
  const auto project = openProject(asked.file);
  if (!project) return tl::make_unexpected(project.error());
  const auto cloth = findCloth(*project, asked.cloth);
  if (!cloth) return tl::make_unexpected(cloth.error());
  if (const Cloth* c = clothById(*project, *cloth); !c->print) return fail("find-no-print", clothArg(*c));
  SearchWishes wishes;
  wishes.most = asked.most;
  const std::string looks[] = {"any", "mirror", "movement"};
  const auto look = std::find(std::begin(looks), std::end(looks), asked.look);
  if (look == std::end(looks)) return fail("find-look", asked.look);
  wishes.look = static_cast<Look>(look - std::begin(looks));
  if (!asked.colour.empty() && !(wishes.colour = colourOf(asked.colour)))
    return fail("find-colour", asked.colour);
  MotifChoice choice;
  choice.cloth = *cloth;
  choice.shape = asked.shape;
  choice.mirrored = asked.mirrored;
  for (std::uint32_t i = 0; i < project->layout->size(); ++i)
    if (project->painting[i] == *cloth &&
        project->layout->shapes[project->layout->pieces[i].shape].name == asked.shape)
      choice.pieces.push_back(i);
  const auto found = findWindows(*project, choice, wishes);
  if (!found) return tl::make_unexpected(found.error());
  json out = json::array();
  const Polygon paper = searchInput(*project->layout, choice, wishes).paper;
  for (const FoundWindow& w : *found) {
    json outline = json::array();
    for (const Point p : placed(paper, w.turn, false, w.at)) outline.push_back(pointJson(p));
    out.push_back({{"at", pointJson(w.at)},
                   {"turn", w.turn.degrees()},
                   {"mean_de", w.meeting},
                   {"symmetry", w.symmetry},
                   {"lively", w.lively},
                   {"featured", w.featured},
                   {"outline", outline}});
  }
  print(out);
  return {};
}

std::string printNames() {
  std::string out;
  for (const PrintDesign& d : printDesigns())
    out += (out.empty() ? "" : ", ") + d.file.substr(0, d.file.find('.'));
  return out;
}

struct Photo {
  std::string print, to;
  std::optional<double> tilt, lean, uneven, noise, perMm;
  std::uint32_t seed = 1;
};

/// The stand-in camera; says where the card's corners lie, so that a straightened picture can be judged.
Status photograph(const Photo& o) {
  const auto& all = printDesigns();
  const auto design = std::find_if(all.begin(), all.end(), [&](const PrintDesign& d) {
    return d.file == o.print || d.file.substr(0, d.file.find('.')) == o.print;
  });
  if (design == all.end()) return fail("photo-print", o.print, printNames());
  PracticePhoto how = usualPractice(*design);
  if (o.tilt) how.tilt = Angle::degrees(*o.tilt);
  if (o.lean) how.leanX = how.leanY = *o.lean;
  how.unevenness = o.uneven.value_or(how.unevenness);
  how.noise = o.noise.value_or(how.noise);
  how.perMm = o.perMm.value_or(how.perMm);
  how.seed = o.seed;
  const auto taken = photographOf(*design, how);
  const auto png = encodePng(taken.picture);
  if (!png) return tl::make_unexpected(png.error());
  if (const auto ok = writeWhole(realFileSystem(), o.to, std::as_bytes(std::span(*png))); !ok) return ok;
  json corners = json::array();
  for (const Point p : taken.card.corners) corners.push_back(pointJson(p));
  print({{"card", corners}, {"width", taken.card.width}, {"height", taken.card.height}});
  return {};
}

}  // namespace

void addFind(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("find", "Finds the windows of a print that make the best units, best first");
  const auto asked = std::make_shared<Find>();
  cmd->add_option("file", asked->file, "the project")->required();
  cmd->add_option("--cloth", asked->cloth, "whose print is searched")->required();
  cmd->add_option("--shape", asked->shape, "of the window, as tally names it")->required();
  cmd->add_option("--look", asked->look, "any, mirror or movement");
  cmd->add_option("--colour", asked->colour, "to feature, like #1b6a88");
  cmd->add_flag("--mirrored", asked->mirrored, "for copies that are alternately mirrored");
  cmd->add_option("--most", asked->most, "windows in the answer")->check(CLI::Range(1, 200));
  cmd->callback([=, &outcome] { outcome.status = find(*asked); });
}

void addRepeat(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("repeat", "Finds how the print on a picture repeats");
  const auto image = std::make_shared<std::string>();
  const auto dpi = std::make_shared<double>(0);
  cmd->add_option("image", *image, "PNG, JPEG, TIFF or WebP")->required();
  auto* given = cmd->add_option("--dpi", *dpi, "pixels to the inch of cloth; goes before what the file says");
  cmd->callback([=, &outcome] {
    outcome.status = repeat(*image, given->count() > 0 ? std::optional(*dpi) : std::nullopt);
  });
}

void addPracticePhoto(CLI::App& app, Outcome& outcome) {
  auto* cmd = app.add_subcommand("practice-photo",
                                 "The stand-in camera: one of our prints askew, with a card on it, as PNG");
  const auto o = std::make_shared<Photo>();
  cmd->add_option("print", o->print, printNames())->required();
  cmd->add_option("-o", o->to, "the picture")->required();
  cmd->add_option("--tilt", o->tilt, "of the cloth, in degrees")->check(CLI::Range(-180.0, 180.0));
  cmd->add_option("--lean", o->lean, "change of scale from the middle to a side, 0 to 0.3")
      ->check(CLI::Range(0.0, 0.3));
  cmd->add_option("--uneven", o->uneven, "how much darker the far corner is, 0 to 1")
      ->check(CLI::Range(0.0, 1.0));
  cmd->add_option("--noise", o->noise, "in levels")->check(CLI::Range(0.0, 100.0));
  cmd->add_option("--per-mm", o->perMm, "pixels to the mm in the middle")->check(CLI::Range(0.5, 20.0));
  cmd->add_option("--seed", o->seed, "of all that is left to chance");
  cmd->callback([=, &outcome] { outcome.status = photograph(*o); });
}

}  // namespace clathra::cli
