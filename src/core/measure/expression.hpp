// Arithmetic in data files, so that they hold "1+sqrt(2)" instead of seventeen digits.
#pragma once
#include <map>
#include <string>
#include <string_view>

#include "result.hpp"

namespace clathra {

/// What words in a formula stand for.
using FormulaWords = std::map<std::string, double, std::less<>>;

/// Numbers, + - * / ( ), sqrt, sin, cos, tan (of degrees), and words of small letters. Errors name the text;
/// depth and length are bounded.
[[nodiscard]] Result<double> evaluate(std::string_view text, const FormulaWords& words = {});

}  // namespace clathra
