// Adding and taking away as a user does it: pointing at open edges, the fan and its numbers, turned copies.
#include <QCheckBox>
#include <QComboBox>
#include <set>

#include "app/arrange/arrange_station.hpp"
#include "fan.hpp"
#include "layout/soundness.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::canvasOf;
using support::Driver;

namespace {

FitFan* fanOf(Driver& d) {
  return static_cast<ArrangeStation*>(d.window->station(QStringLiteral("arrange")))->grow()->fan();
}

/// The open edge furthest in a direction, on the screen.
QPoint edgeTowards(Driver& d, Point towards) {
  const auto edges = openEdges(*d.session->project().layout, d.session->geometry().seams);
  const OpenEdge* best = &edges.front();
  const auto middle = [](const OpenEdge& e) { return 0.5 * (e.edge.from + e.edge.to); };
  for (const OpenEdge& e : edges)
    if (dot(middle(e), towards) > dot(middle(*best), towards) + 1e-6) best = &e;
  return canvasOf(d)->edgeOnScreen(*best).first.toPoint();
}

void clickEdge(Driver& d, Point towards) {
  LayoutCanvas* canvas = canvasOf(d);
  const QPoint at = edgeTowards(d, towards);
  QTest::mouseMove(canvas, at);
  QTest::mouseClick(canvas, Qt::LeftButton, {}, at);
  d.settle();
}

void chooseTurns(Driver& d, int n) {
  auto* box = d.find<QComboBox>("Turned copies");
  const int at = box->findData(n);
  if (at < 0) qFatal("%d turned copies are not offered", n);
  box->setCurrentIndex(at);
  Q_EMIT box->activated(at);
  d.settle();
}

}  // namespace

class GrowingTest : public QObject {
  Q_OBJECT
 private slots:
  void aClickOnAnOpenEdgeOffersWhatFitsBesideItAndAKeyPlacesIt() {
    Driver d;
    d.click("New project: From a single piece");
    QCOMPARE(d.session->figures().pieces, 1);
    d.click("Mode: Add");
    const QPoint at = edgeTowards(d, {1, 0});
    clickEdge(d, {1, 0});
    QVERIFY(fanOf(d)->isVisible());
    QVERIFY(!fanOf(d)->geometry().contains(at));  // never over the edge
    QVERIFY(fanOf(d)->fits().size() > 4);
    QTest::keyClick(d.focused(), Qt::Key_1);
    d.settle();
    QCOMPARE(d.session->figures().pieces, 2);
    QVERIFY(!fanOf(d)->isVisible());
    d.session->undo();
    QCOMPARE(d.session->figures().pieces, 1);
  }
  void theFanStandsClearOfTheGapTheGhostAndTheLayout() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Mode: Add");
    for (const Point towards : {Point{1, 0}, Point{-1, 0}, Point{0, 1}, Point{0.5, -1}}) {
      const QPoint at = edgeTowards(d, towards);
      clickEdge(d, towards);
      const QRect fan = fanOf(d)->geometry();
      QVERIFY(canvasOf(d)->rect().contains(fan));
      QVERIFY(!fan.adjusted(-10, -10, 10, 10).contains(at));
      for (const int fit : fanOf(d)->rowsShown()) {
        if (fanOf(d)->fits()[static_cast<std::size_t>(fit)].shape == "dodecagon")
          continue;  // as wide as the room
        for (const Point p : fanOf(d)->fits()[static_cast<std::size_t>(fit)].outline)
          QVERIFY(!fan.contains(canvasOf(d)->onScreen(p).toPoint()));
      }
      for (std::uint32_t i = 0; i < d.project().layout->size(); ++i)
        for (const Point p : d.project().layout->outline(i))
          QVERIFY(!fan.contains(canvasOf(d)->onScreen(p).toPoint()));
      QTest::keyClick(d.focused(), Qt::Key_Escape);
      QVERIFY(!fanOf(d)->isVisible());
    }
  }
  void whatFitsIsNarrowedByATypedNameAndFoldedByShape() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Mode: Add");
    clickEdge(d, {1, 0});
    const auto shapeAt = [&](std::size_t row) {
      return fanOf(d)->fits()[static_cast<std::size_t>(fanOf(d)->rowsShown()[row])].shape;
    };
    for (const auto& [typed, shape] :
         {std::pair("honey", "honeycomb"), std::pair("kite", "kite"), std::pair("jew", "jewel")}) {
      QTest::keyClicks(d.focused(), QLatin1String(typed));
      QVERIFY2(fanOf(d)->rowsShown().size() == 1, typed);
      QCOMPARE(shapeAt(0), std::string(shape));
      QTest::keyClick(d.focused(), Qt::Key_Escape);  // shows all again
      QVERIFY(fanOf(d)->isVisible() && fanOf(d)->rowsShown().size() == 6);
    }
    // Page after page each shape stands once, and the pages come round.
    std::set<std::string> titles;
    std::size_t rows = 0;
    const auto firstOf = fanOf(d)->rowsShown();
    do {
      for (const int fit : fanOf(d)->rowsShown())
        titles.insert(fanOf(d)->fits()[static_cast<std::size_t>(fit)].title);
      rows += fanOf(d)->rowsShown().size();
      QTest::keyClick(d.focused(), Qt::Key_Space);
    } while (fanOf(d)->rowsShown() != firstOf);
    QCOMPARE(rows, titles.size());
    QVERIFY(titles.size() > 15);
    // The ways of one shape, one by one: a right-angled triangle lies on the edge in four ways or more.
    QTest::keyClicks(d.focused(), "30");
    QCOMPARE(d.session->figures().pieces, 2);  // a number places
    d.session->undo();
    d.settle();
    clickEdge(d, {1, 0});
    QTest::keyClicks(d.focused(), "jewel");
    QTest::keyClick(d.focused(), Qt::Key_Right);
    const auto ways = fanOf(d)->rowsShown();
    QVERIFY(ways.size() >= 2);
    for (std::size_t i = 0; i < ways.size(); ++i) QCOMPARE(shapeAt(i), std::string("jewel"));
    const Polygon wanted = fanOf(d)->fits()[static_cast<std::size_t>(ways[1])].outline;
    QTest::keyClick(d.focused(), Qt::Key_2);
    d.settle();
    QVERIFY(sameOutline(d.project().layout->outline(1), wanted));
    // At another edge the list begins anew, folded; its second page counts from 1 as the keys do.
    d.session->undo();
    d.settle();
    clickEdge(d, {1, 0});
    QTest::keyClicks(d.focused(), "jewel");
    QTest::keyClick(d.focused(), Qt::Key_Right);
    clickEdge(d, {-1, 0});
    std::set<std::string> again;
    for (const int fit : fanOf(d)->rowsShown())
      again.insert(fanOf(d)->fits()[static_cast<std::size_t>(fit)].title);
    QCOMPARE(again.size(), std::size_t(6));
    QTest::keyClick(d.focused(), Qt::Key_Space);
    const auto second = fanOf(d)->rowsShown();
    QStringList numbers;
    for (const QAbstractButton* b : fanOf(d)->findChildren<QAbstractButton*>())
      if (b->isVisible() && b->accessibleName().section(QLatin1Char(':'), 0, 0).toInt() > 0)
        numbers << b->accessibleName().section(QLatin1Char(':'), 0, 0);
    QCOMPARE(numbers, (QStringList{"1", "2", "3", "4", "5", "6"}));
    QVERIFY(second.size() == 6 && second != firstOf);
  }
  void aMedallionOfOverTwoHundredGrowsWithTurnedCopies() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Mode: Add");
    chooseTurns(d, 6);
    d.find<QCheckBox>("and mirrored")->click();
    d.settle();
    // Ring after ring of hexagons: the edge that lies nearest to the next free place of the ring.
    const double e = 25.4, step = e * std::sqrt(3.0);
    for (int ring = 1; ring <= 8; ++ring)
      for (int i = 0; i < ring; ++i) {
        const Point centre{step * (ring - 0.5 * i), step * i * std::sqrt(3.0) / 2};
        const Point origin = d.project().layout->pieces.front().centre;
        if (d.session->index().at(*d.project().layout, origin + centre)) continue;
        const auto edges = openEdges(*d.session->project().layout, d.session->geometry().seams);
        const OpenEdge* best = nullptr;
        double least = 1;
        for (const OpenEdge& open : edges) {
          const Point along = open.edge.to - open.edge.from;
          const Point there = 0.5 * (open.edge.from + open.edge.to) +
                              (e * std::sqrt(3.0) / 2 / length(along)) * Point{along.y, -along.x};
          if (distance(there, origin + centre) > least) continue;
          least = distance(there, origin + centre);
          best = &open;
        }
        QVERIFY2(best, qPrintable(QStringLiteral("ring %1, place %2, %3 pieces")
                                      .arg(ring)
                                      .arg(i)
                                      .arg(d.session->figures().pieces)));
        QTest::mouseClick(canvasOf(d), Qt::LeftButton, {}, canvasOf(d)->edgeOnScreen(*best).first.toPoint());
        d.settle();
        // The hexagon's number in the fan.
        QVERIFY(support::pressShape(d, *fanOf(d), "hexagon"));
      }
    QCOMPARE(d.session->figures().pieces, 1 + 3 * 8 * 9);
    QVERIFY(soundness(*d.project().layout, d.session->geometry().seams).sound());
  }
  void byKeyboardAloneFromEdgeToEdge() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Mode: Add");
    QVERIFY(d.tabTo("Picture of the layout"));
    d.key(Qt::Key_Right);
    QVERIFY(canvasOf(d)->cursorEdge() >= 0);
    const int first = canvasOf(d)->cursorEdge();
    d.key(Qt::Key_Down);
    QVERIFY(canvasOf(d)->cursorEdge() != first);
    d.key(Qt::Key_Return);
    QVERIFY(fanOf(d)->isVisible());
    d.key(Qt::Key_Escape);
    QVERIFY(!fanOf(d)->isVisible());
    QVERIFY(canvasOf(d)->hasFocus());
    d.key(Qt::Key_Return);
    d.key(Qt::Key_2);
    QCOMPARE(d.session->figures().pieces, 2);
  }
  void takingAwayLightsAndTakesTheEqualOnesAndFFillsTheHole() {
    Driver d;
    d.click("New project: Hexagon rosette");
    QCOMPARE(d.session->figures().pieces, 37);
    d.click("Mode: Take away");
    chooseTurns(d, 6);
    // A piece of the first ring and its five equals.
    LayoutCanvas* canvas = canvasOf(d);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(1).toPoint());
    d.settle();
    QCOMPARE(d.session->figures().pieces, 31);
    canvas->setFocus();
    QTest::keyClick(canvas, Qt::Key_F);
    d.settle();
    QVERIFY(holesOf(d.session->geometry().seams).empty());
    COMPARE_TO(d.session->geometry().area, 37 * 1.5 * std::sqrt(3.0) * 25.4 * 25.4, 0.1);
    d.session->undo();
    d.session->undo();
    QCOMPARE(d.session->figures().pieces, 37);
  }
  void inAFieldOnlyTheTurnsThatMeetItAreOffered() {
    Driver d;
    d.click("New project: Squares");
    d.click("Mode: Add");
    auto* box = d.find<QComboBox>("Turned copies");
    QStringList offered;
    for (int i = 0; i < box->count(); ++i) offered << box->itemData(i).toString();
    QCOMPARE(offered, (QStringList{"1", "2", "4"}));
    d.click("Mode: Outer edge");
    d.click("Outer edge: Edge pieces");
    d.click("Mode: Add");
    const auto labels = d.window->findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(), [](const QLabel* l) {
      return l->isVisible() && l->text().startsWith("No edge is open while the outer edge is cut straight");
    }));
  }
  void piecesAddedWearTheChosenCloth() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Paint with C");
    d.click("Mode: Add");
    clickEdge(d, {0, 1});
    QTest::keyClick(d.focused(), Qt::Key_1);
    d.settle();
    QCOMPARE(d.project().painting[1], d.project().cloths[2].id);
  }
  void aPieceIsDividedInOneOfAllWays() {
    Driver d;
    d.click("New project: Hexagon rosette");
    d.type("Rings", "1");
    d.click("Mode: Divide");
    QVERIFY(d.reads("A click chooses the piece to divide."));
    auto* canvas = static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(0).toPoint());
    QVERIFY(d.reads("Choose a way on the right; a click on another piece chooses that one."));
    SOON(d.has<QAbstractButton>("Divide it like this: way 5"));  // twelve diamonds, up to turns
    // A way is shown in the piece while the pointer is over it, and while it has the focus.
    auto* way = d.find<QAbstractButton>("Divide it like this: way 5");
    const QImage plain = canvas->grab().toImage();
    const auto shownBy = [&](QEvent::Type comes) {
      QFocusEvent focus(comes, Qt::TabFocusReason);
      QEvent plainly(comes);
      QCoreApplication::sendEvent(way, comes == QEvent::FocusIn || comes == QEvent::FocusOut
                                           ? static_cast<QEvent*>(&focus)
                                           : &plainly);
      d.settle();
      return canvas->grab().toImage();
    };
    const QImage pointed = shownBy(QEvent::Enter);
    QVERIFY(pointed != plain);
    QVERIFY(shownBy(QEvent::Leave) == plain);
    QVERIFY(shownBy(QEvent::FocusIn) == pointed);
    QVERIFY(shownBy(QEvent::FocusOut) == plain);
    for (const char* field : {"Divide each side into", "How many diamonds"}) {
      d.window->say({});
      d.type(field, "x?");
      QVERIFY2(d.window->said().contains("x?"), field);
    }
    d.type("Divide each side into", "2");
    d.type("How many diamonds", "0");
    d.type("How many half hexagons", "6");
    SOON(!d.has<QAbstractButton>("Divide it like this"));  // six halves leave a hexagon's room
    d.type("How many hexagons", "1");
    SOON(d.has<QAbstractButton>("Divide it like this: way 3"));
    d.click("Leave out ways that are mirror images");  // two of the three are mirror images
    SOON(!d.has<QAbstractButton>("Divide it like this: way 3"));
    QVERIFY(d.has<QAbstractButton>("Divide it like this: way 2"));
    d.click("Divide it like this: way 2");
    QCOMPARE(d.project().layout->size(), std::size_t(6 + 7));
    d.session->undo();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(0).toPoint());
    d.type("How many diamonds", "0");
    d.type("How many half hexagons", "6");
    d.type("How many hexagons", "1");
    SOON(d.has<QAbstractButton>("Divide it like this: way 2"));
    d.click("Leave out ways that are mirror images");
    SOON(d.has<QAbstractButton>("Divide it like this: way 3"));
    d.click("Divide it like this: way 1");
    QCOMPARE(d.project().layout->size(), std::size_t(6 + 7));
    d.session->undo();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(1).toPoint());
    d.click("Divide: all alike");
    SOON(d.has<QAbstractButton>("Divide it like this: way 5"));
    d.click("Divide it like this: way 2");
    QCOMPARE(d.project().layout->size(), std::size_t(7 * 12));
  }
  void freelyMixedWaysAreCountedAndPaged() {
    Driver d;
    d.click("New project: Hexagons");
    d.click("Mode: Divide");
    auto* canvas = static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(9).toPoint());
    d.click("Ways to divide: freely mixed");
    QStringList mixed;
    for (const auto* b : d.window->findChildren<QAbstractButton*>())
      if (b->isVisible() && b->isChecked() && Driver::nameOf(b).startsWith("Mix in "))
        mixed << Driver::nameOf(b).mid(7);
    QCOMPARE(mixed, (QStringList{"triangles", "diamonds"}));
    d.click("Mix in half hexagons");
    d.click("Mix in hexagons");
    d.type("Pieces in all", "8");
    const auto told = [&d] {
      for (const QLabel* l : d.window->findChildren<QLabel*>())
        if (l->text().remove(QChar(0x202F)).contains("Ways in all: 15238544")) return true;
      return false;
    };
    SOON(told());
    d.click("More ways");
    SOON(d.has<QAbstractButton>("Divide it like this: way 10"));
    const auto before = d.project().layout->size();
    const Project whole = d.project();
    d.click("Divide it like this: way 10");
    QCOMPARE(d.project().layout->size(), before + 7);
    // It is the tenth of them all, as a script numbers them from 0.
    const Project tenth = support::edited(whole, {{"edit", "subdivide"},
                                                  {"pieces", {10}},
                                                  {"mixed", {"triangle", "diamond", "half", "hexagon"}},
                                                  {"count", 8},
                                                  {"index", 9}});
    QCOMPARE(tenth.layout->size(), d.project().layout->size());
    for (std::size_t i = 0; i < tenth.layout->size(); ++i)
      QVERIFY(sameOutline(tenth.layout->outline(i), d.project().layout->outline(i)));
  }
};

CLATHRA_TEST(GrowingTest, "growing")
#include "growing.moc"
