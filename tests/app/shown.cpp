// What every view shows of a project in which nothing equals its neighbour, in either system: each label,
// control, list and row with what it says and how it stands, and what is painted, against what was looked at
// and found good.
#include <QTemporaryDir>

#include "all_views.hpp"
#include "app/cloth/trace_scrap.hpp"
#include "app/cloth/true_picture.hpp"
#include "content.hpp"
#include "looks.hpp"
#include "records.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "shown_in.hpp"

using namespace clathra;
using support::Driver;
using support::View;

class ShownTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;

 private slots:
  void initTestCase() {
    QVERIFY(support::written(support::rich(), folder_.filePath("mm.clathra")));
    QVERIFY(support::written(support::asymmetric(LengthUnit::Inch), folder_.filePath("inch.clathra")));
  }

  /// Before a file was opened, that would be offered again.
  void atTheStart() {
    Driver d;
    d.answers();
    const QString unlike = support::unlikeRecord("view-start", support::shownIn(d), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }

  void inEachView_data() {
    QTest::addColumn<QString>("station");
    QTest::addColumn<QStringList>("first");
    QTest::addColumn<bool>("inches");
    const auto row = [](const View& v, bool inches) {
      QTest::addRow("%s, %s", qPrintable(titleOf(v)), inches ? "inches" : "millimetres")
          << QString::fromLatin1(v.station) << v.first << inches;
    };
    for (const View& v : support::allViews()) row(v, false);
    for (const View& v :
         {View{"Papers", {"What is shown: At once"}}, View{"Papers", {"What is shown: Look-alikes"}},
          View{"Papers", {"What is shown: Scan"}}, View{"Cloth", {"Tide Ink"}},
          View{"Cloth", {"Wader Stripe"}}, View{"Cloth", {"Joined"}}, View{"Cut", {"A, Tide Ink"}},
          View{"Cut", {"D, Oyster"}}})
      row(v, false);
    // The others show no lengths.
    const QStringList inInches{"Fit to size",    "Outer edge",        "What is shown: Will it close?",
                               "Lantern Damask", "B, Lantern Damask", "C, Wader Stripe"};
    for (const View& v : support::allViews())
      if (v.first.isEmpty() || inInches.contains(v.first.last())) row(v, true);
  }
  void inEachView() {
    QFETCH(QString, station);
    QFETCH(QStringList, first);
    QFETCH(bool, inches);
    const QByteArray name = station.toLatin1();
    const View v{name.constData(), first};
    Driver d;
    QVERIFY(openView(d, folder_.filePath(inches ? "inch.clathra" : "mm.clathra"), v));
    d.answers();
    for (const auto* list : d.window->findChildren<QComboBox*>())
      if (const QString cut = list->isVisible() ? support::cutOff(list) : QString(); !cut.isEmpty())
        QFAIL(qPrintable(Driver::nameOf(list) + cut));
    QString file = QStringLiteral("view ") + titleOf(v) + (inches ? " inch" : " mm");
    file = file.toLower().remove(QRegularExpression("[^a-z ]")).replace(QLatin1Char(' '), QLatin1Char('-'));
    const QString unlike = support::unlikeRecord(file, support::shownIn(d), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
  /// The picture is 240 by 160 pixels at 100 to the inch: 61 by 40.6 mm.
  void whereAPictureIsMadeTrue_data() {
    QTest::addColumn<QString>("by");
    QTest::addColumn<bool>("inches");
    QTest::addColumn<bool>("known");
    QTest::newRow("two-points") << "Two points" << false << false;
    QTest::newRow("four-corners") << "Four corners" << true << false;
    QTest::newRow("crop") << "Crop" << true << true;
    QTest::newRow("alike-points") << "Alike points" << false << true;
  }
  void whereAPictureIsMadeTrue() {
    QFETCH(QString, by);
    QFETCH(bool, inches);
    QFETCH(bool, known);
    Driver d;  // for its style
    TruePicture dialog({240, 160, std::vector<std::uint8_t>(240 * 160 * 4, 200)}, 100, known,
                       inches ? LengthUnit::Inch : LengthUnit::Millimetre);
    dialog.resize(800, 560);
    dialog.show();
    QVERIFY(QTest::qWaitForWindowActive(&dialog));
    const auto buttons = dialog.findChildren<QAbstractButton*>();
    (*std::find_if(buttons.begin(), buttons.end(), [&](auto* b) { return b->text() == by; }))->click();
    dialog.view()->setFocus();
    QCoreApplication::processEvents();
    const QString file = QStringLiteral("made-true-by-") + QString::fromLatin1(QTest::currentDataTag());
    const QString unlike = support::unlikeRecord(file, support::shownIn(dialog), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
  void whereAScrapIsTraced() {
    Driver d;
    TraceScrap dialog({240, 160, std::vector<std::uint8_t>(240 * 160 * 4, 200)}, 100, LengthUnit::Inch);
    dialog.resize(800, 560);
    dialog.show();
    QVERIFY(QTest::qWaitForWindowActive(&dialog));
    dialog.view()->setFocus();
    QCoreApplication::processEvents();
    const QString unlike = support::unlikeRecord("scrap-traced", support::shownIn(dialog), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
  void onTheSecondMotif() {
    Driver d;
    QVERIFY(openView(d, folder_.filePath("mm.clathra"), View{"Motif", {}}));
    d.choose("Motif choice", "Stalk");
    d.answers();
    const QString unlike = support::unlikeRecord("view-motif-stalk-mm", support::shownIn(d), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(ShownTest, "shown")
#include "shown.moc"
