#include "paper/which.hpp"

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

constexpr double kIn = 25.4;

Reading read(const char* shape, ReadOf of, double value, int papers = 1, int index = 0) {
  return {shape, 0, of, index, papers, value, false, {}};
}
WhichPaper answer(const std::vector<Reading>& readings) {
  auto made = whichPaper(readings);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}
std::string nominal(const NominalPaper& n) {
  return formatLength(n.nominal, n.system);
}

}  // namespace

class WhichTest : public QObject {
  Q_OBJECT
 private slots:
  void sizesAreNamedBySideAcrossAndPointToPoint_data() {
    QTest::addColumn<QString>("shape");
    QTest::addColumn<int>("of");
    QTest::addColumn<double>("value");
    QTest::addColumn<QString>("nominal");
    QTest::addColumn<int>("by");
    QTest::addColumn<double>("edge");
    QTest::addColumn<double>("off");
    const int edge = int(ReadOf::Edge), across = int(ReadOf::Across), high = int(ReadOf::High);
    const double r3 = std::sqrt(3.0);
    QTest::newRow("1 1/4 in side") << "hexagon" << edge << 31.8 << "1 1/4 in" << int(SizedBy::Side) << 31.75
                                   << 0.05;
    QTest::newRow("30 mm side") << "hexagon" << edge << 29.97 << "30 mm" << int(SizedBy::Side) << 30.0
                                << -0.03;
    // 45 mm from flat to flat: the edge is 45 / √3 = 25.981, which is no usual edge.
    QTest::newRow("flat to flat") << "hexagon" << across << 45.0 << "45 mm" << int(SizedBy::Across) << 45 / r3
                                  << 0.0;
    // 2 in from point to point of a hexagon is 1 in by the side too; by the side comes first among equals.
    QTest::newRow("point to point") << "hexagon" << high << 2 * kIn << "1 in" << int(SizedBy::Side) << kIn
                                    << 0.0;
    // A 60° diamond sold by its height of 2 1/8 in along the long way: edge 53.975 / √3 = 31.163.
    QTest::newRow("long way") << "diamond60" << high << 2.125 * kIn << "2 1/8 in" << int(SizedBy::High)
                              << 2.125 * kIn / r3 << 0.0;
    // Below 1 in also sixteenths and whole mm.
    QTest::newRow("11/16 in") << "square" << edge << 17.46 << "11/16 in" << int(SizedBy::Side) << 17.4625
                              << -0.0025;
    QTest::newRow("17 mm") << "square" << edge << 17.02 << "17 mm" << int(SizedBy::Side) << 17.0 << 0.02;
    // Above 1 in a millimetre is no step: 31.05 is nearest to 1 1/4 in.
    QTest::newRow("no 31 mm") << "square" << edge << 31.05 << "1 1/4 in" << int(SizedBy::Side) << 31.75
                              << -0.7;
  }
  void sizesAreNamedBySideAcrossAndPointToPoint() {
    QFETCH(QString, shape);
    QFETCH(int, of);
    QFETCH(double, value);
    QFETCH(QString, nominal);
    QFETCH(int, by);
    QFETCH(double, edge);
    QFETCH(double, off);
    const std::string id = shape.toStdString();
    const WhichPaper w = answer({read(id.c_str(), static_cast<ReadOf>(of), value)});
    const auto at = std::find_if(w.nearestFirst.begin(), w.nearestFirst.end(), [&](const NominalPaper& n) {
      return ::nominal(n) == nominal.toStdString() && int(n.by) == by;
    });
    QVERIFY(at != w.nearestFirst.end());
    COMPARE_TO(at->edge, edge, 1e-9);
    COMPARE_TO(at->off, off, 1e-9);
    QVERIFY(std::abs(w.nearestFirst.front().off) <= std::abs(at->off) + 1e-9);
    QVERIFY(std::none_of(w.nearestFirst.begin(), w.nearestFirst.end(),
                         [](const NominalPaper& n) { return ::nominal(n) == "31 mm"; }));
    for (std::size_t i = 1; i < w.nearestFirst.size(); ++i)
      QVERIFY(std::abs(w.nearestFirst[i - 1].off) <= std::abs(w.nearestFirst[i].off) + 1e-8);
  }
  void rowsAreSurerThanOnePaper() {
    // Ten in a row of 254.4 say 25.44; one paper read as 25.3 agrees, and weighs a tenth.
    const WhichPaper w =
        answer({read("square", ReadOf::Edge, 254.4, 10), read("square", ReadOf::Edge, 25.3)});
    QVERIFY(w.contradictions.empty());
    const auto side = std::find_if(w.nearestFirst.begin(), w.nearestFirst.end(), [](const NominalPaper& n) {
      return n.by == SizedBy::Side && n.system == LengthUnit::Inch;
    });
    COMPARE_TO(side->off, (25.44 * 10 + 25.3) / 11 - 25.4, 1e-9);
  }
  /// An edge of 25.4 makes 43.99 across; 46.0 across would be an edge of 26.56.
  void whatContradictsIsNamedAndNotAveraged() {
    const WhichPaper w = answer({read("hexagon", ReadOf::Edge, 25.4), read("hexagon", ReadOf::Across, 46.0)});
    QCOMPARE(w.contradictions.size(), std::size_t(1));
    const QByteArray said = support::text(w.contradictions[0]);
    QVERIFY2(said.contains("46") && said.contains("26.56") && said.contains("25.4"), said.constData());
    QCOMPARE(nominal(w.nearestFirst[0]), std::string("1 in"));
    COMPARE_TO(w.nearestFirst[0].off, 0, 1e-9);
    QVERIFY(answer({read("hexagon", ReadOf::Edge, 25.4), read("hexagon", ReadOf::Across, 44.0)})
                .contradictions.empty());
    // Two against one: the one is named.
    const WhichPaper three =
        answer({read("hexagon", ReadOf::Across, 46.0), read("hexagon", ReadOf::Edge, 25.4),
                read("hexagon", ReadOf::High, 50.8)});
    QCOMPARE(three.contradictions.size(), std::size_t(1));
    COMPARE_TO(three.nearestFirst[0].off, 0, 1e-9);
    QVERIFY(support::says(
        answer({read("hexagon", ReadOf::Edge, 25.4), read("hexagon", ReadOf::Angle, 108)}).contradictions[0],
        "angle-contradicts"));
  }
  /// Papers of either hand are of sizes of their own: 30 and 40 mm contradict each other on one paper alone.
  void eachHandHasASizeOfItsOwn() {
    const auto sided = [](int hand, double value) {
      Reading r = read("triangle-30-60-90", ReadOf::Edge, value);
      r.hand = hand;
      return r;
    };
    QVERIFY(!answer({sided(1, 30), sided(1, 40)}).contradictions.empty());
    const WhichPaper w = answer({sided(1, 30), sided(-1, 40)});
    QVERIFY(w.contradictions.empty());
  }
  void inchAndMetricInOneSetAreFlagged() {
    const WhichPaper w =
        answer({read("hexagon", ReadOf::Edge, 25.41), read("diamond60", ReadOf::Edge, 30.02)});
    QVERIFY(w.mixed());
    QCOMPARE(w.inch, (std::vector<std::string>{"hexagon"}));
    QCOMPARE(w.metric, (std::vector<std::string>{"diamond60"}));
    QVERIFY(!answer({read("hexagon", ReadOf::Edge, 25.41), read("diamond60", ReadOf::Edge, 38.1)}).mixed());
  }
  void whatCannotBeIsRefused() {
    const auto refused = [](const Reading& r) {
      const auto made = whichPaper({r});
      return made ? std::string() : made.error().message.id;
    };
    QCOMPARE(refused(read("sprocket", ReadOf::Edge, 25)), std::string("reading-no-family"));
    QCOMPARE(refused(read("kite", ReadOf::Across, 25)), std::string("reading-no-across"));
    QCOMPARE(refused(read("hexagon", ReadOf::Edge, 25, 1, 6)), std::string("reading-no-edge"));
    QCOMPARE(refused(read("hexagon", ReadOf::Angle, 120)), std::string("reading-no-length"));
    QCOMPARE(refused(read("hexagon", ReadOf::Edge, 25400)), std::string("reading-no-paper"));
  }
};

CLATHRA_TEST(WhichTest, "which")
#include "which.moc"
