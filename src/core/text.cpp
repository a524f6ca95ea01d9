#include "text.hpp"

#include <cstdint>

namespace clathra {

namespace {

/// The length of the character at the start of `text`, or 0 where there is none (broken, overlong, a
/// surrogate).
std::size_t characterAt(std::string_view text) {
  const auto byte = [&](std::size_t i) { return static_cast<std::uint8_t>(text[i]); };
  const std::uint8_t lead = byte(0);
  if (lead < 0x80) return 1;
  const std::size_t n = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : 2;
  if (lead < 0xC2 || lead > 0xF4 || text.size() < n) return 0;
  for (std::size_t i = 1; i < n; ++i)
    if ((byte(i) & 0xC0) != 0x80) return 0;
  if ((lead == 0xE0 && byte(1) < 0xA0) || (lead == 0xED && byte(1) > 0x9F) ||
      (lead == 0xF0 && byte(1) < 0x90) || (lead == 0xF4 && byte(1) > 0x8F))
    return 0;
  return n;
}

}  // namespace

std::size_t characters(std::string_view text) {
  std::size_t n = 0;
  for (; !text.empty(); ++n) text.remove_prefix(std::max<std::size_t>(1, characterAt(text)));
  return n;
}

std::string firstCharacters(std::string_view text, std::size_t most) {
  std::string_view left = text;
  for (std::size_t n = 0; n < most && !left.empty(); ++n)
    left.remove_prefix(std::max<std::size_t>(1, characterAt(left)));
  return std::string(text.substr(0, text.size() - left.size()));
}

std::string oneLine(std::string_view text, std::size_t most) {
  std::string out;
  std::size_t n = 0;
  while (!text.empty()) {
    if (n++ == most) return out + "…";
    const std::size_t size = characterAt(text);
    const auto lead = static_cast<std::uint8_t>(text[0]);
    if (size == 0)
      out += "\xEF\xBF\xBD";  // the sign for a broken character
    else if (lead < 0x20 || lead == 0x7F || (lead == 0xC2 && static_cast<std::uint8_t>(text[1]) < 0xA0))
      out += ' ';
    else if (text.substr(0, size) == "\xE2\x80\xA8" || text.substr(0, size) == "\xE2\x80\xA9")
      out += ' ';  // line and paragraph separators
    else
      out += text.substr(0, size);
    text.remove_prefix(std::max<std::size_t>(1, size));
  }
  return out;
}

bool isUtf8(std::string_view text) {
  while (!text.empty()) {
    const std::size_t n = characterAt(text);
    if (n == 0) return false;
    text.remove_prefix(n);
  }
  return true;
}

}  // namespace clathra
