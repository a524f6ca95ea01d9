#include "app/session/preferences.hpp"

#include <QFileInfo>
#include <QSettings>
#include <algorithm>

#include "store/printers_file.hpp"

namespace clathra {

namespace {

constexpr int kMostRecent = 8;

QSettings::Format constexpr kFormat = QSettings::IniFormat;
QVariant get(const char* key, const QVariant& otherwise) {
  return QSettings(kFormat, QSettings::UserScope, QStringLiteral("clathra"), QStringLiteral("clathra"))
      .value(QLatin1String(key), otherwise);
}
void set(const char* key, const QVariant& value) {
  QSettings s(kFormat, QSettings::UserScope, QStringLiteral("clathra"), QStringLiteral("clathra"));
  s.setValue(QLatin1String(key), value);
  s.sync();
}

}  // namespace

bool Preferences::firstStartDone() const {
  return get("firstStartDone", false).toBool();
}
void Preferences::setFirstStartDone() {
  set("firstStartDone", true);
}
LengthUnit Preferences::unit() const {
  return get("unit", "inch").toString() == QLatin1String("mm") ? LengthUnit::Millimetre : LengthUnit::Inch;
}
void Preferences::setUnit(LengthUnit unit) {
  set("unit", unit == LengthUnit::Inch ? "inch" : "mm");
}
QString Preferences::page() const {
  return get("page", "a4").toString();
}
QString Preferences::printer() const {
  return get("printer", QObject::tr("my printer")).toString();
}
void Preferences::setPrinter(const QString& name) {
  set("printer", name);
}
void Preferences::setPage(const QString& page) {
  set("page", page);
}
bool Preferences::rightHanded() const {
  return get("rightHanded", true).toBool();
}
void Preferences::setRightHanded(bool right) {
  set("rightHanded", right);
}
bool Preferences::evening() const {
  return get("evening", false).toBool();
}
void Preferences::setEvening(bool evening) {
  set("evening", evening);
}
double Preferences::textScale() const {
  return std::clamp(get("textScale", 1.0).toDouble(), 1.0, 2.0);
}
void Preferences::setTextScale(double scale) {
  set("textScale", scale);
}

QStringList Preferences::recent() const {
  QStringList files = get("recent", QStringList()).toStringList();
  files.removeIf([](const QString& f) { return !QFileInfo::exists(f); });
  return files;
}

void Preferences::addRecent(const QString& path) {
  QStringList files = recent();
  files.removeAll(path);
  files.prepend(path);
  while (files.size() > kMostRecent) files.removeLast();
  set("recent", files);
}

PrinterProfile printerNamed(const QString& name) {
  PrinterProfile out;
  out.name = name.toStdString();
  if (const auto known = printerCalled(printersFile(), out.name)) out = *known;
  return out;
}

}  // namespace clathra
