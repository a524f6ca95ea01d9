// What a screen reader is told, read through the accessibility interface.
#include <QAccessible>
#include <QSet>

#include "app/arrange/arrange_station.hpp"
#include "app/canvas/canvas_access.hpp"
#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

class ReaderTest : public QObject {
  Q_OBJECT
  static QAccessibleInterface* picture(Driver& d) {
    return QAccessible::queryAccessibleInterface(
        static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas());
  }
  static QString nameOf(QAccessibleInterface* of, int child) {
    QAccessibleInterface* c = of->child(child);
    return c ? c->text(QAccessible::Name) : QString();
  }

 private slots:
  void everyPieceIsAChildWithItsShapeNumberClothAndRow() {
    Driver d;
    d.click("New project: Hexagon, square and triangle");
    QAccessibleInterface* p = picture(d);
    QVERIFY(p && p->role() == QAccessible::List);
    QCOMPARE(p->text(QAccessible::Name), QString("Picture of the layout"));
    const auto& layout = *d.project().layout;
    QCOMPARE(p->childCount(), int(layout.size()));
    QSet<QString> names;
    for (int i = 0; i < p->childCount(); ++i) {
      const QString name = nameOf(p, i);
      const QString title = QString::fromStdString(layout.shapes[layout.pieces[std::size_t(i)].shape].title);
      QVERIFY2(name.startsWith(title, Qt::CaseInsensitive), qPrintable(name));
      QVERIFY2(name.contains(QString(" %1, no cloth, row ").arg(i + 1)), qPrintable(name));
      names << name;
    }
    QCOMPARE(names.size(), p->childCount());  // no two are called alike
    support::step(*d.session, {{"edit", "paint"}, {"pieces", {14}}, {"cloth", "C"}}, "painted");
    d.settle();
    QVERIFY(nameOf(p, 13).contains(" 14, cloth C, row "));
  }
  void handsAreSaid() {
    Driver d;
    d.session->begin(support::project(support::recipe("parallelogram-chevrons", 40, 3, 3)), {},
                     Origin::Fresh);
    d.settle();
    const auto& layout = *d.project().layout;
    int left = 0, right = 0;
    for (int i = 0; i < int(layout.size()); ++i) {
      const int hand = layout.pieces[std::size_t(i)].hand;
      const QString name = describePiece(*d.session, i);
      QCOMPARE(name.contains("(right)"), hand > 0);
      QCOMPARE(name.contains("(left)"), hand < 0);
      left += hand < 0;
      right += hand > 0;
    }
    QVERIFY(left > 0 && right > 0);
  }
  void childrenLieWhereTheyAreDrawnAndAreFoundThere() {
    Driver d;
    d.click("New project: Squares");
    QAccessibleInterface* p = picture(d);
    for (const int i : {0, 7, 20}) {
      const QRect r = p->child(i)->rect();
      QVERIFY(p->rect().contains(r.center()));
      QAccessibleInterface* there = p->childAt(r.center().x(), r.center().y());
      QVERIFY(there);
      QCOMPARE(p->indexOfChild(there), i);
      QCOMPARE(there->parent(), p);
    }
    QVERIFY(!p->childAt(-500, -500));
    QVERIFY(!p->child(-1) && !p->child(p->childCount()));
  }
  void theCursorHasTheFocusAndPiecesTakenAwayAreGone() {
    Driver d;
    d.click("New project: Squares");
    auto* canvas = static_cast<ArrangeStation*>(d.window->station("arrange"))->canvas();
    QAccessibleInterface* p = picture(d);
    canvas->setFocus();
    canvas->setCursorPiece(5);
    d.key(Qt::Key_Right);
    QVERIFY(p->focusChild());
    QCOMPARE(p->indexOfChild(p->focusChild()), 6);
    QVERIFY(p->child(6)->state().focused && !p->child(5)->state().focused);
    const int n = p->childCount();
    QAccessibleInterface* last = p->child(n - 1);
    support::step(*d.session, {{"edit", "takeAway"}, {"pieces", {3}}}, "took away");
    d.settle();
    QCOMPARE(p->childCount(), n - 1);
    QVERIFY(!last->isValid() && last->state().invalid);
    QVERIFY(last->text(QAccessible::Name).isEmpty());
  }
};

CLATHRA_TEST(ReaderTest, "reader")
#include "reader.moc"
