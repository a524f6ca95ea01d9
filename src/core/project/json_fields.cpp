#include "project/json_fields.hpp"

#include <algorithm>

namespace clathra {

using nlohmann::json;

namespace {
const json kEmptyArray = json::array();
const json kEmptyObject = json::object();
constexpr double kFar = 1e6;  // mm
}  // namespace

Result<json> parseJson(std::string_view text) {
  bool tooDeep = false;
  const auto watch = [&](int depth, json::parse_event_t, json&) {
    tooDeep = tooDeep || depth > kMostJsonDepth;
    return !tooDeep;
  };
  json j = json::parse(text, watch, false);
  if (tooDeep) return fail("it is nested too deeply");
  if (j.is_discarded()) return fail("it is not JSON");
  return j;
}

Fields::Fields(const json& object, std::string where) : json_(object), where_(std::move(where)) {
  if (!object.is_object()) fault("is not an object");
}

const json* Fields::find(const char* key) const {
  if (!json_.is_object()) return nullptr;
  const auto at = json_.find(key);
  return at == json_.end() || at->is_null() ? nullptr : &*at;
}

bool Fields::has(const char* key) const {
  return find(key) != nullptr;
}

void Fields::fault(const std::string& what) {
  if (fault_.empty()) fault_ = where_ + " " + what;
}

std::string Fields::text(const char* key, std::string otherwise, std::size_t most) {
  const json* j = find(key);
  if (!j) return otherwise;
  if (!j->is_string() || j->get_ref<const std::string&>().size() > most) {
    fault("has a \"" + std::string(key) + "\" that is not a short text");
    return otherwise;
  }
  return j->get<std::string>();
}

bool Fields::flag(const char* key, bool otherwise) {
  const json* j = find(key);
  if (!j) return otherwise;
  if (!j->is_boolean()) {
    fault("has a \"" + std::string(key) + "\" that is not true or false");
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
  fault("needs a whole number \"" + std::string(key) + "\" from " + std::to_string(least) + " to " +
        std::to_string(most));
  return otherwise.value_or(least);
}

double Fields::number(const char* key, double least, double most, std::optional<double> otherwise) {
  const json* j = find(key);
  if (!j && otherwise) return *otherwise;
  if (j && j->is_number()) {
    const double v = j->get<double>();
    if (std::isfinite(v) && v >= least && v <= most) return v;
  }
  char range[80];
  std::snprintf(range, sizeof range, "%g to %g", least, most);
  fault("needs a number \"" + std::string(key) + "\" from " + range);
  return otherwise.value_or(least);
}

std::optional<Point> Fields::point(const char* key) {
  const json* j = find(key);
  if (!j) return std::nullopt;
  const auto good = [](const json& v) {
    return v.is_number() && std::isfinite(v.get<double>()) && std::abs(v.get<double>()) <= kFar;
  };
  if (!j->is_array() || j->size() != 2 || !good((*j)[0]) || !good((*j)[1])) {
    fault("has a \"" + std::string(key) + "\" that is not a point [x, y] in mm");
    return std::nullopt;
  }
  return Point{(*j)[0].get<double>(), (*j)[1].get<double>()};
}

const json& Fields::array(const char* key, std::size_t most) {
  const json* j = find(key);
  if (!j) return kEmptyArray;
  if (!j->is_array() || j->size() > most) {
    fault("has a \"" + std::string(key) + "\" that is not a list of at most " + std::to_string(most));
    return kEmptyArray;
  }
  return *j;
}

const json& Fields::object(const char* key) {
  const json* j = find(key);
  if (!j) return kEmptyObject;
  if (!j->is_object()) {
    fault("has a \"" + std::string(key) + "\" that is not an object");
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
  fault("has \"" + std::string(key) + "\": \"" + value.substr(0, 40) + "\"; it can be " + list);
  return otherwise;
}

}  // namespace clathra
