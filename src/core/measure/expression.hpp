// Arithmetic in data files, so that they hold "1+sqrt(2)" instead of seventeen digits.
#pragma once
#include <string_view>

#include "result.hpp"

namespace clathra {

/// Numbers, + - * / ( ), sqrt, sin, cos, tan (of degrees). Errors name the text; depth and length are
/// bounded.
[[nodiscard]] Result<double> evaluate(std::string_view text);

}  // namespace clathra
