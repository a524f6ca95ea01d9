// The sentences themselves, by the part of core that says them. %1, %2 … stand for a message's values in
// their order, %n for its first count. A plural is written "piece(s)"; its two forms are in translations/.
#pragma once
#include <QtGlobal>
#include <span>
#include <string_view>

namespace clathra {

struct Sentence {
  std::string_view id;
  const char* text;
};

std::span<const Sentence> layoutSentences();
std::span<const Sentence> editSentences();
std::span<const Sentence> fileSentences();
std::span<const Sentence> exchangeSentences();
std::span<const Sentence> reviewSentences();
std::span<const Sentence> cuttingSentences();
std::span<const Sentence> paperSentences();
std::span<const Sentence> commandSentences();

/// The sentence of an id; null if there is none.
const char* sentenceOf(std::string_view id);

}  // namespace clathra
