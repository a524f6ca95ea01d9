#include "shape/json_fields.hpp"

#include <algorithm>
#include <cstdio>

#include "text.hpp"

namespace clathra {

using nlohmann::json;

namespace {
const json kEmptyArray = json::array();
const json kEmptyObject = json::object();
constexpr double kFar = 1e6;  // mm
}  // namespace

namespace {

/// Counts what the values of a text will take, without keeping any.
class Counter : public json::json_sax_t {
 public:
  JsonMeasure out;
  bool tooDeep = false, broken = false;

  bool null() override { return value(0); }
  bool boolean(bool) override { return value(0); }
  bool number_integer(number_integer_t) override { return value(0); }
  bool number_unsigned(number_unsigned_t) override { return value(0); }
  bool number_float(number_float_t, const string_t&) override { return value(0); }
  bool string(string_t& s) override { return value(kString + s.size()); }
  bool binary(binary_t& b) override { return value(kString + b.size()); }
  bool start_object(std::size_t) override { return open(kObject); }
  bool key(string_t& k) override {
    out.bytes += kEntry + k.size();
    return true;
  }
  bool end_object() override { return close(); }
  bool start_array(std::size_t) override { return open(kArray); }
  bool end_array() override { return close(); }
  bool parse_error(std::size_t, const std::string&, const nlohmann::detail::exception&) override {
    broken = true;
    return false;
  }

 private:
  // What the library's values take on the heap with this system's allocator: a value in a list that grows by
  // doubling, a list, a map, one of its nodes, and a text.
  static constexpr std::size_t kValue = 24, kArray = 48, kObject = 64, kEntry = 112, kString = 48;

  bool value(std::size_t more) {
    out.bytes += kValue + more;
    return true;
  }
  bool open(std::size_t more) {
    out.depth = std::max(out.depth, ++now_);
    tooDeep = now_ > kMostJsonDepth;
    return value(more) && !tooDeep;
  }
  bool close() {
    --now_;
    return true;
  }
  int now_ = 0;
};

}  // namespace

Result<JsonMeasure> measureJson(std::string_view text) {
  Counter counter;
  const bool whole = json::sax_parse(text, &counter);
  if (counter.tooDeep) return fail("nested-too-deeply");
  if (!whole || counter.broken) return fail("not-json");
  return counter.out;
}

Result<json> parseJson(std::string_view text, std::size_t most) {
  const auto measure = measureJson(text);
  if (!measure) return tl::make_unexpected(measure.error());
  if (measure->bytes > most) return fail("take-mb-memory-more", measure->bytes / 1'000'000, most / 1'000'000);
  json j = json::parse(text, nullptr, false);
  if (j.is_discarded()) return fail("not-json");
  return j;
}

Fields::Fields(const json& object, Arg where) : json_(object), where_(std::move(where)) {
  if (!object.is_object()) fault("not-object");
}

const json* Fields::find(const char* key) const {
  asked_.push_back(key);
  if (!json_.is_object()) return nullptr;
  const auto at = json_.find(key);
  return at == json_.end() || at->is_null() ? nullptr : &*at;
}

bool Fields::has(const char* key) const {
  return find(key) != nullptr;
}

void Fields::faultAlone(Message sentence) {
  if (fault_.empty()) fault_ = std::move(sentence);
}

bool Fields::isNull(const char* key) const {
  asked_.push_back(key);
  return json_.is_object() && json_.contains(key) && json_[key].is_null();
}

void Fields::nothingElse() {
  if (!json_.is_object()) return;
  for (const auto& [key, value] : json_.items())
    if (std::none_of(asked_.begin(), asked_.end(), [&key = key](const char* known) { return key == known; }))
      return fault("unknown-key", key);
}

void Fields::fault(Message what) {
  if (fault_.empty()) fault_ = Message("where-fault", where_, std::move(what));
}

std::string Fields::text(const char* key, std::string otherwise, std::size_t most) {
  const json* j = find(key);
  if (!j) return otherwise;
  if (!j->is_string()) {
    fault("not-text", key);
    return otherwise;
  }
  const auto& text = j->get_ref<const std::string&>();
  if (text.size() > most && characters(text) > most) {
    fault("characters-most", key, characters(text), most);
    return otherwise;
  }
  return j->get<std::string>();
}

bool Fields::flag(const char* key, bool otherwise) {
  const json* j = find(key);
  if (!j) return otherwise;
  if (!j->is_boolean()) {
    fault("not-true-false", key);
    return otherwise;
  }
  return j->get<bool>();
}

std::int64_t Fields::whole(const char* key, std::int64_t least, std::int64_t most,
                           std::optional<std::int64_t> otherwise) {
  const json* j = find(key);
  if (!j && otherwise) return *otherwise;
  const auto value = [&]() -> std::optional<std::int64_t> {
    if (!j) return std::nullopt;
    if (j->is_number_unsigned() && j->get<std::uint64_t>() > static_cast<std::uint64_t>(INT64_MAX))
      return std::nullopt;
    if (j->is_number_integer()) return j->get<std::int64_t>();
    if (j->is_number_float() && std::abs(j->get<double>()) < 1e15 &&
        std::floor(j->get<double>()) == j->get<double>())
      return static_cast<std::int64_t>(j->get<double>());
    return std::nullopt;
  }();
  if (value && *value >= least && *value <= most) return *value;
  fault("needs-whole-number-from", key, least, most);
  return otherwise.value_or(least);
}

double Fields::number(const char* key, double least, double most, std::optional<double> otherwise) {
  const json* j = find(key);
  if (!j && otherwise) return *otherwise;
  if (j && j->is_number()) {
    const double v = j->get<double>();
    if (std::isfinite(v) && v >= least && v <= most) return v;
  }
  fault("needs-number-from", key, numberArg(least, 6), numberArg(most, 6));
  return otherwise.value_or(least);
}

std::optional<Point> Fields::point(const char* key) {
  const json* j = find(key);
  if (!j) return std::nullopt;
  const auto good = [](const json& v) {
    return v.is_number() && std::isfinite(v.get<double>()) && std::abs(v.get<double>()) <= kFar;
  };
  if (!j->is_array() || j->size() != 2 || !good((*j)[0]) || !good((*j)[1])) {
    fault("not-point-x-y", key);
    return std::nullopt;
  }
  return Point{(*j)[0].get<double>(), (*j)[1].get<double>()};
}

const json& Fields::array(const char* key, std::size_t most) {
  const json* j = find(key);
  if (!j) return kEmptyArray;
  if (!j->is_array() || j->size() > most) {
    fault("not-list-at-most", key, most);
    return kEmptyArray;
  }
  return *j;
}

const json& Fields::object(const char* key) {
  const json* j = find(key);
  if (!j) return kEmptyObject;
  if (!j->is_object()) {
    fault("key-not-object", key);
    return kEmptyObject;
  }
  return *j;
}

int Fields::choice(const char* key, const std::vector<std::string>& choices, int otherwise) {
  if (!find(key)) return otherwise;
  const std::string value = text(key);
  const auto at = std::find(choices.begin(), choices.end(), value);
  if (at != choices.end()) return static_cast<int>(at - choices.begin());
  std::string list;
  for (const auto& c : choices) list += (list.empty() ? "" : ", ") + c;
  fault("key-not-one-of", key, value, list);
  return otherwise;
}

}  // namespace clathra
