#include "store/file.hpp"

#include <sys/stat.h>

#include <algorithm>

#include "image/decode.hpp"
#include "layout/numbering.hpp"
#include "model/joined.hpp"
#include "store/archive.hpp"
#include "store/codec.hpp"
#include "store/readings_file.hpp"
#include "store/typed_in.hpp"
#include "text.hpp"

namespace clathra {

using nlohmann::json;

namespace {

json settingsJson(const Settings& s) {
  json out = {{"unit", unitNames()[static_cast<std::size_t>(s.unit)]},
              {"allowance", s.allowance.mm()},
              {"sparePercent", s.sparePercent},
              {"page", s.page},
              {"marked", s.marked == MarkedSide::Front ? "front" : "back"},
              {"stripsFirst", s.stripsFirst},
              {"margin", s.margin.mm()},
              {"gap", s.gap.mm()},
              {"sort", sortingNames()[static_cast<std::size_t>(s.sorting)]},
              {"marks", toJson(s.marks)},
              {"easePercent", s.easePercent},
              {"lookAlike", s.lookAlike.mm()},
              {"papers", toJson(s.papers)}};
  if (s.leastAllowance) out["least"] = s.leastAllowance->mm();
  if (s.times != 1) out["times"] = s.times;
  if (s.layers) out["layers"] = *s.layers;
  if (s.overrun) out["overrun"] = s.overrun->mm();
  if (s.washed) out["washed"] = *s.washed;
  if (const double deg = s.bluntBelow.degrees(); deg != Settings{}.bluntBelow.degrees())
    out["bluntBelow"] = deg;
  if (s.outerAllowance) out["outer"] = s.outerAllowance->mm();
  for (const auto& [shape, own] : s.shapeAllowances) {
    json one = {{"shape", shape}, {"wished", own.wished.mm()}};
    if (own.least) one["least"] = own.least->mm();
    out["shapeAllowances"].push_back(std::move(one));
  }
  return out;
}

json paintingJson(const Painting& painting) {
  json out = json::array();
  for (std::size_t i = 0; i < painting.size(); ++i) out.push_back(painting[i]);
  return out;
}

json rolesJson(const Project& p) {
  json out = json::array();
  for (const Role& r : p.roles) out.push_back({{"name", r.name}, {"cloth", r.cloth}});
  return out;
}

json projectJson(const Project& p) {
  json cloths = json::array(), motifs = json::array(), aside = json::array(), variants = json::array();
  for (const Cloth& c : p.cloths) cloths.push_back(toJson(c));
  for (const MotifChoice& m : p.motifs) motifs.push_back(toJson(m, p));
  for (const SetAside& s : p.setAside)
    aside.push_back({{"check", s.check}, {"reason", s.reason}, {"date", s.date}});
  for (const Variant& v : p.variants)
    variants.push_back({{"name", v.name}, {"note", v.note}, {"painting", paintingJson(v.painting)}});
  const Recipe& r = p.recipe;
  return {{"format", "clathra"},
          {"version", kFileVersion},
          {"name", p.name},
          {"recipe",
           {{"arrangement", r.arrangement},
            {"edge", r.edge.mm()},
            {"across", r.across},
            {"down", r.down},
            {"rings", r.rings},
            {"proportions", r.proportions.empty() ? json::object() : json(r.proportions)},
            {"sides", sidesName(r.sides)},
            {"line", flatJson(r.line)},
            {"hand", toJson(r.hand)},
            {"units", toJson(r.units)},
            {"shapes", toJson(r.shapes)},
            {"numbering", numberingNames()[static_cast<std::size_t>(r.numbering)]}}},
          {"painting", paintingJson(p.painting)},
          {"variants", variants},
          {"roles", rolesJson(p)},
          {"roleOf", p.roles.empty() ? json::array() : paintingJson(p.roleOf)},
          {"cloths", cloths},
          {"nextCloth", p.nextCloth},
          {"motifs", motifs},
          {"nextMotif", p.nextMotif},
          {"now", p.now},
          {"settings", settingsJson(p.settings)},
          {"readings", toJson(p.readings)},
          {"typed_in", typedInJson(p)},
          {"setAside", aside},
          {"wanted", json::array({p.wantedWidth.mm(), p.wantedHeight.mm()})},
          {"lastStation", p.lastStation},
          {"lastDone", p.lastDone}};
}

Recipe readRecipe(Fields& in, const json& j) {
  Fields r(j, Message("its-recipe"));
  Recipe out;
  out.arrangement = r.text("arrangement", {}, 200);
  out.edge = Length::millimetres(r.number("edge", kLeastEdge.mm(), kMostEdge.mm()));
  out.across = static_cast<int>(r.whole("across", 1, kMostCount, 1));
  out.down = static_cast<int>(r.whole("down", 1, kMostCount, 1));
  out.rings = static_cast<int>(r.whole("rings", 0, kMostCount, 0));
  if (r.has("proportions")) out.proportions = readProportions(r, r.object("proportions"));
  out.sides = static_cast<FinishingSides>(r.choice("sides", sidesNames(), 0));
  if (r.has("line")) out.line = readLine(r);
  if (r.has("hand")) out.hand = readHand(r, r.object("hand"));
  if (r.has("units")) out.units = readUnits(r, r.array("units", kMostUnits));
  if (r.has("shapes")) out.shapes = readOwnShapes(r, r.array("shapes", kMostOwnShapes));
  out.numbering = static_cast<Numbering>(r.choice("numbering", numberingNames(), 0));
  if (!r.ok()) in.faultAlone(r.error().message);
  return out;
}

Settings readSettings(Fields& in, const json& j) {
  Fields s(j, Message("its-settings"));
  Settings out;
  out.unit = static_cast<LengthUnit>(s.choice("unit", unitNames(), 0));
  out.allowance = Length::millimetres(s.number("allowance", 0, 100, out.allowance.mm()));
  if (s.has("least")) out.leastAllowance = Length::millimetres(s.number("least", 0, 100));
  if (s.has("outer")) out.outerAllowance = Length::millimetres(s.number("outer", 0, 100));
  for (const json& j2 : s.array("shapeAllowances", 500)) {
    Fields one(j2, Message("its-settings"));
    const std::string shape = one.text("shape", {}, 120);
    ShapeAllowance own{Length::millimetres(one.number("wished", 0, 100)), {}};
    if (one.has("least")) own.least = Length::millimetres(one.number("least", 0, 100));
    if (!one.ok()) s.faultAlone(one.error().message);
    out.shapeAllowances[shape] = own;
  }
  out.sparePercent = s.number("sparePercent", 0, 500, 0);
  out.times = static_cast<int>(s.whole("times", 1, kMostTimes, 1));
  if (s.has("layers")) out.layers = static_cast<int>(s.whole("layers", 1, kMostClothLayers));
  if (s.has("overrun")) out.overrun = Length::millimetres(s.number("overrun", 0, kMostOverrun));
  if (s.has("washed")) out.washed = s.flag("washed");
  out.bluntBelow =
      Angle::degrees(s.number("bluntBelow", kSharpestBlunt, kWidestBlunt, out.bluntBelow.degrees()));
  out.page = s.text("page", "a4", 40);
  out.margin = Length::millimetres(s.number("margin", kLeastMargin, kMostMargin, kPageMargin));
  if (!pageOf(out.page, out.margin.mm())) s.fault("name-page-does-not");
  out.marked = s.choice("marked", {"back", "front"}, 0) == 1 ? MarkedSide::Front : MarkedSide::Back;
  out.stripsFirst = s.flag("stripsFirst");
  out.gap = Length::millimetres(s.number("gap", 0, kMostGap, 0));
  out.sorting = static_cast<SheetSorting>(s.choice("sort", sortingNames(), 0));
  if (s.has("marks")) {
    Fields m(s.object("marks"), Message("its-settings"));
    out.marks = readMarks(m, {});
    if (!m.ok()) s.faultAlone(m.error().message);
  }
  out.easePercent = s.number("easePercent", 0.01, 20, out.easePercent);
  out.lookAlike = Length::millimetres(s.number("lookAlike", 0.1, 50, out.lookAlike.mm()));
  if (s.has("papers")) out.papers = readPaperWishes(s, s.object("papers"));
  if (!s.ok()) in.faultAlone(s.error().message);
  return out;
}

Print printOf(Fields& in) {
  const PrintFields f = readPrintFields(in);
  if (!f.picture || (!f.steps && (!f.along || !f.across))) in.fault("lacks-picture-repeat");
  Print out;
  out.picture = f.picture.value_or(std::string());
  out.dpi = f.dpi.value_or(out.dpi);
  out.scaleGuessed = f.scaleGuessed.value_or(false);
  out.along = f.along.value_or(Length{});
  out.across = f.across.value_or(Length{});
  out.kind = f.kind.value_or(out.kind);
  out.steps = f.steps.value_or(std::nullopt);
  out.halfTurn = f.halfTurn.value_or(std::nullopt);
  out.mirrors = f.mirrors.value_or(out.mirrors);
  out.mark = f.mark.value_or(std::nullopt);
  return out;
}

void readCloths(Fields& in, Project& p) {
  for (const json& j : in.array("cloths", kMostCloths)) {
    Fields f(j, Message("a-cloth"));
    Cloth c;
    c.id = static_cast<ClothId>(f.whole("id", 0, 30'000));
    c.sign = f.text("sign", "?", 4);
    readClothFields(f).putOn(c);
    c.method = f.text("method", {}, 20);
    c.search = static_cast<int>(f.whole("search", 1, 100, 1));
    if (std::find(std::begin(kSearches), std::end(kSearches), c.search) == std::end(kSearches)) c.search = 1;
    c.cuts = readCuts(f, c.lengths.size(), p.layout->size());
    if (f.has("print")) {
      Fields pf(f.object("print"), Message("a-print"));
      c.print = printOf(pf);
      if (!pf.ok()) f.fault("print-wrong", pf.error().message);
    }
    for (const json& k : f.array("joined", kMostStrips)) {
      Fields strip(k, Message("a-strip"));
      c.joined.push_back({static_cast<ClothId>(strip.whole("cloth", kNoCloth, 30'000, kNoCloth)),
                          Length::millimetres(strip.number("width", kLeastStrip, kMostStrip))});
      if (!strip.ok()) f.faultAlone(strip.error().message);
    }
    // Without the print that shows them they are none.
    if (!c.print || c.joined.size() < 2) c.joined.clear();
    if (clothById(p, c.id)) f.fault("number-another-cloth-too");
    if (!f.ok()) in.faultAlone(f.error().message);
    p.cloths.push_back(std::move(c));
  }
  p.nextCloth = static_cast<ClothId>(in.whole("nextCloth", 0, 30'001, 0));
  for (const Cloth& c : p.cloths)
    p.nextCloth = std::max<ClothId>(p.nextCloth, static_cast<ClothId>(c.id + 1));
}

void readMotifs(Fields& in, Project& p) {
  for (const json& j : in.array("motifs", 2'000)) {
    Fields f(j, Message("a-motif-choice"));
    MotifChoice m;
    m.id = static_cast<int>(f.whole("id", 0, 1'000'000));
    m.name = f.text("name", {}, 120);
    m.cloth = static_cast<ClothId>(f.whole("cloth", -1, 30'000));
    m.shape = f.text("shape", {}, 120);
    m.at = f.point("at").value_or(Point{});
    m.turn = Angle::degrees(f.number("turn", -100'000, 100'000, 0));
    m.mirrored = f.flag("mirrored");
    m.toMiddle = f.flag("to_middle");
    m.note = f.text("note");
    m.reference = f.point("reference");
    m.date = f.text("date", {}, 40);
    for (const json& piece : f.array("pieces", static_cast<std::size_t>(kMostPieces))) {
      if (!piece.is_number_unsigned() || piece.get<std::uint64_t>() >= p.layout->size()) {
        f.fault("names-piece-not");
        break;
      }
      m.pieces.push_back(piece.get<std::uint32_t>());
    }
    if (!clothById(p, m.cloth)) f.fault("names-cloth-not");
    if (!f.ok()) in.faultAlone(f.error().message);
    p.nextMotif = std::max(p.nextMotif, m.id + 1);
    p.motifs.push_back(std::move(m));
  }
}

void readNow(Fields& in, Project& p) {
  for (const json& n : in.array("now", static_cast<std::size_t>(kMostPieces))) {
    if (!n.is_number_unsigned() || n.get<std::uint64_t>() >= p.layout->size() ||
        (!p.now.empty() && n.get<std::uint32_t>() <= p.now.back()))
      return in.fault("names-piece-not");
    p.now.push_back(n.get<std::uint32_t>());
  }
}

Painting readPainting(Fields& in, const Project& p) {
  Painting out(p.layout->size());
  const json& j = in.array("painting", static_cast<std::size_t>(kMostPieces));
  if (j.size() != p.layout->size()) {
    in.fault("painting-for-another-number");
    return out;
  }
  for (std::size_t i = 0; i < j.size(); ++i) {
    const auto id = j[i].is_number_integer() ? j[i].get<std::int64_t>() : -2;
    if (id < -1 || id > 30'000 || (id >= 0 && !clothById(p, static_cast<ClothId>(id)))) {
      in.fault("piece-wears-cloth-not");
      return out;
    }
    out.set(i, static_cast<ClothId>(id));
  }
  return out;
}

void readVariants(Fields& in, Project& p) {
  if (!in.has("variants")) return;  // files of before have none
  for (const json& j : in.array("variants", kMostVariants)) {
    Fields f(j, Message("a-variant"));
    Variant v{f.text("name", {}, 120), f.text("note"), readPainting(f, p)};
    if (!f.ok()) in.faultAlone(f.error().message);
    p.variants.push_back(std::move(v));
  }
}

void readRoles(Fields& in, Project& p) {
  p.roleOf = Painting(p.layout->size());
  if (!in.has("roles")) return;  // files of before have none
  for (const json& j : in.array("roles", kMostRoles)) {
    Fields f(j, Message("a-role"));
    Role r{f.text("name", {}, 120), static_cast<ClothId>(f.whole("cloth", -1, 30'000, -1))};
    if (r.cloth != kNoCloth && !clothById(p, r.cloth)) f.fault("wears-cloth-not");
    if (!f.ok()) in.faultAlone(f.error().message);
    p.roles.push_back(std::move(r));
  }
  const json& of = in.array("roleOf", static_cast<std::size_t>(kMostPieces));
  if (p.roles.empty() && of.empty()) return;
  if (of.size() != p.layout->size()) return in.fault("roles-for-another-number");
  for (std::size_t i = 0; i < of.size(); ++i) {
    const auto role = of[i].is_number_integer() ? of[i].get<std::int64_t>() : -2;
    if (role < -1 || role >= static_cast<std::int64_t>(p.roles.size())) return in.fault("piece-role-not");
    p.roleOf.set(i, static_cast<ClothId>(role));
  }
}

Status readPictures(Project& p, Entries entries, const Progress& progress) {
  for (auto& [name, content] : entries) {
    if (!name.starts_with("pictures/")) continue;
    auto picture = pictureFrom(Bytes(content.begin(), content.end()), progress);
    std::string().swap(content);
    if (!picture) return fail("picture-cannot-used", name, picture.error().message);
    p.pictures.emplace(name, std::move(*picture));
  }
  for (const Cloth& c : p.cloths)
    if (c.print && !p.pictures.contains(c.print->picture))
      return fail("picture-cloth-missing-from", clothArg(c));
  return {};
}

/// Errors: no project, a newer version.
Result<std::int64_t> versionOf(const json& j) {
  Fields in(j, Message("it"));
  if (in.text("format") != "clathra") return fail("not-clathra-project");
  const auto version = in.whole("version", 1, 1'000'000);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (version > kFileVersion) return fail("made-by-newer-clathra", version, kFileVersion);
  return version;
}

/// Up to version 2 remarks named cloths and motif choices by what they were called then.
std::string remarkByIds(const Project& p, std::string check) {
  const auto colon = check.find(':');
  if (colon == std::string::npos) return check;
  const std::string kind = check.substr(0, colon + 1), about = check.substr(colon + 1);
  const auto byCloth = [&](const std::string& title) {
    const auto id = findCloth(p, title);
    return id ? "#" + std::to_string(*id) : title;
  };
  if (kind == "few-copies:" || kind == "window-off-print:") {
    for (const MotifChoice& m : p.motifs)
      if (m.name == about) return kind + "#" + std::to_string(m.id);
    return check;
  }
  if (kind == "value-alike:") {
    const auto slash = about.find('/');
    if (slash == std::string::npos) return check;
    return kind + byCloth(about.substr(0, slash)) + "/" + byCloth(about.substr(slash + 1));
  }
  for (const char* one : {"allowance-small:", "cloth-short:", "cloth-without-size:", "one-way-turned:"})
    if (kind == one) return kind + byCloth(about);
  return check;
}

void readRest(Fields& in, Project& p, std::int64_t version) {
  for (const json& j : in.array("setAside", 5'000)) {
    Fields f(j, Message("a-remark-set-aside"));
    std::string check = f.text("check", {}, 200);
    if (version < 3) check = remarkByIds(p, std::move(check));
    p.setAside.push_back({std::move(check), f.text("reason"), f.text("date", {}, 40)});
    if (!f.ok()) in.faultAlone(f.error().message);
  }
  if (const auto wanted = in.point("wanted")) {
    p.wantedWidth = Length::millimetres(std::clamp(wanted->x, 0.0, kLargestWanted));
    p.wantedHeight = Length::millimetres(std::clamp(wanted->y, 0.0, kLargestWanted));
  }
  takeTypedIn(p, in.object("typed_in"));
  p.lastStation = in.text("lastStation", {}, 40);
  p.lastDone = in.text("lastDone");
}

}  // namespace

Result<std::string> serialize(const Project& project) {
  Entries entries;
  entries["project.json"] = projectJson(project).dump(1, ' ', false, json::error_handler_t::replace);
  entries["layout.json"] = toJson(*project.layout).dump();
  for (const auto& [name, picture] : project.pictures)
    entries[name] = std::string(picture.png->begin(), picture.png->end());
  return pack(entries);
}

namespace {

/// One part at a time is text and values at once; then both are let go.
template <class Read>
auto readPart(Entries& entries, const char* name, Read read) -> decltype(read(json())) {
  const auto part = entries.find(name);
  if (part == entries.end()) return fail("part-missing", name);
  const std::string text = std::move(part->second);
  entries.erase(part);
  const auto j = parseJson(text);
  if (!j) return fail("part-broken", name, j.error().message);
  return read(*j);
}

Result<Project> readProject(const json& j, Layout layout) {
  const auto version = versionOf(j);
  if (!version) return tl::make_unexpected(version.error());
  Fields in(j, Message("it"));
  Project p;
  p.name = in.text("name", {}, 200);
  p.recipe = readRecipe(in, in.object("recipe"));
  p.layout = std::make_shared<const Layout>(withOwnShapes(std::move(layout), shapesInMm(p.recipe)));
  p.settings = readSettings(in, in.object("settings"));
  if (in.has("readings")) {
    auto readings = readingsFrom(in.array("readings", kMostReadings));
    if (!readings)
      in.faultAlone(readings.error().message);
    else
      p.readings = std::move(*readings);
  }
  readCloths(in, p);
  p.painting = readPainting(in, p);
  readVariants(in, p);
  readRoles(in, p);
  p.nextMotif = static_cast<int>(in.whole("nextMotif", 1, 1'000'001, 1));
  readMotifs(in, p);
  readNow(in, p);
  readRest(in, p, *version);
  if (!in.ok()) return tl::make_unexpected(in.error());
  return p;
}

}  // namespace

Result<Project> deserialize(std::string_view bytes, const Progress& progress) {
  auto entries = unpack(bytes, progress);
  if (!entries) return tl::make_unexpected(entries.error());
  if (!entries->contains("project.json")) return fail("not-clathra-project");
  // A newer version's layout may be another: what it is comes first, and is looked at without keeping it.
  auto layout = readPart(*entries, "layout.json", [](const json& j) { return readLayout(j); });
  if (!layout) {
    const auto version = readPart(*entries, "project.json", [](const json& j) { return versionOf(j); });
    return tl::make_unexpected(version ? layout.error() : version.error());
  }
  if (progress.cancelled()) return fail(kCancelled);
  auto project =
      readPart(*entries, "project.json", [&](const json& j) { return readProject(j, std::move(*layout)); });
  if (!project) return project;
  if (progress.cancelled()) return fail(kCancelled);
  if (const auto ok = readPictures(*project, std::move(*entries), progress); !ok)
    return tl::make_unexpected(ok.error());
  return project;
}

Result<Project> openProject(const std::filesystem::path& path, const Progress& progress) {
  const auto readIt = [&]() -> Result<Project> {
    const auto bytes = readWhole(path, kMostArchiveBytes);
    if (!bytes) return tl::make_unexpected(bytes.error());
    auto project = deserialize(*bytes, progress);
    if (project || progress.cancelled()) return project;
    return fail("cannot-opened-file-not", calledFile(path), project.error().message);
  };
  auto project = readIt();
  // Torn while it was written in place: what should have been written lies beside it.
  if (!project && !progress.cancelled() && !safeCopyOf(path).empty())
    if (const auto restored = restoreFromSafeCopy(realFileSystem(), path); restored) return readIt();
  return project;
}

Status saveProject(FileSystem& fs, const Project& project, const std::filesystem::path& path,
                   const Progress& progress) {
  const auto bytes = serialize(project);
  if (!bytes) return fail("could-not-saved", calledFile(path), bytes.error().message);
  if (progress.cancelled()) return fail("saving-stopped-as", calledFile(path));
  const auto written = writeWhole(fs, path, std::as_bytes(std::span(*bytes)));
  if (written) removeAbandoned(path);
  return written;
}

std::string fileStamp(const std::filesystem::path& path) {
  struct stat s {};
  if (::stat(path.c_str(), &s) != 0) return {};
  return std::to_string(s.st_size) + " " + std::to_string(s.st_mtim.tv_sec) + "." +
         std::to_string(s.st_mtim.tv_nsec) + " " + std::to_string(s.st_ino);
}

}  // namespace clathra
