// Lists and actions: what has the focus keeps it, what is half typed stays, and one action is one wherever it
// is asked for.
#include <QMenu>
#include <QScrollBar>

#include "app/arrange/arrange_station.hpp"
#include "app/widgets/card.hpp"
#include "app/widgets/kept_rows.hpp"
#include "app/window/actions.hpp"
#include "app/window/remarks_card.hpp"
#include "app/window/tab_order.hpp"
#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

class ListsTest : public QObject {
  Q_OBJECT
 private slots:
  // The guarantees of KeptRows.
  void keptRows1ARowThatShowsTheSameStays() {  // guarantees 1 and 3 of kept_rows.hpp
    QWidget column;
    auto* layout = new QVBoxLayout(&column);
    KeptRows rows(layout);
    const auto fill = [&](const std::vector<std::pair<QString, QString>>& all) {
      rows.begin();
      std::vector<QWidget*> out;
      for (const auto& [name, shows] : all)
        out.push_back(rows.row(name, shows, [] { return new QLineEdit; }));
      rows.end();
      return out;
    };
    column.show();
    const auto first = fill({{"a", "1"}, {"b", "2"}, {"c", "3"}});
    static_cast<QLineEdit*>(first[1])->setText("half typ");
    const auto next = fill({{"b", "2"}, {"a", "other"}, {"d", "4"}});
    QCOMPARE(next[0], first[1]);
    QVERIFY(next[1] != first[0]);
    QCOMPARE(static_cast<QLineEdit*>(next[0])->text(), QString("half typ"));
    // 3: in the order in which they were named.
    QCOMPARE(layout->count(), 3);
    for (int i = 0; i < 3; ++i) QCOMPARE(layout->itemAt(i)->widget(), next[std::size_t(i)]);
    // And so Tab reads them, though what is new stands before what was kept.
    const auto last = fill({{"e", "5"}, {"b", "2"}, {"f", "6"}, {"d", "4"}});
    QCoreApplication::processEvents();
    last[0]->setFocus();
    for (std::size_t i = 1; i < last.size(); ++i) {
      QCOMPARE(nextByTab(column, true), last[i]);
      last[i]->setFocus();
      QCOMPARE(nextByTab(column, false), last[i - 1]);
    }
    QCOMPARE(nextByTab(column, true), last[0]);
    last[1]->setEnabled(false);
    last[0]->setFocus();
    QCOMPARE(nextByTab(column, true), last[2]);
    last[2]->hide();
    QCOMPARE(nextByTab(column, true), last[3]);
  }
  void keptRows2TheFocusPassesToTheLike() {  // guarantee 2 of kept_rows.hpp
    QWidget column;
    auto* layout = new QVBoxLayout(&column);
    KeptRows rows(layout);
    const auto fill = [&](const QStringList& names, const QString& shows) {
      rows.begin();
      for (const QString& name : names)
        rows.row(name, shows, [&] {
          auto* row = new QWidget;
          auto* line = new QHBoxLayout(row);
          for (const char* what : {"show", "drop"}) {
            auto* b = new QPushButton(name + what);
            b->setAccessibleName(QString::fromLatin1(what) + name);
            line->addWidget(b);
          }
          return row;
        });
      rows.end();
    };
    fill({"a", "b", "c"}, "1");
    column.show();
    column.activateWindow();
    QVERIFY(QTest::qWaitForWindowExposed(&column));
    layout->itemAt(1)->widget()->findChildren<QPushButton*>()[1]->setFocus();
    QCOMPARE(QApplication::focusWidget()->accessibleName(), QString("dropb"));
    fill({"a", "b", "c"}, "2");  // all made anew
    QCOMPARE(QApplication::focusWidget()->accessibleName(), QString("dropb"));
    fill({"a", "c"}, "2");  // gone: the row in its place
    QVERIFY(QApplication::focusWidget());
    QVERIFY(layout->itemAt(1)->widget()->isAncestorOf(QApplication::focusWidget()));
  }

  void paintingKeepsTheFocusAndTheScroll() {
    Driver d(2);  // at 200 % the bench scrolls
    d.window->files().openDemo();
    d.settle();
    if (d.has<QAbstractButton>("Bench") && !d.find<QAbstractButton>("Bench")->isChecked()) d.click("Bench");
    auto* row = d.find<QAbstractButton>("Paint with B");
    d.bringIntoView(row);
    row->setFocus();
    QScrollArea* area = nullptr;
    for (QWidget* p = row->parentWidget(); p && !area; p = p->parentWidget())
      area = qobject_cast<QScrollArea*>(p);
    QVERIFY(area && area->verticalScrollBar()->maximum() > 0);
    const int before = area->verticalScrollBar()->value();
    // A stroke changes the counts of two rows.
    d.session->edit(Paint{1, {0, 1, 2, 3}}, "painted");
    d.settle();
    QVERIFY(QApplication::focusWidget());
    QVERIFY2(Driver::nameOf(QApplication::focusWidget()).startsWith("Paint with B"),
             qPrintable(Driver::nameOf(QApplication::focusWidget())));
    QCOMPARE(area->verticalScrollBar()->value(), before);
  }
  void aReasonHalfTypedStaysWhileTheRestGoesOn() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("papers");
    d.settle();
    d.click("Set aside");
    auto* reason = d.find<QLineEdit>("Reason for setting the remark aside");
    QTest::keyClicks(reason, "they are cut by ha");
    d.session->edit(SetSpare{11}, "changed the spare patches");  // no word of these remarks
    d.settle();
    QCOMPARE(d.find<QLineEdit>("Reason for setting the remark aside"), reason);
    QCOMPARE(reason->text(), QString("they are cut by ha"));
    QVERIFY(reason->hasFocus());
  }
  void methodsKeepTheFocusWhileThePlanIsWorkedOut() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("cut");
    d.find<QAbstractButton>("Rough rectangles")->setFocus();
    d.click("Rough rectangles");
    QVERIFY(Driver::nameOf(d.focused()).startsWith("Rough rectangles"));
    QVERIFY(static_cast<QAbstractButton*>(d.focused())->isChecked());
    QCOMPARE(support::text(d.project().cloths[0].method), QByteArray("rectangles"));
  }
  void anotherClothIsCutAsChosenAndItsSumOpens() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("cut");
    const auto labels = [&] {
      QStringList out;
      for (const QLabel* l : d.window->findChildren<QLabel*>())
        if (l->isVisible()) out << l->text();
      return out;
    };
    const std::string third = d.project().cloths[2].name;
    d.click("C, " + QString::fromStdString(third));
    d.click("Rough rectangles");
    QCOMPARE(support::text(d.project().cloths[2].method), QByteArray("rectangles"));
    QCOMPARE(support::text(d.project().cloths[0].method), QByteArray());  // the first is as it was
    const ClothId shown = d.project().cloths[2].id;
    const auto size = [&](double mm) { return inWords(boltArg(mm), LengthUnit::Inch); };
    const auto titled = [&] {
      for (const QAbstractButton* b : d.window->findChildren<QAbstractButton*>())
        if (b->isVisible() && b->text().contains("Why ")) return b->text();
      return QString();
    };
    QVERIFY2(titled().contains(size(*d.session->plan(shown)->length)), qPrintable(titled()));
    QVERIFY(labels().contains("from what you have"));
    // On 5 in of it the rest is bought: whole, less what is there, up to the shop's step.
    d.session->edit(*readEdit(d.project(), {{"edit", "changeCloth"}, {"cloth", third}, {"lengths", {127}}}),
                    "cut some off");
    d.settle();
    const auto plan = d.session->plan(shown);
    QVERIFY(*plan->toBuy > 0 && *plan->toBuy < *plan->length);
    QVERIFY2(titled().contains(size(*plan->length)), qPrintable(titled()));
    for (const QString& words : {QString("less what you have"), QString("to buy"), size(*plan->buyLength)})
      QVERIFY2(labels().contains(words), qPrintable(words + " / " + labels().join("|")));
  }
  /// What a card works out is asked for when its heading opens it, not when it folds it.
  void aCardAsksWhenItIsOpened() {
    Card card(QStringLiteral("Reeds"), false);
    card.show();
    const QSignalSpy asked(&card, &Card::asked);
    auto* heading = card.findChild<QAbstractButton*>();
    for (const auto& [open, times] : {std::pair(true, 1), std::pair(false, 1), std::pair(true, 2)}) {
      QTest::mouseClick(heading, Qt::LeftButton);
      QCOMPARE(card.isOpen(), open);
      QCOMPARE(asked.count(), times);
    }
  }
  void remarksCannotBeActedOnWhileTheyAreLookedOverAgain() {
    Driver d;
    d.window->files().openDemo();
    d.window->goTo("arrange");
    d.settle();
    QVERIFY(d.find<QAbstractButton>("Show them")->isEnabled());
    // Before anything has settled.
    d.session->edit(Paint{kNoCloth, {4, 5, 6}}, "took cloths off");
    QVERIFY(!d.session->planner().remarksThere());
    int disabled = 0;
    for (const RemarksCard* card : d.window->findChildren<RemarksCard*>())
      if (card->isVisible())
        for (const QAbstractButton* b : card->findChildren<QAbstractButton*>())
          if (b->text() == "Show them" || b->text() == "Set aside") {
            QVERIFY(!b->isEnabled());
            ++disabled;
          }
    QVERIFY(disabled > 0);
    d.settle();
    QVERIFY(d.find<QAbstractButton>("Show them")->isEnabled());
    bool said = false;
    for (const QLabel* l : d.window->findChildren<QLabel*>())
      said = said || (l->isVisible() && l->text().startsWith("3 pieces have no cloth yet"));
    QVERIFY(said);
  }
  void menuButtonsAndKeysAreOneAction() {
    Driver d;
    d.window->files().openDemo();
    d.settle();
    auto* menu = d.find<QPushButton>("Menu")->menu();
    QVERIFY(menu);
    QAction* save = nullptr;
    for (QAction* a : menu->actions())
      if (a->text() == "Save") save = a;
    QVERIFY(save && save->shortcut() == QKeySequence(QKeySequence::Save));
    QVERIFY(d.window->actions().contains(save));
    // Undo: by button, by key and as an action it is told alike.
    auto* undo = d.find<QPushButton>("Undo");
    QVERIFY(!undo->isEnabled());
    d.session->edit(SetSpare{7}, "changed the spare patches");
    d.settle();
    QVERIFY(undo->isEnabled());
    QCOMPARE(undo->toolTip(), QString("Undo: changed the spare patches"));
    QTest::keyClick(d.window.get(), Qt::Key_Z, Qt::ControlModifier);
    d.settle();
    QVERIFY(!undo->isEnabled());
    d.click("Redo");
    QCOMPARE(d.project().settings.sparePercent, 7.0);
  }
};

CLATHRA_TEST(ListsTest, "lists")
#include "lists.moc"
