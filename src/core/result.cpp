#include "result.hpp"

#include "words.hpp"

namespace clathra {

namespace {
constexpr std::size_t kMostSentence = 600;  // characters: more is read by nobody
}  // namespace

Error::Error(std::string sentence) : text(oneLine(sentence, kMostSentence)) {
  for (std::size_t at = text.find(".."); at != std::string::npos; at = text.find("..", at))
    if (text.compare(at, 3, "...") == 0 || (at + 2 < text.size() && text[at + 2] != ' '))
      at += 2;  // a path, or something left out
    else
      text.erase(at, 1);
}

}  // namespace clathra
