// Fit to size against brute force: every count laid out and measured.
#include "layout/fit.hpp"

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

class FitTest : public QObject {
  Q_OBJECT
  static const Arrangement& arrangement(const std::string& id) { return **support::library().find(id); }

 private slots:
  void theListIsTheOneBruteForceFinds_data() {
    QTest::addColumn<QByteArray>("id");
    QTest::addColumn<int>("sides");
    QTest::addColumn<double>("width");
    QTest::addColumn<double>("height");
    for (const char* id : {"hexagons", "squares", "hexagon-square-triangle", "kites"})
      for (const FinishingSides sides :
           {FinishingSides::Outline, FinishingSides::EdgePieces, FinishingSides::Slice}) {
        QTest::addRow("%s %s wide", id, sidesName(sides).c_str())
            << QByteArray(id) << int(sides) << 340.0 << 210.0;
        QTest::addRow("%s %s high", id, sidesName(sides).c_str())
            << QByteArray(id) << int(sides) << 190.0 << 330.0;
      }
  }
  void theListIsTheOneBruteForceFinds() {
    QFETCH(QByteArray, id);
    QFETCH(int, sides);
    QFETCH(double, width);
    QFETCH(double, height);
    const std::vector<Length> edges{Length::millimetres(25), Length::millimetres(38.1),
                                    Length::millimetres(50)};
    Recipe recipe = support::recipe(id.toStdString(), 25, 1, 1, static_cast<FinishingSides>(sides));
    const auto rows = fitToSize(arrangement(id.toStdString()), recipe, width, height, edges, 8);
    QVERIFY2(rows, rows ? "" : clathra::said(rows.error()).c_str());
    QCOMPARE(rows->size(), std::size_t(8));
    std::vector<double> brute;
    for (const Length edge : edges)
      for (int a = 1; a <= 15; ++a)
        for (int d = 1; d <= 15; ++d) {
          recipe.edge = edge;
          recipe.across = a;
          recipe.down = d;
          if (const auto box = finishedBox(arrangement(id.toStdString()), recipe))
            brute.push_back(std::abs(box->width() - width) + std::abs(box->height() - height));
        }
    std::sort(brute.begin(), brute.end());
    for (std::size_t i = 0; i < rows->size(); ++i) {
      const FitRow& r = (*rows)[i];
      COMPARE_TO(r.off, brute[i], 1e-6);
      // What a row promises is what laying it out gives.
      recipe.edge = r.edge;
      recipe.across = r.across;
      recipe.down = r.down;
      const Layout made = support::layout(recipe);
      COMPARE_TO(made.finished.width(), r.width, 1e-6);
      COMPARE_TO(made.finished.height(), r.height, 1e-6);
      QCOMPARE(std::int64_t(made.size()), r.pieces);
      COMPARE_TO(r.off, std::abs(r.width - width) + std::abs(r.height - height), 1e-9);
    }
  }
  void piecesOfLargeTopsFollowFromSmallOnesExactly() {
    for (const Arrangement& a : support::library().all()) {
      if (a.kind != ArrangementKind::Field) continue;
      Recipe recipe = support::recipe(a.id, 25, 1, 1, FinishingSides::EdgePieces);
      const auto rows =
          fitToSize(a, recipe, 1'850, 1'230, {Length::millimetres(40), Length::millimetres(45)}, 2);
      QVERIFY2(rows, a.id.c_str());
      for (const FitRow& r : *rows) {
        recipe.edge = r.edge;
        recipe.across = r.across;
        recipe.down = r.down;
        const Layout made = support::layout(recipe);
        QVERIFY2(std::int64_t(made.size()) == r.pieces, a.id.c_str());
        COMPARE_TO(made.finished.width(), r.width, 1e-5);
      }
    }
  }
  void aRosetteAnswersWithRingsAndEdges() {
    const auto rows = fitToSize(arrangement("hexagon-rosette"), support::recipe("hexagon-rosette", 25, 1, 1),
                                400, 400, standardEdges(LengthUnit::Millimetre), 5);
    QVERIFY(rows);
    for (const FitRow& r : *rows) QCOMPARE(r.pieces, std::int64_t(1 + 3 * r.rings * (r.rings + 1)));
  }
  void nearestComesFirstAndFewerPiecesBetweenEquals() {
    // Squares of 25 and of 50 both make 500 by 300 exactly: 60 pieces come before 240.
    const auto rows = fitToSize(arrangement("squares"), support::recipe("squares", 25, 1, 1), 500, 300,
                                {Length::millimetres(25), Length::millimetres(50)}, 3);
    QVERIFY(rows);
    COMPARE_TO((*rows)[0].off, 0, 1e-9);
    QCOMPARE((*rows)[0].pieces, std::int64_t(60));
    COMPARE_TO((*rows)[1].off, 0, 1e-9);
    QCOMPARE((*rows)[1].pieces, std::int64_t(240));
  }
  void standardEdgesAreQuarterInchesAndFiveMillimetres() {
    QCOMPARE(standardEdges(LengthUnit::Inch).size(), std::size_t(11));
    COMPARE_TO(standardEdges(LengthUnit::Inch).front().mm(), 12.7, 1e-12);
    COMPARE_TO(standardEdges(LengthUnit::Millimetre).back().mm(), 75, 1e-12);
    for (const UsualSize& s : usualSizes()) QVERIFY(s.width > 300 && s.height < 3'000);
  }
  void nonsenseIsRefused() {
    const auto& a = arrangement("hexagons");
    const Recipe r = support::recipe("hexagons", 25, 1, 1);
    QVERIFY(!fitToSize(a, r, 0, 300, {Length::millimetres(25)}));
    QVERIFY(!fitToSize(a, r, 300, -1, {Length::millimetres(25)}));
    QVERIFY(!fitToSize(a, r, 300, 300, {}));
    const Progress progress;
    progress.cancel();
    QVERIFY(!fitToSize(a, r, 300, 300, {Length::millimetres(25)}, 12, progress));
  }
  void edgesRoundTheOneInUseStayWithinAQuarterOfIt() {
    const auto inches = edgesRound(Length::wholeInches(1), LengthUnit::Inch);
    QCOMPARE(inches.size(), std::size_t(33));  // 48/64 to 80/64
    for (const Length e : inches) QVERIFY(e.inches() >= 0.75 && e.inches() <= 1.25);
    QCOMPARE(inches.front(), Length::wholeInches(1));
    QCOMPARE(edgesRound(Length::millimetres(20), LengthUnit::Millimetre).size(), std::size_t(21));
    for (const Length e : edgesRound(kLeastEdge, LengthUnit::Millimetre)) QVERIFY(e >= kLeastEdge);
  }
};

CLATHRA_TEST(FitTest, "fit")
#include "fit.moc"
