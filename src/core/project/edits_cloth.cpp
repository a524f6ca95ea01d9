// Edits of cloths, prints, methods and the second look's set-aside remarks.
#include <algorithm>

#include "project/codec.hpp"
#include "project/edits.hpp"

namespace clathra::edits {

using nlohmann::json;

Result<Cloth*> clothNamed(Project& project, const Args& args) {
  if (!args.contains("cloth") || !args["cloth"].is_string())
    return fail("\"cloth\" needs a cloth's name or sign");
  const auto id = findCloth(project, args["cloth"].get<std::string>());
  if (!id) return tl::make_unexpected(id.error());
  for (Cloth& cloth : project.cloths)
    if (cloth.id == *id) return &cloth;
  return fail("there is no such cloth");
}

namespace {

/// Brings the print's picture into the project: by a path read through the context, or already inside.
Status takePicture(Project& p, Print& print, const std::string& path, const EditContext& c) {
  if (p.pictures.contains(path)) {
    print.picture = path;
    return {};
  }
  if (path.empty()) return fail("the print needs a \"picture\"");
  if (!c.loadPicture) return fail("pictures cannot be read here");
  auto picture = c.loadPicture(path);
  if (!picture) return tl::make_unexpected(picture.error());
  for (const auto& [name, known] : p.pictures)
    if (known == *picture) {
      print.picture = name;
      return {};
    }
  print.picture = "pictures/" + std::to_string(p.pictures.size() + 1) + ".png";
  while (p.pictures.contains(print.picture)) print.picture.insert(print.picture.size() - 4, "a");
  p.pictures.emplace(print.picture, std::move(*picture));
  return {};
}

Status readPrintInto(Project& p, Cloth& cloth, const json& j, const EditContext& c) {
  Fields in(j, "the print");
  Print print = cloth.print.value_or(Print{});
  const std::string path = in.text("picture", print.picture, 1'000);
  readPrint(in, print);
  if (in.has("mark") == false && j.contains("mark")) print.mark.reset();
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (const auto ok = takePicture(p, print, path, c); !ok) return ok;
  cloth.print = std::move(print);
  return {};
}

/// The fields of a cloth, with the name checked against the others.
Status readClothInto(Project& p, Cloth& cloth, const Args& a, const EditContext& c, const char* edit) {
  Fields in(a, edit);
  readCloth(in, cloth);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (a.contains("width") && a["width"].is_null()) cloth.width.reset();
  if (a.contains("allowance") && a["allowance"].is_null()) cloth.allowance.reset();
  if (a.contains("print")) {
    if (a["print"].is_null()) {
      cloth.print.reset();
    } else if (const auto ok = readPrintInto(p, cloth, a["print"], c); !ok) {
      return ok;
    }
  }
  return {};
}

void dropUnusedPictures(Project& p) {
  std::erase_if(p.pictures, [&](const auto& entry) {
    return std::none_of(p.cloths.begin(), p.cloths.end(),
                        [&](const Cloth& c) { return c.print && c.print->picture == entry.first; });
  });
}

}  // namespace

Status addClothEdit(Project& p, const Args& a, const EditContext& c) {
  Cloth cloth;
  if (const auto ok = readClothInto(p, cloth, a, c, "addCloth"); !ok) return ok;
  if (cloth.name.empty()) return fail("addCloth needs a name");
  const auto id = addCloth(p, std::move(cloth));
  return id ? Status{} : tl::make_unexpected(id.error());
}

Status addScraps(Project& p, const Args& a, const EditContext& c) {
  Cloth cloth;
  if (const auto ok = readClothInto(p, cloth, a, c, "addScraps"); !ok) return ok;
  if (cloth.name.empty()) return fail("addScraps needs a name");
  cloth.scraps = true;
  cloth.width.reset();
  cloth.lengths.clear();
  cloth.method = "rectangles";
  const auto id = addCloth(p, std::move(cloth));
  return id ? Status{} : tl::make_unexpected(id.error());
}

Status changeCloth(Project& p, const Args& a, const EditContext& c) {
  const auto named = clothNamed(p, a);
  if (!named) return tl::make_unexpected(named.error());
  Cloth changed = **named;
  if (const auto ok = readClothInto(p, changed, a, c, "changeCloth"); !ok) return ok;
  for (const Cloth& other : p.cloths)
    if (other.id != changed.id && !changed.name.empty() && other.name == changed.name)
      return fail("there is already a cloth called \"" + changed.name + "\"");
  **named = std::move(changed);
  dropUnusedPictures(p);
  return {};
}

Status removeCloth(Project& p, const Args& a, const EditContext&) {
  const auto named = clothNamed(p, a);
  if (!named) return tl::make_unexpected(named.error());
  const ClothId id = (*named)->id;
  for (std::size_t i = 0; i < p.painting.size(); ++i)
    if (p.painting[i] == id) p.painting.set(i, kNoCloth);
  for (Variant& v : p.variants)
    for (std::size_t i = 0; i < v.painting.size(); ++i)
      if (v.painting[i] == id) v.painting.set(i, kNoCloth);
  for (Role& r : p.roles)
    if (r.cloth == id) r.cloth = kNoCloth;
  std::erase_if(p.motifs, [&](const MotifChoice& m) { return m.cloth == id; });
  std::erase_if(p.cloths, [&](const Cloth& cloth) { return cloth.id == id; });
  dropUnusedPictures(p);
  return {};
}

Status chooseMethod(Project& p, const Args& a, const EditContext&) {
  const auto named = clothNamed(p, a);
  if (!named) return tl::make_unexpected(named.error());
  Fields in(a, "chooseMethod");
  const std::string method = in.text("method", (*named)->method, 20);
  const bool turn = in.flag("turnOneWay", (*named)->turnOneWay);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (method == "traced" || method == "layers")
    return fail("the method \"" + method + "\" is not built yet; choose strips or rectangles");
  if (method != "strips" && method != "rectangles")
    return fail("there is no method \"" + method.substr(0, 40) + "\"; choose strips or rectangles");
  if ((*named)->scraps && method == "strips")
    return fail("scraps have no width to cut strips from; choose rectangles");
  (*named)->method = method;
  (*named)->turnOneWay = turn;
  return {};
}

Status setAsideEdit(Project& p, const Args& a, const EditContext& c) {
  Fields in(a, "setAside");
  const std::string check = in.text("check", {}, 200), reason = in.text("reason");
  if (check.empty() || reason.empty()) in.fault("needs the \"check\" and a \"reason\"");
  if (!in.ok()) return tl::make_unexpected(in.error());
  std::erase_if(p.setAside, [&](const SetAside& s) { return s.check == check; });
  p.setAside.push_back({check, reason, c.today});
  return {};
}

Status takeUpAgain(Project& p, const Args& a, const EditContext&) {
  Fields in(a, "takeUpAgain");
  const std::string check = in.text("check", {}, 200);
  if (!in.ok()) return tl::make_unexpected(in.error());
  if (std::erase_if(p.setAside, [&](const SetAside& s) { return s.check == check; }) == 0)
    return fail("no remark \"" + check + "\" was set aside");
  return {};
}

}  // namespace clathra::edits
