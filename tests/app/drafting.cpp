#include <QtTest>

#include "app/arrange/arrange_station.hpp"
#include "layout/soundness.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::canvasOf;
using support::Driver;

namespace {

/// A single hexagon of 4 in, ready to be drawn in.
void beginDraft(Driver& d) {
  d.click("New project: From a single piece");
  d.type("The edge", "4");
  d.click("Mode: Draft");
}

void clickAt(Driver& d, Point p) {
  QTest::mouseClick(canvasOf(d), Qt::LeftButton, {}, canvasOf(d)->onScreen(p).toPoint());
  d.settle();
}

/// Corner i of a piece, counted from 0.
Point corner(Driver& d, std::size_t piece, std::size_t i) {
  return d.project().layout->outline(piece)[i];
}

bool says(Driver& d, const char* text) {
  const auto labels = d.window->findChildren<QLabel*>();
  return std::any_of(labels.begin(), labels.end(), [&](const QLabel* l) {
    return l->isVisible() && l->text().contains(QLatin1String(text));
  });
}

}  // namespace

class DraftingTest : public QObject {
  Q_OBJECT
 private slots:
  void twoClicksDivideThePieceAtOnceAndUndoTakesItBack() {
    Driver d;
    beginDraft(d);
    const Point a = corner(d, 0, 0), b = corner(d, 0, 3);
    // Some pixels beside the corners: the pen is brought onto them.
    QTest::mouseClick(canvasOf(d), Qt::LeftButton, {}, canvasOf(d)->onScreen(a).toPoint() + QPoint(4, 3));
    clickAt(d, b);
    QCOMPARE(d.project().layout->size(), std::size_t(2));
    QCOMPARE(d.project().layout->shapes.size(), std::size_t(1));
    QCOMPARE(d.project().layout->shapes[0].name, std::string("half-hexagon-point-cut"));
    d.session->undo();
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(1));
  }
  void linesThatEncloseNothingYetWaitAndEscapeLetsThemGo() {
    Driver d;
    beginDraft(d);
    const Point a = corner(d, 0, 0), c = corner(d, 0, 2), middle{0, 0};
    clickAt(d, a);
    clickAt(d, middle + Point{1, 2});
    QCOMPARE(d.project().layout->size(), std::size_t(1));
    QVERIFY(says(d, "enclose nothing yet"));
    d.key(Qt::Key_Escape);
    QVERIFY(!says(d, "enclose nothing yet"));
    clickAt(d, a);
    clickAt(d, middle);
    clickAt(d, c);  // goes on from where the line ended
    QCOMPARE(d.project().layout->size(), std::size_t(2));
    QVERIFY(soundness(*d.project().layout, d.session->geometry().seams).sound());
  }
  void cutsAreOfferedForCornersThatPointInwardsAndOneKeyTakesThem() {
    Driver d;
    beginDraft(d);
    clickAt(d, corner(d, 0, 0));
    clickAt(d, {0, 0});
    clickAt(d, corner(d, 0, 2));
    QVERIFY(says(d, "corner that points inwards"));
    QVERIFY(d.has<QAbstractButton>("Cut inward corners"));
    canvasOf(d)->setFocus();
    d.key(Qt::Key_C);
    d.settle();
    for (std::size_t i = 0; i < d.project().layout->size(); ++i)
      QVERIFY(isConvex(d.project().layout->outline(i)));
    QVERIFY(d.project().layout->size() > 2);
    QVERIFY(says(d, "No corner points inwards"));
  }
  void aLineIsDrawnByKeyboardAloneByTheNamesOfItsEnds() {
    Driver d;
    beginDraft(d);
    QVERIFY(d.tabTo("Picture of the layout"));
    d.key(Qt::Key_Right);
    QCOMPARE(canvasOf(d)->cursorPiece(), 0);
    auto* from = d.find<QComboBox>("The line begins at");
    auto* to = d.find<QComboBox>("The line ends at");
    QVERIFY(from->findText("corner 2") >= 0);
    from->setCurrentIndex(from->findText("corner 2"));
    to->setCurrentIndex(to->findText("middle of 4 to 5"));
    d.click("Draw this line");
    QCOMPARE(d.project().layout->size(), std::size_t(2));
  }
  void turnedCopiesOfALineAreDrawnWithIt() {
    Driver d;
    beginDraft(d);
    static_cast<ArrangeStation*>(d.window->station("arrange"))->grow()->setTurns(3);
    clickAt(d, corner(d, 0, 0));
    clickAt(d, {0, 0});
    QCOMPARE(d.project().layout->size(), std::size_t(3));
    QCOMPARE(d.project().layout->shapes[0].name, std::string("diamond60"));
  }
  void aPieceThatWouldBeTooSmallIsRefusedInWords() {
    Driver d;
    beginDraft(d);
    // It would cut off the tip of a corner.
    const Point a = corner(d, 0, 0), b = corner(d, 0, 1), c = corner(d, 0, 5);
    const Point from = a + 0.02 * (b - a), to = a + 0.02 * (c - a);
    support::step(*d.session, {{"edit", "draft"}, {"lines", {{{from.x, from.y}, {to.x, to.y}}}}},
                  "drew a line");
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(1));
    QVERIFY(says(d, "too short to fold cloth over"));
  }
};

CLATHRA_TEST(DraftingTest, "drafting")
#include "drafting.moc"
