// What papers are made of, to and from JSON.
#include <algorithm>

#include "store/codec.hpp"

namespace clathra {

using nlohmann::json;

namespace {

json toJson(const PaperMaterial& m) {
  return {{"id", m.id},
          {"life", m.life},
          {"lost", m.lost},
          {"price", m.price},
          {"minutesCut", m.minutesCut},
          {"minutesOut", m.minutesOut},
          {"quilted", m.quilted},
          {"washable", m.washable},
          {"dulls", m.dulls}};
}

}  // namespace

std::vector<PaperMaterial> readMaterials(Fields& in, const std::vector<PaperMaterial>& known) {
  std::vector<PaperMaterial> out;
  for (const json& j : in.array("materials", kMostMaterials)) {
    Fields f(j, Message("a-material"));
    const std::string id = f.text("id", {}, 60);
    const auto at =
        std::find_if(known.begin(), known.end(), [&](const PaperMaterial& m) { return m.id == id; });
    PaperMaterial m = at != known.end() ? *at : PaperMaterial{};
    m.id = id;
    m.life = static_cast<int>(f.whole("life", 0, kMostLives, m.life));
    m.lost = f.number("lost", 0, 200, m.lost);
    m.price = f.number("price", 0, 100'000, m.price);
    m.minutesCut = f.number("minutesCut", 0, 1'000, m.minutesCut);
    m.minutesOut = f.number("minutesOut", 0, 1'000, m.minutesOut);
    m.quilted = f.flag("quilted", m.quilted);
    m.washable = f.flag("washable", m.washable);
    m.dulls = f.flag("dulls", m.dulls);
    f.nothingElse();
    if (f.ok() && id.empty()) f.fault("material-without-id");
    if (!f.ok()) in.faultAlone(f.error().message);
    out.push_back(std::move(m));
  }
  return out;
}

json toJson(const PaperWishes& papers) {
  json materials = json::array();
  for (const PaperMaterial& m : papers.materials) materials.push_back(toJson(m));
  return {{"material", papers.material}, {"ahead", papers.ahead}, {"materials", materials}};
}

json toJson(const PaperMarks& m) {
  return {
      {"name", m.name},   {"number", m.number}, {"sign", m.sign},   {"arrow", m.arrow},
      {"outer", m.outer}, {"ticks", m.ticks},   {"folds", m.folds}, {"hand", m.leftHand ? "left" : "right"}};
}

PaperMarks readMarks(Fields& in, PaperMarks m) {
  m.name = in.flag("name", m.name);
  m.number = in.flag("number", m.number);
  m.sign = in.flag("sign", m.sign);
  m.arrow = in.flag("arrow", m.arrow);
  m.outer = in.flag("outer", m.outer);
  m.ticks = in.flag("ticks", m.ticks);
  m.folds = in.flag("folds", m.folds);
  m.leftHand = in.choice("hand", {"right", "left"}, m.leftHand ? 1 : 0) == 1;
  return m;
}

PaperWishes readPaperWishes(Fields& in, const json& j) {
  Fields f(j, Message("its-settings"));
  PaperWishes out;
  out.material = f.text("material", out.material, 60);
  out.ahead = static_cast<int>(f.whole("ahead", 0, kMostAhead, 0));
  if (f.has("materials")) out.materials = readMaterials(f, usualMaterials());
  if (f.ok() && out.chosen().id != out.material) f.faultAlone("no-material-called", out.material);
  if (!f.ok()) in.faultAlone(f.error().message);
  return out;
}

}  // namespace clathra
