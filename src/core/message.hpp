// What core says, without its words: an id and the values that belong into the sentence. The words stand in
// src/words/, where they are translated; quantities are put into the project's system there.
#pragma once
#include <concepts>
#include <memory>
#include <string>
#include <string_view>
#include <type_traits>
#include <utility>
#include <vector>

namespace clathra {

struct Message;

/// One value of a sentence.
class Arg {
 public:
  enum class Kind {
    Text,      ///< a name, a key, a file, as it is
    Cloth,     ///< what a cloth without a name is called, by its sign
    Shape,     ///< a shape's title
    Shapes,    ///< a number of such shapes
    Count,     ///< a whole number; the first one decides between one and many
    Number,    ///< with `digits` decimals at most
    Size,      ///< mm: exactly, as it would be typed
    Readable,  ///< mm: a size, for reading
    Bolt,      ///< mm: cloth to cut or to buy, rounded up
    Fine,      ///< mm in both systems, with `digits` decimals: what is finer than a ruler shows
    Sentence,  ///< a message within a message
    List,      ///< several of them, with commas between
  };

  Arg(std::string text) : text_(std::move(text)) {}
  Arg(std::string_view text) : text_(text) {}
  Arg(const char* text) : text_(text) {}
  template <std::integral T>
  Arg(T count) : kind_(Kind::Count), value_(static_cast<double>(count)) {}
  Arg(const Message& sentence);
  Arg(std::vector<Message> list);
  Arg(Kind kind, double value, int digits = 0, std::string text = {})
      : kind_(kind), value_(value), digits_(digits), text_(std::move(text)) {}

  Kind kind() const { return kind_; }
  double value() const { return value_; }
  int digits() const { return digits_; }
  const std::string& text() const { return text_; }
  const Message& sentence() const { return sentences_->front(); }
  const std::vector<Message>& list() const { return *sentences_; }
  friend bool operator==(const Arg& a, const Arg& b);

 private:
  Kind kind_ = Kind::Text;
  double value_ = 0;
  int digits_ = 0;
  std::string text_;
  std::shared_ptr<const std::vector<Message>> sentences_;
};

struct Message {
  std::string id;  ///< empty: nothing is said
  std::vector<Arg> args;

  Message() = default;
  template <class... A>
  explicit Message(std::string_view saying, A&&... values)
      : id(saying), args{Arg(std::forward<A>(values))...} {}

  bool empty() const { return id.empty(); }
  friend bool operator==(const Message&, const Message&) = default;
};

inline Arg::Arg(const Message& sentence)
    : kind_(Kind::Sentence), sentences_(std::make_shared<const std::vector<Message>>(1, sentence)) {}
inline Arg::Arg(std::vector<Message> list)
    : kind_(Kind::List), sentences_(std::make_shared<const std::vector<Message>>(std::move(list))) {}
inline bool operator==(const Arg& a, const Arg& b) {
  return a.kind_ == b.kind_ && a.value_ == b.value_ && a.digits_ == b.digits_ && a.text_ == b.text_ &&
         (a.sentences_ == b.sentences_ || (a.sentences_ && b.sentences_ && *a.sentences_ == *b.sentences_));
}

inline Arg numberArg(double value, int digits) {
  return {Arg::Kind::Number, value, digits};
}
inline Arg sizeArg(double mm) {
  return {Arg::Kind::Size, mm};
}
inline Arg readableArg(double mm) {
  return {Arg::Kind::Readable, mm};
}
inline Arg boltArg(double mm) {
  return {Arg::Kind::Bolt, mm};
}
inline Arg fineArg(double mm, int digits) {
  return {Arg::Kind::Fine, mm, digits};
}
inline Arg shapeArg(std::string title) {
  return {Arg::Kind::Shape, 1, 0, std::move(title)};
}
inline Arg shapesArg(std::integral auto n, std::string title) {
  return {Arg::Kind::Shapes, static_cast<double>(n), 0, std::move(title)};
}

}  // namespace clathra
