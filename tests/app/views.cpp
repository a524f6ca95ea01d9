// Every view at every size, by day and in the evening, up to 200 % text: no clipped words, no control out of
// reach, a spoken name for each.
#include <QComboBox>
#include <QLabel>
#include <QScrollArea>
#include <QTemporaryDir>

#include "app/window/stations.hpp"
#include "driver.hpp"
#include "looks.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;
using support::problem;

namespace {

/// Saves a project, changes it here, and its file behind the program's back.
void changedByAnother(Driver& d, const QString& file) {
  d.click("New project: Squares");
  QVERIFY(d.saveTo(file));
  d.type("Count across", "5");
  QFile other(file);
  QVERIFY(other.open(QIODevice::Append) && other.write("x") == 1);
}

Settled settled(std::string_view id, const Session& session) {
  for (const StationKind& kind : stationKinds())
    if (id == kind.id) return kind.settled(session);
  throw std::invalid_argument("no such station");
}

}  // namespace

class ViewsTest : public QObject {
  Q_OBJECT
 private slots:
  void nothingIsClippedOrOutOfReach_data() {
    QTest::addColumn<QSize>("size");
    QTest::addColumn<double>("scale");
    QTest::addColumn<bool>("evening");
    for (const QSize size : {QSize(1280, 800), QSize(1024, 700), QSize(1920, 1080)})
      for (const double scale : {1.0, 1.5, 2.0})
        for (const bool evening : {false, true})
          QTest::addRow("%dx%d at %d %% %s", size.width(), size.height(), int(scale * 100),
                        evening ? "evening" : "day")
              << size << scale << evening;
  }
  void nothingIsClippedOrOutOfReach() {
    QFETCH(QSize, size);
    QFETCH(double, scale);
    QFETCH(bool, evening);
    Driver d(scale, evening);
    d.window->resize(size);
    const auto check = [&](const char* view) {
      const QString p = problem(d);
      if (!p.isEmpty()) d.window->grab().save(QStringLiteral("/tmp/clathra-view-fault.png"));
      return p.isEmpty() ? QString() : QString::fromLatin1(view) + QStringLiteral(": ") + p;
    };
    d.window->showFirstStart();
    QVERIFY2(check("first start").isEmpty(), qPrintable(check("first start")));
    d.window->showHelp();
    QVERIFY2(check("help").isEmpty(), qPrintable(check("help")));
    d.window->showStart();
    QVERIFY2(check("start").isEmpty(), qPrintable(check("start")));
    d.window->files().openDemo();
    for (const char* id : {"arrange", "papers", "cloth", "motif", "cut"}) {
      d.window->goTo(QString::fromLatin1(id));
      QVERIFY2(check(id).isEmpty(), qPrintable(check(id)));
      if (d.has<QAbstractButton>("Bench") &&
          !d.find<QAbstractButton>("Bench")->isChecked()) {  // the drawer, opened
        d.click("Bench");
        QVERIFY2(check(id).isEmpty(), qPrintable(check(id)));
        d.click("Bench");
      }
    }
    d.window->say(
        QStringLiteral("This is a message of the length that messages have when a file could not be saved; "
                       "choose another place or try again."));
    QVERIFY2(check("message").isEmpty(), qPrintable(check("message")));
    support::step(*d.session, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {1, 2, 3}}},
                  QStringLiteral("took cloths off"));
    d.window->goTo(QStringLiteral("arrange"));
    QVERIFY2(check("remarks").isEmpty(), qPrintable(check("remarks")));
  }
  void theCheckSeesAClippedLabel() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    auto* l = new QLabel(QStringLiteral("These words are longer than their place"), d.window.get());
    l->setGeometry(100, 100, 40, 10);
    l->show();
    QVERIFY(problem(d).startsWith("clipped words"));
  }
  void whatNextAndTheBeadsTellTheTruth() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    const auto next = [&] { return nextStep(*d.session); };
    support::step(*d.session, {{"edit", "paint"}, {"cloth", nullptr}, {"pieces", {1, 2, 3}}},
                  QStringLiteral("x"));
    d.settle();
    QCOMPARE(next().sentence, QStringLiteral("3 pieces have no cloth yet."));
    QCOMPARE(next().pieces, (std::vector<std::uint32_t>{0, 1, 2}));
    QCOMPARE(settled("arrange", *d.session), Settled::Half);
    d.click("Show them");
    d.session->undo();
    d.settle();
    QCOMPARE(settled("arrange", *d.session), Settled::Full);
    support::step(*d.session, {{"edit", "changeCloth"}, {"cloth", "Oyster"}, {"width", nullptr}},
                  QStringLiteral("x"));
    d.settle();
    QVERIFY(next().sentence.startsWith("How wide is Oyster"));
    QCOMPARE(settled("cloth", *d.session), Settled::Half);
    QCOMPARE(settled("cut", *d.session), Settled::Half);
    QVERIFY(d.find<QAbstractButton>("Cut")->accessibleName().contains("begun"));
  }
  void theTallyShowsTheChangeSinceTheLastStep() {
    Driver d;
    d.click("New project: Squares");
    d.type("Count across", "10");
    const auto figures = d.window->findChild<TallyStrip*>()->figures();
    QCOMPARE(figures[0].value, QStringLiteral("80"));
    QCOMPARE(figures[0].change, QStringLiteral("+16"));
    d.type("Count across", "9");
    QCOMPARE(d.window->findChild<TallyStrip*>()->figures()[0].change, QStringLiteral("−8"));
    QVERIFY(d.window->findChild<TallyStrip*>()->figures()[0].less);
  }
  void badInputIsSaidCalmlyAndChangesNothing() {
    Driver d;
    d.click("New project: Hexagons");
    const Project before = d.project();
    for (const auto& [field, text] :
         {std::pair("The edge", "nonsense"), std::pair("The edge", "0"), std::pair("The edge", "-3 mm"),
          std::pair("The edge", "50 m"), std::pair("Count across", "many"), std::pair("Count across", "0"),
          std::pair("Count down", "99999999"), std::pair("The seam allowance", "1 m")}) {
      d.window->say({});
      d.type(field, text);
      QVERIFY2(!d.window->said().isEmpty(), text);
      QVERIFY(sameContent(d.project(), before));
    }
    d.window->say({});
    d.type("Count across", "90000");  // 720 000 pieces
    QVERIFY2(d.window->said().contains("200000"), qPrintable(d.window->said()));
    QVERIFY(sameContent(d.project(), before));
    const QTemporaryDir folder;
    QFile bad(folder.filePath("bad.clathra"));
    QVERIFY(bad.open(QIODevice::WriteOnly));
    bad.write("no project");
    bad.close();
    QVERIFY(!d.open(bad.fileName()));
    QVERIFY(d.window->said().contains("cannot be opened"));
    QVERIFY(sameContent(d.project(), before));  // what was open stays open
  }
  void aProjectChangedUnderneathIsNotOverwrittenUnasked() {
    const QTemporaryDir folder;
    const QString file = folder.filePath("p.clathra");
    Driver d;
    changedByAnother(d, file);
    const auto bytes = [](const QString& path) {
      QFile f(path);
      return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    };
    const QByteArray theirs = bytes(file);
    // Asked each time: a habitual second press replaces nothing, and neither does Enter.
    for (int i = 0; i < 2; ++i) {
      d.answerBox("Not now");
      QVERIFY(!d.saveTo(file));
      QCOMPARE(bytes(file), theirs);
      QVERIFY(!d.session->saved());
    }
    QTimer::singleShot(200, qApp, [&d, &folder] {
      auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
      QVERIFY(box);
      d.answerFile(folder.filePath("beside.clathra"));
      QTest::keyClick(box, Qt::Key_Return);
    });
    QVERIFY(d.saveTo(file));
    QCOMPARE(bytes(file), theirs);
    QCOMPARE(d.session->path(), folder.filePath("beside.clathra"));
    QVERIFY(d.saveTo(file, true));
    QVERIFY(bytes(file) != theirs);
  }
  void anotherProgramsWorkIsReplacedByADecision() {
    const QTemporaryDir folder;
    const QString file = folder.filePath("p.clathra");
    Driver d;
    changedByAnother(d, file);
    d.answerBox("Replace the other's work");
    QVERIFY(d.saveTo(file));
    QVERIFY(d.session->saved() && d.open(file));
    QCOMPARE(d.project().recipe.across, 5);
  }
  void removingAClothNamesWhatHangsOnItFirst() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo(QStringLiteral("cloth"));
    d.click("Lantern Damask");
    d.answerBox("Keep it");
    d.click("Remove this cloth");
    QCOMPARE(d.project().cloths.size(), std::size_t(5));
    d.answerBox("Remove it");
    d.click("Remove this cloth");
    QCOMPARE(d.project().cloths.size(), std::size_t(4));
    d.session->undo();
    QCOMPARE(d.project().cloths.size(), std::size_t(5));
  }
};

CLATHRA_TEST(ViewsTest, "views")
#include "views.moc"
