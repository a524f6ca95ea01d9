#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <cstdio>

#include "app/session/recovery.hpp"
#include "app/theme/theme.hpp"
#include "app/window/main_window.hpp"
#include "app/window/screenshots.hpp"
#include "project/data_folder.hpp"

int main(int argc, char** argv) {
  using namespace clathra;
  QApplication app(argc, argv);
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
  parser.addOptions({demo, shots, leave, exercise});
  parser.addPositionalArgument(QStringLiteral("file"), QStringLiteral("A project to open."),
                               QStringLiteral("[file]"));
  parser.process(app);

  const auto library = loadArrangements();
  if (!library) {
    std::fprintf(stderr, "%s\n", library.error().text.c_str());
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
  QTimer saver;
  if (parser.isSet(exercise)) {
    window.files().openFile(parser.value(exercise));
    session.waitUntilIdle(60'000);
    if (!session.isOpen()) return 1;
    QObject::connect(&saver, &QTimer::timeout, [&, n = 0]() mutable {
      session.edit({{"edit", "rename"},
                    {"name", "Step " + std::to_string(QCoreApplication::applicationPid()) + "." +
                                 std::to_string(++n)}},
                   QStringLiteral("exercised saving"));
      const auto tell = [n](bool ok) {
        std::printf("%d %d\n", n, ok);
        std::fflush(stdout);
      };
      if (n % 3 == 1)
        session.save(parser.value(exercise), false, tell);
      else
        tell(recovery.writeNow());
    });
    saver.start(0);
  }
  window.show();
  if (parser.isSet(leave))
    QTimer::singleShot(0, &app, [&window] {
      window.repaint();
      std::_Exit(0);  // measured: nothing after the frame counts
    });
  return QApplication::exec();
}
