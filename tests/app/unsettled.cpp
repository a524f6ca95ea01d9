// Acts before things have settled: whatever is done while work still runs, nothing crashes, hangs or is
// stale. A round is made from its number, which a failure names. CLATHRA_UNSETTLED says how many seconds it
// goes on; without it a few rounds are made.
#include <QInputDialog>
#include <QMenu>
#include <QTemporaryDir>

#include "app/arrange/arrange_station.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "store/file.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Ends whatever stands over the window and waits for an answer.
class Answers : public QObject {
 public:
  Answers() {
    connect(&timer_, &QTimer::timeout, this, [] { answer(); });
    timer_.start(5);
  }

 private:
  static void answer() {
    if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
    auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
    if (!dialog) return;
    if (auto* box = qobject_cast<QMessageBox*>(dialog))
      for (QAbstractButton* b : box->buttons())
        if (b->text().remove(QLatin1Char('&')) == QLatin1String("Let them go")) return b->click();
    dialog->reject();
  }
  QTimer timer_;
};

/// Buttons that only open a dialog of the system are left alone.
bool mayClick(const QAbstractButton* b) {
  if (!b->isVisible() || !b->isEnabled() || !b->window()->isVisible()) return false;
  for (const char* word : {"…", "PDF", "SVG", "Print", "chart", "map", "Text size", "colours"})
    if (b->text().contains(QString::fromUtf8(word)) || b->accessibleName().contains(QString::fromUtf8(word)))
      return false;
  return true;
}

}  // namespace

class UnsettledTest : public QObject {
  Q_OBJECT
  QTemporaryDir folder_;

  void act(Driver& d, QRandomGenerator& random) {
    static const QStringList stations{"arrange", "papers", "cloth", "motif", "cut"};
    static const QStringList arrangements{"hexagons", "kites", "clamshells", "own", "hexagon-rosette"};
    Session& s = *d.session;
    if (!s.isOpen()) return d.window->files().begin(arrangements[random.bounded(5)]);
    switch (random.bounded(16)) {
      case 0:
        s.edit(SetCounts{1 + random.bounded(70), 1 + random.bounded(70), random.bounded(4)}, "counts");
        break;
      case 1:
        s.edit(SetEdge{Length::millimetres(15 + random.bounded(40))}, "edge");
        break;
      case 2:
      case 3: {
        const auto& cloths = s.project().cloths;
        if (!cloths.empty())
          s.edit(Paint{cloths[random.bounded(static_cast<quint32>(cloths.size()))].id,
                       {random.bounded(static_cast<quint32>(s.project().layout->size()))}},
                 "paint", random.bounded(2) ? "stroke" : "");
        break;
      }
      case 4:
        s.undo();
        break;
      case 5:
        s.redo();
        break;
      case 6:
        d.window->goTo(stations[random.bounded(5)]);
        break;
      case 7: {
        const NextStep next = nextStep(s);
        if (!next.station.isEmpty()) d.window->goTo(next.station, next.about, next.pieces);
        break;
      }
      case 8: {
        QList<QAbstractButton*> buttons;
        for (auto* b : d.window->findChildren<QAbstractButton*>())
          if (mayClick(b)) buttons << b;
        if (!buttons.isEmpty()) {
          auto* b = buttons[random.bounded(buttons.size())];
          QTest::mouseClick(b, Qt::LeftButton, {}, b->rect().center());
        }
        break;
      }
      case 9:
        if (random.bounded(4) == 0) d.window->files().begin(arrangements[random.bounded(5)]);
        break;
      case 10:
        if (random.bounded(4) == 0)
          d.window->files().openDemo(QStringList{"saltmarsh", "mill-lantern"}[random.bounded(2)]);
        break;
      case 11:
        s.cancelWork();
        break;
      case 12:
        s.save(folder_.filePath(QStringLiteral("%1.clathra").arg(random.bounded(3))), random.bounded(2));
        break;
      case 13: {
        QList<QLineEdit*> fields;
        for (auto* f : d.window->findChildren<QLineEdit*>())
          if (f->isVisible() && f->isEnabled()) fields << f;
        if (fields.isEmpty()) break;
        auto* f = fields[random.bounded(fields.size())];
        f->setFocus();
        f->selectAll();
        QTest::keyClicks(f, QStringList{"7", "12", "2 in", "x", "40mm"}[random.bounded(5)]);
        if (random.bounded(2)) QTest::keyClick(f, Qt::Key_Return);
        break;
      }
      case 14:
        if (random.bounded(6) == 0) d.window->close();
        break;
      default:
        QTest::keyClick(d.window.get(), QList<Qt::Key>{Qt::Key_Right, Qt::Key_Down, Qt::Key_Return,
                                                       Qt::Key_Space, Qt::Key_Tab}[random.bounded(5)]);
    }
  }

  /// All parts say the same once nothing runs.
  static void check(Driver& d) {
    d.session->goOn();
    d.settle();
    if (!d.session->isOpen()) return;
    const Project& p = d.project();
    QCOMPARE(d.session->geometry().layout.get(), p.layout.get());
    QCOMPARE(d.session->tally().pieces(), static_cast<int>(p.layout->size()));
    QCOMPARE(p.painting.size(), p.layout->size());
    QVERIFY(d.session->sheets());
    int fit = 0;
    int needed = 0;
    for (const PaperNeed& n : d.session->sheets()->needs) {
      fit += n.fits || n.parts > 0 ? n.papers : 0;
      needed += n.needed;
    }
    QCOMPARE(d.session->sheets()->papers, fit);
    QCOMPARE(needed, static_cast<int>(p.layout->size()));
    for (const Cloth& c : p.cloths) {
      const auto shown = d.session->plan(c.id);
      const auto right = cutPlan(p, c.id);
      QCOMPARE(shown != nullptr, right.has_value());
      if (shown) QVERIFY(shown->length == right->length && shown->pieces == right->pieces);
    }
    ReviewInput input = *reviewInput(p);
    input.printer = d.session->planner().printer();
    input.box = std::make_shared<const PaperBox>(d.session->paperBox());
    const PaperInput papers = paperInput(p, input.geometry, d.session->paperBox());
    input.supply = std::make_shared<const PaperSupply>(*paperSupply(papers, papers.papers.chosen()));
    const auto right = review(input);
    QCOMPARE(d.session->remarks().size(), right.size());
    for (std::size_t i = 0; i < right.size(); ++i) {
      QCOMPARE(support::text(d.session->remarks()[i].check), support::text(right[i].check));
      QVERIFY(d.session->remarks()[i].pieces == right[i].pieces);
    }
  }

 private slots:
  void whateverIsDoneWhileWorkRunsNothingIsLostStaleOrStuck() {
    const int seconds = qEnvironmentVariableIntValue("CLATHRA_UNSETTLED");
    QElapsedTimer clock;
    clock.start();
    for (quint32 round = 1; seconds > 0 ? clock.elapsed() < seconds * 1'000LL : round <= 12; ++round) {
      qInfo("round %u", round);
      Driver d;
      const Answers answers;
      QRandomGenerator random(round);
      for (int i = 0; i < 60; ++i) {
        act(d, random);
        if (random.bounded(3) == 0) QTest::qWait(random.bounded(6));
      }
      check(d);
      if (QTest::currentTestFailed()) qFatal("round %u", round);
    }
  }
};

CLATHRA_TEST(UnsettledTest, "unsettled")
#include "unsettled.moc"
