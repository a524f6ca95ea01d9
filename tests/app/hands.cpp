// Under the hand: nothing moves by itself, the wheel and the keys do what they are meant to, and a new
// project begins with everything in its place.
#include <QScrollBar>
#include <QVBoxLayout>
#include <QWheelEvent>

#include "app/arrange/arrange_station.hpp"
#include "app/widgets/fields.hpp"
#include "app/widgets/labels.hpp"
#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

namespace {

ArrangeStation* arrangeOf(Driver& d) {
  return static_cast<ArrangeStation*>(d.window->station("arrange"));
}

QScrollArea* benchOf(Driver& d) {
  return qobject_cast<QScrollArea*>(d.window->station("arrange")->bench());
}

/// Where every visible control stands, by its name. The message's own controls apart.
QStringList places(Driver& d) {
  QStringList out;
  for (const QWidget* w : d.window->findChildren<QWidget*>()) {
    if (!w->isVisible() || d.window->messages().isAncestorOf(w)) continue;
    const bool control = qobject_cast<const QAbstractButton*>(w) || qobject_cast<const QLineEdit*>(w) ||
                         qobject_cast<const QComboBox*>(w) || qobject_cast<const LayoutCanvas*>(w);
    if (!control) continue;
    const QPoint at = w->mapTo(d.window.get(), QPoint());
    out << QStringLiteral("%1 %2,%3 %4x%5")
               .arg(Driver::nameOf(w))
               .arg(at.x())
               .arg(at.y())
               .arg(w->width())
               .arg(w->height());
  }
  return out;
}

/// Types into a field and stays there.
QLineEdit* begunToType(Driver& d, const QString& name, const QString& text) {
  auto* field = d.find<QLineEdit>(name);
  d.bringIntoView(field);
  QTest::mouseClick(field, Qt::LeftButton);
  field->selectAll();
  QTest::keyClicks(field, text);
  return field;
}

void wheel(QWidget* w, int steps) {
  const QPointF at(w->width() / 2.0, w->height() / 2.0);
  QWheelEvent event(at, w->mapToGlobal(at), {}, QPoint(0, 120 * steps), Qt::NoButton, Qt::NoModifier,
                    Qt::NoScrollPhase, false);
  QApplication::sendEvent(w, &event);
}

}  // namespace

class HandsTest : public QObject {
  Q_OBJECT
 private slots:
  void messagesAndWorkMoveNothing_data() {
    QTest::addColumn<QSize>("size");
    QTest::addColumn<double>("scale");
    QTest::newRow("usual") << QSize(1280, 800) << 1.0;
    QTest::newRow("small") << QSize(1024, 700) << 1.0;
    QTest::newRow("large text") << QSize(1280, 800) << 2.0;
  }
  void messagesAndWorkMoveNothing() {  // guarantee 1 of message_line.hpp
    QFETCH(QSize, size);
    QFETCH(double, scale);
    Driver d(scale);
    d.window->resize(size);
    d.window->files().openDemo();
    for (const char* station : {"arrange", "papers", "cloth", "motif", "cut"}) {
      d.window->goTo(QString::fromLatin1(station));
      d.settle();
      const QStringList before = places(d);
      QVERIFY(before.size() > 5);
      for (const QString& words : {QStringLiteral("Saved"), QString(400, QLatin1Char('m')),
                                   QStringLiteral("Is that so?"), QString()}) {
        d.window->say(words);
        d.window->messages().setWork(words.isEmpty() ? std::nullopt : std::optional(0.4));
        d.settle();
        QCOMPARE(places(d), before);
      }
    }
  }
  void messagesLeaveByThemselvesButNotFromUnderThePointer() {  // guarantee 2 of message_line.hpp
    Driver d;
    auto& line = d.window->messages();
    line.setReadingTime(50, 0);
    d.window->say("saved");
    QVERIFY(line.shows());
    SOON(!line.shows());
    QCOMPARE(d.window->said(), QStringLiteral("Saved."));  // who asks later is still told
    QEnterEvent enter(QPointF(5, 5), QPointF(5, 5), line.mapToGlobal(QPointF(5, 5)));
    d.window->say("saved again");
    QApplication::sendEvent(&line, &enter);
    QTest::qWait(300);
    QVERIFY(line.shows());
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(&line, &leave);
    SOON(!line.shows());
    d.window->say("once more");
    d.click("Close the message");
    QVERIFY(!line.shows());
  }
  void whatIsTooLongIsReadInFullByOnePress() {  // guarantee 3 of message_line.hpp
    Driver d;
    d.window->say("short");
    QVERIFY(!d.has<QAbstractButton>("Read on"));
    const QString words = QStringLiteral("Words and more of them. ").repeated(40).trimmed();
    d.window->say(words);
    QVERIFY(d.has<QAbstractButton>("Read on"));
    d.click("Read on");
    const QWidget* sheet = QApplication::activePopupWidget();
    QVERIFY(sheet);
    const auto* read = sheet->findChild<QLabel*>();
    QCOMPARE(read->text(), words);
    QVERIFY(read->height() + 2 >= read->heightForWidth(read->width()));
    QApplication::activePopupWidget()->close();
  }
  void thePictureStaysWhenThePointerEnters() {
    Driver d;
    d.window->resize(1024, 700);
    d.window->files().openDemo();
    d.settle();
    auto* canvas = arrangeOf(d)->canvas();
    const QSize size = canvas->size();
    const double zoom = canvas->zoomPercent();
    const QStringList before = places(d);
    for (const std::uint32_t piece : {0u, 40u, 200u, 658u}) {
      QTest::mouseMove(canvas, canvas->onScreen(piece).toPoint());
      d.settle();
      QCOMPARE(canvas->size(), size);
      QCOMPARE(canvas->zoomPercent(), zoom);
      QCOMPARE(places(d), before);
    }
  }
  void theBenchStaysWhereItIs() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    d.click("Units");  // opened, the bench is long
    auto* bar = benchOf(d)->verticalScrollBar();
    QVERIFY(bar->maximum() > 200);
    auto* canvas = arrangeOf(d)->canvas();
    for (const int at : {0, 120}) {
      bar->setValue(at);
      for (const char* cloth : {"Paint with B, Lantern Damask", "Paint with D, Oyster"}) {
        auto* row = d.find<QAbstractButton>(cloth);
        row->click();  // wherever it is: bringing it into view would scroll
        d.settle();
        QCOMPARE(bar->value(), at);
        QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->onScreen(60).toPoint());
        d.settle();
        QCOMPARE(bar->value(), at);
      }
    }
  }
  void theCardsOfAModeComeFirstAndAreOpen() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    const auto first = [&] {
      const Card* top = nullptr;
      for (const Card* c : benchOf(d)->findChildren<Card*>())
        if (c->isVisible() && (!top || c->y() < top->y())) top = c;
      return top->title() + (top->isOpen() ? QStringLiteral(" open") : QString());
    };
    QCOMPARE(first(), QStringLiteral("Paint with open"));
    for (const auto& [mode, card] :
         {std::pair("Add", "Add and take away"), std::pair("Divide", "Divide a piece"),
          std::pair("Draft", "Draft"), std::pair("Outer edge", "Outer edge"),
          std::pair("Paint", "Paint with")}) {
      benchOf(d)->verticalScrollBar()->setValue(60);
      d.click(QStringLiteral("Mode: ") + QLatin1String(mode));
      QCOMPARE(first(), QLatin1String(card) + QStringLiteral(" open"));
      QCOMPARE(benchOf(d)->verticalScrollBar()->value(), 0);
    }
    // The others are one line away, and lead to their mode.
    d.click("Divide a piece");
    QVERIFY(d.find<QAbstractButton>("Mode: Divide")->isChecked());
    QCOMPARE(first(), QStringLiteral("Divide a piece open"));
  }
  void theWheelChangesAListOnlyAfterAClick() {  // guarantee 1 of fields.hpp
    Driver d;
    d.click("New project: Hexagons");
    d.window->goTo("cloth");
    auto* list = d.find<QComboBox>("Direction");
    const int was = list->currentIndex();
    wheel(list, -1);
    QCOMPARE(list->currentIndex(), was);
    for (const auto reason :
         {Qt::TabFocusReason, Qt::BacktabFocusReason, Qt::ShortcutFocusReason, Qt::OtherFocusReason}) {
      list->setFocus(reason);
      wheel(list, -1);
      QCOMPARE(list->currentIndex(), was);
      d.find<QLineEdit>("Name of the cloth")->setFocus();
    }
    list->setFocus(Qt::MouseFocusReason);
    wheel(list, -1);
    QCOMPARE(list->currentIndex(), was + 1);
  }
  void tabSelectsTheWholeField() {  // guarantee 2 of fields.hpp
    Driver d;
    d.click("New project: Hexagons");
    QLineEdit* across = begunToType(d, "Count across", "11");
    QTest::keyClick(across, Qt::Key_Tab);  // the project changes while the focus is on its way
    auto* down = d.find<QLineEdit>("Count down");
    QCOMPARE(d.focused(), down);
    d.settle();
    QTest::keyClicks(down, "3");
    QTest::keyClick(down, Qt::Key_Return);
    d.settle();
    QCOMPARE(d.project().recipe.across, 11);
    QCOMPARE(d.project().recipe.down, 3);
  }
  void whatIsBeingTypedIsNotWrittenOver() {  // guarantee 3 of fields.hpp
    Driver d;
    d.click("New project: Hexagons");
    QLineEdit* across = begunToType(d, "Count across", "1");
    support::step(*d.session, {{"edit", "setCounts"}, {"across", 5}, {"down", 6}}, QStringLiteral("x"));
    d.settle();
    QCOMPARE(across->text(), QStringLiteral("1"));
    QTest::keyClicks(across, "2");
    QTest::keyClick(across, Qt::Key_Return);
    d.settle();
    QCOMPARE(d.project().recipe.across, 12);
    QCOMPARE(d.project().recipe.down, 6);
  }
  void undoReachesTheProjectWhereverTheFocusIs() {
    Driver d;
    d.click("New project: Hexagons");
    const int was = d.project().recipe.across;
    d.type("Count across", "5");
    QCOMPARE(d.project().recipe.across, 5);
    auto* field = d.find<QLineEdit>("Count across");
    QVERIFY(field->hasFocus());
    d.key(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(d.project().recipe.across, was);
    QCOMPARE(field->text(), QString::number(was));
    d.key(Qt::Key_Y, Qt::ControlModifier);
    QCOMPARE(d.project().recipe.across, 5);
    // While words are typed it takes back what was typed, and nothing of the project.
    QTest::keyClicks(field, "7");
    d.key(Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(field->text(), QStringLiteral("5"));
    QCOMPARE(d.project().recipe.across, 5);
  }
  void secondLooksAreThoseOfTheStation() {
    Driver d;
    d.window->files().openDemo();
    for (const char* id : {"arrange", "papers", "motif"}) {
      d.window->goTo(QString::fromLatin1(id));
      d.settle();
      const auto& all = d.session->remarks();
      const auto here =
          std::count_if(all.begin(), all.end(), [&](const Remark& r) { return r.station == id; });
      QVERIFY(here < static_cast<std::ptrdiff_t>(all.size()));
      QCOMPARE(d.window->findChild<TallyStrip*>()->figures().back().value, QString::number(here));
    }
  }
  void aNewProjectBeginsFresh() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    d.click("Mode: Divide");
    d.click("Look at: Lightness");
    d.click("Seen from: Back");
    benchOf(d)->verticalScrollBar()->setValue(100);
    d.window->files().openDemo();
    d.settle();
    QVERIFY(d.find<QAbstractButton>("Mode: Paint")->isChecked());
    QVERIFY(d.find<QAbstractButton>("Look at: Cloths")->isChecked());
    QVERIFY(d.find<QAbstractButton>("Seen from: Front")->isChecked());
    QVERIFY(!arrangeOf(d)->canvas()->back());
    QCOMPARE(benchOf(d)->verticalScrollBar()->value(), 0);
  }
  /// The same words are as high as their letters, their width and their role make them, whichever label
  /// showed them before.
  void wrappedWordsAreAsHighAsTheirLettersMakeThem() {
    const QString words = QStringLiteral("Two strips are laid on each other, right sides together, and cut ");
    std::map<std::pair<double, int>, int> high;
    for (const double scale : {1.0, 2.0, 1.0}) {
      const Driver d(scale);
      for (const int width : {240, 480}) {
        QWidget parent;
        auto* all = new QVBoxLayout(&parent);
        QLabel *one = wrapped(words, "muted"), *two = wrapped(words + words, "muted");
        all->addWidget(one);
        all->addWidget(two);
        parent.show();
        const int h = one->heightForWidth(width);
        QVERIFY2(two->heightForWidth(width) > h, qPrintable(QString::number(h)));
        const auto [at, isNew] = high.try_emplace({scale, width}, h);
        QVERIFY(isNew || at->second == h);
      }
    }
    QVERIFY((high[{1, 240}] > high[{1, 480}]));
    QVERIFY((high[{2, 240}] > 2 * high[{1, 240}]));
    QVERIFY((high[{2, 480}] > 2 * high[{1, 480}]));
  }
  void thePictureKeepsHalfOfTheHeightAtDoubleText() {
    Driver d(2);
    d.window->files().openDemo();
    d.settle();
    QCOMPARE(d.window->size(), QSize(1280, 800));
    QVERIFY2(arrangeOf(d)->canvas()->height() >= 400,
             qPrintable(QString::number(arrangeOf(d)->canvas()->height())));
    // The map is as wide as its panel, above its words; a print that a window is dragged over has no less
    // than 320.
    for (const auto& [station, picture, least] : {std::tuple("papers", "The sheet as it will print", 400),
                                                  std::tuple("cut", "Cutting map to scale", 400),
                                                  std::tuple("motif", "Swatch with the window", 320)}) {
      d.window->goTo(QString::fromLatin1(station));
      d.settle();
      const auto* w = d.find<QWidget>(picture);
      QVERIFY2(w->height() >= least && w->width() >= 400, station);
      QVERIFY2(w->visibleRegion().boundingRect().height() >= least, station);
    }
  }
  void nothingLiesBelowTheFold_data() {
    QTest::addColumn<QSize>("size");
    QTest::newRow("usual") << QSize(1280, 800);
    QTest::newRow("small") << QSize(1024, 700);
  }
  void nothingLiesBelowTheFold() {
    QFETCH(QSize, size);
    Driver d;
    d.window->resize(size);
    d.window->files().openDemo();
    for (const char* station : {"arrange", "papers", "cloth", "motif", "cut"}) {
      d.window->goTo(QString::fromLatin1(station));
      d.settle();
      QVERIFY2(d.window->size() == size, station);
      // Around the picture: the areas that hold a station's picture, and the strip.
      for (const QWidget* w = d.window->station(QString::fromLatin1(station))->picture()->parentWidget(); w;
           w = w->parentWidget())
        if (const auto* area = qobject_cast<const QScrollArea*>(w))
          QVERIFY2(area->verticalScrollBar()->maximum() == 0, station);
      const QWidget* strip = d.window->findChild<TallyStrip*>();
      for (const QWidget* w = strip->parentWidget(); w; w = w->parentWidget())
        if (const auto* area = qobject_cast<const QScrollArea*>(w))
          QVERIFY2(area->verticalScrollBar()->maximum() == 0, station);
    }
  }
};

CLATHRA_TEST(HandsTest, "hands")
#include "hands.moc"
