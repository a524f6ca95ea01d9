// Edit scripts: a step's JSON becomes an edit. One reader an edit, in the order of the registry.
#pragma once
#include <functional>
#include <nlohmann/json.hpp>

#include "edit/edit.hpp"

namespace clathra {

/// E.g. {"edit":"setEdge","value":25.4}. Names of cloths, motifs and pieces are those of `project`. Errors,
/// as the end of a sentence: an unknown edit, a key it does not know, a value that is none, a name that is
/// not there.
[[nodiscard]] Result<Edit> readEdit(const Project& project, const nlohmann::json& step);

/// Reads one step and applies it.
[[nodiscard]] Result<Project> applyStep(const Project& project, const nlohmann::json& step,
                                        const EditContext& context);

}  // namespace clathra
