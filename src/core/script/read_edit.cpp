#include "script/read_edit.hpp"

#include <type_traits>

#include "edit/kinds.hpp"
#include "script/readers.hpp"

namespace clathra {

namespace {

/// A reader for every kind: one that is missing does not compile.
constexpr auto kReaders = EditKinds::each([](auto* kind) {
  using Kind = std::remove_pointer_t<decltype(kind)>;
  return +[](EditFields& in) -> Edit { return script::read(in, static_cast<Kind*>(nullptr)); };
});

}  // namespace

Result<Edit> readEdit(const Project& project, const nlohmann::json& step) {
  if (!step.is_object() || !step.contains("edit") || !step["edit"].is_string())
    return fail("edit-needs-name-edit");
  const auto name = step["edit"].get<std::string>();
  for (std::size_t i = 0; i < kReaders.size(); ++i) {
    if (editInfos()[i].name != name) continue;
    EditFields in(step, name, project);
    in.text("edit");
    Edit edit = kReaders[i](in);
    in.nothingElse();
    if (!in.ok()) return tl::make_unexpected(in.error());
    return edit;
  }
  return fail("no-edit-called-command", name);
}

Result<Project> applyStep(const Project& project, const nlohmann::json& step, const EditContext& context) {
  const auto edit = readEdit(project, step);
  if (!edit) return tl::make_unexpected(edit.error());
  return applied(project, *edit, context);
}

}  // namespace clathra
