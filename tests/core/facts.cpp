// Facts of arrangements against values worked by hand.
#include "layout/facts.hpp"

#include <cmath>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

class FactsTest : public QObject {
  Q_OBJECT
  static ArrangementFacts facts(const std::string& id) {
    auto f = factsOf(**support::library().find(id));
    if (!f) qFatal("%s", clathra::said(f.error()).c_str());
    return *f;
  }

 private slots:
  void piecesOfAnAreaAreTheOnesOfTheShapes_data() {
    QTest::addColumn<QByteArray>("id");
    QTest::addColumn<double>("density");
    const double r3 = std::sqrt(3.0), r2 = std::sqrt(2.0);
    QTest::newRow("squares") << QByteArray("squares") << 1.0;
    QTest::newRow("hexagons") << QByteArray("hexagons") << 2 / (3 * r3);
    QTest::newRow("triangles") << QByteArray("triangles") << 4 / r3;
    // A cell of 4.8.8 holds an octagon and a square: (2 + 2 sqrt 2) + 1.
    QTest::newRow("octagon-square") << QByteArray("octagon-square") << 2 / (3 + 2 * r2);
    // 3.4.6.4: one hexagon, three squares, two triangles.
    QTest::newRow("hexagon-square-triangle")
        << QByteArray("hexagon-square-triangle") << 6 / (1.5 * r3 + 3 + 2 * r3 / 4);
    // 4.6.12: one dodecagon, two hexagons, three squares.
    QTest::newRow("dodecagon-hexagon-square")
        << QByteArray("dodecagon-hexagon-square") << 6 / (3 * (2 + r3) + 2 * 1.5 * r3 + 3);
    QTest::newRow("half-hexagons") << QByteArray("half-hexagons") << 4 / (3 * r3);
  }
  void piecesOfAnAreaAreTheOnesOfTheShapes() {
    QFETCH(QByteArray, id);
    QFETCH(double, density);
    COMPARE_TO(facts(id.toStdString()).density, density, 1e-9);
  }
  void everyArrangementButTheHandMadeOneHasFacts() {
    for (const Arrangement& a : support::library().all()) {
      const auto f = factsOf(a);
      QCOMPARE(bool(f), a.kind != ArrangementKind::Own);
      if (!f) continue;
      QVERIFY2(!f->papers.empty() && f->kinds >= int(f->papers.size()), a.id.c_str());
      QVERIFY2(f->samplePieces > 0 && f->sampleRuns > 0, a.id.c_str());
      QVERIFY2(f->sampleSeams >= f->samplePieces - 1, a.id.c_str());  // the sample hangs together
    }
  }
  void handsAreKindsOfTheirOwnButOneShape() {
    const auto jewels = facts("jewels-hexagons");
    QCOMPARE(jewels.papers.size(), std::size_t(2));
    const auto pinwheel = facts("hexagon-triangle-pinwheel-left");
    QCOMPARE(pinwheel.papers.size(), std::size_t(2));
    QCOMPARE(pinwheel.kinds, 2);  // hexagons and triangles have no hand
  }
  void corneredThreeWaysNeedsAsManyRunsAsPiecesLessOne() {
    const auto f = facts("hexagons");
    QCOMPARE(f.sampleRuns, f.samplePieces - 1);
    QVERIFY(facts("triangles").sampleRuns * 4 < facts("triangles").samplePieces);  // even corners do better
  }
  void missingShapesAreNamed() {
    const auto f = facts("octagon-square");
    QCOMPARE(missingShapes(f, {"octagon", "square"}).size(), std::size_t(0));
    QCOMPARE(missingShapes(f, {"square"}), std::vector<std::string>{"octagon"});
    QCOMPARE(missingShapes(f, {}).size(), std::size_t(2));
  }
};
CLATHRA_TEST(FactsTest, "facts")
#include "facts.moc"
