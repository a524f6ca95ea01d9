// The real program, as a process of its own, killed at random moments of saving: always the old or the new
// file, and what was not saved is offered again.
#include <signal.h>

#include <QProcess>
#include <QRandomGenerator>
#include <QTemporaryDir>

#include "driver.hpp"
#include "project/demo.hpp"
#include "project/file.hpp"
#include "registry.hpp"

using namespace clathra;

class KilledTest : public QObject {
  Q_OBJECT
 private slots:
  void alwaysTheOldOrTheNewFile() {
    const QTemporaryDir folder;
    QProcess xvfb;
    xvfb.start("Xvfb", {"-displayfd", "1", "-screen", "0", "1280x800x24", "-nolisten", "tcp"});
    QVERIFY(xvfb.waitForStarted(10'000));
    QVERIFY(xvfb.waitForReadyRead(20'000));
    const QString display = QStringLiteral(":") + QString::fromLatin1(xvfb.readLine().trimmed());
    const QString file = folder.filePath("p.clathra");
    const auto demo = demoProject(support::library(), "saltmarsh");
    QVERIFY(demo && saveProject(realFileSystem(), *demo, file.toStdString()));
    QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
    env.insert("DISPLAY", display);
    env.insert("QT_QPA_PLATFORM", "xcb");
    int offered = 0, changed = 0;
    std::string last = demo->name;
    for (int round = 0; round < 100; ++round) {
      QProcess program;
      program.setProcessEnvironment(env);
      program.start(CLATHRA_BINARIES "/clathra", {"--exercise-saving", file});
      QVERIFY(program.waitForStarted(10'000));
      QVERIFY2(program.waitForReadyRead(30'000), program.readAllStandardError().constData());
      QTest::qWait(QRandomGenerator::global()->bounded(400));
      ::kill(static_cast<pid_t>(program.processId()), SIGKILL);
      program.waitForFinished(10'000);
      const auto found = openProject(file.toStdString());
      QVERIFY2(found, found ? "" : found.error().text.c_str());
      QVERIFY(found->name == demo->name || found->name.starts_with("Step "));
      QCOMPARE(found->layout->size(), demo->layout->size());
      QCOMPARE(found->pictures.size(), demo->pictures.size());
      changed += found->name != last;
      last = found->name;
      Session session(support::library(), realFileSystem());
      const Recovery recovery(session, realFileSystem());
      for (const Leftover& l : recovery.leftovers()) {
        const auto copy = openProject(l.file.toStdString());
        QVERIFY2(copy, copy ? "" : copy.error().text.c_str());
        QVERIFY(copy->name.starts_with("Step "));
        ++offered;
        Recovery::discard(l);
      }
    }
    xvfb.terminate();
    xvfb.waitForFinished(5'000);
    QVERIFY(changed > 50);  // it was saving
    QVERIFY(offered > 20);  // and copies were left to offer
    // A save that goes well clears away what killed ones left beside the file.
    QVERIFY(saveProject(realFileSystem(), *demo, file.toStdString()));
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files), QStringList{"p.clathra"});
  }
  void aCopyIsOfferedOnTheStartPageAndTakenUpAgain() {
    // As a killed run leaves it: a copy under a number of no living process.
    QDir().mkpath(Recovery::folder());
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    p = support::edited(p, {{"edit", "rename"}, {"name", "Half done"}});
    const QString copy = Recovery::folder() + "/999999999.clathra";
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
    const auto copies = [] { return QDir(Recovery::folder()).entryList({"*.clathra"}, QDir::Files).size(); };
    QTRY_COMPARE_WITH_TIMEOUT(copies(), 1, 10'000);
    QVERIFY(d.saveTo(folder.filePath("s.clathra")));
    QTRY_COMPARE_WITH_TIMEOUT(copies(), 0, 5'000);
  }
};

CLATHRA_TEST(KilledTest, "killed")
#include "killed.moc"
