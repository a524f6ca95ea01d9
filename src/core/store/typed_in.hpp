// The units in which a project's lengths were typed. They stand in its file beside the numbers, which are mm:
// {"/settings/allowance": "cm"}, each by the place of its number. Lengths that nobody typed have none.
#pragma once
#include <nlohmann/json_fwd.hpp>

#include "model/project.hpp"

namespace clathra {

/// "", in, yd, mm, cm, m
const char* typedInName(TypedIn unit);
TypedIn typedInNamed(const nlohmann::json& name);

nlohmann::json typedInJson(const Project& project);
/// Gives lengths their units again. What is said of a place where the project has no length is left out.
void takeTypedIn(Project& project, const nlohmann::json& places);

}  // namespace clathra
