// Each station by itself, with the controls a user has.
#include <QCheckBox>
#include <QComboBox>
#include <QTemporaryDir>

#include "app/arrange/arrange_station.hpp"
#include "app/cloth/cloth_station.hpp"
#include "app/motif/motif_station.hpp"
#include "layout_clicks.hpp"
#include "model/alike.hpp"
#include "motif/unit.hpp"
#include "registry.hpp"

using namespace clathra;
using support::canvasOf;
using support::Driver;

class StationsTest : public QObject {
  Q_OBJECT
  static QString motifCalled(Driver& d, const char* name) {
    for (const MotifChoice& m : d.project().motifs)
      if (m.name == name) return QString::fromStdString(subject(m.id));
    qFatal("There is no motif called %s.", name);
  }
 private slots:
  void theFirstStartAsksThreeQuestionsAndRemembersTheAnswers() {
    Driver d;
    d.window->showFirstStart();
    d.click("How do you measure?: millimetres");
    d.click("Which paper is in your printer?: Letter");
    d.click("Which hand sews?: left");
    d.click("Go on");
    QVERIFY(d.has<QScrollArea>("Help and safety"));
    QVERIFY(d.preferences.firstStartDone());
    QCOMPARE(d.preferences.unit(), LengthUnit::Millimetre);
    QCOMPARE(d.preferences.page(), QStringLiteral("letter"));
    QVERIFY(!d.preferences.rightHanded());
    d.click("Go on");
    d.click("New project: Hexagons");
    QCOMPARE(d.project().settings.unit, LengthUnit::Millimetre);
    QCOMPARE(support::text(d.project().settings.page), QByteArray("letter"));
    d.preferences.setUnit(LengthUnit::Inch);
    d.preferences.setPage("a4");
  }
  void aNewProjectIsLedByWhatNext() {
    Driver d;
    d.click("New project: Hexagons");
    QCOMPARE(nextStep(*d.session).about, QStringLiteral("edge"));
    d.click("Set the edge");
    QCOMPARE(Driver::nameOf(d.focused()), QStringLiteral("The edge"));
    d.typeHere("2 in");
    QVERIFY(nextStep(*d.session).sentence.contains("pieces have no cloth yet"));
  }
  void adviceIsNeverTheNextStep() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    QVERIFY(std::any_of(d.session->remarks().begin(), d.session->remarks().end(), isAdvice));
    // The handed edge pieces come first in order, but nothing is to be done about them.
    QVERIFY2(nextStep(*d.session).sentence.startsWith("An allowance of"),
             qPrintable(nextStep(*d.session).sentence));
  }
  void aWantedSizeOffersTheNearestCountsAndOneClickTakesThem() {
    Driver d;
    d.click("New project: Squares");
    d.type("The wanted width", "12 in");
    d.type("The wanted height", "9 in");
    d.click("Take 12 × 9");
    QCOMPARE(d.project().recipe.across, 12);
    QCOMPARE(d.project().recipe.down, 9);
    COMPARE_TO(d.session->figures().width, 304.8, 1e-9);
  }
  void theFinishingLineIsDraggedAndTypedAndLeavesNoSlivers() {
    Driver d;
    d.click("New project: Hexagons");
    d.type("The edge", "2 in");
    d.click("Mode: Outer edge");
    d.click("Outer edge: Edge pieces");
    LayoutCanvas* canvas = canvasOf(d);
    const Box before = d.project().layout->finished;
    const QPoint right = canvas->onScreen({before.right, (before.top + before.bottom) / 2}).toPoint();
    const QPoint to = canvas->onScreen({before.right - 20, (before.top + before.bottom) / 2}).toPoint();
    QTest::mouseMove(canvas, right);
    QCOMPARE(canvas->cursor().shape(), Qt::SizeHorCursor);
    QTest::mousePress(canvas, Qt::LeftButton, {}, right);
    QTest::mouseMove(canvas, to);
    COMPARE_TO(d.project().layout->finished.right, before.right, 1e-9);  // nothing is cut before it is let go
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, to);
    d.settle();
    const Box after = d.project().layout->finished;
    COMPARE_TO(after.right, before.right - 20, 1.5);  // a pixel or so
    COMPARE_TO(after.left, before.left, 1e-9);
    d.session->undo();
    COMPARE_TO(d.project().layout->finished.right, before.right, 1e-9);
    // Typed so that a sliver of 3 mm is left on both sides.
    d.type("Width to the finishing line", QString::number((before.width() - 2 * 41) / 25.4, 'f', 3));
    COMPARE_TO(d.project().layout->finished.width(), before.width() - 82, 0.02);
    d.type("Height to the finishing line", "12 in");
    COMPARE_TO(d.project().layout->finished.height(), 304.8, 1e-6);
    if (d.has<QAbstractButton>("Nearest line without slivers")) d.click("Nearest line without slivers");
    SOON(!d.has<QAbstractButton>("Nearest line without slivers"));
    d.click("Back to the natural line");
    COMPARE_TO(d.project().layout->finished.width(), before.width(), 1e-9);
    const auto told = [&d](const char* words) {
      for (const QLabel* l : d.window->findChildren<QLabel*>())
        if (l->isVisible() && l->text().contains(words)) return true;
      return false;
    };
    SOON(told("sq in of cloth"));
    // Too far out it is refused and nothing changes.
    d.type("Width to the finishing line", "90 in");
    QVERIFY(d.window->said().contains("leaves the patch"));
    COMPARE_TO(d.project().layout->finished.width(), before.width(), 1e-9);
  }
  void anOutlineOfSixSidesIsTypedCornerByCorner() {
    Driver d;
    d.click("New project: Hexagons");
    support::step(*d.session, {{"edit", "setUnit"}, {"unit", "mm"}}, {});
    support::step(*d.session, {{"edit", "setCounts"}, {"across", 4}, {"down", 4}}, {});
    d.click("Mode: Outer edge");
    d.click("Outer edge: Edge pieces");
    d.click("The finishing line is a: six sides");
    SOON_EQUAL(d.project().layout->line.size(), std::size_t(6));
    const Layout before = *d.project().layout;
    QCOMPARE(d.find<QLineEdit>("Corner of the finishing line")->text(), QString("1"));
    // Its second corner, ten millimetres further in; the others stay.
    d.type("Corner of the finishing line", "2");
    const Point was = before.line[1];
    const double across = was.x - before.finished.left;
    d.type("Corner from the left", QString::number(across - 10, 'f', 1) + " mm");
    const Polygon& line = d.project().layout->line;
    COMPARE_TO(line[1].x - d.project().layout->finished.left, across - 10, 0.06);
    COMPARE_TO(line[1].y, was.y, 1e-6);
    for (const std::size_t i : {0, 2, 3, 4, 5}) QVERIFY(distance(line[i], before.line[i]) < 1e-6);
    // A corner that would bend the line inwards is refused, and nothing changes.
    const Polygon kept = line;
    d.type("Corner from the left", "1 mm");
    QVERIFY(d.window->said().contains("bend inwards"));
    QVERIFY(d.project().layout->line == kept);
    // Typed smaller, the outline is stretched about its middle and keeps its form.
    const double wide = d.project().layout->finished.width();
    d.type("Width to the finishing line", QString::number(wide / 2, 'f', 1) + " mm");
    COMPARE_TO(d.project().layout->finished.width(), wide / 2, 0.06);
    COMPARE_TO(d.project().layout->finished.height(), bounds(kept).height(), 1e-6);
    d.session->undo();
    QVERIFY(d.project().layout->line == kept);
  }
  void fitToSizeListsCountsAndEdgesAndTakesOneInOneStep() {
    Driver d;
    d.click("New project: Squares");
    d.click("Fit to size");
    d.choose("A size to begin from", "cushion");
    COMPARE_TO(d.project().wantedWidth.mm(), 406.4, 1e-9);
    // Sixteen inches are made of squares of 1/2, 1, 2 in; the fewest papers come first.
    SOON(d.has<QAbstractButton>("Make it so: 2 in edge, 8 across, 8 down"));
    d.click("Make it so: 2 in edge, 8 across, 8 down");
    QCOMPARE(d.project().recipe.across, 8);
    QCOMPARE(d.project().recipe.edge, Length::wholeInches(2));
    COMPARE_TO(d.session->figures().width, 406.4, 1e-9);
    d.session->undo();
    QVERIFY(d.project().recipe.edge != Length::wholeInches(2));
    COMPARE_TO(d.project().wantedWidth.mm(), 406.4, 1e-9);
    d.click("Edges to try: close to this edge");
    SOON(d.has<QAbstractButton>("Make it so: 1 in edge, 16 across, 16 down"));
  }
  void keysZoomFitAndTurnRows() {
    Driver d;
    d.click("New project: Hexagons");
    LayoutCanvas* canvas = canvasOf(d);
    canvas->setFocus();
    const double whole = canvas->zoomPercent();
    d.key(Qt::Key_Plus);
    QVERIFY(canvas->zoomPercent() > whole * 1.2);
    d.key(Qt::Key_Minus);
    COMPARE_TO(canvas->zoomPercent(), whole, whole * 1e-9);
    d.key(Qt::Key_W);
    QVERIFY(canvas->zoomPercent() >= whole - 1e-9);
    d.key(Qt::Key_0);
    COMPARE_TO(canvas->zoomPercent(), whole, whole * 1e-9);
    d.click("A click paints: Row");
    canvas->setFocus();
    canvas->setCursorPiece(27);
    d.key(Qt::Key_Return);
    const int level = d.session->tally().count(d.project().cloths[0].id);
    QCOMPARE(level, 8);  // a whole row
    d.session->undo();
    d.key(Qt::Key_T);
    d.key(Qt::Key_Return);
    QCOMPARE(d.session->tally().count(d.project().cloths[0].id),
             static_cast<int>(rowOf(*d.project().layout, 27, Angle::degrees(60)).size()));
  }
  void theBackIsTheMirrorImageAndStillPaintsWhatIsUnderThePointer() {
    Driver d;
    d.click("New project: Kites");
    LayoutCanvas* canvas = canvasOf(d);
    const QPointF front0 = canvas->onScreen(0), frontLast = canvas->onScreen(5);
    d.click("Seen from: Back");
    QVERIFY((front0.x() - frontLast.x()) * (canvas->onScreen(0).x() - canvas->onScreen(5).x()) < 0);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(7).toPoint());
    d.settle();
    QCOMPARE(d.project().painting[7], d.project().cloths[0].id);
    QCOMPARE(d.session->tally().count(d.project().cloths[0].id), 1);
  }
  void whatWouldChangeLightsUpFirst() {
    Driver d;
    d.click("New project: Hexagons");
    d.click("A click paints: Ring");
    LayoutCanvas* canvas = canvasOf(d);
    const QImage before = canvas->grab().toImage();
    QTest::mouseMove(canvas, canvas->onScreen(27).toPoint());
    d.settle();
    QVERIFY(canvas->grab().toImage() != before);
    QCOMPARE(d.session->tally().count(kNoCloth), 64);  // and nothing was painted
  }
  void pagesSidesAndLaysChangeTheSheets() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("papers");
    d.settle();
    const int a4 = d.session->figures().sheets;
    QVERIFY(a4 > 0);
    d.click("Page: A3");
    QVERIFY(d.session->figures().sheets < a4);
    QVERIFY(d.session->sheets());
    QCOMPARE(support::text(d.session->sheets()->page.id), QByteArray("a3"));
    d.click("Marked side shown: Front");
    QVERIFY(d.session->sheets());
    QCOMPARE(d.session->sheets()->side, MarkedSide::Front);
    d.click("Page: A4");
    d.click("How papers are laid: Strips first");
    QVERIFY(d.session->figures().sheets >= a4);
    d.click("Page: Own");
    d.type("Own page size", "10 mm x 10 mm");
    QVERIFY(d.window->said().contains("page"));
    QCOMPARE(support::text(d.project().settings.page), QByteArray("a4"));
    d.type("Own page size", "500 mm × 700 mm");
    QVERIFY(d.session->sheets());
    COMPARE_TO(d.session->sheets()->page.height, 700, 1e-9);
  }
  void remarksAreMendedSetAsideAndTakenUpByUndo() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("cut");
    d.settle();
    const int before = d.session->figures().remarks;
    QVERIFY(before >= 1);
    d.click("Set aside");
    auto* reason = d.find<QLineEdit>("Reason for setting the remark aside");
    QTest::keyClicks(reason, "the long sides are covered");
    QTest::keyClick(reason, Qt::Key_Return);
    d.settle();
    QCOMPARE(d.session->figures().remarks, before - 1);
    QCOMPARE(support::text(d.project().setAside.front().reason), QByteArray("the long sides are covered"));
    d.session->undo();
    d.settle();
    QCOMPARE(d.session->figures().remarks, before);
    d.click("Allow 3/8 in");
    COMPARE_TO(d.project().cloths[0].allowance->mm(), 9.525, 1e-9);
  }
  void sparesAndAllowanceReachTheSum() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("cut");
    d.settle();
    const double before = *d.session->plan(d.project().cloths[0].id)->length;
    d.click("Allowance and spares");
    d.type("Spare patches in percent", "40");
    const double more = *d.session->plan(d.project().cloths[0].id)->length;
    QVERIFY(more > before);
    d.type("Seam allowance of this cloth", "1/2 in");
    QVERIFY(*d.session->plan(d.project().cloths[0].id)->length > more);
    d.type("Spare patches in percent", "999");
    QVERIFY(d.window->said().contains("999"));
    COMPARE_TO(d.project().settings.sparePercent, 40, 1e-9);
  }
  void aClothIsAddedDescribedAndTurnedIntoScraps() {
    Driver d;
    d.click("New project: Squares");
    d.click("Cloth");
    d.click("Add a cloth");
    QCOMPARE(d.project().cloths.size(), std::size_t(5));
    d.type("Name of the cloth", "Oyster");
    d.type("The usable width", "42 in");
    d.type("Lengths on hand", "1/2 yd; nonsense");
    QVERIFY(d.window->said().contains("nonsense"));
    QVERIFY(d.project().cloths[4].lengths.empty());
    d.type("Lengths on hand", "1/2 yd; 30 cm");
    QCOMPARE(d.project().cloths[4].lengths[0], Length::wholeInches(18));
    auto* direction = d.find<QComboBox>("Direction");
    direction->setFocus();
    QTest::keyClick(direction, Qt::Key_Down);
    QTest::keyClick(direction, Qt::Key_Down);
    Q_EMIT direction->activated(direction->currentIndex());
    d.settle();
    QCOMPARE(d.project().cloths[4].direction, Direction::OneWay);
    auto* scraps = d.find<QCheckBox>("Scraps, without a size");
    QTest::mouseClick(scraps, Qt::LeftButton, {}, QPoint(8, scraps->height() / 2));
    d.settle();
    QVERIFY(d.project().cloths[4].scraps);
    d.type("Name of the cloth", "Oyster");  // the same name again is no change
    d.click("Add a cloth");
    d.type("Name of the cloth", "Oyster");
    QVERIFY(d.window->said().contains("already a cloth"));
  }
  /// Each mode says what a click does in it, and leaves the view of several placements and what another mode
  /// showed.
  void eachModeSaysWhatAClickDoes() {
    Driver d;
    d.click("New project: Hexagons");
    QStringList said;
    const QStringList modes{"Paint", "Add", "Take away", "Divide", "Draft", "Outer edge"};
    const auto sentence = [&]() -> QString {
      for (const QLabel* l : d.window->findChildren<QLabel*>())
        if (l->isVisible() && l->accessibleName() == QLatin1String("What a click does")) return l->text();
      return {};
    };
    for (const QString& mode : modes) {
      d.click("Mode: " + mode);
      said << sentence();
    }
    QVERIFY2(!said.contains(QString()), qPrintable(said.join('|')));
    QCOMPARE(QSet<QString>(said.begin(), said.end()).size(), modes.size());
    for (const int i : {3, 0, 5, 1, 4, 2}) {
      d.click("Mode: " + modes[i]);
      QCOMPARE(sentence(), said[i]);
    }
    d.click("Mode: Paint");
    d.click("Look at: Variants");
    auto* canvas = static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas();
    QVERIFY(!canvas->isVisible());
    d.click("Mode: Divide");
    QVERIFY(canvas->isVisible());
  }
  /// The card that a view of papers is worked with comes first and is open.
  void whatAViewIsWorkedWithLiesBesideIt() {
    Driver d;
    d.window->files().openDemo();
    d.click("Papers");
    const auto first = [&](const QString& head) {
      const auto* b = d.find<QAbstractButton>(head);
      const auto* bench = qobject_cast<QScrollArea*>(d.window->station("papers")->bench());
      return b->visibleRegion().boundingRect() == b->rect() && b->mapTo(bench, QPoint()).y() < 40;
    };
    QVERIFY(first("Papers I have, open"));
    const QList<QPair<QString, QString>> views{{"Will it close?", "Will it close?"},
                                               {"At once", "Card or leave-in?"},
                                               {"Look-alikes", "Marks on papers"},
                                               {"Scan", "Scan the papers"},
                                               {"Cutter", "For a cutting machine"}};
    for (const auto& [view, card] : views) {
      d.click("What is shown: " + view);
      d.settle();
      QVERIFY2(first(card + ", open"), qPrintable(view));
      QVERIFY(d.find<QAbstractButton>("What is shown: " + view)->isChecked());
    }
    d.click("What is shown: Sheets");
    d.settle();
    QVERIFY(first("Papers I have, open"));
    // Another project begins as the first did.
    d.click("What is shown: Scan");
    d.window->files().begin(QStringLiteral("squares"));
    d.answers();
    d.click("Papers");
    QVERIFY(first("Papers I have, open"));
    QVERIFY(d.find<QAbstractButton>("What is shown: Sheets")->isChecked());
  }
  /// What a remark is about is open, chosen and has the focus when one looks at it.
  void whatIsLookedAtIsOpen() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    const auto look = [&](const char* station, const QString& about) {
      d.click(station);
      d.window->station(QString(station).toLower())->lookAt({}, about);
      d.settle();
    };
    const auto seen = [&](const char* head) {
      const auto* b = d.find<QAbstractButton>(head);
      return b->visibleRegion().boundingRect() == b->rect();
    };
    d.click("Papers");
    QVERIFY(seen("Papers I have, open"));  // who only goes there begins at the top
    look("Papers", "scale-unchecked:off");
    QVERIFY(seen("True scale, open") && !d.has<QAbstractButton>("Will it close?, open"));
    look("Papers", "not-closing:7");
    QVERIFY(seen("Will it close?, open"));
    look("Papers", "paper-too-large");
    QVERIFY(seen("Page: A4"));
    QVERIFY(d.find<QAbstractButton>("What is shown: Will it close?")->isChecked());
    look("Papers", "look-alike:kite/jewel");
    QVERIFY(d.find<QAbstractButton>("What is shown: Look-alikes")->isChecked());
    const Cloth& third = d.project().cloths[2];
    const QString about = QStringLiteral("washing:#%1").arg(third.id);
    look("Cloth", about);
    QCOMPARE(d.find<QLineEdit>("Name of the cloth")->text(), QString::fromStdString(third.name));
    QCOMPARE(d.focused(), d.find<QLineEdit>("The usable width"));
    look("Cut", about);
    QVERIFY(d.find<QAbstractButton>(QString::fromStdString(third.sign + ", " + third.name))->isChecked());
    const MotifChoice& last = d.project().motifs.back();
    look("Motif", QStringLiteral("few-copies:#%1").arg(last.id));
    QCOMPARE(d.find<QLineEdit>("Name of the choice")->text(), QString::fromStdString(last.name));
    look("Arrange", "edge");
    QCOMPARE(d.focused(), d.find<QLineEdit>("The edge"));
    QVERIFY(!d.focused()->visibleRegion().isEmpty());
  }
  /// With large text the bench is a drawer: it opens for what is looked at there.
  void whatIsLookedAtIsOpenWithLargeTextToo() {
    Driver d(2);
    d.window->files().openDemo();
    d.settle();
    d.window->goTo("papers");
    d.settle();
    QVERIFY(!d.has<QAbstractButton>("Papers I have, open"));
    d.window->goTo("papers", "scale-unchecked:off");
    d.settle();
    const auto* head = d.find<QAbstractButton>("True scale, open");
    QCOMPARE(head->visibleRegion().boundingRect(), head->rect());
  }
  /// "Look at it" leads to the very thing: a reading that will not close, then a cloth that cannot be cut,
  /// the second.
  void whatNextLeadsToWhatTheRemarkIsAbout() {
    Project p = support::project(support::recipe("squares", 50, 4, 3));
    for (const nlohmann::json& step : nlohmann::json::parse(R"([
           {"edit":"paint","cloth":"A","all":true}, {"edit":"paint","cloth":"B","pieces":[1,2,3]},
           {"edit":"changeCloth","cloth":"A","width":500,"lengths":[900]},
           {"edit":"changeCloth","cloth":"B","width":500,"lengths":[900]}])"))
      p = support::edited(p, step);
    Driver d;
    d.session->begin(p, {}, Origin::Fresh);
    d.settle();
    d.window->goTo(QStringLiteral("papers"));
    d.click("Will it close?, folded");
    d.choose("What was measured", "a corner");
    d.type("The angle read", "86");
    d.click("Add this reading");
    d.settle();
    const auto& remarks = d.session->remarks();
    QVERIFY(std::any_of(remarks.begin(), remarks.end(),
                        [](const Remark& r) { return r.check == "not-closing:corner"; }));
    d.click("Will it close?, open");
    d.click("What is shown: Sheets");
    d.click("Arrange");
    d.click("Look at it");
    QVERIFY(d.has<QAbstractButton>("Will it close?, open"));
    QVERIFY(d.find<QAbstractButton>("What is shown: Will it close?")->isChecked());
    d.session->undo();
    support::step(*d.session, {{"edit", "changeCloth"}, {"cloth", "B"}, {"width", 35}},
                  QStringLiteral("narrow"));
    d.settle();
    d.click("Arrange");
    d.click("Look at it");
    QVERIFY(d.find<QAbstractButton>("B, ")->isChecked());
    QVERIFY(d.find<QAbstractButton>("B, ")->isVisible());
  }
  void mirroredCopiesNeedAMirrorLineAndAnEvenNumber() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("motif", motifCalled(d, "Lantern"));
    d.settle();
    int round = 0;
    for (const MotifChoice& m : d.project().motifs)
      for (const Shape& s : d.project().layout->shapes)
        if (m.name == "Lantern" && s.name == m.shape) round = copiesInRound(s.outline);
    d.type("Copies in the picture", "6");
    QVERIFY(d.find<QAbstractButton>("Copies lie: Mirrored")->isEnabled());
    d.type("Copies in the picture", QByteArray::number(round).constData());
    QVERIFY(d.reads(QString("%1 copies close the round at this corner").arg(round)));
    d.type("Copies in the picture", "5");
    QVERIFY(d.reads(QString("%1 would close the round at this corner; 5 are shown").arg(round)));
    QVERIFY(!d.find<QAbstractButton>("Copies lie: Mirrored")->isEnabled());
    d.window->goTo("motif", motifCalled(d, "Reed head"));
    d.settle();
    d.type("Copies in the picture", "6");
    QVERIFY(!d.find<QAbstractButton>("Copies lie: Mirrored")->isEnabled());
    QVERIFY(!d.find<QCheckBox>("Cut half of them mirrored")->isEnabled());
    d.type("Pieces that show it, by number", "1-x");
    QVERIFY(d.window->said().contains("no list of pieces"));
    d.type("Pieces that show it, by number", "1-3, 999");
    QVERIFY(d.window->said().contains("There is no piece 999"));
    d.type("Window turned by degrees", "much");
    QVERIFY(d.window->said().contains("no number of degrees"));
  }
  void nudgesThatFollowEachOtherAreOneStep() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("motif", motifCalled(d, "Lantern"));
    d.settle();
    auto* swatch = static_cast<MotifStation*>(d.window->station("motif"))->swatch();
    const Point before = d.project().motifs[0].at;
    for (int i = 0; i < 6; ++i) QTest::keyClick(swatch, Qt::Key_Right);
    d.settle();
    COMPARE_TO(d.project().motifs[0].at.x, before.x + 3, 1e-9);
    d.session->undo();
    COMPARE_TO(d.project().motifs[0].at.x, before.x, 1e-9);
    QVERIFY(!d.session->canUndo());
  }
  void numbersOfPiecesAreReadAndWritten() {
    QCOMPARE(writeNumbers({0, 1, 2, 6, 8, 9}), QStringLiteral("1-3, 7, 9-10"));
    QCOMPARE(*readNumbers("1-3, 7,9-10"), (std::vector<int>{1, 2, 3, 7, 9, 10}));
    for (const char* bad : {"x", "3-1", "0", "1-2-3", "1-999999999"}) QVERIFY2(!readNumbers(bad), bad);
    QVERIFY(readNumbers("")->empty());
  }
  void aLargeLayoutIsLaidOutOffTheInterfaceThreadAndCanBeStopped() {
    Driver d;
    d.click("New project: Squares");
    QVERIFY(support::step(*d.session, {{"edit", "setCounts"}, {"across", 200}, {"down", 200}}, "x"));
    QVERIFY(d.session->busy().has_value());
    d.session->cancelWork();
    QTest::qWait(100);
    QCOMPARE(d.session->figures().pieces, 64);
    QVERIFY(support::step(*d.session, {{"edit", "setCounts"}, {"across", 200}, {"down", 200}}, "x"));
    d.settle();
    QCOMPARE(d.session->figures().pieces, 40'000);
  }
  /// All papers fit on sheets, but a piece that wears nothing may become another paper yet.
  void aStationIsSettledWhenNothingIsLeftToChoose() {
    Driver d;
    d.click("New project: Squares");
    QVERIFY(d.has<QPushButton>("Papers, begun"));
    QVERIFY(d.has<QPushButton>("Arrange, not begun"));
    QVERIFY(support::step(*d.session, {{"edit", "paint"}, {"all", true}, {"cloth", "A"}}, "painted"));
    QVERIFY(d.has<QPushButton>("Papers, settled") && d.has<QPushButton>("Arrange, settled"));
    QVERIFY(support::step(*d.session, {{"edit", "paint"}, {"pieces", {5}}, {"cloth", nullptr}}, "bared"));
    QVERIFY(d.has<QPushButton>("Papers, begun") && d.has<QPushButton>("Arrange, begun"));
  }
  void recentProjectsAreListedAndOpened() {
    const QTemporaryDir folder;
    Driver d;
    d.click("New project: Kites");
    d.answerFile(folder.filePath("Kites of mine.clathra"));
    d.window->files().saveAs();
    d.settle();
    QVERIFY(d.putAway());
    d.window->showStart();
    d.click("Open Kites of mine");
    QVERIFY(d.session->isOpen());
    QVERIFY(d.session->saved());
  }
};

CLATHRA_TEST(StationsTest, "stations")
#include "stations.moc"
