#include <QtTest>
#include <set>

#include <QDir>
#include <QTemporaryDir>
#include "layout/arrangement.hpp"
#include "layout/soundness.hpp"
#include "plain_geometry.hpp"

#include "registry.hpp"
#include "shape/arcs.hpp"
#include "store/data_folder.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

struct Case {
  std::string id;
  double edge;
  int across, down;
  FinishingSides sides;
  Proportions proportions = {};
};

Recipe recipeOf(const Case& c) {
  Recipe r = support::recipe(c.id, c.edge, c.across, c.down, c.sides);
  r.proportions = c.proportions;
  return r;
}

/// Those that have proportions, with each of them below, above and far from the normal.
void addStretched(std::vector<Case>& out) {
  for (const Arrangement& a : support::library().all())
    for (const double share : {0.0, 0.37, 0.81, 1.0})
      for (const FinishingSides sides : {FinishingSides::Outline, FinishingSides::EdgePieces}) {
        Proportions chosen;
        for (const Proportion& p : a.proportions) chosen[p.key] = p.least + share * (p.most - p.least);
        if (!chosen.empty()) out.push_back({a.id, 28, 30, 7, sides, chosen});
      }
}

std::vector<Case> cases() {
  std::vector<Case> out;
  for (const Arrangement& a : support::library().all())
    for (const auto& [edge, across, down] :
         {std::tuple(25.4, 3, 3), std::tuple(31.75, 4, 5), std::tuple(60.0, 5, 4)})
      for (const FinishingSides sides :
           {FinishingSides::Outline, FinishingSides::EdgePieces, FinishingSides::Slice})
        if (sides == FinishingSides::Outline ||
            (a.fold == 0 && a.kind != ArrangementKind::Own))  // a rosette of diamonds keeps its outline
          out.push_back({a.id, edge, across, down, sides});
  addStretched(out);
  return out;
}

/// Is the layout without gap and overlap, judged without the builder's code? Names what is wrong, or nothing.
std::string fault(const std::vector<std::vector<Point>>& pieces, const Layout& layout, double boundary) {
  const plain::Facts f = plain::factsOf(pieces);
  if (layout.sides == FinishingSides::EdgePieces) {
    const double box = layout.finished.width() * layout.finished.height();
    if (std::abs(f.area - box) > 1e-6 * box) return "areas do not add up to the rectangle";
    if (std::abs(f.unmatched - 2 * (layout.finished.width() + layout.finished.height())) > 0.05)
      return "edges inside face nothing";
  } else if (std::abs(f.unmatched - boundary) > 0.05) {
    return "edges inside face nothing";
  }
  if (f.euler != 1) return "Euler's formula gives " + std::to_string(f.euler);
  return {};
}

}  // namespace

class ArrangementsTest : public QObject {
  Q_OBJECT
 private slots:
  /// Arrangements of the user's own lie beside those that ship.
  void theUsersOwnAreLoadedToo() {
    QTemporaryDir home;
    QVERIFY(QDir(home.path()).mkpath("clathra/arrangements"));
    QFile shipped(QString::fromStdString((dataFolder() / "arrangements/bricks.json").string()));
    QVERIFY(shipped.open(QIODevice::ReadOnly));
    QFile own(home.filePath("clathra/arrangements/groyne.json"));
    QVERIFY(own.open(QIODevice::WriteOnly));
    own.write(shipped.readAll().replace("\"bricks\"", "\"groyne\""));
    own.close();
    const QByteArray was = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", home.path().toLocal8Bit());
    const auto all = loadArrangements();
    was.isEmpty() ? qunsetenv("XDG_DATA_HOME") : qputenv("XDG_DATA_HOME", was);
    QVERIFY(all && all->find("groyne") && all->find("bricks"));
    QVERIFY(!loadArrangements()->find("groyne"));
  }
  void aProportionChangesOneSideOrAngleAndNothingElse() {
    const auto edgesOf = [](const Layout& l, std::size_t shape) {
      auto out = edgeLengths(l.shapes[shape].outline);
      std::sort(out.begin(), out.end());
      return out;
    };
    // Long honeycombs of 20 mm, tips of 90°, long sides of 3 edges: 4 sides of 20 and two of 60; each is
    // 20 √2 wide and 60 + 20 √2 high.
    Recipe r = support::recipe("long-honeycombs", 20, 4, 3);
    r.proportions = {{"long", 3}};
    const Layout honeycombs = support::layout(r);
    QCOMPARE(honeycombs.shapes.size(), std::size_t(1));
    const auto sides = edgesOf(honeycombs, 0);
    for (int i = 0; i < 6; ++i) COMPARE_TO(sides[static_cast<std::size_t>(i)], i < 4 ? 20.0 : 60.0, 1e-9);
    const double w = 20 * std::sqrt(2.0), h = 60 + w;
    COMPARE_TO(honeycombs.finished.width(), 4.5 * w, 1e-9);  // the second row is moved by half
    COMPARE_TO(honeycombs.finished.height(), h + 2 * (60 + w / 2), 1e-9);
    // Diamonds of 40° in rows: area e² sin 40°, and the normal ones are diamonds of 60°.
    r = support::recipe("diamond-rows", 30, 5, 4);
    QCOMPARE(support::layout(r).shapes[0].name, std::string("diamond60"));
    r.proportions = {{"angle", 40}};
    const Layout narrow = support::layout(r);
    COMPARE_TO(area(narrow.outline(7)), 900 * sin(Angle::degrees(40)), 1e-9);
    for (const double e : edgesOf(narrow, 0)) COMPARE_TO(e, 30, 1e-9);
    // Bricks of 3 by 1, each row moved by a third: row 3 stands below row 0.
    r = support::recipe("bricks", 10, 4, 4);
    r.proportions = {{"wide", 3}, {"shift", 1}};
    const Layout bricks = support::layout(r);
    for (const Piece& p : bricks.pieces) {
      COMPARE_TO(p.centre.x - 30 * p.key.col, 15.0 + 10 * (p.key.row % 3), 1e-9);
      COMPARE_TO(p.centre.y, 5.0 + 10 * p.key.row, 1e-9);
    }
  }
  void proportionsOutOfBoundsAreRefused() {
    const auto refused = [](const char* id, Proportions chosen) {
      Recipe r = support::recipe(id, 20, 3, 3);
      r.proportions = std::move(chosen);
      const auto built = buildLayout(**support::library().find(id), r);
      return built ? std::string() : clathra::said(built.error());
    };
    QCOMPARE(refused("long-honeycombs", {{"long", 20}}),
             std::string("The long side goes from 0.2 to 12 times the edge."));
    QCOMPARE(refused("long-honeycombs", {{"angle", 5}}), std::string("The tip angle goes from 30° to 170°."));
    QCOMPARE(refused("long-honeycombs", {{"wide", 2}}),
             std::string("Long honeycombs has no proportion called \"wide\"."));
    QCOMPARE(refused("hexagons", {{"long", 2}}), std::string("Hexagons has no proportion called \"long\"."));
    QVERIFY(!refused("rectangles", {{"wide", std::nan("")}}).empty());
  }
  void atLeastFortyShip() {
    int fields = 0, rosettes = 0;
    for (const Arrangement& a : support::library().all())
      ++(a.kind == ArrangementKind::Field ? fields : rosettes);
    QVERIFY(fields + rosettes >= 40);
    QVERIFY(fields >= 28);
    QVERIFY(rosettes >= 10);
  }

  void everyFileIsFreeOfGapsAndOverlaps_data() {
    QTest::addColumn<int>("index");
    const auto all = cases();
    for (std::size_t i = 0; i < all.size(); ++i) {
      const Case& c = all[i];
      const double first = c.proportions.empty() ? 0 : c.proportions.begin()->second;
      QTest::addRow("%s %gmm %dx%d %s %g", c.id.c_str(), c.edge, c.across, c.down, sidesName(c.sides).c_str(),
                    first)
          << static_cast<int>(i);
    }
  }
  void everyFileIsFreeOfGapsAndOverlaps() {
    QFETCH(int, index);
    const Case c = cases()[static_cast<std::size_t>(index)];
    const Layout layout = support::layout(recipeOf(c));
    const SeamGraph graph = buildSeams(layout);
    const auto pieces = plain::outlines(layout);
    double boundary = 0;  // chord by chord, as the plain check sees it
    for (const OuterEdge& o : graph.outer) boundary += distance(o.from, o.to);
    const std::string wrong = fault(pieces, layout, boundary);
    QVERIFY2(wrong.empty(), wrong.c_str());
    const Soundness s = soundness(layout, graph);
    QVERIFY(s.overlaps.empty());
    QVERIFY(s.gaps.empty());
    // Seams and outer edges use up every edge once (Euler by lengths).
    double edges = 0;
    for (std::size_t i = 0; i < layout.size(); ++i) edges += outlineLength(layout.outline(i));
    COMPARE_TO(2 * graph.seamLength + graph.outerLength, edges, 1e-3);
  }

  void theSameCheckFailsOnSpoiledLayouts_data() {
    QTest::addColumn<QString>("spoil");
    for (const char* s : {"moved", "dropped", "doubled"}) QTest::newRow(s) << QString::fromLatin1(s);
  }
  void theSameCheckFailsOnSpoiledLayouts() {
    QFETCH(QString, spoil);
    for (const Arrangement& a : support::library().all()) {
      if (a.kind == ArrangementKind::Own) continue;  // one piece, wherever it lies, is sound
      const Layout layout = support::layout(support::recipe(a.id, 30, 4, 4, FinishingSides::EdgePieces));
      double boundary = 0;
      for (const OuterEdge& o : buildSeams(layout).outer) boundary += distance(o.from, o.to);
      auto pieces = plain::outlines(layout);
      // In a rosette of diamonds a whole outer piece may go and leave a sound, smaller one: take an inner
      // one.
      const auto victim = static_cast<std::ptrdiff_t>(a.fold > 0 ? 0 : pieces.size() / 2);
      if (spoil == QLatin1String("moved"))
        for (Point& p : pieces[static_cast<std::size_t>(victim)]) p.x += 0.1;
      else if (spoil == QLatin1String("dropped"))
        pieces.erase(pieces.begin() + victim);
      else
        pieces.push_back(pieces[static_cast<std::size_t>(victim)]);
      QVERIFY2(!fault(pieces, layout, boundary).empty(), a.id.c_str());
    }
  }
  void theSecondLookSeesSpoiledLayoutsToo() {
    const Layout good = support::layout(support::recipe("hexagons", 30, 5, 5));
    const auto rebuilt = [&](auto change) {
      LayoutBuilder builder;
      auto pieces = plain::outlines(good);
      change(pieces);
      for (std::size_t i = 0; i < pieces.size(); ++i) builder.add(pieces[i], {static_cast<int>(i), 0, 0});
      return std::move(builder).finish(FinishingSides::Outline, good.finished, true);
    };
    const Layout moved = rebuilt([](auto& p) {
      for (Point& c : p[12]) c.x += 0.3;
    });
    const Layout dropped = rebuilt([](auto& p) { p.erase(p.begin() + 12); });
    const Layout doubled = rebuilt([](auto& p) { p.push_back(p[12]); });
    QVERIFY(!soundness(moved, buildSeams(moved)).overlaps.empty());
    QCOMPARE(soundness(dropped, buildSeams(dropped)).gaps.size(), std::size_t(1));
    COMPARE_TO(soundness(dropped, buildSeams(dropped)).gaps[0].area, 3 * std::sqrt(3.0) / 2 * 30 * 30, 0.01);
    QVERIFY(!soundness(doubled, buildSeams(doubled)).overlaps.empty());
  }

  void rosettesOfDiamondsCloseRoundTheMiddle() {
    for (const int n : {5, 6, 7, 8, 9, 10, 11, 12, 16}) {
      const std::string id = "rosette-" + std::to_string(n);
      const Arrangement& a = **support::library().find(id);
      const int most = a.mostRings();
      QCOMPARE(most, (n - 1) / 2 - 1);
      const Layout l = support::layout(support::recipe(id, 40, most, 1));
      QCOMPARE(l.size(), std::size_t(n * (most + 1)));
      // Ring k: n diamonds of angle 360 k / n, as the rosette's own formula says; all sides equal.
      double area = 0;
      for (int k = 1; k <= most + 1; ++k) area += n * 1'600 * sin(Angle::degrees(360.0 * k / n));
      double sum = 0;
      for (std::size_t i = 0; i < l.size(); ++i) {
        sum += clathra::area(l.outline(i));
        for (const double e : edgeLengths(l.outline(i))) COMPARE_TO(e, 40, 1e-9);
      }
      COMPARE_TO(sum, area, 1e-6 * area);
      // The star in the middle: n tips meet there.
      const SeamGraph graph = buildSeams(l);
      QVERIFY(soundness(l, graph).sound());
      // n seams between neighbours of the star, 2n more with every further ring.
      QCOMPARE(graph.seams.size(), std::size_t(n + 2 * n * most));
      Recipe tooMany = support::recipe(id, 40, most, 1);
      tooMany.rings = most + 1;
      const auto refused = buildLayout(a, tooMany);
      QVERIFY(!refused && support::says(refused.error(), "rosette-closes-after-rings"));
    }
  }
  void countsAreKnownBeforeAnythingIsLaidOut() {
    for (const Arrangement& a : support::library().all())
      for (const int n : {1, 2, 3, 7}) {
        const Recipe r = support::recipe(a.id, 20, n, n + 1);
        const auto built = buildLayout(a, r);
        if (!built) continue;
        QCOMPARE(static_cast<std::int64_t>(built->size()), countPieces(a, r));
      }
  }
  void tooManyPiecesAreRefusedWithTheNumberAndTheLimit() {
    const auto& a = **support::library().find("hexagons");
    const auto built = buildLayout(a, support::recipe("hexagons", 20, 1000, 1000));
    QVERIFY(!built);
    QVERIFY(clathra::said(built.error()).find("1000000") != std::string::npos);
    QVERIFY(clathra::said(built.error()).find("200000") != std::string::npos);
    QVERIFY(!buildLayout(a, support::recipe("hexagons", 20, 100'000, 100'000)));
    QVERIFY(!buildLayout(**support::library().find("hexagon-rosette"),
                         support::recipe("hexagon-rosette", 20, 100'000, 1)));
  }
  void edgesOutOfRangeAreRefused() {
    const auto& a = **support::library().find("hexagons");
    for (const double edge : {0.0, 1.0, 2000.0})
      QVERIFY(!buildLayout(a, support::recipe("hexagons", edge, 3, 3)));
  }
  void sidesOfAPatchThatIsTooSmallAreRefused() {
    const auto built = buildLayout(**support::library().find("hexagons"),
                                   support::recipe("hexagons", 20, 3, 1, FinishingSides::EdgePieces));
    QVERIFY(!built);
    QVERIFY(clathra::said(built.error()).ends_with('.'));
  }

  void whatTheCutLeavesHasNames() {
    const Layout l = support::layout(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    std::set<std::string> names;
    for (const Shape& s : l.shapes) names.insert(s.name);
    QCOMPARE(names, (std::set<std::string>{"hexagon", "half-hexagon-flat-cut", "half-hexagon-point-cut",
                                           "quarter-hexagon"}));
    const Layout d =
        support::layout(support::recipe("hexagon-columns", 30, 4, 5, FinishingSides::EdgePieces));
    names.clear();
    for (const Shape& s : d.shapes) names.insert(s.name);
    QCOMPARE(names, (std::set<std::string>{"hexagon", "diamond60", "triangle60", "half-diamond60-along",
                                           "triangle-30-60-90"}));
  }
  void quarterHexagonsComeInTwoHands() {
    const Layout l = support::layout(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    int left = 0, right = 0;
    for (const Piece& p : l.pieces) {
      left += p.hand < 0;
      right += p.hand > 0;
    }
    QCOMPARE(left, 2);
    QCOMPARE(right, 2);
  }
  void everyPieceIsItsShapeTurnedAndPlaced() {
    for (const Arrangement& a : support::library().all()) {
      const Layout l = support::layout(support::recipe(a.id, 30, 4, 4, FinishingSides::EdgePieces));
      for (std::size_t i = 0; i < l.size(); ++i) {
        const Piece& p = l.pieces[i];
        const Polygon copy = placed(l.shapes[p.shape].outline, p.turn, p.hand < 0, p.centre);
        for (const Point c : copy)
          QVERIFY(std::any_of(l.outline(i).begin(), l.outline(i).end(),
                              [&](Point q) { return distance(c, q) < 1e-3; }));
      }
    }
  }

  void refusesFilesThatAreNoArrangements_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::newRow("not json") << QByteArray("{");
    QTest::newRow("a list") << QByteArray("[]");
    QTest::newRow("no cell") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1]})");
    QTest::newRow("empty cell") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[]})");
    QTest::newRow("parallel steps") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[2,0],"cell":[{"shape":"square"}]})");
    for (
        const char* wrong :
        {R"([])", R"({"key":"long"})", R"([{"key":"sine","name":"n","normal":1,"least":1,"most":2}])",
         R"([{"key":"Long","name":"n","normal":1,"least":1,"most":2}])",
         R"([{"key":"long","name":"n","normal":3,"least":1,"most":2}])",
         R"([{"key":"long","name":"n","normal":1,"least":0,"most":2}])",
         R"([{"key":"a","name":"n","normal":1,"least":1,"most":2},{"key":"a","name":"n","normal":1,"least":1,"most":2}])"})
      QTest::newRow(wrong) << QByteArray(
                                  R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],)"
                                  R"("proportions":@,"cell":[{"shape":"square"}]})")
                                  .replace("@", wrong);
    for (const char* lean : {R"("lean":0.5,"stagger":0.5)", R"("lean":0.5,"a":[1,1])"})
      QTest::newRow(lean) << QByteArray(
                                 R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],)"
                                 R"(@,"cell":[{"shape":"square"}]})")
                                 .replace("@", lean);
    QTest::newRow("unknown word") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":["long",0],"b":[0,1],"cell":[{"shape":"square"}]})");
    QTest::newRow("unknown shape") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[{"shape":"blob"}]})");
    QTest::newRow("bad formula") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":["1+","0"],"b":[0,1],"cell":[{"shape":"square"}]})");
    QTest::newRow("no area") << QByteArray(
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[{"polygon":[[0,0],[1,0],[2,0]]}]})");
    for (const char* huge : {"1e308", "\"1e300\"", "\"tan(90)\"", "20000"})
      QTest::newRow(huge) << QByteArray(
                                 R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[@,0],"b":[0,1],)"
                                 R"("cell":[{"shape":"square"}]})")
                                 .replace("@", huge);
    QTest::newRow("a name that is a list") << QByteArray(
        R"({"id":"x","name":["x"],"edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[{"shape":"square"}]})");
    QTest::newRow("kind") << QByteArray(
        R"({"id":"x","name":"x","kind":"y","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[{"shape":"square"}]})");
  }
  void refusesFilesThatAreNoArrangements() {
    QFETCH(QByteArray, text);
    const auto read = parseArrangement(text.toStdString());
    QVERIFY(!read);
    QVERIFY(!clathra::said(read.error()).empty());
    QVERIFY2(clathra::said(read.error()).find("json.exception") == std::string::npos,
             clathra::said(read.error()).c_str());
  }
  void oneBadFileIsNamedAndLeftOutAndTheOthersStay() {
    const QTemporaryDir own;
    const auto write = [&](const char* name, const char* text) {
      QFile f(own.filePath(name));
      QVERIFY(f.open(QIODevice::WriteOnly) && f.write(text) > 0);
    };
    write("bad.json",
          R"({"id":"mine","name":"Mine","edgeOf":"e","counts":"c","a":[1e308,0],"b":[0,1],"cell":[]})");
    write("good.json",
          R"({"id":"mine","name":"Mine","edgeOf":"the side","counts":"squares","a":[1,0],"b":[0,1],)"
          R"("cell":[{"shape":"square"}]})");
    QVERIFY(QDir(own.path()).mkdir("folder.json"));
    const auto library = ArrangementLibrary::load(
        {std::filesystem::path(CLATHRA_SOURCE) / "data/arrangements", own.path().toStdString()});
    QVERIFY(library && library->find("mine") && library->find("hexagons"));
    QCOMPARE(library->leftOut().size(), std::size_t(2));
    const QByteArray first = support::text(library->leftOut()[0]);
    QVERIFY2(first.contains("\"bad.json\" was left out"), first.constData());
    QVERIFY(support::text(library->leftOut()[1]).contains("\"folder.json\""));
  }
  void aLayoutEndsWithinAKilometre() {
    Recipe r = support::recipe("squares", 1'000, 1'100, 1);
    const auto far = buildLayout(**support::library().find("squares"), r);
    QVERIFY(!far && clathra::said(far.error()).find("kilometre") != std::string::npos);
    r.across = 900;
    QVERIFY(buildLayout(**support::library().find("squares"), r));
  }
};

CLATHRA_TEST(ArrangementsTest, "arrangements")
#include "arrangements.moc"
