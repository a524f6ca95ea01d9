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

  void settle() {
    for (int i = 0; i < 3; ++i) {
      session_.waitUntilIdle(60'000);
      QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
      QCoreApplication::processEvents();
    }
  }
  void shoot(const char* name) {
    settle();
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

/// A medallion of hexagon, squares and triangles, with the fan open at its rim.
void shootAdding(MainWindow& window, Session& session, Photographer& camera) {
  window.files().begin(QStringLiteral("own"));
  session.waitUntilIdle(60'000);
  const auto add = [&](Point towards, const char* shape, const char* cloth) {
    const auto edges = openEdges(session.geometry().seams);
    const auto middle = [](const OpenEdge& e) { return 0.5 * (e.edge.from + e.edge.to); };
    const auto best = std::max_element(edges.begin(), edges.end(), [&](const OpenEdge& a, const OpenEdge& b) {
      return dot(middle(a), towards) < dot(middle(b), towards) - 1e-6;
    });
    session.edit({{"edit", "addPieces"},
                  {"at", {middle(*best).x, middle(*best).y}},
                  {"shape", shape},
                  {"copies", {{"turns", 6}, {"centre", {0, 0}}}},
                  {"cloth", cloth}},
                 QStringLiteral("added pieces"));
    session.waitUntilIdle(60'000);
  };
  session.edit({{"edit", "paint"}, {"pieces", {1}}, {"cloth", "B"}}, QStringLiteral("painted"));
  add({1, 0}, "square", "D");
  add({0.6, 1}, "triangle60", "A");
  add({1, 0}, "hexagon", "C");
  add({1, 0}, "square", "D");
  auto* arrange = qobject_cast<ArrangeStation*>(window.station(QStringLiteral("arrange")));
  arrange->setMode(1);
  arrange->grow()->setTurns(6);
  camera.settle();
  const auto edges = openEdges(session.geometry().seams);
  for (int i = 0; i < static_cast<int>(edges.size()); ++i)
    if (edges[static_cast<std::size_t>(i)].roomAtFrom < 100) {
      arrange->grow()->openFan(i);
      break;
    }
  camera.shoot("arrange-add");
}

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
  shootAdding(window, session, camera);
  window.files().openDemo();
  preferences.setEvening(true);
  window.goTo(QStringLiteral("arrange"));
  window.rebuild();
  camera.shoot("arrange-evening");
  std::printf("Pictures of all views are in %s\n", qPrintable(QDir(folder).absolutePath()));
  return camera.ok() ? 0 : 1;
}

}  // namespace clathra
