#include "registry.hpp"

#ifdef CLATHRA_TESTS_WITH_WIDGETS
#include <QApplication>
#elif defined(CLATHRA_TESTS_WITH_GUI)
#include <QGuiApplication>
#endif
#include <QTemporaryDir>
#include <cstdio>
#include <type_traits>

#include "words/words.hpp"

std::map<std::string, std::function<std::unique_ptr<QObject>()>>& testRegistry() {
  static std::map<std::string, std::function<std::unique_ptr<QObject>()>> all;
  return all;
}

int main(int argc, char** argv) {
#ifdef CLATHRA_TESTS_WITH_WIDGETS
  // Settings and safety copies of the person at this machine stay untouched.
  static QTemporaryDir home;
  for (const char* folder : {"XDG_CONFIG_HOME", "XDG_STATE_HOME", "XDG_DATA_HOME"})
    qputenv(folder, home.filePath(QString::fromLatin1(folder)).toLocal8Bit());
  QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
  QApplication app(argc, argv);
#elif defined(CLATHRA_TESTS_WITH_GUI)
  QGuiApplication app(argc, argv);
#else
  QCoreApplication app(argc, argv);
#endif
  clathra::loadWords();
  if (argc < 2 || !testRegistry().contains(argv[1])) {
    std::fprintf(stderr, "Name one of:");
    for (const auto& [name, make] : testRegistry()) std::fprintf(stderr, " %s", name.c_str());
    std::fprintf(stderr, "\n");
    return 2;
  }
  const auto test = testRegistry()[argv[1]]();
  QStringList args{QString::fromLocal8Bit(argv[0])};
  for (int i = 2; i < argc; ++i) args << QString::fromLocal8Bit(argv[i]);
  return QTest::qExec(test.get(), args);
}
