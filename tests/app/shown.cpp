// What every view shows of a project in which nothing equals its neighbour, in either system: each label,
// control, list and row with what it says and how it stands, and what is painted, against what was looked at
// and found good.
#include <QTemporaryDir>

#include "all_views.hpp"
#include "content.hpp"
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

  void inEachView_data() {
    QTest::addColumn<int>("view");
    QTest::addColumn<bool>("inches");
    // The others show no lengths.
    const QStringList inInches{"Fit to size",    "Outer edge",        "What is shown: Will it close?",
                               "Lantern Damask", "B, Lantern Damask", "C, Wader Stripe"};
    for (const bool inches : {false, true})
      for (std::size_t i = 0; i < support::allViews().size(); ++i)
        if (const View& v = support::allViews()[i];
            !inches || v.first.isEmpty() || inInches.contains(v.first.last()))
          QTest::addRow("%s, %s", qPrintable(titleOf(support::allViews()[i])),
                        inches ? "inches" : "millimetres")
              << static_cast<int>(i) << inches;
  }
  void inEachView() {
    QFETCH(int, view);
    QFETCH(bool, inches);
    const View& v = support::allViews()[static_cast<std::size_t>(view)];
    Driver d;
    QVERIFY(openView(d, folder_.filePath(inches ? "inch.clathra" : "mm.clathra"), v));
    d.answers();
    QString file = QStringLiteral("view ") + titleOf(v) + (inches ? " inch" : " mm");
    file = file.toLower().remove(QRegularExpression("[^a-z ]")).replace(QLatin1Char(' '), QLatin1Char('-'));
    const QString unlike = support::unlikeRecord(file, support::shownIn(d), 0.25);
    QVERIFY2(unlike.isEmpty(), qPrintable(unlike));
  }
};

CLATHRA_TEST(ShownTest, "shown")
#include "shown.moc"
