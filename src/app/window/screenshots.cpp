#include "app/window/screenshots.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <QThread>
#include <QtMath>
#include <cstdio>

#include "app/arrange/arrange_station.hpp"
#include "app/cut/cut_station.hpp"
#include "app/motif/motif_station.hpp"
#include "app/papers/papers_station.hpp"
#include "app/session/recovery.hpp"
#include "app/theme/theme.hpp"
#include "app/widgets/fields.hpp"
#include "app/window/main_window.hpp"
#include "script/demo.hpp"
#include "script/read_edit.hpp"

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
    // What cards and the gallery look up by themselves, too.
    while (!workers().waitForDone(100)) QCoreApplication::processEvents();
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

Angle directionOf(const OpenEdge& e) {
  return directionOf(0.5 * (e.edge.from + e.edge.to));
}

/// The open edge whose middle lies in the direction, the farthest out if several do; 0 if none does.
int edgeTowards(const std::vector<OpenEdge>& edges, Angle direction) {
  int best = 0;
  double farthest = 0;
  for (int i = 0; i < static_cast<int>(edges.size()); ++i) {
    const OpenEdge& e = edges[static_cast<std::size_t>(i)];
    const double out = length(0.5 * (e.edge.from + e.edge.to));
    if (abs((directionOf(e) - direction).wrapped()) > Angle::degrees(1) || out < farthest) continue;
    best = i;
    farthest = out;
  }
  return best;
}

/// A new project of an arrangement, changed by edits as they would be made by hand.
struct Scene {
  Scene(MainWindow& window, Session& in, const char* arrangement) : session(in) {
    session.close();  // nothing to ask about the one before
    window.files().begin(QString::fromLatin1(arrangement));
    session.waitUntilIdle(60'000);
    arrange = qobject_cast<ArrangeStation*>(window.station(QStringLiteral("arrange")));
  }
  void edit(const nlohmann::json& e) {
    if (const auto read = readEdit(session.project(), e)) session.edit(*read, QStringLiteral("arranged"));
    session.waitUntilIdle(60'000);
  }
  Session& session;
  ArrangeStation* arrange = nullptr;
};

/// A medallion of hexagons, squares and triangles, with the fan open at its rim.
void shootAdding(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "own");
  const Angle first = directionOf(openEdges(*session.project().layout, session.geometry().seams).front());
  const auto add = [&](Angle on, const char* shape, const char* cloth) {
    const auto edges = openEdges(*session.project().layout, session.geometry().seams);
    const OuterEdge& edge = edges[static_cast<std::size_t>(edgeTowards(edges, first + on))].edge;
    const Point middle = 0.5 * (edge.from + edge.to);
    scene.edit({{"edit", "addPieces"},
                {"at", {middle.x, middle.y}},
                {"shape", shape},
                {"copies", {{"turns", 6}, {"centre", {0, 0}}}},
                {"cloth", cloth}});
  };
  scene.edit({{"edit", "paint"}, {"pieces", {1}}, {"cloth", "B"}});
  add({}, "square", "D");
  add(directionOf(Point{std::sqrt(3.0) / 2 + 0.5, 0.5}), "triangle60", "A");  // beside a square
  add({}, "hexagon", "C");
  add(Angle::degrees(30), "square", "D");
  add({}, "square", "D");
  scene.arrange->setMode(1);
  scene.arrange->grow()->setTurns(6);
  camera.settle();
  const auto edges = openEdges(*session.project().layout, session.geometry().seams);
  scene.arrange->grow()->openFan(edgeTowards(edges, first + Angle::degrees(30)));
  camera.shoot("arrange-add");
}

/// Seven hexagons, some divided already, with the gallery of ways open.
void shootDividing(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "hexagon-rosette");
  scene.edit({{"edit", "setCounts"}, {"rings", 1}});
  scene.edit({{"edit", "setEdge"}, {"value", 76.2}});
  scene.edit({{"edit", "paint"}, {"ring", {{"of", 1}, {"k", 1}}}, {"cloth", "C"}});
  scene.edit({{"edit", "paint"}, {"pieces", {1}}, {"cloth", "B"}});
  scene.edit({{"edit", "subdivide"}, {"pieces", {7}}, {"parts", {{"diamond", 12}}}, {"index", 3}});
  scene.edit({{"edit", "subdivide"}, {"pieces", {2}}, {"parts", {{"hexagon", 1}, {"half", 6}}}});
  scene.arrange->setMode(3);
  scene.arrange->divide()->choosePiece(0);
  // Nine diamonds round a hexagon: one of the six ways is another one's mirror image.
  CountField* diamonds = nullptr;
  for (CountField* f : window.findChildren<CountField*>()) {
    if (f->accessibleName() == QObject::tr("How many hexagons")) f->setCount(1);
    if (f->accessibleName() == QObject::tr("How many diamonds")) diamonds = f;
  }
  diamonds->setCount(9);
  Q_EMIT diamonds->countChanged();
  camera.settle();
  camera.shoot("arrange-divide");
}

/// A block of straight lines under six turned copies, the pen on its way to the next side.
void shootDrafting(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "own");
  scene.edit({{"edit", "setEdge"}, {"value", 101.6}});
  scene.edit({{"edit", "paint"}, {"pieces", {1}}, {"cloth", "C"}});
  // A star with its tips in the corners of the block: each corner to a point inside, mirrored and turned.
  const double e = 101.6, in = 0.42 * e;
  const nlohmann::json copies = {{"turns", 6}, {"mirror", true}, {"centre", {0, 0}}};
  scene.edit(
      {{"edit", "draft"}, {"lines", {{{0, -e}, {in / 2, -in * std::sqrt(3.0) / 2}}}}, {"copies", copies}});
  const Layout& star = *session.project().layout;
  std::size_t middle = 0;
  for (std::size_t i = 0; i < star.size(); ++i)
    if (star.pieces[i].count > star.pieces[middle].count) middle = i;
  scene.edit({{"edit", "paint"}, {"pieces", {middle + 1}}, {"cloth", "A"}});
  scene.arrange->setMode(4);
  camera.settle();
  LayoutCanvas* canvas = scene.arrange->canvas();
  canvas->setFocus();
  canvas->setCursorPiece(middle == 0 ? 1 : 0);
  const Layout& layout = *session.project().layout;
  DraftPen& pen = canvas->pen();
  pen.moveTo({-e * std::sqrt(3.0) / 2, -e / 2 + 2}, layout, session.index(), 6);
  pen.press();
  pen.moveTo({-20, -41}, layout, session.index(), 6);
  canvas->update();
  camera.shoot("arrange-draft");
}

/// Flowers of seven as units, their pieces with roles before any cloth but one.
void shootUnits(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "hexagons");
  scene.edit({{"edit", "setSize"}, {"edge", 38.1}, {"across", 9}, {"down", 8}});
  const Layout& layout = *session.project().layout;
  const std::uint32_t middle = 2 * 9 + 1;
  nlohmann::json flower = {middle + 1}, centres = nlohmann::json::array();
  for (const auto i : ringOf(session.geometry().seams, middle, 1)) flower.push_back(i + 1);
  scene.edit({{"edit", "markUnit"}, {"name", "Flower"}, {"pieces", flower}, {"everywhere", true}});
  for (const char* role : {"feature", "ground", "shade 1"}) scene.edit({{"edit", "addRole"}, {"name", role}});
  scene.edit({{"edit", "giveRole"}, {"role", "ground"}, {"all", true}});
  scene.edit({{"edit", "giveRole"}, {"role", "shade 1"}, {"unit", "Flower"}});
  // The middle of a flower meets all of its others.
  for (const PieceUnit& u : session.project().recipe.units) {
    const auto pieces = piecesOf(layout, u);
    Point sum;
    for (const auto i : pieces)
      sum = sum + (1.0 / static_cast<double>(pieces.size())) * layout.pieces[i].centre;
    for (const auto i : pieces)
      if (distance(layout.pieces[i].centre, sum) < 1) centres.push_back(i + 1);
  }
  scene.edit({{"edit", "giveRole"}, {"role", "feature"}, {"pieces", centres}});
  scene.edit({{"edit", "putOnRole"}, {"role", "feature"}, {"cloth", "A"}});
  scene.arrange->setMode(0);
  scene.arrange->canvas()->setCursorPiece(-1);
  scene.arrange->openOnly({"Paint with", "Units"});
  camera.shoot("arrange-units");
}

/// Counts and edges that come near a wanted size, the nearest put on.
void shootFitting(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "honeycomb-square");
  scene.edit({{"edit", "setSides"}, {"sides", "edge-pieces"}});
  scene.edit({{"edit", "setWantedSize"}, {"width", 1200}, {"height", 900}});
  scene.edit({{"edit", "paint"}, {"shape", "honeycomb"}, {"cloth", "C"}});
  scene.edit({{"edit", "paint"}, {"shape", "square"}, {"cloth", "B"}});
  scene.arrange->setMode(0);
  scene.edit({{"edit", "setSize"}, {"edge", 38.1}, {"across", 13}, {"down", 10}});
  scene.edit({{"edit", "paint"}, {"all", true}, {"cloth", "D"}});
  scene.edit({{"edit", "paint"}, {"shape", "honeycomb"}, {"cloth", "C"}});
  scene.edit({{"edit", "paint"}, {"shape", "square"}, {"cloth", "B"}});
  scene.arrange->canvas()->setCursorPiece(-1);
  scene.arrange->openOnly({"Fit to size"});
  camera.settle();
  QThread::msleep(1500);  // the list comes from a worker of the card's own
  camera.shoot("arrange-fit");
}

/// A finishing line that was typed, with the slivers it leaves lit.
void shootSides(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "octagon-square");
  scene.edit({{"edit", "setSize"}, {"edge", 38.1}, {"across", 7}, {"down", 5}});
  scene.edit({{"edit", "setSides"}, {"sides", "edge-pieces"}});
  scene.edit({{"edit", "paint"}, {"shape", "octagon"}, {"cloth", "C"}});
  scene.edit({{"edit", "paint"}, {"shape", "square"}, {"cloth", "A"}});
  const Box b = session.project().layout->finished;
  const Box line{b.left + 60, b.top + 38, b.right - 60, b.bottom - 38};
  scene.edit({{"edit", "setLine"}, {"box", {line.left, line.top, line.right, line.bottom}}});
  nlohmann::json bare = nlohmann::json::array();
  for (std::size_t i = 0; i < session.project().layout->size(); ++i)
    if (session.project().painting[i] == kNoCloth) bare.push_back(i + 1);
  if (!bare.empty()) scene.edit({{"edit", "paint"}, {"pieces", bare}, {"cloth", "D"}});
  scene.arrange->setMode(5);
  camera.settle();
  QThread::msleep(200);  // the prices come from a worker of the card's own
  camera.shoot("arrange-sides");
}

/// Three placements of the same cloths by chance, side by side.
void shootVariants(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "hexagon-square-triangle");
  scene.edit({{"edit", "setSize"}, {"edge", 38.1}, {"across", 6}, {"down", 4}});
  scene.edit({{"edit", "setSides"}, {"sides", "edge-pieces"}});
  const struct {
    const char *name, *note;
    double dark, light;
  } ways[] = {{"Even", "restless", 1, 1},
              {"Low tide", "for the window seat", 1, 4},
              {"After rain", "the darks carry it", 3, 1}};
  for (const auto& way : ways) {
    scene.edit({{"edit", "paintByChance"},
                {"all", true},
                {"cloths",
                 {{{"cloth", "A"}, {"share", way.dark}},
                  {{"cloth", "B"}, {"share", way.dark}},
                  {{"cloth", "C"}, {"share", way.light}},
                  {{"cloth", "D"}, {"share", way.light}}}},
                {"seed", 5}});
    scene.edit({{"edit", "keepVariant"}, {"name", way.name}, {"note", way.note}});
  }
  scene.edit({{"edit", "paint"}, {"shape", "hexagon"}, {"cloth", "D"}});
  scene.arrange->setMode(0);
  scene.arrange->setView(static_cast<int>(LayoutView::Numbers) + 1);
  scene.arrange->openOnly({"Paint by chance", "Variants"});
  camera.shoot("arrange-variants");
}

/// What was found on the print of the first choice.
void shootMotif(MainWindow& window, Photographer& camera) {
  auto* motif = qobject_cast<MotifStation*>(window.station(QStringLiteral("motif")));
  if (!motif) return;
  camera.settle();
  motif->found()->search();
  while (motif->found()->searching()) {
    workers().waitForDone(100);
    QCoreApplication::processEvents();
  }
  camera.shoot("motif");
}

/// Papers as they were measured: the row that comes out short, and a scan of the papers.
/// Some of the demo's pieces are to be cut now.
void shootBatch(MainWindow& window, Session& session, Photographer& camera) {
  Pieces now;
  for (std::uint32_t i = 0; i < session.project().layout->size() / 4; ++i) now.push_back(i);
  session.edit(SetNow{std::move(now)}, QStringLiteral("marked"));
  camera.settle();
  auto* cut = qobject_cast<CutStation*>(window.station(QStringLiteral("cut")));
  cut->look(CutStation::Now);
  camera.shoot("cut-now");
  cut->look(CutStation::Whole);
  session.undo();
  camera.settle();
}

void shootPapers(MainWindow& window, Session& session, Photographer& camera) {
  Scene scene(window, session, "squares");
  scene.edit({{"edit", "setCounts"}, {"across", 12}, {"down", 4}});
  // A strip in place of the upper row.
  nlohmann::json row = nlohmann::json::array();
  for (int i = 1; i <= 12; ++i) row.push_back(i);
  scene.edit({{"edit", "joinPieces"}, {"pieces", row}});
  scene.edit({{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
  scene.edit({{"edit", "paint"}, {"shape", "square"}, {"cloth", "B"}});
  std::string strip;
  int along = 0;
  for (const Shape& s : session.project().layout->shapes) {
    if (s.name == "square") continue;
    strip = s.name;
    for (std::size_t i = 0; i < s.edges.size(); ++i)
      if (s.edges[i].length > s.edges[static_cast<std::size_t>(along)].length) along = static_cast<int>(i);
  }
  scene.edit(
      {{"edit", "setReadings"},
       {"readings",
        {{{"shape", strip}, {"what", "edge"}, {"index", along}, {"value", 301.0}, {"state", "covered"}},
         {{"shape", "square"}, {"what", "edge"}, {"papers", 10}, {"value", 254.0}}}}});
  window.goTo(QStringLiteral("papers"));
  camera.settle();
  auto* papers = qobject_cast<PapersStation*>(window.station(QStringLiteral("papers")));
  papers->open(QStringLiteral("Will it close?"));
  camera.shoot("papers-close");
  session.close();
  window.files().openDemo();
  window.goTo(QStringLiteral("papers"));
  camera.settle();
  papers->open(QStringLiteral("Scan the papers"));
  papers->practise();
  for (int i = 0; i < 200 && !papers->scanned(); ++i) {
    QThread::msleep(50);
    camera.settle();
  }
  camera.shoot("papers-scan");
}

}  // namespace

int takeScreenshots(QApplication& app, const ArrangementLibrary& library, const QString& folder) {
  // The user's own settings and projects stay out of the pictures.
  const QTemporaryDir home;
  qputenv("XDG_CONFIG_HOME", home.filePath(QStringLiteral("config")).toLocal8Bit());
  qputenv("XDG_DATA_HOME", home.filePath(QStringLiteral("data")).toLocal8Bit());
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
  QApplication::setCursorFlashTime(0);  // a caret that blinks would make two pictures of one view
  Photographer camera(window, session, out);
  window.showFirstStart();
  camera.shoot("first-start");
  window.showHelp();
  camera.shoot("safety");
  window.showStart();
  camera.shoot("start");
  window.files().openDemo();
  for (const char* id : {"arrange", "papers", "cloth", "cut"}) {
    window.goTo(QString::fromLatin1(id));
    if (auto* arrange = qobject_cast<ArrangeStation*>(window.station(QString::fromLatin1(id))))
      arrange->canvas()->setCursorPiece(-1);
    camera.shoot(id);
  }
  shootBatch(window, session, camera);
  if (auto lantern = demoProject(library, "mill-lantern")) {
    session.begin(std::move(*lantern), {}, Origin::Fresh);
    window.goTo(QStringLiteral("motif"));
    shootMotif(window, camera);
    preferences.setEvening(true);
    window.goTo(QStringLiteral("arrange"));
    window.rebuild();
    auto* arrange = qobject_cast<ArrangeStation*>(window.station(QStringLiteral("arrange")));
    if (arrange) arrange->setView(static_cast<int>(LayoutView::AsSewn));
    camera.shoot("arrange-evening");
    preferences.setEvening(false);
    window.rebuild();
  }
  shootAdding(window, session, camera);
  shootDividing(window, session, camera);
  shootDrafting(window, session, camera);
  shootUnits(window, session, camera);
  shootFitting(window, session, camera);
  shootSides(window, session, camera);
  shootVariants(window, session, camera);
  shootPapers(window, session, camera);
  std::printf("Pictures of all views are in %s\n", qPrintable(QDir(folder).absolutePath()));
  return camera.ok() ? 0 : 1;
}

}  // namespace clathra
