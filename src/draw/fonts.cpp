#include "draw/fonts.hpp"

#include <QDir>
#include <QFontDatabase>

#include "store/data_folder.hpp"

namespace clathra {

namespace {
const char* const kFamily = "Atkinson Hyperlegible Next";
}

void loadFonts() {
  if (QFontDatabase::families().contains(QLatin1String(kFamily))) return;
  const QDir folder(QString::fromStdString((dataFolder() / "fonts").string()));
  const QStringList files = folder.entryList({QStringLiteral("*.ttf")}, QDir::Files, QDir::Name);
  for (const QString& file : files) QFontDatabase::addApplicationFont(folder.filePath(file));
}

QFont textFont(double pixels, int weight) {
  QFont font(QString::fromLatin1(kFamily));
  font.setStyleHint(QFont::SansSerif);
  font.setPixelSize(std::max(1, static_cast<int>(pixels + 0.5)));
  font.setWeight(static_cast<QFont::Weight>(weight));
  return font;
}

}  // namespace clathra
