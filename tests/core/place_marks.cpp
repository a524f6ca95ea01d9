// What papers show of their place: ticks, rims, where folding begins.
#include "paper/place_marks.hpp"

#include "paper/sheets.hpp"
#include "registry.hpp"
#include "shape/families.hpp"
#include "support.hpp"

using namespace clathra;

class PlaceMarksTest : public QObject {
  Q_OBJECT
 private slots:
  void ticksOfNeighboursMeet() {  // guarantee 1 of place_marks.hpp
    for (const char* id : {"hexagon-square-triangle", "bricks", "kites", "offset-squares"}) {
      const Project p = support::project(support::recipe(id, 60, 5, 4));
      const auto g = geometryOf(p.layout);
      int ticks = 0;
      for (std::uint32_t i = 0; i < p.layout->size(); ++i)
        for (const PlaceTick& t : placeMarks(*g, i).ticks) {
          ++ticks;
          COMPARE_TO(length(t.inward), 1, 1e-9);
          QVERIFY(contains(p.layout->outline(i), t.at + 0.5 * t.inward));
          QVERIFY(!contains(p.layout->outline(i), t.at - 0.5 * t.inward));
          // The neighbour across has a tick there too, or a corner.
          bool met = false;
          for (std::uint32_t k = 0; k < p.layout->size(); ++k) {
            if (k == i) continue;
            for (const PlaceTick& u : placeMarks(*g, k).ticks) met = met || distance(u.at, t.at) < 0.05;
            for (const Point c : p.layout->outline(k)) met = met || distance(c, t.at) < 0.15;
          }
          QVERIFY2(met, id);
        }
      QVERIFY2(ticks > 0, id);
    }
  }
  /// By hand: three bricks, the upper one half over both lower ones. Each edge of 60 that is sewn whole has a
  /// tick at its middle; short ones of 20 none; the upper one's lower edge has one where the lower two meet.
  void ticksOfBricksByHand() {
    const Project p = support::project(support::recipe("bricks", 30, 2, 2));
    const auto g = geometryOf(p.layout);
    for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
      const PlaceMarks m = placeMarks(*g, i);
      const Box b = bounds(p.layout->outline(i));
      for (const PlaceTick& t : m.ticks) {
        // Only on level edges, in their middles, where two of the other row meet.
        QVERIFY(std::abs(t.at.y - b.top) < 1e-6 || std::abs(t.at.y - b.bottom) < 1e-6);
        COMPARE_TO(t.at.x, (b.left + b.right) / 2, 1e-6);
      }
    }
  }
  void rimsAreWhatIsNoSeam() {  // guarantee 2 of place_marks.hpp
    for (const char* id : {"hexagons", "hexagon-square-triangle", "kites"}) {
      const Project p = support::project(support::recipe(id, 30, 4, 3));
      const auto g = geometryOf(p.layout);
      double sum = 0;
      for (std::uint32_t i = 0; i < p.layout->size(); ++i)
        for (const auto& [a, b] : placeMarks(*g, i).outer) sum += distance(a, b);
      COMPARE_TO(sum, g->seams.outerLength, 1e-6);
      QVERIFY(sum > 0);
    }
  }
  /// A diamond's folding begins at the side that ends at its sharp tip, whatever way it is turned; a hexagon
  /// has no tails.
  void foldingBeginsAtTheSharpestCorner() {
    const Polygon diamond = scaled(*familyOutline("diamond60"), 40);
    for (int turn = 0; turn < 360; turn += 17) {
      const Polygon p = placed(diamond, Angle::degrees(turn), false, {5, 9});
      const auto first = firstFold(p);
      QVERIFY(first.has_value());
      COMPARE_TO(cornerAngles(p)[(*first + 1) % 4].degrees(), 60, 1e-6);
      QCOMPARE(*first, *firstFold(diamond));
    }
    QVERIFY(!firstFold(scaled(*familyOutline("hexagon"), 40)));
    QVERIFY(!firstFold(scaled(*familyOutline("square"), 40)));
    QVERIFY(!firstFold(scaled(*familyOutline("clamshell"), 40)));
  }
  /// A place of the layout is carried to the same place of its paper: all corners, both sides, both hands.
  void placesAreCarriedToThePaper() {
    const Project p = support::project(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    for (const MarkedSide side : {MarkedSide::Back, MarkedSide::Front}) {
      const SheetPlan plan = *planSheets(p, {standardPages().front(), side, false});
      for (const Sheet& s : plan.sheets)
        for (const SheetPaper& paper : s.papers)
          for (const Point corner : p.layout->outline(paper.piece)) {
            const Point there = onPaper(p.layout->pieces[paper.piece], paper, side, corner);
            double nearest = 1e9;
            for (const Point c : paper.outline) nearest = std::min(nearest, distance(c, there));
            QVERIFY2(nearest < 0.01, qPrintable(QString::number(nearest)));
          }
    }
  }
};

CLATHRA_TEST(PlaceMarksTest, "place_marks")
#include "place_marks.moc"
