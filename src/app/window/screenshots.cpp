#include "app/window/screenshots.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <cstdio>

#include "app/arrange/arrange_station.hpp"
#include "app/session/recovery.hpp"
#include "app/theme/theme.hpp"
#include "app/window/main_window.hpp"

namespace clathra {

namespace {

class Photographer {
 public:
  Photographer(MainWindow& window, Session& session, const QDir& folder)
      : window_(window), session_(session), folder_(folder) {}

  void shoot(const char* name) {
    for (int i = 0; i < 3; ++i) {
      session_.waitUntilIdle(60'000);
      QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
      QCoreApplication::processEvents();
    }
    const QString file = folder_.filePath(QString::fromLatin1(name) + QStringLiteral(".png"));
    ok_ = window_.grab().save(file) && ok_;
  }
  bool ok() const { return ok_; }

 private:
  MainWindow& window_;
  Session& session_;
  QDir folder_;
  bool ok_ = true;
};

}  // namespace

int takeScreenshots(QApplication& app, const ArrangementLibrary& library, const QString& folder) {
  // The user's own settings and projects stay out of the pictures.
  const QTemporaryDir home;
  qputenv("XDG_CONFIG_HOME", home.filePath(QStringLiteral("config")).toLocal8Bit());
  qputenv("XDG_STATE_HOME", home.filePath(QStringLiteral("state")).toLocal8Bit());
  QDir out(folder);
  if (!out.mkpath(QStringLiteral("."))) {
    std::fprintf(stderr, "The folder \"%s\" cannot be made.\n", qPrintable(folder));
    return 1;
  }
  Preferences preferences;
  applyTheme(app, false, 1);
  Session session(library, realFileSystem());
  Recovery recovery(session, realFileSystem());
  MainWindow window(session, preferences, recovery);
  window.resize(1280, 800);
  window.show();
  Photographer camera(window, session, out);
  window.showFirstStart();
  camera.shoot("first-start");
  window.showHelp();
  camera.shoot("safety");
  window.showStart();
  camera.shoot("start");
  window.files().openDemo();
  for (const char* id : {"arrange", "papers", "cloth", "motif", "cut"}) {
    window.goTo(QString::fromLatin1(id));
    if (auto* arrange = qobject_cast<ArrangeStation*>(window.station(QString::fromLatin1(id))))
      arrange->canvas()->setCursorPiece(-1);
    camera.shoot(id);
  }
  preferences.setEvening(true);
  window.goTo(QStringLiteral("arrange"));
  window.rebuild();
  camera.shoot("arrange-evening");
  std::printf("Pictures of all views are in %s\n", qPrintable(QDir(folder).absolutePath()));
  return camera.ok() ? 0 : 1;
}

}  // namespace clathra
