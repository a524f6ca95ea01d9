#include "script/demo.hpp"

#include "filesystem.hpp"
#include "script/read_edit.hpp"
#include "shape/json_fields.hpp"
#include "store/data_folder.hpp"

namespace clathra {

using nlohmann::json;

const std::vector<DemoName>& demoNames() {
  static const std::vector<DemoName> names = {
      {"saltmarsh", "Saltmarsh"}, {"mill-lantern", "Mill Lantern"}, {"sluice-runner", "Sluice Runner"}};
  return names;
}

Result<Project> demoProject(const ArrangementLibrary& library, std::string_view name) {
  std::string list;
  for (const DemoName& d : demoNames()) {
    list += (list.empty() ? "" : ", ") + d.id;
    if (d.id != name) continue;
    const auto text = readWhole(dataFolder() / "demos" / (d.id + ".json"), 10'000'000);
    if (!text) return tl::make_unexpected(text.error());
    const auto script = parseJson(*text);
    if (!script) return fail("demo-damaged", d.title, script.error().message);
    const json& r = (*script)["recipe"];
    Recipe recipe;
    recipe.arrangement = r.value("arrangement", std::string());
    recipe.edge = Length::millimetres(r.value("edge", 25.4));
    recipe.across = r.value("across", 1);
    recipe.down = r.value("down", 1);
    recipe.rings = r.value("rings", 0);
    recipe.sides = r.value("sides", std::string()) == "edge-pieces" ? FinishingSides::EdgePieces
                                                                    : FinishingSides::Outline;
    auto project = newProject(library, recipe, d.title);
    if (!project) return project;
    const EditContext context{library,
                              [](const std::string& path) -> Result<Picture> {
                                const auto bytes = readWhole(dataFolder() / path, kMostPictureBytes);
                                if (!bytes) return tl::make_unexpected(bytes.error());
                                return pictureFromPng(Bytes(bytes->begin(), bytes->end()));
                              },
                              "2026-03-02"};
    for (const json& edit : (*script)["edits"]) {
      auto next = applyStep(*project, edit, context);
      if (!next) return fail("demo-damaged", d.title, next.error().message);
      project = std::move(next);
    }
    return project;
  }
  return fail("no-demo-called", name, list);
}

}  // namespace clathra
