#include <QApplication>
#include <QCommandLineParser>
#include <QDateTime>
#include <QDir>
#include <cstdio>
#include <cstdlib>

#include "app/session/recovery.hpp"
#include "app/theme/theme.hpp"
#include "app/window/main_window.hpp"
#include "app/window/screenshots.hpp"
#include "store/data_folder.hpp"
#include "words/words.hpp"

namespace {

using namespace clathra;

/// For tests: changes and saves a file over and over, until it is killed. False if it does not open.
bool exerciseSaving(MainWindow& window, Session& session, Recovery& recovery, const QString& file,
                    QTimer& clock) {
  window.files().openFile(file);
  session.waitUntilIdle(60'000);
  if (!session.isOpen()) return false;
  QObject::connect(&clock, &QTimer::timeout, [&session, &recovery, file, n = 0]() mutable {
    session.edit(
        Rename{"Step " + std::to_string(QCoreApplication::applicationPid()) + "." + std::to_string(++n)},
        QStringLiteral("exercised saving"));
    const auto tell = [n](bool ok) {
      std::printf("%d %d\n", n, ok);
      std::fflush(stdout);
    };
    if (n % 3 == 1)
      session.save(file, false, tell);
    else
      tell(recovery.writeNow());
  });
  clock.start(0);
  return true;
}

/// For tests: changes a file steadily and saves nothing, until it is killed. False if it does not open.
bool exerciseWorking(MainWindow& window, Session& session, const QString& file, QTimer& clock) {
  window.files().openFile(file);
  session.waitUntilIdle(60'000);
  if (!session.isOpen()) return false;
  QObject::connect(&clock, &QTimer::timeout, [&session] {
    // The step is named by its time, which a copy of it tells.
    const std::string now = std::to_string(QDateTime::currentMSecsSinceEpoch());
    session.edit(Rename{now}, QStringLiteral("went on working"));
    std::puts(now.c_str());
    std::fflush(stdout);
  });
  clock.start(20);
  return true;
}

int run(QApplication& app) {
  QApplication::setApplicationName(QStringLiteral("clathra"));
  QApplication::setApplicationDisplayName(QStringLiteral("Clathra"));
  QApplication::setDesktopFileName(QStringLiteral("io.github.clathra.Clathra"));
  QApplication::setApplicationVersion(QStringLiteral(CLATHRA_VERSION));
  QCommandLineParser parser;
  parser.setApplicationDescription(QStringLiteral("Plans patchwork sewn by hand over paper shapes."));
  parser.addHelpOption();
  parser.addVersionOption();
  const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo project."));
  const QCommandLineOption shots(QStringLiteral("screenshot"),
                                 QStringLiteral("Write pictures of all views into DIR and end."),
                                 QStringLiteral("DIR"));
  const QCommandLineOption leave(QStringLiteral("leave-after-first-paint"),
                                 QStringLiteral("End once the first frame is painted."));
  QCommandLineOption exercise(QStringLiteral("exercise-saving"),
                              QStringLiteral("Change and save FILE over and over, until killed (for tests)."),
                              QStringLiteral("FILE"));
  exercise.setFlags(QCommandLineOption::HiddenFromHelp);
  QCommandLineOption steady(QStringLiteral("exercise-working"),
                            QStringLiteral("Change FILE steadily without saving, until killed (for tests)."),
                            QStringLiteral("FILE"));
  steady.setFlags(QCommandLineOption::HiddenFromHelp);
  parser.addOptions({demo, shots, leave, exercise, steady});
  parser.addPositionalArgument(QStringLiteral("file"), QStringLiteral("A project to open."),
                               QStringLiteral("[file]"));
  parser.process(app);

  const auto library = loadArrangements();
  if (!library) {
    std::fprintf(stderr, "%s\n", said(library.error()).c_str());
    return 1;
  }
  if (parser.isSet(shots)) return takeScreenshots(app, *library, parser.value(shots));
  Preferences preferences;
  applyTheme(app, preferences.evening(), preferences.textScale());
  Session session(*library, realFileSystem());
  Recovery recovery(session, realFileSystem());
  MainWindow window(session, preferences, recovery);
  const QStringList files = parser.positionalArguments();
  if (parser.isSet(demo))
    window.files().openDemo();
  else if (!files.isEmpty())
    window.files().openFile(QFileInfo(files.first()).absoluteFilePath());
  else if (!preferences.firstStartDone())
    window.showFirstStart();
  QTimer clock;
  if (parser.isSet(exercise) && !exerciseSaving(window, session, recovery, parser.value(exercise), clock))
    return 1;
  if (parser.isSet(steady) && !exerciseWorking(window, session, parser.value(steady), clock)) return 1;
  for (const Message& sentence : library->leftOut()) window.say(inWords(sentence));
  window.show();
  if (parser.isSet(leave))
    QTimer::singleShot(0, &app, [&window] {
      window.repaint();
      std::_Exit(0);  // measured: nothing after the frame counts
    });
  return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
  QApplication app(argc, argv);
  loadWords();
  const int code = run(app);
  // What had to be written is written. Work that was given up and has not noticed yet keeps nobody waiting:
  // it reads values of its own, and ends with the program.
  std::fflush(nullptr);
  std::_Exit(code);
}
