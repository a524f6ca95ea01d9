// The real program, as a process of its own, killed at random moments of saving: always the old or the new
// file, and what was not saved is offered again.
#include <signal.h>

#include <QProcess>
#include <QRandomGenerator>
#include <QTemporaryDir>

#include "driver.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "store/file.hpp"

using namespace clathra;

namespace {

/// A screen of its own for programs of their own.
struct Screen {
  bool start() {
    xvfb.start("Xvfb", {"-displayfd", "1", "-screen", "0", "1280x800x24", "-nolisten", "tcp"});
    if (!xvfb.waitForStarted(support::kHang) || !xvfb.waitForReadyRead(support::kHang)) return false;
    environment.insert("DISPLAY", QStringLiteral(":") + QString::fromLatin1(xvfb.readLine().trimmed()));
    environment.insert("QT_QPA_PLATFORM", "xcb");
    return true;
  }
  ~Screen() {
    xvfb.terminate();
    xvfb.waitForFinished(support::kHang);
  }
  QProcess xvfb;
  QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
};

}  // namespace

class KilledTest : public QObject {
  Q_OBJECT
 private slots:
  void atMostFiveSecondsOfSteadyWorkAreLost() {
    const QTemporaryDir folder;
    Screen screen;
    QVERIFY(screen.start());
    const QString file = folder.filePath("steady.clathra");
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo && saveProject(realFileSystem(), *demo, file.toStdString()));
    const int kills = std::max(4, qEnvironmentVariableIntValue("CLATHRA_KILLS"));
    for (int round = 0; round < kills; ++round) {
      QProcess program;
      program.setProcessEnvironment(screen.environment);
      program.start(CLATHRA_BINARIES "/clathra", {"--exercise-working", file});
      QVERIFY(program.waitForStarted(support::kHang));
      QVERIFY2(program.waitForReadyRead(support::kHang), program.readAllStandardError().constData());
      // Longer than a copy may wait, and never with a pause in the work.
      QTest::qWait(5'200 + QRandomGenerator::global()->bounded(2'500));
      ::kill(static_cast<pid_t>(program.processId()), SIGKILL);
      program.waitForFinished(support::kHang);
      const qint64 last = program.readAllStandardOutput().trimmed().split('\n').last().toLongLong();
      Session session(support::library(), realFileSystem());
      const Recovery recovery(session, realFileSystem());
      const auto copies = recovery.leftovers();
      QCOMPARE(copies.size(), std::size_t(1));
      const auto copy = openProject(copies.front().file.toStdString());
      QVERIFY2(copy, copy ? "" : clathra::said(copy.error()).c_str());
      const qint64 lost = last - QString::fromStdString(copy->name).toLongLong();
      QVERIFY2(lost >= 0 && lost <= 5'000, qPrintable(QStringLiteral("%1 ms of work").arg(lost)));
      QCOMPARE(copies.front().lastDone, QStringLiteral("went on working"));
      Recovery::discard(copies.front());
    }
    QCOMPARE(openProject(file.toStdString())->name, demo->name);  // nobody saved
  }
  void alwaysTheOldOrTheNewFile() {
    const QTemporaryDir folder;
    Screen screen;
    QVERIFY(screen.start());
    const QString file = folder.filePath("p.clathra");
    auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo);
    // With its prints, so that a save takes its time; with nothing painted, so that none is spent on plans.
    demo->motifs.clear();
    demo->painting = Painting(demo->layout->size());
    QVERIFY(saveProject(realFileSystem(), *demo, file.toStdString()));
    // A hundred takes some minutes; here as many as show it, more where they are asked for.
    const int kills = std::max(30, qEnvironmentVariableIntValue("CLATHRA_KILLS"));
    int offered = 0, changed = 0;
    std::string last = demo->name;
    for (int round = 0; round < kills; ++round) {
      QProcess program;
      program.setProcessEnvironment(screen.environment);
      program.start(CLATHRA_BINARIES "/clathra", {"--exercise-saving", file});
      QVERIFY(program.waitForStarted(support::kHang));
      QVERIFY2(program.waitForReadyRead(support::kHang), program.readAllStandardError().constData());
      QTest::qWait(QRandomGenerator::global()->bounded(400));
      ::kill(static_cast<pid_t>(program.processId()), SIGKILL);
      program.waitForFinished(support::kHang);
      const auto found = openProject(file.toStdString());
      QVERIFY2(found, found ? "" : clathra::said(found.error()).c_str());
      QVERIFY(found->name == demo->name || found->name.starts_with("Step "));
      QCOMPARE(found->layout->size(), demo->layout->size());
      QCOMPARE(found->pictures.size(), demo->pictures.size());
      changed += found->name != last;
      last = found->name;
      Session session(support::library(), realFileSystem());
      const Recovery recovery(session, realFileSystem());
      for (const Leftover& l : recovery.leftovers()) {
        const auto copy = openProject(l.file.toStdString());
        QVERIFY2(copy, copy ? "" : clathra::said(copy.error()).c_str());
        QVERIFY(copy->name.starts_with("Step "));
        ++offered;
        Recovery::discard(l);
      }
    }
    QVERIFY(changed > kills / 2);  // it was saving
    QVERIFY(offered > kills / 5);  // and copies were left to offer
    // A save that goes well clears away what killed ones left beside the file.
    QVERIFY(saveProject(realFileSystem(), *demo, file.toStdString()));
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files), QStringList{"p.clathra"});
  }
  void aCopyIsOfferedOnTheStartPageAndTakenUpAgain() {
    // As a killed run leaves it: a copy in a folder of which no living program holds the lock.
    const QString left = Recovery::parentFolder() + "/left-behind";
    QDir().mkpath(left);
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    p = support::edited(p, {{"edit", "rename"}, {"name", "Half done"}});
    const QString copy = left + "/copy.clathra";
    QVERIFY(saveProject(realFileSystem(), p, copy.toStdString()));
    support::Driver d;
    d.window->showStart();
    QVERIFY(d.has<QAbstractButton>("Take it up again"));
    d.click("Take it up again");
    QVERIFY(d.session->isOpen());
    QCOMPARE(support::text(d.project().name), QByteArray("Half done"));
    QVERIFY(!d.session->saved());
    QVERIFY(!QFile::exists(copy));
  }
  void theSafetyCopyComesByItselfAndGoesWithTheSave() {
    const QTemporaryDir folder;
    support::Driver d;
    d.click("New project: Squares");
    d.type("Count across", "6");
    const auto copies = [&] {
      return QDir(d.recovery->folder()).entryList({"*.clathra"}, QDir::Files).size();
    };
    SOON_EQUAL(copies(), 1);
    QVERIFY(d.saveTo(folder.filePath("s.clathra")));
    SOON_EQUAL(copies(), 0);
  }
};

CLATHRA_TEST(KilledTest, "killed")
#include "killed.moc"
