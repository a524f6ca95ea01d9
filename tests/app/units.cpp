#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include "app/arrange/arrange_station.hpp"
#include "fan.hpp"
#include "layout/soundness.hpp"
#include "layout_clicks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::clickPiece;
using support::Driver;

namespace {

/// A rosette of seven with its middle chosen as a unit by clicking.
void makeUnit(Driver& d, const char* name, std::initializer_list<std::uint32_t> pieces, bool everywhere) {
  d.click("Choose pieces for a unit");
  for (const auto i : pieces) clickPiece(d, i);
  d.find<QLineEdit>("Name of the unit")->setText(name);
  d.find<QCheckBox>("and all its copies in the layout")->setChecked(everywhere);
  d.click("Make it a unit");
}

}  // namespace

class UnitsInTheWindowTest : public QObject {
  Q_OBJECT
 private slots:
  void piecesAreChosenNamedAndPaintedAsOne() {
    Driver d;
    d.click("New project: Hexagon rosette");
    d.click("Units, folded");
    makeUnit(d, "Petal", {1, 2}, true);
    const auto units = d.project().recipe.units;  // a copy: edits make a new project
    QVERIFY(units.size() > 5);
    QCOMPARE(units.front().name, std::string("Petal"));
    QCOMPARE(units.front().pieces.size(), std::size_t(2));
    for (std::size_t i = 0; i < d.project().layout->size(); ++i)
      QCOMPARE(d.project().painting[i], kNoCloth);  // choosing paints nothing
    d.click("A click paints: Unit");
    d.click("Paint with C");
    clickPiece(d, 1);
    const auto wearing = [&] {
      int n = 0;
      for (std::size_t i = 0; i < d.project().layout->size(); ++i)
        n += d.project().painting[i] == d.project().cloths[2].id;
      return n;
    };
    QCOMPARE(wearing(), 2);
    clickPiece(d, 1, Qt::ShiftModifier);
    QCOMPARE(wearing(), static_cast<int>(2 * units.size()));
    d.click("Make the pieces of Petal single again");
    QVERIFY(d.project().recipe.units.empty());
    d.session->undo();
    QVERIFY(!d.project().recipe.units.empty());
  }
  /// Choosing ends with the unit that was made, with the card folded and with another project; its button
  /// says so, and what was chosen is let go.
  void choosingEndsByItself() {
    Driver d;
    d.click("New project: Hexagon rosette");
    d.click("Units, folded");
    const auto choosing = [&] { return d.find<QAbstractButton>("Choose pieces for a unit")->isChecked(); };
    const auto made = [&] { return d.find<QAbstractButton>("Make it a unit"); };
    makeUnit(d, "Petal", {1, 2}, false);
    QVERIFY(!choosing());
    d.click("Choose pieces for a unit");
    QVERIFY(choosing() && !made()->isEnabled());
    clickPiece(d, 3);
    QVERIFY(made()->isEnabled());
    d.click("Units, open");
    d.click("Units, folded");
    QVERIFY(!choosing() && !d.has<QAbstractButton>("Make it a unit"));
    d.click("Choose pieces for a unit");
    QVERIFY(choosing() && !made()->isEnabled());  // of what was chosen before nothing is left
    clickPiece(d, 4);
    d.session->begin(support::project(support::recipe("squares", 50, 3, 2)), {}, Origin::Fresh);
    d.settle();
    d.window->goTo("arrange");
    if (d.has<QAbstractButton>("Units, folded")) d.click("Units, folded");
    QVERIFY(!choosing());
  }
  void theFanPlacesAUnit() {
    Driver d;
    d.click("New project: From a single piece");
    d.click("Units, folded");
    makeUnit(d, "Seed", {0}, false);
    d.click("Mode: Add");
    auto* arrange = static_cast<ArrangeStation*>(d.window->station("arrange"));
    arrange->grow()->openFan(0);
    QCOMPARE(arrange->grow()->fan()->fits().front().unit, std::string("Seed"));
    QTest::keyClick(d.focused(), Qt::Key_1);
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(2));
    QCOMPARE(d.project().recipe.units.size(), std::size_t(2));
  }
  void aRingIsClosedFromTheFanWithOneKey() {
    Driver d;
    d.click("New project: From a single piece");
    support::step(*d.session, {{"edit", "exchange"}, {"pieces", {1}}, {"choice", 999}},
                  "nothing");  // refused
    d.click("Mode: Add");
    auto* arrange = static_cast<ArrangeStation*>(d.window->station("arrange"));
    arrange->grow()->openFan(0);
    // A second hexagon, then the ring of three round their common corner.
    QVERIFY(support::pressShape(d, *arrange->grow()->fan(), "hexagon"));
    QCOMPARE(d.project().layout->size(), std::size_t(2));
    const auto edges = openEdges(*d.project().layout, d.session->geometry().seams);
    int at = -1;
    for (int i = 0; i < static_cast<int>(edges.size()); ++i)
      if (edges[static_cast<std::size_t>(i)].edge.piece == 1 &&
          edges[static_cast<std::size_t>(i)].roomAtFrom < Angle::degrees(125))
        at = i;
    QVERIFY(at >= 0);
    arrange->grow()->openFan(at);
    // The whole ring is shown while one points at it, and another shape's ghost while one points at that.
    auto* close = d.find<QAbstractButton>("Close this ring, key 0");
    QWidget* other = nullptr;
    for (QAbstractButton* b : arrange->grow()->fan()->findChildren<QAbstractButton*>())
      if (b != close && b->property("fit").isValid()) other = b;
    QVERIFY(other);
    const auto pictureAfter = [&](QWidget* pointed) {
      QEvent event(QEvent::Enter);
      QCoreApplication::sendEvent(pointed, &event);
      d.settle();
      return arrange->canvas()->grab().toImage();
    };
    const QImage shape = pictureAfter(other), ring = pictureAfter(close);
    QVERIFY(ring != shape);
    QVERIFY(pictureAfter(other) == shape);
    QTest::keyClick(d.focused(), Qt::Key_0);
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(3));
    QVERIFY(soundness(*d.project().layout, d.session->geometry().seams).sound());
  }
  void aPieceIsExchangedForOthersOfItsOutline() {
    Driver d;
    d.click("New project: Hexagon rosette");
    d.click("Mode: Divide");
    clickPiece(d, 0);
    SOON(d.has<QAbstractButton>("Put in its place: 2 × half hexagon, point cut"));
    const auto before = d.project().layout->size();
    d.click("Put in its place: 2 × half hexagon, point cut");
    QCOMPARE(d.project().layout->size(), before + 1);
    // And the two of them for one again, chosen with Shift.
    std::vector<std::uint32_t> halves;
    for (std::uint32_t i = 0; i < d.project().layout->size(); ++i)
      if (d.project().layout->outline(i).size() == 4) halves.push_back(i);
    QCOMPARE(halves.size(), std::size_t(2));
    clickPiece(d, halves[0], Qt::ShiftModifier);
    clickPiece(d, halves[1], Qt::ShiftModifier);
    SOON(d.has<QAbstractButton>("Put in its place: 1 × hexagon"));
    d.click("Put in its place: 1 × hexagon");
    QCOMPARE(d.project().layout->size(), before);
  }
};

CLATHRA_TEST(UnitsInTheWindowTest, "units")
#include "units.moc"
