// The demo projects: a recipe and an edit script each, in data/demos.
#pragma once
#include <string>
#include <vector>

#include "layout/arrangement.hpp"
#include "model/project.hpp"

namespace clathra {

struct DemoName {
  std::string id, title;
};
const std::vector<DemoName>& demoNames();  ///< those that ship
/// Errors: no such demo, or its files are missing.
[[nodiscard]] Result<Project> demoProject(const ArrangementLibrary& library, std::string_view name);

}  // namespace clathra
