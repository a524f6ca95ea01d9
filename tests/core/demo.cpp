// The demo projects, rebuilt from their edit scripts.
#include "script/demo.hpp"

#include <cmath>
#include <set>

#include "layout/soundness.hpp"
#include "model/tally.hpp"
#include "motif/meeting.hpp"
#include "motif/windows.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

Project demo(const char* name) {
  const auto made = demoProject(support::library(), name);
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return *made;
}

}  // namespace

class DemoTest : public QObject {
  Q_OBJECT
 private slots:
  void eachIsSoundAndPainted_data() {
    QTest::addColumn<QByteArray>("name");
    for (const DemoName& d : demoNames()) QTest::newRow(d.id.c_str()) << QByteArray::fromStdString(d.id);
  }
  void eachIsSoundAndPainted() {
    QFETCH(QByteArray, name);
    const Project p = demo(name);
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
    QCOMPARE(Tally(p).count(kNoCloth), 0);
    for (const Cloth& c : p.cloths) QVERIFY(!c.name.empty() && Tally(p).count(c.id) > 0);
    for (const MotifChoice& m : p.motifs)
      for (const auto i : m.pieces) {
        QCOMPARE(p.painting[i], m.cloth);
        QCOMPARE(p.layout->shapes[p.layout->pieces[i].shape].name, m.shape);
      }
  }
  void theMillLanternIsTwelvefold() {
    const Project p = demo("mill-lantern");
    QCOMPARE(p.layout->size(), std::size_t(60));  // five rings of twelve
    QCOMPARE(p.motifs.size(), std::size_t(3));
    // A twelfth of a turn carries every piece onto one of its shape.
    for (const Piece& piece : p.layout->pieces) {
      const Point to = rotated(piece.centre, kWholeTurn / 12);
      QVERIFY(std::any_of(p.layout->pieces.begin(), p.layout->pieces.end(), [&](const Piece& q) {
        return distance(q.centre, to) < 1e-6 && q.shape == piece.shape;
      }));
    }
    // All diamonds of edge e round one point: by hand, each ring k of twelve has the area 12 e² sin(30° k).
    double area = 0, byHand = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) area += clathra::area(p.layout->outline(i));
    for (int k = 1; k <= 5; ++k) byHand += 12 * 50.8 * 50.8 * std::sin(k * std::numbers::pi / 6);
    COMPARE_TO(area, byHand, 1e-3);
    // The note of the first window says that the print's mirror line runs from tip to tip: it is at x = 48
    // mm, and the long diagonal of the turned paper stands upright there.
    const MotifChoice& flame = p.motifs.front();
    QCOMPARE(flame.at.x, 48.0);
    const Polygon& paper = p.layout->shapes[p.layout->pieces[flame.pieces.front()].shape].outline;
    double upright = 0;
    for (const Point q : paper) upright = std::max(upright, std::abs(rotated(q, flame.turn).y));
    COMPARE_TO(upright, 50.8 * std::cos(std::numbers::pi / 12), 1e-6);
    // Three choices on two prints that are mirrored; where copies are sewn to each other nobody sees it.
    std::set<ClothId> prints;
    int seams = 0;
    for (const MotifChoice& m : p.motifs) {
      QCOMPARE(m.pieces.size(), std::size_t(m.name == "Reed lancet" ? 6 : 12));
      QVERIFY(!clothById(p, m.cloth)->print->mirrors.empty());
      prints.insert(m.cloth);
      const auto meetings = meetingsOf(p, m);
      QVERIFY(meetings);
      for (const Meeting& seam : *meetings) {
        QVERIFY(seam.meanDe <= 3 && seam.verdict == Verdict::Meets);
        ++seams;
      }
    }
    QCOMPARE(prints.size(), std::size_t(2));
    QVERIFY(seams > 0);
  }
  void theSluiceRunnerHasSevenBlocksEachDividedAnotherWay() {
    const Project p = demo("sluice-runner");
    // Seven hexagons of edge e stand corner to corner, 2 e apart, with six triangles on either side.
    const double e = 76.2, hexagon = 1.5 * std::sqrt(3.0) * e * e;
    std::vector<double> area(7, 0);
    std::vector<std::multiset<std::string>> shapes(7);
    int joining = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const Piece& piece = p.layout->pieces[i];
      const Shape& shape = p.layout->shapes[piece.shape];
      if (shape.edge > e - 1 && shape.title.find("triangle") != std::string::npos) {
        ++joining;
        continue;
      }
      const auto block = static_cast<std::size_t>(std::lround(piece.centre.x / (2 * e)));
      QVERIFY(block < 7);
      area[block] += clathra::area(p.layout->outline(i));
      shapes[block].insert(shape.title);
    }
    QCOMPARE(joining, 12);
    for (int i = 0; i < 7; ++i) {
      COMPARE_TO(area[static_cast<std::size_t>(i)], hexagon, 1e-3);
      for (int k = 0; k < i; ++k)
        QVERIFY(shapes[static_cast<std::size_t>(i)] != shapes[static_cast<std::size_t>(k)]);
    }
  }
  void anUnknownOneIsRefusedWithTheNamesThatAre() {
    const auto none = demoProject(support::library(), "sand-bar");
    QVERIFY(!none);
    QCOMPARE(clathra::said(none.error()).c_str(),
             "There is no demo called \"sand-bar\"; there is saltmarsh, mill-lantern, sluice-runner.");
  }
};

CLATHRA_TEST(DemoTest, "demo")
#include "demo.moc"
