#include "measure/expression.hpp"

#include <cctype>
#include <cmath>
#include <cstdlib>
#include <numbers>
#include <optional>
#include <string>

namespace clathra {

namespace {

using Value = std::optional<double>;

/// A recursive-descent reader; nothing means a fault, which the caller turns into a sentence.
class Parser {
 public:
  Parser(std::string_view text, const FormulaWords& words) : text_(text), words_(words) {}

  Value whole() {
    Value v = sum();
    skip();
    return at_ == text_.size() && v && std::isfinite(*v) ? v : std::nullopt;
  }

 private:
  void skip() {
    while (at_ < text_.size() && text_[at_] == ' ') ++at_;
  }
  bool take(char c) {
    skip();
    if (at_ >= text_.size() || text_[at_] != c) return false;
    ++at_;
    return true;
  }
  bool takeWord(std::string_view word) {
    skip();
    if (text_.substr(at_, word.size()) != word) return false;
    at_ += word.size();
    return true;
  }

  Value sum() {
    Value v = product();
    while (v) {
      if (take('+')) {
        const Value w = product();
        v = w ? Value(*v + *w) : std::nullopt;
      } else if (take('-')) {
        const Value w = product();
        v = w ? Value(*v - *w) : std::nullopt;
      } else {
        break;
      }
    }
    return v;
  }

  Value product() {
    Value v = factor();
    while (v) {
      if (take('*')) {
        const Value w = factor();
        v = w ? Value(*v * *w) : std::nullopt;
      } else if (take('/')) {
        const Value w = factor();
        v = w && *w != 0 ? Value(*v / *w) : std::nullopt;
      } else {
        break;
      }
    }
    return v;
  }

  Value factor() {
    if (++depth_ > 40) return std::nullopt;
    const Value v = unguardedFactor();
    --depth_;
    return v;
  }

  Value unguardedFactor() {
    if (take('-')) {
      const Value v = factor();
      return v ? Value(-*v) : std::nullopt;
    }
    constexpr double degree = std::numbers::pi / 180;
    if (takeWord("sqrt")) return apply([](double x) { return std::sqrt(x); });
    if (takeWord("sin")) return apply([](double x) { return std::sin(x * degree); });
    if (takeWord("cos")) return apply([](double x) { return std::cos(x * degree); });
    if (takeWord("tan")) return apply([](double x) { return std::tan(x * degree); });
    if (take('(')) {
      const Value v = sum();
      return v && take(')') ? v : std::nullopt;
    }
    return at_ < text_.size() && isLetter(text_[at_]) ? word() : number();
  }

  static bool isLetter(char c) { return c >= 'a' && c <= 'z'; }

  Value word() {
    const std::size_t start = at_;
    while (at_ < text_.size() && isLetter(text_[at_])) ++at_;
    const auto found = words_.find(text_.substr(start, at_ - start));
    return found == words_.end() ? std::nullopt : Value(found->second);
  }

  template <class F>
  Value apply(F f) {
    if (!take('(')) return std::nullopt;
    const Value v = sum();
    return v && take(')') ? Value(f(*v)) : std::nullopt;
  }

  Value number() {
    skip();
    const std::size_t start = at_;
    while (at_ < text_.size() && (std::isdigit(static_cast<unsigned char>(text_[at_])) || text_[at_] == '.'))
      ++at_;
    if (at_ == start) return std::nullopt;
    const std::string digits(text_.substr(start, at_ - start));
    char* end = nullptr;
    const double v = std::strtod(digits.c_str(), &end);
    return end == digits.c_str() + digits.size() ? Value(v) : std::nullopt;
  }

  std::string_view text_;
  const FormulaWords& words_;
  std::size_t at_ = 0;
  int depth_ = 0;
};

}  // namespace

Result<double> evaluate(std::string_view text, const FormulaWords& words) {
  const Value v = text.size() <= 200 ? Parser(text, words).whole() : std::nullopt;
  if (!v) return fail("not-number-formula", text);
  return *v;
}

}  // namespace clathra
