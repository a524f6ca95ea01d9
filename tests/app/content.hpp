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

/// A value, or how many there are in it.
inline QString shortened(const nlohmann::json& value) {
  const QString text = QString::fromStdString(value.dump());
  // The last digit of a number differs from machine to machine.
  constexpr int kDigits = 7, kLong = 60;
  if (value.is_number_float()) return QString::number(value.get<double>(), 'g', kDigits);
  return text.size() <= kLong
             ? text
             : QStringLiteral("%1 of %2").arg(value.is_array() ? "a list" : "keys").arg(value.size());
}

/// Up to four places that differ, and what is there now.
inline QString whatChanged(const nlohmann::json& before, const nlohmann::json& after) {
  QStringList out;
  for (const QString& place : differences(before, after)) {
    QString path = place;
    if (path.endsWith(QStringLiteral("/-"))) path.chop(2);
    const nlohmann::json::json_pointer at(path.toStdString());
    out << place + QStringLiteral(" = ") +
               (after.contains(at) ? shortened(after[at]) : QStringLiteral("none"));
  }
  if (out.size() > 4) {
    const auto more = out.size() - 3;
    out = out.mid(0, 3);
    out << QStringLiteral("and %1 places").arg(more);
  }
  return out.join(QStringLiteral("; "));
}

}  // namespace support
