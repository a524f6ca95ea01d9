// The joints between edits, figures and files, acted upon while work still runs.
#include <sys/resource.h>
#include <unistd.h>

#include <QFile>
#include <QJsonDocument>
#include <QTemporaryDir>
#include <QThread>
#include <atomic>
#include <thread>

#include "app/arrange/arrange_station.hpp"
#include "app/session/latest.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Work that ends when it is told so, or when it is cancelled.
struct Held {
  std::atomic<bool> go = false;
  std::atomic<int> begun = 0, cancelled = 0;
  int wait(const Progress& progress, int answer) {
    ++begun;
    while (!go && !progress.cancelled()) QThread::msleep(1);
    cancelled += progress.cancelled();
    return answer;
  }
};

std::size_t wearing(const Project& p, ClothId cloth) {
  return static_cast<std::size_t>(std::count(p.painting.begin(), p.painting.end(), cloth));
}

}  // namespace

namespace {

/// Pieces of the layout that the sheets were planned for.
int neededOn(const SheetPlan& sheets) {
  int n = 0;
  for (const PaperNeed& need : sheets.needs) n += need.needed;
  return n;
}

}  // namespace

class SessionTest : public QObject {
  Q_OBJECT
  const QTemporaryDir folder_;
  QString at(const QString& name) const { return folder_.filePath(name); }
  using IntNode = Node<int, int>;

 private slots:
  void aNodeGivesTheValueOfItsInputOrNone() {  // guarantees 1 and 2 of node.hpp
    QThreadPool pool;
    QObject receiver;
    Held held;
    int told = 0;
    IntNode node(
        pool, &receiver, [&](const int& in, const Progress& p, const auto&) { return held.wait(p, in * 10); },
        [&] { ++told; });
    node.want(4);
    QVERIFY(!node.value() && node.working());
    held.go = true;
    SOON(node.value());
    QCOMPARE(*node.value(), 40);
    const int before = held.begun;
    node.want(4);
    QCOMPARE(held.begun.load(), before);
    held.go = false;
    node.want(5);
    QVERIFY(!node.value());  // never that of 4
    held.go = true;
    SOON(node.value());
    QCOMPARE(*node.value(), 50);
    QVERIFY(told >= 2);
  }
  /// What is worked out ahead lets the window's thread go first, and so does what it begins on more threads.
  void whatIsWorkedOutAheadStandsBack() {
    const auto niceness = [] { return getpriority(PRIO_PROCESS, static_cast<id_t>(gettid())); };
    const int own = niceness();
    QThreadPool pool;
    QObject receiver;
    IntNode node(
        pool, &receiver,
        [&](const int&, const Progress&, const auto&) {
          int begun = 0;
          std::thread([&] { begun = niceness(); }).join();
          return std::min(begun, niceness());
        },
        [] {});
    node.want(1);
    SOON(node.value());
    const int wanted = std::min(own + 1, 19);
    QVERIFY2(*node.value() >= wanted, qPrintable(QString::number(*node.value())));
    QCOMPARE(niceness(), own);
    Latest<int> card;
    int looked = -100;
    card.start(
        &receiver, [&](const Progress&) { return niceness(); }, [&](int there) { looked = there; });
    SOON(looked > -100);
    QVERIFY(looked >= wanted);
  }
  void theNewestInputOfANodeWinsAndOneThreadWorksAtATime() {  // guarantee 3 of node.hpp
    QThreadPool pool;
    pool.setMaxThreadCount(8);
    QObject receiver;
    std::atomic<int> inside = 0, most = 0;
    Held held;
    IntNode node(
        pool, &receiver,
        [&](const int& in, const Progress& p, const auto&) {
          most = std::max(most.load(), ++inside);
          const int out = held.wait(p, in);
          --inside;
          return out;
        },
        [] {});
    for (int i = 1; i <= 20; ++i) {
      node.want(i);
      if (i % 3 == 0) QTest::qWait(2);
    }
    held.go = true;
    SOON(node.value());
    QCOMPARE(*node.value(), 20);
    QCOMPARE(most.load(), 1);
    QVERIFY(held.cancelled > 0);
  }
  void whatWasAnsweredIsThereWhenItIsWantedAgain() {  // guarantee 5 of node.hpp
    QThreadPool pool;
    QObject receiver;
    Held held;
    IntNode node(
        pool, &receiver, [&](const int& in, const Progress& p, const auto&) { return held.wait(p, in * 10); },
        [] {});
    held.go = true;
    for (const int in : {1, 2, 3}) {
      node.want(in);
      SOON(node.whole());
    }
    held.go = false;
    const int begun = held.begun;
    // Back and forth, and over a rest: at once, whole, and without work.
    for (const int in : {2, 3, 2}) {
      node.want(in);
      QVERIFY(node.whole() && !node.working());
      QCOMPARE(*node.value(), in * 10);
    }
    node.rest();
    QVERIFY(!node.value());
    node.want(3);
    QCOMPARE(*node.value(), 30);
    QCOMPARE(held.begun.load(), begun);
    // What was not answered is worked out: 4 is given up half way, and so it is not known.
    node.want(4);
    SOON_EQUAL(held.begun.load(), begun + 1);
    node.want(3);
    QCOMPARE(*node.value(), 30);
    node.want(4);
    QVERIFY(!node.value() && node.working());
    held.go = true;
    SOON(node.whole());
    QCOMPARE(*node.value(), 40);
    // Of three before, the first is forgotten.
    held.go = false;
    node.want(1);
    QVERIFY(!node.value() && node.working());
    held.go = true;
  }
  void aNodeTellsWhatItHasSoFarAndStopLeavesThat() {
    QThreadPool pool;
    QObject receiver;
    Held held;
    IntNode node(
        pool, &receiver,
        [&](const int& in, const Progress& p, const IntNode::SoFar& soFar) {
          soFar(in + 1);
          return held.wait(p, in + 2);
        },
        [] {});
    node.want(1);
    SOON(node.value());
    QCOMPARE(*node.value(), 2);
    QVERIFY(!node.whole() && node.working());
    node.stop();
    SOON_EQUAL(held.cancelled.load(), 1);
    QTest::qWait(20);
    QVERIFY(node.value() && *node.value() == 2 && node.stopped() && !node.whole());
    held.go = true;
    node.goOn();
    SOON(node.whole());
    QCOMPARE(*node.value(), 3);
  }
  void answersReachNobodyOnceTheNodeIsGone() {  // guarantee 4 of node.hpp
    QThreadPool pool;
    QObject receiver;
    Held held;
    bool told = false;
    {
      IntNode node(
          pool, &receiver, [&](const int& in, const Progress& p, const auto&) { return held.wait(p, in); },
          [&] { told = true; });
      node.want(1);
      SOON_EQUAL(held.begun.load(), 1);
    }
    pool.waitForDone();
    QTest::qWait(10);
    QVERIFY(!told && held.cancelled == 1);
  }

  void editsAreMadeInOrderAndNoneIsGivenUpForALaterOne() {  // guarantees 1 and 3 of editor.hpp
    Driver d;
    d.click("New project: Squares");
    // Asked for one after the other without a pause; the first takes long, and the others wait for it.
    const auto step = [&](const nlohmann::json& edit) { support::step(*d.session, edit, "x"); };
    step({{"edit", "setCounts"}, {"across", 120}, {"down", 100}});
    step({{"edit", "setEdge"}, {"value", 30}});
    step({{"edit", "rename"}, {"name", "First"}});
    step({{"edit", "setCounts"}, {"across", 90}});
    step({{"edit", "rename"}, {"name", "Second"}});
    d.session->undo();
    QCOMPARE(d.project().recipe.across, 8);
    QVERIFY(d.session->busy());
    d.settle();
    QCOMPARE(d.project().recipe.across, 90);
    QCOMPARE(d.project().recipe.down, 100);
    QCOMPARE(d.project().recipe.edge.mm(), 30.0);
    QCOMPARE(support::text(d.project().name), QByteArray("First"));  // the undo came last
    QCOMPARE(d.session->geometry().layout.get(), d.project().layout.get());
    QCOMPARE(d.session->tally().pieces(), 9'000);
  }
  void whatIsPaintedWhileALayoutGrowsLandsOnThePieceThatWasMeant() {  // guarantee 2 of editor.hpp
    Driver d;
    d.click("New project: Squares");
    const ClothId b = d.project().cloths[1].id;
    const PieceKey meant = d.project().layout->pieces[27].key;
    support::step(*d.session, {{"edit", "setCounts"}, {"across", 100}, {"down", 60}}, "grew");
    QVERIFY(d.session->edit(Paint{b, {27}}, "painted"));
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(6'000));
    QCOMPARE(wearing(d.project(), b), std::size_t(1));
    for (std::size_t i = 0; i < d.project().layout->size(); ++i)
      QCOMPARE(d.project().painting[i] == b, d.project().layout->pieces[i].key == meant);
    // And if the piece has gone meanwhile, that is said and nothing else is painted.
    support::step(*d.session, {{"edit", "setCounts"}, {"across", 3}, {"down", 3}}, "shrank");
    bool made = true;
    d.session->edit(Paint{b, {5'999}}, "painted", {}, [&](bool ok) { made = ok; });
    d.settle();
    QVERIFY(!made);
    QVERIFY2(d.window->said().contains("no longer in the layout"), qPrintable(d.window->said()));
    QCOMPARE(wearing(d.project(), b), std::size_t(0));
  }
  void stopGivesUpWhatWaitsAndSaysHowMany() {  // guarantee 1 of editor.hpp
    Driver d;
    d.click("New project: Squares");
    int given = 0;
    const auto ask = [&](Edit edit) {
      d.session->edit(std::move(edit), "x", {}, [&](bool made) { given += !made; });
    };
    ask(SetCounts{200, 200, {}});
    ask(SetEdge{Length::millimetres(40)});
    ask(Rename{"Never"});
    d.session->cancelWork();
    QCOMPARE(given, 3);
    QVERIFY(d.window->said().contains("3"));
    d.settle();
    QCOMPARE(d.project().layout->size(), std::size_t(64));
    QVERIFY(d.project().name != "Never");
    ask(Rename{"Now"});  // and the next is made
    QCOMPARE(support::text(d.project().name), QByteArray("Now"));
  }
  void anotherProjectDoesNotGetTheEditsOfTheOneBefore() {
    Driver d;
    d.click("New project: Squares");
    d.session->edit(SetCounts{200, 150, {}}, "grew");
    d.session->edit(Rename{"Old"}, "named");
    d.answerBox("Let them go");
    QVERIFY(d.putAway());
    d.window->files().begin(QStringLiteral("kites"));
    const std::size_t pieces = d.project().layout->size();
    d.settle();
    QTest::qWait(50);
    QCOMPARE(d.project().layout->size(), pieces);
    QVERIFY(d.project().name != "Old");
  }
  void theWriterAnswersInOrderAndEndsOnlyWhenAllIsWritten() {  // guarantees 1 and 2 and 3 of writer.hpp
    QStringList answered;
    Project project = support::project(support::recipe("squares", 30, 40, 40));
    {
      Writer writer(realFileSystem(), this);
      for (int i = 0; i < 5; ++i) {
        project.name = "As it was asked for " + std::to_string(i);
        writer.save(project, at(QStringLiteral("order%1.clathra").arg(i)).toStdString(), {},
                    [&answered, i](const Status& ok) { answered << QString::number(ok ? i : -1); });
      }
      writer.finish();
      QCOMPARE(writer.waiting() >= 0, true);
      SOON_EQUAL(answered.join(","), QString("0,1,2,3,4"));
      // Asked for and let go of at once: written all the same, but nobody is there to be told.
      writer.save(project, at("last.clathra").toStdString(), {},
                  [&answered](const Status&) { answered << "late"; });
    }
    for (int i = 0; i < 5; ++i) {
      const auto kept = openProject(at(QStringLiteral("order%1.clathra").arg(i)).toStdString());
      QVERIFY(kept);
      QCOMPARE(kept->name, "As it was asked for " + std::to_string(i));
    }
    QVERIFY(openProject(at("last.clathra").toStdString()));
    QCoreApplication::processEvents();
    QVERIFY(!answered.contains("late"));
  }
  void aSaveContainsWhatWasAskedForBeforeIt() {
    Driver d;
    d.click("New project: Squares");
    d.session->edit(SetCounts{90, 80, {}}, "grew");
    d.session->save(at("turn.clathra"));
    d.session->edit(Rename{"Later"}, "named");
    d.settle();
    const auto kept = openProject(at("turn.clathra").toStdString());
    QVERIFY(kept);
    QCOMPARE(kept->layout->size(), std::size_t(7'200));
    QVERIFY(kept->name != "Later");
    QVERIFY(!d.session->saved());
  }

  void anEditRestartsTheFiguresThatReadWhatItChanged() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    const Planner& p = d.session->planner();
    const std::vector<Cloth> cloths = d.project().cloths;
    const auto starts = [&] {
      std::vector<int> out;
      for (const Cloth& c : cloths) out.push_back(p.planStarts(c.id));
      out.push_back(p.sheetStarts());
      return out;
    };
    const auto risen = [&](const std::vector<int>& before) {
      const auto now = starts();
      std::vector<std::size_t> out;
      for (std::size_t i = 0; i < now.size(); ++i)
        if (now[i] != before[i]) out.push_back(i);
      return out;
    };
    QVERIFY(cloths.size() >= 4);
    // One cloth's length on hand is the matter of its own plan alone.
    auto before = starts();
    ChangeCloth longer{cloths[2].id, {}};
    longer.fields.lengths = std::vector<OnHand>{Length::millimetres(7'000)};
    QVERIFY(d.session->edit(longer, "x"));
    d.settle();
    QCOMPARE(risen(before), std::vector<std::size_t>{2});
    // A piece that changes from one cloth to another is the matter of these two.
    before = starts();
    const ClothId from = d.project().painting[0];
    const ClothId to = from == cloths[1].id ? cloths[3].id : cloths[1].id;
    std::vector<std::size_t> both;
    for (std::size_t i = 0; i < cloths.size(); ++i)
      if (cloths[i].id == from || cloths[i].id == to) both.push_back(i);
    QVERIFY(d.session->edit(Paint{to, {0}}, "x"));
    d.settle();
    QCOMPARE(risen(before), both);
    // Taken back and made again: nobody works, and every figure is that of before.
    before = starts();
    const auto length = [&](std::size_t i) { return d.session->plan(cloths[i].id)->length; };
    const std::vector<std::optional<double>> worn{length(both[0]), length(both[1])};
    d.session->undo();
    d.settle();
    QVERIFY(d.session->plan(cloths[both[0]].id) && p.allPlans());
    d.session->redo();
    d.settle();
    QVERIFY((worn == std::vector<std::optional<double>>{length(both[0]), length(both[1])}));
    QVERIFY(risen(before).empty());
    // The name is nobody's; the page is that of the sheets.
    before = starts();
    QVERIFY(d.session->edit(Rename{"Marsh"}, "x"));
    d.settle();
    QVERIFY(risen(before).empty());
    QVERIFY(d.session->edit(SetPage{"a3", {}, {}}, "x"));
    d.settle();
    QCOMPARE(risen(before), std::vector<std::size_t>{cloths.size()});
  }
  void noFigureOfAnotherStateIsGiven() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    const ClothId first = d.project().cloths[0].id;
    for (int i = 0; i < 12; ++i) {
      // Each time the answer that is there must be the one worked out from nothing.
      d.session->edit(SetEdge{Length::millimetres(20 + i)}, "x");
      for (int k = 0; k < 40; ++k) {
        if (const auto plan = d.session->plan(first)) {
          const auto right = cutPlan(d.project(), first);
          QVERIFY(right && right->length == plan->length && right->pieces == plan->pieces);
        }
        if (const auto sheets = d.session->sheets()) {
          QCOMPARE(neededOn(*sheets), static_cast<int>(d.project().layout->size()));
          const auto& paper = sheets->sheets.front().papers.front();
          COMPARE_TO(area(paper.outline), area(d.project().layout->shapes[paper.shape].outline), 1e-6);
        }
        for (const Remark& r : d.session->remarks())
          for (const auto piece : r.pieces) QVERIFY(piece < d.project().layout->size());
        QTest::qWait(i % 3);
      }
    }
    d.settle();
    QVERIFY(d.session->plan(first) && d.session->sheets());
  }
  void everyStationCanBeLookedAtWhileItsFiguresAreStillWorkedOut() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    for (int i = 0; i < 30; ++i) {
      // A smaller layout than the remarks and sheets that were shown belong to.
      d.session->edit(SetCounts{i % 2 ? 9 : 2, i % 3 ? 7 : 2, {}}, "x");
      d.window->goTo(QStringList{"papers", "cut", "motif", "cloth", "arrange"}[i % 5]);
      const NextStep next = nextStep(*d.session);
      if (!next.station.isEmpty()) d.window->goTo(next.station, next.about, next.pieces);
      QTest::qWait(i % 4);
      if (i % 7 == 0) d.session->undo();
    }
    d.settle();
    QCOMPARE(neededOn(*d.session->sheets()), static_cast<int>(d.project().layout->size()));
  }
  /// Hundreds of windows in each other's way take seconds: meanwhile edits, Stop, going on, and closing.
  void manyWindowsArePlannedBesideTheWindow() {
    Project p = support::project(support::recipe("squares", 50, 18, 18));
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
    p = support::edited(p, {{"edit", "addCloth"},
                            {"name", "Dense"},
                            {"width", 1000},
                            {"lengths", {9000}},
                            {"print",
                             {{"picture", "c.png"},
                              {"dpi", 100},
                              {"along", 72},
                              {"across", 66},
                              {"kind", "half-drop"},
                              {"mark", {0, 0}}}}});
    int next = 1;
    for (const double turn : {0.0, 20.0, 45.0}) {
      nlohmann::json pieces = nlohmann::json::array();
      for (int k = 0; k < 100; ++k) pieces.push_back(next++);
      p = support::edited(p, {{"edit", "addMotif"},
                              {"name", "M" + std::to_string(next)},
                              {"cloth", "Dense"},
                              {"shape", "square"},
                              {"at", {20 + turn, 30}},
                              {"turn", turn},
                              {"pieces", pieces}});
    }
    const ClothId dense = *findCloth(p, "Dense");
    {
      Driver d;
      d.session->begin(p, {}, Origin::Fresh);
      d.window->goTo(QStringLiteral("cut"));
      QTest::qWait(200);
      QVERIFY(d.session->planner().working() && !d.session->plan(dense));
      // Work that has nothing to do with it goes on, and the plan is not begun anew for it.
      const int begun = d.session->planner().planStarts(dense);
      d.session->edit(Rename{"Another name"}, "x");
      SOON_EQUAL(QString::fromStdString(d.project().name), QStringLiteral("Another name"));
      QCOMPARE(d.session->planner().planStarts(dense), begun);
      d.session->cancelWork();
      SOON(!d.session->planner().working());
      QVERIFY(d.session->planner().stopped() && !d.session->plan(dense));
      d.session->goOn();
      SOON(d.session->plan(dense));
      std::size_t windows = 0;
      for (const WindowPart& part : d.session->plan(dense)->windows) windows += part.windows.size();
      QCOMPARE(windows, std::size_t(300));
      QVERIFY(*d.session->plan(dense)->windowLength >= *d.session->plan(dense)->windowsAtLeast - 1e-6);
    }
    Driver closing;
    closing.session->begin(p, {}, Origin::Fresh);
    QTest::qWait(200);
    QVERIFY(closing.session->planner().working());
    // The window goes while it is worked on.
  }
  void aStoppedFigureIsSaidAndTakenUpAgain() {
    Driver d;
    d.window->files().openDemo();
    d.session->cancelWork();
    QTest::qWait(50);
    QVERIFY(!d.session->sheets());
    QVERIFY(d.session->planner().stopped());
    QVERIFY(nextStep(*d.session).sentence.contains("not worked out") ||
            nextStep(*d.session).sentence.contains("cloth"));
    d.session->goOn();
    d.settle();
    QVERIFY(d.session->sheets() && d.session->planner().allPlans());
  }

  void aSafetyCopyIsNeverFarBehindHoweverSteadilyOneWorks() {  // guarantee 1 of recovery.hpp
    Driver d;
    d.click("New project: Squares");
    // A step every 40 ms for longer than the copy may wait: copies come all the same, newer and newer.
    QStringList seen;
    const QString copy = d.recovery->folder() + "/copy.clathra";
    for (int i = 0; i < 120; ++i) {
      d.session->edit(Rename{"Step " + std::to_string(i)}, "x");
      QTest::qWait(40);
      if (i % 20 == 19 && QFile::exists(copy)) {
        const auto kept = openProject(copy.toStdString());
        QVERIFY(kept);
        const QString name = QString::fromStdString(kept->name);
        if (!seen.contains(name)) seen << name;
      }
    }
    QVERIFY2(seen.size() >= 2, qPrintable(seen.join(", ")));
  }
  void aRecoveredOrImportedProjectIsNotPutAwayUnasked() {
    for (const Origin origin : {Origin::Foreign, Origin::Fresh, Origin::Opened}) {
      Driver d;
      d.session->begin(support::project(support::recipe("kites", 40, 3, 3)), {}, origin);
      QCOMPARE(d.session->saved(), origin != Origin::Foreign);
      d.session->edit(Rename{"Other"}, "named");
      QVERIFY(!d.session->saved());
      d.session->undo();  // back at the start, with a step that could be made again
      QVERIFY(!d.session->saved());
      d.answerBox("Stay here");
      QVERIFY(!d.putAway());
      QVERIFY(d.session->isOpen());
    }
  }
  void wordsStillBeingTypedAreAskedAbout() {
    Driver d;
    d.click("New project: Squares");
    QVERIFY(d.saveTo(at("typed.clathra")));
    auto* field = d.find<QLineEdit>("Count across");
    QTest::mouseClick(field, Qt::LeftButton);
    field->selectAll();
    QTest::keyClicks(field, "11");  // and no Enter
    d.answerBox("Save them");
    QVERIFY(d.putAway());
    QCOMPARE(openProject(at("typed.clathra").toStdString())->recipe.across, 11);
  }
  void theSafeWayIsWhatEnterBringsWhereAnotherProgramChangedTheFile() {
    Driver d;
    d.click("New project: Squares");
    const QString file = at("shared.clathra");
    QVERIFY(d.saveTo(file));
    Project other = support::project(support::recipe("kites", 40, 3, 3));
    other.name = "Another's";
    QVERIFY(saveProject(realFileSystem(), other, file.toStdString()));
    d.session->edit(Rename{"Mine"}, "named");
    QString onEnter, onEscape;
    QTimer look;
    look.setInterval(20);
    connect(&look, &QTimer::timeout, this, [&] {
      auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
      if (!box) return;
      look.stop();
      onEnter = box->defaultButton() ? box->defaultButton()->text() : QString();
      onEscape = box->escapeButton() ? box->escapeButton()->text() : QString();
      box->escapeButton()->click();
    });
    look.start();
    d.window->files().save();
    SOON(!onEnter.isEmpty());
    d.settle();
    QVERIFY2(onEnter.remove('&').startsWith("Save beside it"), qPrintable(onEnter));
    QVERIFY2(onEscape.remove('&').startsWith("Not now"), qPrintable(onEscape));
    QCOMPARE(openProject(file.toStdString())->name, std::string("Another's"));
  }
  /// "Save as" begins with where the project lies, "Save beside it" with a name that nobody has: an Enter
  /// replaces nothing.
  void dialogsBeginWithANameThatIsMeant() {
    Driver d;
    d.click("New project: Squares");
    const QString file = at("kept here.clathra");
    QVERIFY(d.saveTo(file));
    QStringList offered;
    QTimer look;
    look.setInterval(20);
    connect(&look, &QTimer::timeout, this, [&] {
      QWidget* modal = QApplication::activeModalWidget();
      if (auto* box = qobject_cast<QMessageBox*>(modal)) return box->defaultButton()->click();
      auto* dialog = qobject_cast<QFileDialog*>(modal);
      if (!dialog) return;
      offered += dialog->selectedFiles();
      dialog->reject();
    });
    look.start();
    d.window->files().saveAs();
    QCOMPARE(offered, QStringList{file});
    for (const char* taken : {"kept here.clathra", "kept here 2.clathra"}) {
      Project other = support::project(support::recipe("kites", 40, 3, 3));
      other.name = "Another's";
      QVERIFY(saveProject(realFileSystem(), other, at(taken).toStdString()));
    }
    d.session->edit(Rename{"Mine"}, "named");
    d.window->files().save();
    SOON(offered.size() == 2);
    d.settle();
    QCOMPARE(offered.back(), at("kept here 3.clathra"));
    QCOMPARE(openProject(file.toStdString())->name, std::string("Another's"));
  }
  void aStepMadeWhileACopyIsWrittenIsCopiedNext() {
    Driver d;
    d.click("New project: Squares");
    std::atomic<bool> go{false}, held{false};
    // The writer is busy when the copy's turn comes, so that the second step falls into its writing.
    d.session->writer().run(
        [&]() -> Status {
          held = true;
          while (!go) QThread::msleep(5);
          return {};
        },
        [](const Status&) {});
    d.session->edit(Rename{"First"}, "named");
    SOON(held.load());
    QTest::qWait(Recovery::kPause + 500);
    d.session->edit(Rename{"Second"}, "named");
    go = true;
    const QString copy = d.recovery->folder() + "/copy.clathra";
    const auto nameThere = [&] {
      const auto kept = QFile::exists(copy) ? openProject(copy.toStdString()) : Result<Project>(fail("none"));
      return kept ? kept->name : std::string();
    };
    SOON(nameThere() == "Second");
  }
  /// What was done last in a project that was recovered or opened is what its next copy tells, until more is
  /// done.
  void whatWasDoneLastIsThatOfThisProject() {
    Driver d;
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    p.lastDone = "painted 3 pieces";
    d.session->begin(p, {}, Origin::Foreign);
    d.settle();
    const QString about = d.recovery->folder() + "/about.json";
    const auto told = [&] {
      QFile file(about);
      return file.open(QIODevice::ReadOnly) ? QJsonDocument::fromJson(file.readAll())["lastDone"].toString()
                                            : QStringLiteral("nothing");
    };
    SOON_EQUAL(told(), QStringLiteral("painted 3 pieces"));
    d.session->edit(Rename{"Other"}, "named it");
    SOON_EQUAL(told(), QStringLiteral("named it"));
    p.lastDone.clear();
    d.session->begin(p, {}, Origin::Foreign);
    SOON_EQUAL(told(), QString());
  }
  /// A stroke is one step: what it changed is told of all its pieces, of the next step by itself.
  void whatAStrokeChangedIsToldOfAllOfIt() {
    Driver d;
    d.session->begin(support::project(support::recipe("squares", 50, 4, 3)), {}, Origin::Fresh);
    d.settle();
    const auto take = [&](std::uint32_t piece, const char* merge) {
      d.session->edit(TakeAway{{piece}, {}}, "took away", QString::fromLatin1(merge));
      d.settle();
      return std::pair(d.session->figuresBefore().pieces, d.session->figures().pieces);
    };
    QCOMPARE(take(0, "stroke"), std::pair(12, 11));
    QCOMPARE(take(0, "stroke"), std::pair(12, 10));
    QCOMPARE(take(0, "stroke"), std::pair(12, 9));
    QCOMPARE(take(0, "another"), std::pair(9, 8));
    d.session->undo();
    d.settle();
    QCOMPARE(d.session->figuresBefore().pieces, 8);
    QCOMPARE(d.session->figures().pieces, 9);
    QCOMPARE(take(0, "another"), std::pair(9, 8));  // a step of its own after the undo
    d.session->begin(support::project(support::recipe("squares", 50, 2, 2)), {}, Origin::Fresh);
    QCOMPARE(d.session->figuresBefore().pieces, 4);
  }
  void aNewProjectHasTheAllowanceOfItsSystem() {
    for (const LengthUnit unit : {LengthUnit::Inch, LengthUnit::Millimetre}) {
      Driver d;
      d.preferences.setUnit(unit);
      d.window->files().begin(QStringLiteral("kites"));
      d.settle();
      COMPARE_TO(d.project().settings.allowance.mm(), unit == LengthUnit::Inch ? 6.35 : 7, 1e-9);
      COMPARE_TO(d.project().recipe.edge.mm(), unit == LengthUnit::Inch ? 25.4 : 25, 1e-9);
      d.preferences.setUnit(LengthUnit::Inch);
    }
  }
  void severalCopiesAreOfferedByProjectTimeAndLastStep() {  // guarantees 2 and 3 of recovery.hpp
    for (const auto& [folder, name] : {std::pair("one", "Reed"), std::pair("two", "Groyne")}) {
      const QString left = Recovery::parentFolder() + "/" + folder;
      QDir().mkpath(left);
      Project p = support::project(support::recipe("kites", 40, 3, 3));
      p.name = name;
      QVERIFY(saveProject(realFileSystem(), p, (left + "/copy.clathra").toStdString()));
      QFile about(left + "/about.json");
      QVERIFY(about.open(QIODevice::WriteOnly));
      about.write(
          QStringLiteral(R"({"name":"%1","lastDone":"painted 3 pieces","original":""})").arg(name).toUtf8());
    }
    QFile broken(Recovery::parentFolder() + "/two/copy.clathra");
    QVERIFY(broken.resize(200));
    Driver d;
    d.window->showStart();
    d.settle();
    QStringList words;
    for (const QLabel* l : d.window->findChildren<QLabel*>())
      if (l->isVisible()) words << l->text();
    QVERIFY(words.join('\n').contains("\"Reed\" was not closed properly"));
    QVERIFY(words.join('\n').contains("you painted 3 pieces"));
    d.click("Take it up again: Groyne");  // the broken one is named by its project, and stays on offer
    QVERIFY(!d.session->isOpen());
    QVERIFY2(d.window->said().contains("Groyne") && !d.window->said().contains("copy.clathra"),
             qPrintable(d.window->said()));
    d.click("Take it up again: Reed");
    QCOMPARE(support::text(d.project().name), QByteArray("Reed"));
    d.answerBox("Let them go");
    QVERIFY(d.putAway());
    d.window->showStart();
    d.click("Throw the copy away: Groyne");
    QVERIFY(d.recovery->leftovers().empty());
  }
  void aRecoveredProjectHasACopyOfItsOwnAtOnce() {
    const QString left = Recovery::parentFolder() + "/gone";
    QDir().mkpath(left);
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    p.name = "Only here";
    QVERIFY(saveProject(realFileSystem(), p, (left + "/copy.clathra").toStdString()));
    Driver d;
    d.window->showStart();
    d.click("Take it up again");
    QVERIFY(!QFile::exists(left));
    const auto own = openProject((d.recovery->folder() + "/copy.clathra").toStdString());
    QVERIFY(own && own->name == "Only here");
    d.answerBox("Stay here");  // a new project asks first
    d.window->files().begin(QStringLiteral("squares"));
    d.settle();
    QCOMPARE(support::text(d.project().name), QByteArray("Only here"));
  }
};

CLATHRA_TEST(SessionTest, "session")
#include "session.moc"
