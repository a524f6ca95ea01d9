// A station is made when it is first gone to: what it shows then, and what the rail says before, is what they
// would be had it always been there.
#include <QScrollBar>
#include <QTemporaryDir>

#include "app/window/stations.hpp"
#include "asymmetric.hpp"
#include "registry.hpp"
#include "rich.hpp"
#include "shown_in.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::Driver;

namespace {

const QStringList kNames{"Arrange", "Papers", "Cloth", "Motif", "Cut"};

std::size_t made(const Driver& d) {
  return static_cast<std::size_t>(d.window->findChildren<Station*>(Qt::FindDirectChildrenOnly).size());
}

/// The beads of the rail, with what they say of each station.
QStringList beads(Driver& d) {
  d.answers();
  QStringList out;
  for (const auto* b : d.window->findChildren<QAbstractButton*>())
    if (b->objectName() == QStringLiteral("bead")) out << b->accessibleName();
  return out;
}

/// The windows that come up, by their class.
struct Windows : QObject {
  bool eventFilter(QObject* o, QEvent* e) override {
    const auto* w = qobject_cast<QWidget*>(o);
    if (w && e->type() == QEvent::Show && w->isWindow())
      shown << QString::fromLatin1(w->metaObject()->className());
    return false;
  }
  QStringList shown;
};

}  // namespace

class LateStationsTest : public QObject {
  Q_OBJECT

  QTemporaryDir folder_;
  QString file_, other_;
  std::map<QString, QStringList> early_;  ///< what is shown where all stations were there before

  QString kept(const char* name, const Project& project) {
    const QString path = folder_.filePath(QString::fromLatin1(name));
    QFile out(path);
    if (!out.open(QIODevice::WriteOnly) || out.write(QByteArray::fromStdString(*serialize(project))) <= 0)
      qFatal("%s cannot be written.", name);
    return path;
  }

 private slots:
  void initTestCase() {
    file_ = kept("path.clathra", support::rich());
    other_ = kept("other.clathra", support::asymmetric(LengthUnit::Inch));
  }
  void init() { Preferences().setPrinter("Attic"); }
  void cleanup() { Preferences().setPrinter({}); }

  void noneIsMadeBeforeItIsGoneTo() {
    Driver d;
    QCOMPARE(made(d), 1U);
    QVERIFY(d.open(file_));
    QCOMPARE(made(d), 1U);
    d.click("Motif");
    QCOMPARE(made(d), 2U);
    d.key(Qt::Key_5, Qt::ControlModifier);
    QCOMPARE(made(d), 3U);
    QVERIFY(d.window->station("cut")->picture()->isVisible());
    d.click("Motif");
    QCOMPARE(made(d), 3U);
    QVERIFY(!d.window->station("no such station"));
  }
  /// What the rail counts must not hang on who has been looked at.
  void theRailSaysTheSameBeforeAndAfter() {
    Driver d;
    QVERIFY(d.open(file_));
    const QStringList before = beads(d);
    QCOMPARE(before.size(), kNames.size());
    for (qsizetype i = 0; i < kNames.size(); ++i) QVERIFY(before[i].startsWith(kNames[i]));
    for (const QString& name : kNames) d.click(name);
    d.click("Arrange");
    QCOMPARE(beads(d), before);
  }
  void itShowsWhatItWouldHadItBeenThere_data() {
    QTest::addColumn<QString>("name");
    for (const QString& name : kNames) QTest::newRow(qPrintable(name)) << name;
  }
  void itShowsWhatItWouldHadItBeenThere() {
    QFETCH(QString, name);
    const auto step = [](Driver& d) {
      support::step(*d.session, {{"edit", "changeCloth"}, {"cloth", "Tide Ink"}, {"name", "Eel Grey"}},
                    "named");
      d.answers();
    };
    const auto look = [&](Driver& d, const QString& at) {
      d.click(at);
      d.answers();
      QStringList lines = support::shownIn(d);
      lines.sort();  // whatever order it was made in
      return lines;
    };
    if (early_.empty()) {
      Driver d;
      QVERIFY(d.open(other_));
      for (const QString& each : kNames) d.click(each);
      QVERIFY(d.open(file_));
      step(d);
      for (const QString& each : kNames) early_[each] = look(d, each);
    }
    Driver d;
    QVERIFY(d.open(file_));
    step(d);
    const QStringList early = early_[name], late = look(d, name);
    QVERIFY(early.size() > 30);
    for (const QString& line : early) QVERIFY2(late.contains(line), qPrintable("only early: " + line));
    for (const QString& line : late) QVERIFY2(early.contains(line), qPrintable("only late: " + line));
  }
  /// Who is led to a station finds the focus where it is led, at the first visit as at the next; and nothing
  /// flashes up on the way.
  void theFocusGoesWhereItIsLed() {
    Driver d;
    d.window->files().openDemo();
    d.answers();
    Windows windows;
    qApp->installEventFilter(&windows);
    const auto led = [&](const char* station, const QString& about) {
      d.window->goTo(QString::fromLatin1(station), about);
      d.answers();
      const QWidget* w = d.window->focusWidget();
      return w && w->hasFocus() ? Driver::nameOf(w).section(':', 0, 0) : QString("nothing");
    };
    for (int visit = 0; visit < 2; ++visit) {
      QCOMPARE(led("cut", ""), QString("Ruler strips, recommended"));
      QCOMPARE(led("cloth", "#2"), QString("The usable width"));
      QCOMPARE(led("motif", "#0"), QString("Swatch with the window"));
      QCOMPARE(led("papers", "page"), QString("Page"));
      QCOMPARE(led("arrange", "edge"), QString("The edge"));
    }
    QCOMPARE(windows.shown, QStringList());
  }
  void anotherProjectAndAnotherThemeFindIt() {
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Cloth");
    d.click("Wader Stripe");
    QVERIFY(d.open(other_));
    d.click("Cloth");
    QCOMPARE(d.find<QLineEdit>("Name of the cloth")->text(),
             QString::fromStdString(d.project().cloths.front().name));
    d.preferences.setEvening(true);
    d.window->rebuild();
    d.settle();
    QVERIFY(d.window->station("cloth")->picture()->isVisible());
    QCOMPARE(made(d), 2U);  // Arrange and the one that is looked at
    QCOMPARE(d.find<QLineEdit>("Name of the cloth")->text(),
             QString::fromStdString(d.project().cloths.front().name));
    d.preferences.setEvening(false);
  }
  /// Picture, bench and message line follow each other to Tab, and within a bench what stands lower comes
  /// later: whichever station was made last, and whichever row of a list.
  void tabReadsAsTheEyeDoes_data() {
    QTest::addColumn<QString>("name");
    for (const QString& name : kNames) QTest::newRow(qPrintable(name)) << name;
  }
  void tabReadsAsTheEyeDoes() {
    QFETCH(QString, name);
    Driver d;
    QVERIFY(d.open(file_));
    d.click("Cut");
    d.click(name);
    for (auto* card : d.window->findChildren<Card*>())
      if (card->isVisible()) card->setOpen(true);
    d.window->say("Something that is told and can be closed.");
    d.answers();
    Station* station = d.window->station(name.toLower());
    const auto place = [&](const QWidget* w) {
      return station->picture()->isAncestorOf(w)    ? QString("picture")
             : station->bench()->isAncestorOf(w)    ? QString("bench")
             : d.window->messages().isAncestorOf(w) ? QString("message")
                                                    : QString("around");
    };
    for (const bool back : {false, true}) {
      QStringList places;
      std::map<QString, int> visited;
      QWidget* first = d.find<QAbstractButton>("Menu");
      first->setFocus();
      int low = back ? 1'000'000 : -1'000'000;
      for (int i = 0; i < 2'000; ++i) {
        QWidget* w = d.window->focusWidget();
        if (places.isEmpty() || places.last() != place(w)) places << place(w);
        ++visited[place(w)];
        if (place(w) == "bench") {
          const int y = w->mapTo(station->bench(), QPoint(0, w->height() / 2)).y() +
                        qobject_cast<QScrollArea*>(station->bench())->verticalScrollBar()->value();
          // What stands beside each other is not of one height.
          QVERIFY2(back ? y <= low + 24 : y >= low - 24, qPrintable(Driver::nameOf(w)));
          low = y;
        }
        QTest::keyClick(w, back ? Qt::Key_Backtab : Qt::Key_Tab);
        if (d.window->focusWidget() == first) break;
      }
      QCOMPARE(d.window->focusWidget(), first);
      // The message line comes last as long as it says something; it leaves by itself.
      if (places.contains("message")) QCOMPARE(places.at(back ? 1 : places.size() - 2), QString("message"));
      places.removeAll("message");
      places.removeAll("around");
      QCOMPARE(places.join(", "), back ? QString("bench, picture") : QString("picture, bench"));
      QVERIFY(visited["bench"] > 5);
    }
  }
};

CLATHRA_TEST(LateStationsTest, "late_stations")
#include "late_stations.moc"
