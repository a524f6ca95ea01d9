// Reading JSON from outside: every field is checked for its type and range before it is believed.
#pragma once
#include <cmath>
#include <cstdint>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include "result.hpp"
#include "shape/polygon.hpp"

namespace clathra {

inline constexpr int kMostJsonDepth = 24;
inline constexpr std::size_t kMostText = 4'000;  ///< characters

/// Most bytes that parsed values take, unless told otherwise.
inline constexpr std::size_t kMostJsonBytes = 300'000'000;

/// What a text holds, counted in one pass before any of it is kept.
struct JsonMeasure {
  std::size_t bytes = 0;  ///< that its values will take in memory, at most
  int depth = 0;
};
/// Errors: not JSON, too deep.
[[nodiscard]] Result<JsonMeasure> measureJson(std::string_view text);
/// Parses bounded JSON in linear time. Errors: as measureJson; it would take more than `most` bytes.
[[nodiscard]] Result<nlohmann::json> parseJson(std::string_view text, std::size_t most = kMostJsonBytes);

/// Collects the first fault, so that a reader can take field after field and ask once at the end.
class Fields {
 public:
  Fields(const nlohmann::json& object, Arg where);

  bool has(const char* key) const;     ///< it is there and not null
  bool isNull(const char* key) const;  ///< it is there and null
  std::string text(const char* key, std::string otherwise = {}, std::size_t most = kMostText);
  bool flag(const char* key, bool otherwise = false);
  std::int64_t whole(const char* key, std::int64_t least, std::int64_t most,
                     std::optional<std::int64_t> otherwise = {});
  double number(const char* key, double least, double most, std::optional<double> otherwise = {});
  std::optional<Point> point(const char* key);  ///< [x, y] within a kilometre, or null / absent
  const nlohmann::json& array(const char* key, std::size_t most);  ///< an empty array when absent
  const nlohmann::json& object(const char* key);
  /// The index of a text among the choices.
  int choice(const char* key, const std::vector<std::string>& choices, int otherwise);

  void fault(Message what);  ///< goes on after `where`
  template <class... A>
  void fault(std::string_view id, A&&... values) {
    if (fault_.empty()) fault(Message(id, std::forward<A>(values)...));
  }
  void faultAlone(Message sentence);
  template <class... A>
  void faultAlone(std::string_view id, A&&... values) {
    if (fault_.empty()) faultAlone(Message(id, std::forward<A>(values)...));
  }
  /// A fault if the object has a key that was never asked for.
  void nothingElse();
  bool ok() const { return fault_.empty(); }
  Error error() const { return Error{fault_}; }

 protected:
  const nlohmann::json& given() const { return json_; }

 private:
  const nlohmann::json* find(const char* key) const;
  const nlohmann::json& json_;
  mutable std::vector<const char*> asked_;
  Arg where_;
  Message fault_;
};

}  // namespace clathra
