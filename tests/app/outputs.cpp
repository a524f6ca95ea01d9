// What the window writes and reads: through its dialogs, off the interface thread, and when the disk will
// not.
#include <QPrintDialog>
#include <QPrinter>
#include <QProcess>
#include <QTemporaryDir>
#include <QThread>
#include <atomic>

#include "driver.hpp"
#include "faulty_file_system.hpp"
#include "registry.hpp"
#include "script/demo.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::Driver;

namespace {

QByteArray contentOf(const QString& file) {
  QFile f(file);
  return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

/// Sends the next print dialog's pages into a PDF, as a printer that is not there would.
void printInto(const QString& file, int tries = 100) {
  QTimer::singleShot(20, qApp, [file, tries] {
    auto* dialog = qobject_cast<QPrintDialog*>(QApplication::activeModalWidget());
    if (!dialog) {
      if (tries > 0) printInto(file, tries - 1);
      return;
    }
    dialog->printer()->setOutputFormat(QPrinter::PdfFormat);
    dialog->printer()->setOutputFileName(file);
    dialog->done(QDialog::Accepted);
  });
}

}  // namespace

class OutputsTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;
  QString at(const QString& name) const { return folder_.filePath(name); }

 private slots:
  /// Where the folder for the pictures cannot be made, the program says so and ends as one that failed.
  void picturesThatGoNowhereAreAFailure() {
    QFile(at("file")).open(QIODevice::WriteOnly);
    QProcess p;
    p.start(QStringLiteral(CLATHRA_BINARIES "/clathra"), {"--screenshot", at("file/inside")});
    QVERIFY(p.waitForFinished(support::kHang));
    QVERIFY(p.exitStatus() == QProcess::NormalExit && p.exitCode() == 1);
    QVERIFY(p.readAllStandardError().contains(
        ("The folder \"" + at("file/inside") + "\" cannot be made.\n").toLocal8Bit()));
  }
  void whatIsBeingWrittenIsNotGivenUpForAnother() {
    Driver d;
    d.click("New project: Hexagons");
    std::atomic<bool> go = false;
    bool first = false, second = false, third = false;
    d.session->run([&](const Progress& progress) -> std::function<void()> {
      while (!go && !progress.cancelled()) QThread::msleep(1);
      return [&] { first = true; };
    });
    d.session->run([&](const Progress&) -> std::function<void()> { return [&] { second = true; }; });
    QVERIFY(d.window->said().contains("still at work"));
    go = true;
    d.settle();
    QVERIFY(first && !second);
    d.session->run([&](const Progress&) -> std::function<void()> { return [&] { third = true; }; });
    d.settle();
    QVERIFY(third);
  }
  void sheetsAreSavedAsPdfAndAsSvg() {
    Driver d;
    d.click("New project: Hexagons");
    d.window->goTo(QStringLiteral("papers"));
    d.answerFile(at("papers.pdf"));
    d.click("Save as PDF");
    QVERIFY2(d.window->said().contains("Print them at 100 %"), qPrintable(d.window->said()));
    QVERIFY(contentOf(at("papers.pdf")).startsWith("%PDF"));
    const auto sheets = static_cast<int>(d.session->sheets()->sheets.size());
    QVERIFY(sheets > 1);
    QDir().mkpath(at("svg"));
    d.click("For a cutting machine, folded");
    d.answerFile(at("svg"));
    d.click("Save as SVG");
    QCOMPARE(QDir(at("svg")).entryList({"papers-*.svg"}).size(), sheets);
    QVERIFY2(d.window->said().contains(QString::number(sheets)), qPrintable(d.window->said()));
  }
  void sheetsArePrinted() {
    Driver d;
    d.click("New project: Squares");
    d.window->goTo(QStringLiteral("papers"));
    printInto(at("printed.pdf"));
    d.click("Print the sheets");
    QVERIFY2(d.window->said().contains("to the printer"), qPrintable(d.window->said()));
    QProcess p;
    p.start("pdfinfo", {at("printed.pdf")});
    QVERIFY(p.waitForFinished(support::kHang));
    const QString info = QString::fromUtf8(p.readAllStandardOutput());
    QVERIFY2(info.contains("Page size:       595") && info.contains("A4"), qPrintable(info));
    // And the list of what belongs to places: these papers are used again.
    QVERIFY(
        info.contains(QStringLiteral("Pages:           %1\n").arg(d.session->sheets()->sheets.size() + 1)));
  }
  void aFolderThatCannotBeWrittenIsSaidAndNothingIsLeft() {
    Driver d;
    d.click("New project: Squares");
    d.window->goTo(QStringLiteral("papers"));
    QFile block(at("block"));
    QVERIFY(block.open(QIODevice::WriteOnly));
    block.close();
    d.answerFile(at("block") + "/papers.pdf");
    d.click("Save as PDF");
    QVERIFY2(d.window->said().contains("papers.pdf"), qPrintable(d.window->said()));
    QCOMPARE(contentOf(at("block")), QByteArray());
  }
  void aLayoutIsImportedFromTheStartPageAndBadOnesLeaveTheOpenProject() {
    const QTemporaryDir folder;
    const auto write = [&](const char* name, const QByteArray& text) {
      QFile f(folder.filePath(name));
      QVERIFY(f.open(QIODevice::WriteOnly) && f.write(text) == text.size());
    };
    write("two.svg",
          "<svg width='100mm' viewBox='0 0 100 100'><path d='M10 10h30v30h-30z'/>"
          "<rect x='40.2' y='10' width='30' height='30'/><text>x</text></svg>");
    write("bad.svg", "<svg><g transform='wobble(1)'><rect/></g></svg>");
    Driver d;
    d.preferences.setUnit(LengthUnit::Millimetre);
    d.window->showStart();
    d.answerFile(folder.filePath("two.svg"));
    d.click("Import a layout …");
    QVERIFY(d.session->isOpen());
    QCOMPARE(d.project().layout->size(), std::size_t(2));
    QCOMPARE(d.session->geometry().seams.seams.size(), std::size_t(1));
    QVERIFY(d.window->said().contains("Imported 2 pieces"));
    QVERIFY(d.window->said().contains("brought together") && d.window->said().contains("1 text"));
    QVERIFY(d.project().settings.unit == LengthUnit::Millimetre);
    for (const Cloth& c : d.project().cloths) QCOMPARE(c.increment.mm(), 100.0);
    d.preferences.setUnit(LengthUnit::Inch);  // kept for whoever comes next
    d.answerFile(folder.filePath("bad.svg"));
    d.window->files().importLayout();
    d.settle();
    QVERIFY(d.window->said().contains("transform that is none"));
    QCOMPARE(d.project().layout->size(), std::size_t(2));
  }
  void theLayoutIsExportedByItsSuffix() {
    Driver d;
    d.click("New project: Kites");
    for (const char* name : {"k.svg", "k.png", "k.csv", "k.geojson", "k.dxf", "k.pdf"}) {
      d.answerFile(at(name));
      d.window->files().exportLayout();
      d.settle();
      QVERIFY2(d.window->said().startsWith("Wrote"), qPrintable(d.window->said()));
      QVERIFY(contentOf(at(name)).size() > 40);
    }
    d.answerFile(at("k.odt"));
    d.window->files().exportLayout();
    d.settle();
    QVERIFY(d.window->said().contains("no format"));
    QVERIFY(!QFile::exists(at("k.odt")));
  }

  void aSaveThatFailsIsSaidAndLosesNothing() {
    support::FaultyFileSystem fs;
    Driver d;
    Session session(support::library(), fs);
    QString said;
    connect(&session, &Session::refused, this, [&](const QString& s) { said = s; });
    session.begin(support::project(support::recipe("squares", 50, 4, 4)), {}, Origin::Foreign);
    bool ok = false;
    session.save(at("s.clathra"), false, [&](bool done) { ok = done; });
    QVERIFY(session.waitUntilIdle(support::kHang));
    QVERIFY(ok && session.saved());
    const QByteArray before = contentOf(at("s.clathra"));
    QVERIFY(support::step(session, {{"edit", "rename"}, {"name", "Other"}}, "renamed"));
    // Whichever call below the saver fails: said, the old file whole, the project open and unsaved.
    for (int n = 1; n <= 6; ++n) {
      fs.calls = 0;
      fs.failAt = n;
      said.clear();
      ok = true;
      session.save(at("s.clathra"), true, [&](bool done) { ok = done; });
      QVERIFY(session.waitUntilIdle(support::kHang));
      if (fs.calls < n) break;
      if (ok) continue;  // after the rename the new file stands
      QVERIFY2(said.contains("s.clathra"), qPrintable(said));
      QVERIFY(!session.saved());
      QCOMPARE(support::text(session.project().name), QByteArray("Other"));
      const auto opened = openProject(at("s.clathra").toStdString());
      QVERIFY(opened);
    }
    fs.failAt = -1;
    session.save(at("s.clathra"), true, [&](bool done) { ok = done; });
    QVERIFY(session.waitUntilIdle(support::kHang));
    QVERIFY(ok && session.saved());
    QVERIFY(contentOf(at("s.clathra")) != before);
  }
  void savesFollowEachOtherAndTheLastOneStands() {
    Driver d;
    d.click("New project: Squares");
    int done = 0;
    for (int i = 0; i < 5; ++i) {
      support::step(*d.session, {{"edit", "rename"}, {"name", "Name " + std::to_string(i)}},
                    QStringLiteral("renamed"));
      d.session->save(at("many.clathra"), false, [&](bool ok) { done += ok; });
    }
    d.settle();
    QCOMPARE(done, 5);
    QVERIFY(d.session->saved());
    QCOMPARE(support::text(openProject(at("many.clathra").toStdString())->name), QByteArray("Name 4"));
  }
  void whatIsEditedWhileASaveRunsStaysUnsaved() {
    Driver d;
    d.click("New project: Squares");
    d.session->save(at("w.clathra"));
    support::step(*d.session, {{"edit", "rename"}, {"name", "Later"}}, QStringLiteral("renamed"));
    d.settle();
    QVERIFY(!d.session->saved());
    QVERIFY(openProject(at("w.clathra").toStdString())->name != "Later");
  }
  void aSaveThatIsStoppedLeavesTheFileAsItWas() {
    Project p = support::project(support::recipe("squares", 50, 4, 4));
    QVERIFY(saveProject(realFileSystem(), p, at("c.clathra").toStdString()));
    const QByteArray before = contentOf(at("c.clathra"));
    p.name = "Changed";
    const Progress progress;
    progress.cancel();
    const Status stopped = saveProject(realFileSystem(), p, at("c.clathra").toStdString(), progress);
    QVERIFY(!stopped && support::says(stopped.error(), "saving-stopped-as"));
    QCOMPARE(contentOf(at("c.clathra")), before);
  }
  void undoOfALargeLayoutIsMadeOffTheInterfaceThread() {
    Driver d;
    d.click("New project: Squares");
    support::step(*d.session, {{"edit", "setCounts"}, {"across", 150}, {"down", 150}},
                  QStringLiteral("grew"));
    d.settle();
    support::step(*d.session, {{"edit", "setEdge"}, {"value", 30}}, QStringLiteral("changed the edge"));
    d.settle();
    d.session->undo();
    // Not yet: layout, seams and tally change together.
    QCOMPARE(d.project().recipe.edge.mm(), 30.0);
    d.settle();
    QCOMPARE(d.project().recipe.edge.mm(), 25.4);
    QCOMPARE(d.session->geometry().layout.get(), d.project().layout.get());
    d.session->redo();
    d.session->cancelWork();  // stopped: it stays where it was
    d.settle();
    QCOMPARE(d.project().recipe.edge.mm(), 25.4);
    QVERIFY(d.session->canRedo());
    d.session->undo();
    d.settle();
    QCOMPARE(d.session->figures().pieces, 64);
    d.session->redo();
    d.settle();
    QCOMPARE(d.session->figures().pieces, 22'500);
  }
  void closingTheWindowAsksAndDoesWhatIsAnswered() {
    Driver d;
    d.click("New project: Squares");
    d.type("Count across", "5");
    d.answerBox("Stay here");
    d.window->close();
    d.settle();
    QVERIFY(d.window->isVisible() && d.session->isOpen());
    d.answerBox("Save them");
    d.answerFile(at("closing.clathra"));
    d.window->close();
    SOON(!d.window->isVisible());
    QCOMPARE(openProject(at("closing.clathra").toStdString())->layout->size(), std::size_t(40));
  }
  void aProjectThatCannotBeReadLeavesTheOpenOneAlone() {
    Driver d;
    d.click("New project: Squares");
    d.type("Count across", "6");
    const Project before = d.project();
    QVERIFY(!d.open(at("there-is-none.clathra")));
    QVERIFY(d.window->said().contains("cannot be opened"));
    QVERIFY(d.session->isOpen() && sameContent(d.project(), before));
  }
  void aPictureThatIsNoneIsSaidAndThePrintStaysAsItWas() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo(QStringLiteral("cloth"));
    d.click("Oyster");
    QFile bad(at("bad.png"));
    QVERIFY(bad.open(QIODevice::WriteOnly));
    bad.write("no picture at all");
    bad.close();
    const Project before = d.project();
    d.answerFile(at("bad.png"));
    d.click("Take in a picture");
    QVERIFY2(d.window->said().contains("bad.png"), qPrintable(d.window->said()));
    QVERIFY(sameContent(d.project(), before));
  }
};

CLATHRA_TEST(OutputsTest, "outputs")
#include "outputs.moc"
