// What a project's file says, and the places at which two of them differ.
#pragma once
#include <QFile>
#include <QStringList>

#include "shape/json_fields.hpp"
#include "store/archive.hpp"
#include "store/file.hpp"

namespace support {

/// All that the project's file says, less what only remembers where one was and how a length was typed.
inline nlohmann::json contentOf(const clathra::Project& p) {
  const auto entries = clathra::unpack(*clathra::serialize(p));
  nlohmann::json out = *clathra::parseJson(entries->at("project.json"));
  for (const char* key : {"lastDone", "lastStation", "typed_in", "version"}) out.erase(key);
  return out;
}

inline bool written(const clathra::Project& p, const QString& file) {
  const auto bytes = clathra::serialize(p);
  QFile out(file);
  return bytes && out.open(QIODevice::WriteOnly) && out.write(QByteArray::fromStdString(*bytes)) > 0;
}

/// The places at which two projects differ.
inline QStringList differences(const nlohmann::json& a, const nlohmann::json& b) {
  QStringList out;
  for (const nlohmann::json& step : nlohmann::json::diff(a, b))
    out << QString::fromStdString(step["path"].get<std::string>());
  out.removeDuplicates();
  out.sort();
  return out;
}

}  // namespace support
