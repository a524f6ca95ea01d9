// Walks through the window: one act after the other, drawn by chance, so that each begins where the others
// led. Whatever was done can be taken back and made again, what changed nothing is no step, and in the end
// the window says what one says that opens the saved project anew. A walk is made from its number.
#include <QRandomGenerator>
#include <QTemporaryDir>

#include "app/widgets/rail.hpp"
#include "app/widgets/tally_strip.hpp"
#include "asymmetric.hpp"
#include "at_work.hpp"
#include "content.hpp"
#include "registry.hpp"

using namespace clathra;
using nlohmann::json;
using support::contentOf;
using support::Driver;

namespace {

constexpr int kActs = 50;

/// What stands at every station: how far each is, and the figures of the whole, less how they changed.
QStringList standing(const Driver& d) {
  QStringList out;
  for (const auto* b : d.window->findChild<Rail*>()->findChildren<QAbstractButton*>())
    out << Driver::nameOf(b);
  for (const StripFigure& f : d.window->findChild<TallyStrip*>()->figures())
    out << f.value + QLatin1Char(' ') + f.what + QLatin1Char(' ') + f.why;
  return out;
}

/// What the window's own classes paint, and takes the pointer.
std::vector<QWidget*> picturesOf(const Driver& d) {
  std::vector<QWidget*> out;
  constexpr int kLeast = 120;
  for (QWidget* w : d.window->findChildren<QWidget*>())
    if (w->isVisible() && QByteArray(w->metaObject()->className()).startsWith("clathra") && !w->layout() &&
        !w->inherits("QAbstractScrollArea") && !qobject_cast<QAbstractButton*>(w) &&
        !w->testAttribute(Qt::WA_TransparentForMouseEvents) &&
        w->visibleRegion().boundingRect().width() > kLeast &&
        w->visibleRegion().boundingRect().height() > kLeast)
      out.push_back(w);
  return out;
}

class Walker {
 public:
  Walker(Driver& d, quint32 seed) : d_(d), random_(seed) {}

  /// Acts once, and says what was done; empty if that was nothing.
  QString act(int time) {
    const int what = random_.bounded(20);
    if (what == 0) return goElsewhere();
    if (what == 1) return back();
    if (what < 7) return point();
    if (what < 9) return key();
    return control(time);
  }

 private:
  QString goElsewhere() {
    static const QStringList stations{"Arrange", "Papers", "Cloth", "Motif", "Cut"};
    const QString to = stations[random_.bounded(stations.size())];
    d_.click(to);
    return QStringLiteral("to ") + to;
  }
  QString back() {
    if (!d_.session->canUndo()) return {};
    d_.click(QStringLiteral("Undo"));
    return QStringLiteral("Undo");
  }
  /// A click or a drag on a picture.
  QString point() {
    const auto pictures = picturesOf(d_);
    if (pictures.empty()) return {};
    QWidget* on = pictures[random_.bounded(static_cast<quint32>(pictures.size()))];
    const QRect room = on->visibleRegion().boundingRect();
    const auto anywhere = [&] {
      return room.topLeft() + QPoint(room.width() * (10 + random_.bounded(80)) / 100,
                                     room.height() * (10 + random_.bounded(80)) / 100);
    };
    const QPoint from = anywhere(), to = anywhere();
    const QString name = QString::fromLatin1(on->metaObject()->className()).section(QStringLiteral("::"), -1);
    if (random_.bounded(3) > 0) {
      QTest::mouseClick(on, Qt::LeftButton, {}, from);
      return QStringLiteral("click on %1 at %2 %3").arg(name).arg(from.x()).arg(from.y());
    }
    QTest::mousePress(on, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 4; ++i) QTest::mouseMove(on, from + (to - from) * i / 4);
    QTest::mouseRelease(on, Qt::LeftButton, {}, to);
    return QStringLiteral("drag on %1 from %2 %3 to %4 %5")
        .arg(name)
        .arg(from.x())
        .arg(from.y())
        .arg(to.x())
        .arg(to.y());
  }
  QString key() {
    const auto pictures = picturesOf(d_);
    if (pictures.empty()) return {};
    static const QList<Qt::Key> keys{Qt::Key_Right, Qt::Key_Down,   Qt::Key_Left,   Qt::Key_Up,
                                     Qt::Key_Space, Qt::Key_Return, Qt::Key_Delete, Qt::Key_Plus};
    QWidget* on = pictures[random_.bounded(static_cast<quint32>(pictures.size()))];
    const Qt::Key k = keys[random_.bounded(keys.size())];
    on->setFocus();
    for (int i = 0; i <= static_cast<int>(random_.bounded(3)); ++i) QTest::keyClick(on, k);
    return QStringLiteral("key %1").arg(QKeySequence(k).toString());
  }
  QString control(int time) {
    std::vector<QWidget*> here;
    for (QWidget* w : support::controlsOf(d_))
      if (const QString name = Driver::nameOf(w);
          !d_.window->findChild<Rail*>()->isAncestorOf(w) && !name.contains(QStringLiteral("raced")) &&
          name != QStringLiteral("Undo") && name != QStringLiteral("Redo"))
        here.push_back(w);
    if (here.empty()) return {};
    // What was worked least goes first, or most of the way would be spent on what is always there.
    const auto worked = [&](QWidget* w) { return worked_.value(Driver::nameOf(w)); };
    const int least = worked(*std::min_element(
        here.begin(), here.end(), [&](QWidget* a, QWidget* b) { return worked(a) < worked(b); }));
    std::erase_if(here, [&](QWidget* w) { return worked(w) > least; });
    QWidget* w = here[random_.bounded(static_cast<quint32>(here.size()))];
    const QString name = Driver::nameOf(w);
    ++worked_[Driver::nameOf(w)];
    return support::work(d_, w, time) ? name : QString();
  }

  Driver& d_;
  QRandomGenerator random_;
  QHash<QString, int> worked_;
};

}  // namespace

class WalksTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;

  QString fileIn(LengthUnit unit) const {
    return folder_.filePath(unit == LengthUnit::Inch ? "inches.clathra" : "path.clathra");
  }

 private slots:
  void initTestCase() {
    for (const LengthUnit unit : {LengthUnit::Millimetre, LengthUnit::Inch})
      QVERIFY(support::written(support::asymmetric(unit), fileIn(unit)));
  }

  void eachActCanBeTakenBackAndNothingIsStale_data() {
    QTest::addColumn<QString>("station");
    QTest::addColumn<bool>("inches");
    for (const char* station : {"Arrange", "Papers", "Cloth", "Motif", "Cut"})
      for (const bool inches : {false, true})
        QTest::addRow("%s%s", station, inches ? " in inches" : "") << station << inches;
  }
  void eachActCanBeTakenBackAndNothingIsStale() {
    QFETCH(QString, station);
    QFETCH(bool, inches);
    const QString file = fileIn(inches ? LengthUnit::Inch : LengthUnit::Millimetre);
    const quint32 number = static_cast<quint32>(station.at(0).unicode()) + (inches ? 1 : 0);
    Driver d;
    support::Dialogs dialogs;
    QVERIFY(d.open(file));
    d.click(station);
    Walker walker(d, number);
    int changed = 0;
    for (int i = 0; i < kActs; ++i) {
      const json before = contentOf(d.project());
      const QString last = d.session->undoLabel();
      const QString act = walker.act(i / 3);
      if (act.isEmpty()) continue;
      d.answers();
      if (!d.session->isOpen()) {
        QVERIFY(d.open(file));
        d.click(station);
        continue;
      }
      const QByteArray where = QStringLiteral("walk %1, act %2: %3").arg(number).arg(i).arg(act).toUtf8();
      const json after = contentOf(d.project());
      QVERIFY2(after != before || d.session->undoLabel() == last, where);
      if (after == before || act == QStringLiteral("Undo")) continue;
      ++changed;
      // A drag may be several steps.
      int back = 0;
      while (back < kActs && d.session->canUndo() && contentOf(d.project()) != before) {
        d.session->undo();
        d.settle();
        ++back;
      }
      QVERIFY2(contentOf(d.project()) == before, where);
      for (int k = 0; k < back; ++k) {
        d.session->redo();
        d.settle();
      }
      QVERIFY2(contentOf(d.project()) == after, where);
    }
    QVERIFY2(changed > kActs / 10, qPrintable(QString::number(changed)));
    const QString kept = folder_.filePath(QStringLiteral("walk-%1.clathra").arg(number));
    QVERIFY(d.saveTo(kept));
    const json saved = contentOf(d.project());
    d.window->goTo(QStringLiteral("arrange"));
    d.answers();
    Driver anew;
    QVERIFY(anew.open(kept));
    QVERIFY(contentOf(anew.project()) == saved);
    anew.window->goTo(QStringLiteral("arrange"));
    anew.answers();
    QVERIFY2(QTest::qWaitFor([&] { return standing(d) == standing(anew); }, 20'000),
             qPrintable(standing(d).join(" & ") + "\nnot " + standing(anew).join(" & ")));
  }
};

CLATHRA_TEST(WalksTest, "walks")
#include "walks.moc"
