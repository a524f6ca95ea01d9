// Motif in the window: found spots, painting with a choice, a detail that is marked, the wrong side.
#include "app/motif/motif_station.hpp"
#include "app/motif/swatch_view.hpp"

#include "app/arrange/arrange_station.hpp"
#include "asymmetric.hpp"
#include "driver.hpp"
#include "layout_clicks.hpp"
#include "motif/reference.hpp"
#include "registry.hpp"
#include "script/demo.hpp"

using namespace clathra;
using support::Driver;

namespace {

void begin(Driver& d, const char* demo) {
  d.session->begin(*demoProject(support::library(), demo), {}, Origin::Fresh);
  d.settle();
}
void lookAt(Driver& d, const QString& choice) {
  d.window->goTo(QStringLiteral("motif"));
  d.settle();
  auto* choices = d.find<QComboBox>(QStringLiteral("Motif choice"));
  const int at = choices->findText(choice);
  choices->setCurrentIndex(at);
  Q_EMIT choices->activated(at);
  d.settle();
}
MotifStation* stationOf(Driver& d) {
  return static_cast<MotifStation*>(d.window->station(QStringLiteral("motif")));
}
const MotifChoice& choiceOf(Driver& d, const char* name) {
  for (const MotifChoice& m : d.session->project().motifs)
    if (m.name == name) return m;
  qFatal("no choice %s", name);
}

}  // namespace

class MotifTest : public QObject {
  Q_OBJECT
 private slots:
  /// A spot every 3 by 4 mm is not counted out: the strip says what the card says, that there are at least so
  /// many.
  void boundsAreSaidAsBounds() {
    Project p = support::asymmetric();
    const std::string cloth = p.cloths[1].name;
    p = support::edited(p, {{"edit", "changeCloth"},
                            {"cloth", cloth},
                            {"width", 1000},
                            {"lengths", {1500}},
                            {"print", {{"along", 4}, {"across", 3}, {"kind", "straight"}}}});
    Driver d;
    d.session->begin(p, {}, Origin::Fresh);
    lookAt(d, QStringLiteral("Eye"));
    d.answers();
    const auto supply = d.session->supply(choiceOf(d, "Eye").id);
    QVERIFY(supply && supply->atMost.value_or(0) > *supply->onHand);
    QVERIFY(d.reads(QStringLiteral("on the cloth you have at least %1, at most %2")
                        .arg(*supply->onHand)
                        .arg(*supply->atMost)));
    QCOMPARE(stationOf(d)->figures()[1].value, QStringLiteral("at least %1").arg(*supply->onHand));
  }

  /// Looked for, taken, undone; other wishes give others; another choice has none of them.
  void spotsAreFoundAndTaken() {
    Driver d;
    begin(d, "mill-lantern");
    lookAt(d, QStringLiteral("Flame"));
    FoundPanel* found = stationOf(d)->found();
    QCOMPARE(found->tiles(), 0);
    QVERIFY(!d.has(QStringLiteral("Stop searching the print")));
    d.click(QStringLiteral("Find me some"));
    SOON(!found->searching());
    QVERIFY(found->tiles() >= 12);
    const auto best = findWindows(d.session->project(), choiceOf(d, "Flame"), {});
    const Point before = choiceOf(d, "Flame").at;
    // What each was ranked by can be read.
    const QString told = d.find<QAbstractButton>(QStringLiteral("Take window 3"))->accessibleDescription();
    static const QRegularExpression figures(
        QStringLiteral("^seams differ by ΔE \\d+(\\.\\d)?,.*places within it differ by (\\d+\\.?\\d*) in L"));
    const auto ranked = figures.match(told);
    QVERIFY2(ranked.hasMatch(), qPrintable(told));
    QVERIFY(ranked.captured(2).toDouble() > 3);  // no plain ground
    d.click(QStringLiteral("Take window 3"));
    QCOMPARE(choiceOf(d, "Flame").at.x, (*best)[2].at.x);
    QCOMPARE(choiceOf(d, "Flame").at.y, (*best)[2].at.y);
    COMPARE_TO((choiceOf(d, "Flame").turn - (*best)[2].turn).wrapped().degrees(), 0, 1e-9);
    QVERIFY(found->tiles() >= 12);  // the gallery stays to try others
    d.session->undo();
    d.settle();
    QCOMPARE(choiceOf(d, "Flame").at.y, before.y);
    d.click(QStringLiteral("Look of what is found: Movement"));
    SOON(!found->searching());
    SearchWishes moves;
    moves.look = Look::Movement;
    const auto moving = findWindows(d.session->project(), choiceOf(d, "Flame"), moves);
    d.click(QStringLiteral("Take window 1"));
    QCOMPARE(choiceOf(d, "Flame").at.x, moving->front().at.x);
    QVERIFY(moving->front().at.x != best->front().at.x || moving->front().at.y != best->front().at.y);
    lookAt(d, QStringLiteral("Lantern pane"));
    QCOMPARE(found->tiles(), 0);
    QVERIFY(!d.has(QStringLiteral("Take window 1")));
  }
  /// Stop, another choice, another project while it searches: no late answer comes.
  void actsWhileItSearches() {
    Driver d;
    begin(d, "mill-lantern");
    lookAt(d, QStringLiteral("Lantern pane"));
    FoundPanel* found = stationOf(d)->found();
    const auto press = [&] {
      QTest::mouseClick(d.find<QPushButton>(QStringLiteral("Find me some")), Qt::LeftButton);
      QVERIFY(found->searching());
    };
    press();
    QTest::mouseClick(d.find<QPushButton>(QStringLiteral("Stop searching the print")), Qt::LeftButton);
    QVERIFY(!found->searching());
    const int then = found->tiles();
    d.answers();
    QCOMPARE(found->tiles(), then);
    press();
    lookAt(d, QStringLiteral("Reed lancet"));
    d.answers();
    QCOMPARE(found->tiles(), 0);
    press();
    begin(d, "saltmarsh");
    d.answers();
    QCOMPARE(found->tiles(), 0);
    lookAt(d, QStringLiteral("Lantern"));
    press();
    d.session->edit(Rename{"Other"}, QStringLiteral("named"));  // what does not concern it leaves it alone
    SOON(!found->searching());
    QVERIFY(found->tiles() > 0);
    press();
    d.answerBox(QStringLiteral("Let them go"));
    d.window->close();
  }
  /// A choice among the paints: a ring wears its cloth and shows it, other shapes are left as they were.
  void aChoiceIsPaintedWith() {
    Driver d;
    begin(d, "mill-lantern");
    d.window->goTo(QStringLiteral("arrange"));
    d.settle();
    const auto before = d.session->project().painting;
    QVERIFY(!std::binary_search(choiceOf(d, "Reed lancet").pieces.begin(),
                                choiceOf(d, "Reed lancet").pieces.end(), 48u));
    d.click(QStringLiteral("Paint with the motif Reed lancet"));
    QVERIFY(d.reads(QStringLiteral("A click paints this piece with Reed lancet")));
    support::clickPiece(d, 48);  // a diamond of Groyne Rust at the rim
    const auto& lancet = choiceOf(d, "Reed lancet");
    QCOMPARE(lancet.pieces.size(), std::size_t(7));
    QVERIFY(std::binary_search(lancet.pieces.begin(), lancet.pieces.end(), 48u));
    QCOMPARE(d.session->project().painting[48], lancet.cloth);
    support::clickPiece(d, 26);  // a square is no diamond
    QVERIFY(d.reads(QStringLiteral("none of these pieces")) ||
            d.session->project().painting[26] == before[26]);
    QCOMPARE(choiceOf(d, "Reed lancet").pieces.size(), std::size_t(7));
    // A piece of another choice goes over to this one.
    support::clickPiece(d, 0);
    QCOMPARE(choiceOf(d, "Reed lancet").pieces.size(), std::size_t(8));
    QCOMPARE(choiceOf(d, "Flame").pieces.size(), std::size_t(11));
    d.session->undo();
    d.settle();
    QCOMPARE(choiceOf(d, "Flame").pieces.size(), std::size_t(12));
    QCOMPARE(d.session->project().painting[0], choiceOf(d, "Flame").cloth);
    // The plain cloth is a paint of its own again.
    d.click(QStringLiteral("Paint with C"));
    QVERIFY(d.reads(QStringLiteral("with Reed Ogee")));
  }
  /// What is dragged is one step by itself, whatever was done to the window before; key by key is one step.
  void eachDragOfTheWindowIsTakenBackByItself() {
    Driver d;
    begin(d, "mill-lantern");
    lookAt(d, QStringLiteral("Flame"));
    auto* swatch = d.window->findChild<SwatchView*>();
    const auto drag = [&](QPoint by) {
      const QPoint from = swatch->onScreen(choiceOf(d, "Flame").at).toPoint();
      QTest::mousePress(swatch, Qt::LeftButton, {}, from);
      QTest::mouseMove(swatch, from + by / 2);
      QTest::mouseMove(swatch, from + by);
      QTest::mouseRelease(swatch, Qt::LeftButton, {}, from + by);
      d.settle();
      return choiceOf(d, "Flame").at;
    };
    const auto back = [&] {
      d.session->undo();
      d.settle();
      return choiceOf(d, "Flame").at;
    };
    const Point start = choiceOf(d, "Flame").at;
    const Point first = drag({9, 0});
    QVERIFY(first.x > start.x && std::abs(first.y - start.y) < 1e-9);
    const Point second = drag({0, -7});
    QVERIFY(std::abs(second.x - first.x) < 1e-9 && second.y < first.y);
    swatch->setFocus();
    for (int i = 0; i < 3; ++i) QTest::keyClick(swatch, Qt::Key_Left);
    d.settle();
    QVERIFY(choiceOf(d, "Flame").at.x < second.x - 1);
    const Point third = drag({5, 5});
    QVERIFY(third.y > second.y);
    QCOMPARE(back().y, second.y);
    QVERIFY(back() == second);
    QVERIFY(back() == first);
    QVERIFY(back() == start);
  }
  /// Each choice has a name of its own, the day it was made and a picture of what its copies make.
  void aChoiceIsNamedDatedAndPictured() {
    Driver d;
    begin(d, "mill-lantern");
    lookAt(d, QStringLiteral("Flame"));
    auto* choices = d.find<QComboBox>(QStringLiteral("Motif choice"));
    const auto pictured = [&](const char* name) {
      const int at = choices->findText(QLatin1String(name));
      return choices->itemIcon(at).pixmap(choices->iconSize()).toImage();
    };
    std::vector<std::string> names;
    for (const MotifChoice& m : d.session->project().motifs) names.push_back(m.name);
    QCOMPARE(names.size(), std::size_t(3));
    const QImage flame = pictured("Flame");
    QVERIFY(!flame.isNull());
    for (const std::string& name : names)
      if (name != "Flame") QVERIFY(pictured(name.c_str()) != flame);
    const MotifChoice before = choiceOf(d, "Flame");
    const QDate day = QDate::fromString(QString::fromStdString(before.date), Qt::ISODate);
    QVERIFY(day.isValid());
    QVERIFY(d.reads(QLocale().toString(day, QLocale::LongFormat)));
    // Renamed: it alone, and nothing else of it.
    d.type(QStringLiteral("Name of the choice"), QStringLiteral("Ember"));
    MotifChoice after = choiceOf(d, "Ember");
    after.name = before.name;
    QVERIFY(after == before);
    QCOMPARE(choices->currentText(), QStringLiteral("Ember"));
    QCOMPARE(pictured("Ember"), flame);
    // Another's name, or none, is refused and the field shows its own again.
    const QString other = QString::fromStdString(names[0] == "Flame" ? names[1] : names[0]);
    for (const QString& bad : {other, QStringLiteral("  ")}) {
      d.type(QStringLiteral("Name of the choice"), bad);
      (void)choiceOf(d, "Ember");
      QCOMPARE(d.find<QLineEdit>(QStringLiteral("Name of the choice"))->text(), QStringLiteral("Ember"));
    }
    d.session->undo();
    d.settle();
    QCOMPARE(d.find<QLineEdit>(QStringLiteral("Name of the choice"))->text(), QStringLiteral("Flame"));
    // Its window moved, its picture is another one, and no other's.
    const QImage third = pictured(other.toUtf8().constData());
    d.type(QStringLiteral("Window's middle from the left of the picture"), QStringLiteral("131 mm"));
    QVERIFY(pictured("Flame") != flame);
    const QImage moved = pictured("Flame");
    d.click(QStringLiteral("Cut half of them mirrored"));
    QVERIFY(choiceOf(d, "Flame").mirrored);
    QVERIFY(pictured("Flame") != moved);
    d.session->undo();
    d.settle();
    QCOMPARE(pictured("Flame"), moved);
    QCOMPARE(pictured(other.toUtf8().constData()), third);
    d.session->undo();
    d.settle();
    QCOMPARE(pictured("Flame"), flame);
  }
  void aDetailIsMarked() {
    Driver d;
    begin(d, "mill-lantern");
    lookAt(d, QStringLiteral("Lantern pane"));
    auto* swatch = stationOf(d)->swatch();
    const Point at = choiceOf(d, "Lantern pane").at, detail = at + Point{9, -14};
    QVERIFY(!choiceOf(d, "Lantern pane").reference);
    QVERIFY(!d.has(QStringLiteral("Forget the detail")));
    d.click(QStringLiteral("Mark a detail"));
    QTest::mouseClick(swatch, Qt::LeftButton, {}, swatch->onScreen(detail).toPoint());
    d.settle();
    const auto& pane = choiceOf(d, "Lantern pane");
    QVERIFY(pane.reference);
    QVERIFY(distance(*pane.reference, detail) < 1 / swatch->pixelsPerMm());
    QCOMPARE(pane.at.x, at.x);
    const Polygon paper = windowOutline(*d.session->project().layout, pane);
    const Reference r = referenceOf(paper, *pane.reference);
    QVERIFY(d.reads(QStringLiteral("Detail: %1 mm from corner %2")
                        .arg(QString::fromStdString(
                                 formatNumber(distance(paper[std::size_t(r.first)], *pane.reference), 1)),
                             QString::fromStdString(cornerName(r.first)))));
    // The next click moves the window again, and the detail stays on the cloth.
    const Point kept = *pane.reference;
    QTest::mouseClick(swatch, Qt::LeftButton, {}, swatch->onScreen(at + Point{60, 0}).toPoint());
    d.settle();
    QVERIFY(choiceOf(d, "Lantern pane").at.x > at.x + 50);
    QCOMPARE(choiceOf(d, "Lantern pane").reference->x, kept.x);
    d.click(QStringLiteral("Forget the detail"));
    QVERIFY(!choiceOf(d, "Lantern pane").reference);
    d.session->undo();
    QVERIFY(choiceOf(d, "Lantern pane").reference);
  }
  /// Closer and farther by the wheel with Ctrl, by keys and buttons: about the window, which stays in sight.
  void theSwatchIsZoomed() {
    Driver d;
    begin(d, "saltmarsh");
    lookAt(d, QStringLiteral("Lantern"));
    auto* swatch = stationOf(d)->swatch();
    swatch->setFocus();
    const double first = swatch->zoom();
    QTest::keyClick(swatch, Qt::Key_Plus);
    QVERIFY(swatch->zoom() > first * 1.2);
    const double turn = choiceOf(d, "Lantern").turn.degrees();
    QWheelEvent wheel(QPointF(50, 50), swatch->mapToGlobal(QPointF(50, 50)), {}, {0, 120}, Qt::NoButton,
                      Qt::ControlModifier, Qt::NoScrollPhase, false);
    const double before = swatch->zoom();
    QCoreApplication::sendEvent(swatch, &wheel);
    QVERIFY(swatch->zoom() > before);
    QCOMPARE(choiceOf(d, "Lantern").turn.degrees(), turn);
    QVERIFY(swatch->rect().contains(swatch->onScreen(choiceOf(d, "Lantern").at).toPoint()));
    for (int i = 0; i < 20; ++i) d.click(QStringLiteral("Swatch farther"));
    QCOMPARE(swatch->zoom(), 1.0);
  }
  /// The wrong side: only where the print can be read there, then said in large type.
  void theWrongSideIsAllowedWhereThePrintIsReadThere() {
    Driver d;
    begin(d, "mill-lantern");
    d.window->goTo(QStringLiteral("cut"));
    d.click(QStringLiteral("B"));
    auto* behind = d.find<QCheckBox>(QStringLiteral("Drawn on the wrong side"));
    QVERIFY(!behind->isEnabled());
    QVERIFY(d.reads(QStringLiteral("Only where the print can be read from behind")));
    QVERIFY(support::step(*d.session,
                          {{"edit", "changeCloth"}, {"cloth", "B"}, {"facts", {{"readable_behind", true}}}},
                          QStringLiteral("said")));
    d.settle();
    d.click(QStringLiteral("Drawn on the wrong side"));
    QVERIFY(clothById(d.session->project(), *findCloth(d.session->project(), "B"))->drawnBehind);
    QVERIFY(d.reads(QStringLiteral("WRONG SIDE UP")));
    d.session->undo();
    d.settle();
    QVERIFY(!d.reads(QStringLiteral("WRONG SIDE UP")));
    QVERIFY(d.reads(QStringLiteral("Right side up")));
  }
};

CLATHRA_TEST(MotifTest, "motif")
#include "motif.moc"
