// Texts from outside, made fit for a sentence and for a limit.
#pragma once
#include <cstddef>
#include <string>
#include <string_view>

namespace clathra {

/// How many characters a UTF-8 text has; a byte that is none counts as one.
std::size_t characters(std::string_view text);
/// The first `most` characters.
std::string firstCharacters(std::string_view text, std::size_t most);
/// Fit to stand in one line of a sentence: line breaks, NULs and other control characters become spaces,
/// broken UTF-8 becomes �, and more than `most` characters are cut with an ellipsis.
std::string oneLine(std::string_view text, std::size_t most = 80);
/// Is it whole UTF-8?
bool isUtf8(std::string_view text);

}  // namespace clathra
