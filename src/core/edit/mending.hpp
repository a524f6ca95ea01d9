// The edit that mends a remark.
#pragma once
#include <optional>

#include "edit/edit.hpp"
#include "review/mend.hpp"

namespace clathra {

/// Absent where one step does not mend it.
std::optional<Edit> mendingEdit(const Mend& mend);

}  // namespace clathra
