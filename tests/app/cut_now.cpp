// Cutting in batches as one does it over months: mark, look, tick, put away, open, go on.
#include <QTemporaryDir>
#include <set>

#include "app/cut/cut_station.hpp"
#include "cutting/ticks.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "shape/overlap.hpp"
#include "shown_in.hpp"
#include "sound_plan.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Fifty hexagons of 1 in of one cloth, on two lengths of unequal width.
Project fifty(const char* method) {
  Project p = support::project(support::recipe("hexagons", 25.4, 5, 10));
  for (const auto& step : nlohmann::json::parse(R"([
         {"edit":"setUnit","unit":"mm"},
         {"edit":"addCloth","name":"Tide Ink","width":460,"lengths":[{"length":430,"width":400},300]},
         {"edit":"paint","cloth":"Tide Ink","all":true}])"))
    p = support::edited(p, step);
  return support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "Tide Ink"}, {"method", method}});
}

const Cloth& tideInk(const Project& p) {
  return *clothById(p, *findCloth(p, "Tide Ink"));
}

/// The first box of the card that can be ticked.
QCheckBox* firstTick(Driver& d) {
  d.settle();
  for (QCheckBox* box : d.window->findChildren<QCheckBox*>())
    if (box->isVisible() && box->isEnabled() && box->toolTip().startsWith(QStringLiteral("Tick when")))
      return box;
  return nullptr;
}

/// Ticks everything on the card that can be ticked.
int tickAll(Driver& d) {
  int n = 0;
  for (QCheckBox* box = firstTick(d); box && n < 50; box = firstTick(d), ++n) {
    d.bringIntoView(box);
    QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(10, box->height() / 2));
    d.settle();
  }
  return n;
}

/// Nothing of the log lies on another part of it.
bool logLiesApart(const Project& p) {
  std::map<int, std::vector<Polygon>> all;
  for (const ClothCut& c : tideInk(p).cuts)
    for (const CutPatches& patches : c.patches)
      all[c.length].insert(all[c.length].end(), patches.outlines.begin(), patches.outlines.end());
  for (const auto& [length, outlines] : all)
    for (std::size_t i = 0; i < outlines.size(); ++i)
      for (std::size_t k = i + 1; k < outlines.size(); ++k)
        if (overlaps(outlines[i], outlines[k])) return false;
  return true;
}

int coloursOf(QWidget& w) {
  const QImage image = w.grab().toImage();
  std::set<QRgb> all;
  for (int y = 0; y < image.height(); ++y)
    for (int x = 0; x < image.width(); ++x) all.insert(image.pixel(x, y));
  return static_cast<int>(all.size());
}

int patchesCut(const Project& p) {
  int n = 0;
  for (const ClothCut& c : tideInk(p).cuts)
    for (const CutPatches& patches : c.patches) n += patches.count;
  return n;
}

}  // namespace

class CutNowTest : public QObject {
  Q_OBJECT
 private slots:
  /// 400 kites of one cloth are laid for seconds: meanwhile the row of the traced patches says how short they
  /// lie by now, and the figure only gets less.
  void aPlanThatGetsBetterSaysSo() {
    Driver d;
    Project p = support::project(support::recipe("kites", 30, 8, 8));
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "Tide Ink"}, {"width", 700}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Tide Ink"}, {"all", true}});
    const ClothId ink = *findCloth(p, "Tide Ink");
    d.session->begin(p, {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    std::vector<Progress::SoFar> told;
    bool read = false;
    const auto look = [&] {
      const auto soFar = d.session->planner().planSoFar(ink);
      if (soFar && (told.empty() || told.back().best != soFar->best)) told.push_back(*soFar);
      for (const auto* b : d.window->findChildren<QPushButton*>())
        read = read ||
               (b->isVisible() && b->accessibleName().startsWith(QStringLiteral("Traced: being worked")) &&
                b->accessibleName().contains(QStringLiteral("so far")));
      return d.session->planner().allPlans();
    };
    QVERIFY(QTest::qWaitFor(look, support::kHang));
    QVERIFY(read);
    QVERIFY(!told.empty() && told.back().best <= told.back().first);
    for (std::size_t i = 1; i < told.size(); ++i) {
      QCOMPARE(told[i].first, told[0].first);
      QVERIFY(told[i].best < told[i - 1].best);
    }
    // The plan takes no more than the last that was seen, with 25 mm to square up.
    for (const CutMethod& m : d.session->plan(ink)->methods)
      if (m.id == "traced") QVERIFY(*m.length <= told.back().best + 25 + 0.01);
    d.settle();
    for (const auto* b : d.window->findChildren<QPushButton*>())
      QVERIFY(!b->accessibleName().contains(QStringLiteral("so far")));
  }
  void aBatchIsCutAndTheRestAfterIt_data() {
    QTest::addColumn<QString>("method");
    for (const char* m : {"strips", "traced"}) QTest::newRow(m) << m;
  }
  void aBatchIsCutAndTheRestAfterIt() {
    QFETCH(const QString, method);
    QTemporaryDir dir;
    const QString file = dir.filePath(QStringLiteral("batch.clathra"));
    {
      Driver d;
      d.session->begin(fifty(method.toLatin1().constData()), {}, Origin::Fresh);
      d.window->goTo(QStringLiteral("cut"));
      d.settle();
      d.type(QStringLiteral("Pieces to cut now"), QStringLiteral("4-23"));
      QCOMPARE(d.project().now.size(), std::size_t(20));
      QCOMPARE(d.project().now.front(), 3U);
      QVERIFY(d.reads(QStringLiteral("The rest still fits what is left.")));
      d.click(QStringLiteral("What the map shows: What is cut now"));
      // The strip's figures are those of what is shown, not of the whole.
      const auto batch = d.session->planner().batch(tideInk(d.project()).id);
      QVERIFY(batch && batch->now.method()->cuts != d.session->plan(tideInk(d.project()).id)->method()->cuts);
      const auto figures = d.window->findChild<TallyStrip*>()->findChildren<QLabel*>();
      QVERIFY(std::any_of(figures.begin(), figures.end(), [&](const QLabel* l) {
        return l->isVisible() && l->text() == QString::number(batch->now.method()->cuts);
      }));
      QVERIFY(tickAll(d) > 0);
      QCOMPARE(patchesCut(d.project()), 20);
      for (const ClothCut& c : tideInk(d.project()).cuts)
        for (const CutPatches& p : c.patches)
          for (const auto i : p.pieces) QVERIFY(i >= 3 && i < 23);
      QVERIFY(d.reads(QStringLiteral("20 patches are cut")));
      // The map is not empty then: it shows what is left to cut, and nothing can be ticked.
      QVERIFY(d.reads(QStringLiteral("The map shows the rest")));
      QVERIFY(coloursOf(*d.find<PictureView>(QStringLiteral("Cutting map to scale"))) > 20);
      QCOMPARE(tickAll(d), 0);
      QVERIFY(d.saveTo(file));
    }
    Driver d;
    QVERIFY(d.open(file));
    d.window->goTo(QStringLiteral("cut"));
    d.settle();
    QCOMPARE(patchesCut(d.project()), 20);
    d.type(QStringLiteral("Pieces to cut now"), QStringLiteral("1-3, 30-36"));
    d.click(QStringLiteral("What the map shows: What is cut now"));
    QVERIFY(tickAll(d) > 0);
    QCOMPARE(patchesCut(d.project()), 30);
    // One of the ticks is taken back by undo, and made again by redo.
    const int before = patchesCut(d.project());
    d.session->undo();
    d.settle();
    const int undone = patchesCut(d.project());
    QVERIFY(undone < before);
    const CutPlan plan = support::soundPlan(d.project(), tideInk(d.project()).id);
    for (const PlacedPatch& p : plan.method()->laid.placements) {
      if (p.length >= static_cast<int>(plan.origins.size())) continue;
      const LengthOrigin at = plan.origins[static_cast<std::size_t>(p.length)];
      for (const ClothCut& c : tideInk(d.project()).cuts)
        for (const CutPatches& patches : c.patches)
          for (const Polygon& o : patches.outlines)
            QVERIFY(c.length != at.length || !overlaps(translated(p.patch, {0, at.from}), o));
    }
    d.session->redo();
    d.settle();
    QCOMPARE(patchesCut(d.project()), 30);
    // And the rest.
    d.click(QStringLiteral("All that is left"));
    QVERIFY(tickAll(d) > 0);
    QCOMPARE(patchesCut(d.project()), 50);
    QVERIFY(logLiesApart(d.project()));
    QVERIFY(cutInput(d.project(), tideInk(d.project()).id)->pieces.empty());
    // Not cut after all: the last row of the list is the first tick.
    d.click(QStringLiteral("Not cut after all"));
    QVERIFY(patchesCut(d.project()) < 50);
  }

  /// The map takes the width that it fills, and no less than the height lets it; its words stand beside it.
  void theMapAndItsWordsShareTheRoom() {
    Driver d;
    d.session->begin(fifty("strips"), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    d.settle();
    auto* map = d.find<QWidget>(QStringLiteral("Cutting map to scale"));
    const auto wordsBegin = [&] {
      for (QLabel* l : d.window->findChildren<QLabel*>())
        if (l->isVisible() && l->text().startsWith(QStringLiteral("Strip")))
          return l->mapTo(map->parentWidget(), QPoint()).x();
      return -1;
    };
    // The cloth itself, by the paper's colour along the middle of the map.
    const auto drawnTo = [&] {
      const QImage image = map->grab().toImage();
      int last = 0;
      for (int y = image.height() / 3; y < 2 * image.height() / 3; y += 4)
        for (int x = 0; x < image.width(); ++x)
          if (image.pixel(x, y) != image.pixel(image.width() - 1, 0)) last = std::max(last, x);
      return last;
    };
    for (const QSize size : {QSize(1280, 800), QSize(1700, 800), QSize(1024, 700)}) {
      d.window->resize(size);
      d.settle();
      const int all = map->parentWidget()->width(), words = wordsBegin(), drawn = drawnTo();
      QVERIFY2(words >= map->width() && words < map->width() + 40, qPrintable(QString::number(words)));
      QVERIFY2(drawn > map->width() * 0.8,
               qPrintable(QStringLiteral("%1 of %2").arg(drawn).arg(map->width())));
      QVERIFY(map->width() <= all * 3 / 4 + 1 && map->height() == map->parentWidget()->height());
    }
  }
  void whatDoesNotFitSaysHowMuchToBuy() {
    Driver d;
    Project p = fifty("strips");
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {250}}});
    d.session->begin(std::move(p), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    d.type(QStringLiteral("Pieces to cut now"), QStringLiteral("1-14"));
    QVERIFY(d.reads(QStringLiteral("lack cloth")));
    QVERIFY(d.reads(QStringLiteral("while it is still sold")));
    // What is on cloth to buy cannot be ticked, and what was bought is put on the shelf by one button.
    d.click(QStringLiteral("Mark none"));
    QVERIFY(d.project().now.empty());
    d.click(QStringLiteral("I have bought"));
    QCOMPARE(tideInk(d.project()).lengths.size(), std::size_t(2));
    const auto plan = d.session->plan(tideInk(d.project()).id);
    QVERIFY(plan);
    QCOMPARE(*plan->toBuy, 0.0);
  }

  /// A length of a width of its own and a hole in it are typed, shown as they were typed, and planned round.
  void holesAndWidthsAreTyped() {
    Driver d;
    d.session->begin(fifty("strips"), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.click(QStringLiteral("Tide Ink"));
    d.type(QStringLiteral("Lengths on hand"), QStringLiteral("450 mm × 380 mm wide; 300 mm"));
    const Cloth typed = tideInk(d.project());
    QCOMPARE(typed.lengths.size(), std::size_t(2));
    COMPARE_TO(typed.lengths[0].width->mm(), 380, 1e-9);
    COMPARE_TO(typed.lengths[0].mm(), 450, 1e-9);
    QVERIFY(!typed.lengths[1].width);
    d.click(QStringLiteral("Buying and washing, folded"));
    d.type(QStringLiteral("Holes in its lengths"),
           QStringLiteral("1: 50 mm, 100 mm, 80 mm, 60 mm; 2: 0 mm, 0 mm, 30 mm, 40 mm"));
    const Cloth holed = tideInk(d.project());
    QCOMPARE(holed.lengths[0].holes.size(), std::size_t(1));
    QCOMPARE(holed.lengths[1].holes.size(), std::size_t(1));
    const clathra::Box b = bounds(holed.lengths[0].holes[0]);
    COMPARE_TO(b.left, 50, 1e-9);
    COMPARE_TO(b.top, 100, 1e-9);
    COMPARE_TO(b.right, 130, 1e-9);
    COMPARE_TO(b.bottom, 160, 1e-9);
    const QString shown = d.find<QLineEdit>(QStringLiteral("Holes in its lengths"))->text();
    d.type(QStringLiteral("Holes in its lengths"), shown);  // as it is shown it can be read again
    QVERIFY(tideInk(d.project()) == holed);
    for (const char* wrong :
         {"3: 0 mm, 0 mm, 30 mm, 40 mm", "1: 350 mm, 0 mm, 40 mm, 40 mm", "1: 5 mm, 5 mm", "hole"}) {
      d.type(QStringLiteral("Holes in its lengths"), QString::fromLatin1(wrong));
      QVERIFY2(tideInk(d.project()) == holed, wrong);
    }
    support::soundPlan(d.project(), holed.id);
    d.session->undo();
    d.settle();
    QVERIFY(tideInk(d.project()) == typed);
  }

  /// A 10 in square with 1/4 in: a square of 9 1/2 in, one of it; a strip of 2 1/2 in across 42 in: squares
  /// of 2 in, sixteen of them.
  void whatASquareAndAStripGive() {
    Driver d;
    d.preferences.setUnit(LengthUnit::Inch);
    d.click(QStringLiteral("New project: Hexagons"));
    d.window->goTo(QStringLiteral("cloth"));
    d.click(QStringLiteral("What does it give?, folded"));
    d.choose(QStringLiteral("A piece of cloth"), QStringLiteral("10 in square"));
    QVERIFY(QTest::qWaitFor([&] { return d.reads(QStringLiteral("square: an edge of 9 1/2 in, 1 patch")); },
                            60'000));
    d.choose(QStringLiteral("A piece of cloth"), QStringLiteral("2 1/2 in strip"));
    QVERIFY(QTest::qWaitFor([&] { return d.reads(QStringLiteral("square: an edge of 2 in, 16 patches")); },
                            60'000));
    // What is given stands in inches; millimetres are for what a near miss lacks.
    for (const QLabel* l : d.window->findChildren<QLabel*>())
      QVERIFY(!l->isVisible() || !l->text().contains(QStringLiteral("patch")) ||
              !l->text().contains(QStringLiteral(" mm")));
    d.type(QStringLiteral("How long the piece is"), QStringLiteral("1/2 in"));
    d.click(QStringLiteral("Work it out"));
    QVERIFY(QTest::qWaitFor([&] { return d.reads(QStringLiteral("too small for any usual edge")); },
                            support::kHang));
  }

  /// Sold out: what is offered is done by one button, undone in one step, and suffices.
  void whatIsOfferedSuffices() {
    Driver d;
    Project p = support::edited(fifty("strips"), {{"edit", "setSpare"}, {"percent", 20}});
    // 60 patches of 57 to a strip of seven: nine strips and 25 are 538. Without spares eight, 481.
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"lengths", {500}}});
    d.session->begin(p, {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    QVERIFY(d.reads(QStringLiteral("What is on hand lacks")));
    d.click(QStringLiteral("And if it is sold out?"));
    d.click(QStringLiteral("Do this: Cut no spare patches."));
    QCOMPARE(d.project().settings.sparePercent, 0.0);
    QVERIFY(d.session->plan(tideInk(d.project()).id));
    QCOMPARE(*d.session->plan(tideInk(d.project()).id)->toBuy, 0.0);
    QVERIFY(!d.reads(QStringLiteral("What is on hand lacks")));
    d.session->undo();
    d.settle();
    QCOMPARE(d.project().settings.sparePercent, 20.0);
    QVERIFY(!d.session->canUndo());
    // What was found was found for another state: it is asked anew.
    QVERIFY(d.reads(QStringLiteral("What is on hand lacks")));
    QVERIFY(d.has<QPushButton>(QStringLiteral("And if it is sold out?")));
    QVERIFY(!d.has<QPushButton>(QStringLiteral("Do this")));
  }

  /// Octagons of 30 mm are wider than a cloth of 60 mm, squares that show a motif are not: every way says so,
  /// none of them is hidden, and the sums say that they are of what can be cut.
  void whatCannotBeCutIsSaidEverywhere() {
    Project p = support::project(support::recipe("octagon-square", 30, 3, 3));
    for (const auto& step : nlohmann::json::parse(R"([
           {"edit":"setUnit","unit":"mm"},
           {"edit":"addCloth","name":"Fen","width":60,"lengths":[900],
            "print":{"picture":"p.png","dpi":100,"along":80,"across":60,"mark":[0,0]}},
           {"edit":"paint","cloth":"Fen","all":true}])"))
      p = support::edited(p, step);
    nlohmann::json squares = nlohmann::json::array();
    for (std::size_t i = 0; i < p.layout->pieces.size(); ++i)
      if (p.layout->shapes[p.layout->pieces[i].shape].outline.size() == 4) squares.push_back(i + 1);
    QCOMPARE(squares.size(), std::size_t(4));
    for (const bool motif : {false, true}) {
      if (motif)
        p = support::edited(p, {{"edit", "addMotif"},
                                {"name", "M"},
                                {"cloth", "Fen"},
                                {"shape", "square"},
                                {"at", {30, 40}},
                                {"pieces", squares}});
      Driver d;
      d.session->begin(p, {}, Origin::Fresh);
      d.window->goTo(QStringLiteral("cut"));
      d.answers();
      const QStringList shown = support::shownIn(d);
      const QString why = QStringLiteral("says The octagon with its allowance is wider than the cloth.");
      QVERIFY2(shown.filter(QStringLiteral("octagon with its allowance is wider")).size() >= 5,
               qPrintable(shown.join('\n')));
      QVERIFY(shown.contains(why));  // why this length?
      QVERIFY(shown.filter(QStringLiteral("Windows alone")).isEmpty());
      QVERIFY(shown.filter(QStringLiteral("the 0 patches")).isEmpty());
      QVERIFY(shown.contains(QStringLiteral("says of cloth, as far as it can be cut")));
      QVERIFY(shown.contains(QStringLiteral("says to buy, as far as it can be cut")));
      QVERIFY(shown.contains(QStringLiteral("says cloth in use")));
      QVERIFY(shown.filter(QStringLiteral("Nothing is worked out")).isEmpty());
    }
  }
  void wrongNumbersAreSaid() {
    Driver d;
    d.session->begin(fifty("strips"), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    d.type(QStringLiteral("Pieces to cut now"), QStringLiteral("1-3"));
    QCOMPARE(d.project().now.size(), std::size_t(3));
    for (const char* wrong : {"0-3", "7-51", "five", "9-4"}) {
      d.type(QStringLiteral("Pieces to cut now"), QString::fromLatin1(wrong));
      QVERIFY2(d.reads(QString::fromLatin1(wrong)), wrong);
      QCOMPARE(d.project().now.size(), std::size_t(3));
    }
  }

  /// A tick made while the plan of the last one is still being worked out is refused or right, never wrong.
  void ticksWhileThePlanIsWorkedOut() {
    Driver d;
    d.session->begin(fifty("traced"), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cut"));
    d.settle();
    QCheckBox* box = firstTick(d);
    QVERIFY(box);
    d.bringIntoView(box);
    QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(10, box->height() / 2));
    support::step(*d.session, {{"edit", "setSpare"}, {"percent", 20}}, QStringLiteral("spares"));
    for (int i = 0; i < 20; ++i) QTest::qWait(5);
    if (QCheckBox* again = d.window->findChild<QCheckBox*>(); again && again->isVisible())
      QTest::mouseClick(again, Qt::LeftButton, {}, QPoint(10, again->height() / 2));
    d.settle();
    QVERIFY(logLiesApart(d.project()));
    QVERIFY(patchesCut(d.project()) >= 25);
    support::soundPlan(d.project(), tideInk(d.project()).id);
  }
};

CLATHRA_TEST(CutNowTest, "cut_now")
#include "cut_now.moc"
