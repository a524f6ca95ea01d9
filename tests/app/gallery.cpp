// The gallery of the start page: searched, filtered by the shapes one owns.
#include "app/start/gallery.hpp"

#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

class GalleryTest : public QObject {
  Q_OBJECT
  static QStringList shown(Driver& d) {
    QStringList out;
    d.settle();
    for (const auto* b : d.window->findChildren<QAbstractButton*>())
      if (b->isVisible() && b->accessibleName().startsWith("New project: "))
        out << b->accessibleName().mid(13);
    return out;
  }
  static QString described(Driver& d, const QString& name) {
    return d.find<QAbstractButton>("New project: " + name)->accessibleDescription();
  }

 private slots:
  void factsStandBesideEachArrangement() {
    Driver d;
    d.window->showStart();
    SOON(described(d, "Hexagons").contains("1 kind of paper"));
    // 144 inch-edged hexagons' worth of square inches: 144 / 2.598.
    QVERIFY(described(d, "Hexagons").contains("55 to a square foot"));
    // The same page, gone to again after the unit was changed.
    d.window->files().openDemo();
    d.settle();
    d.preferences.setUnit(LengthUnit::Millimetre);
    d.window->showStart();
    SOON(described(d, "Hexagons").contains("square metre"));
    d.preferences.setUnit(LengthUnit::Inch);
    d.preferences.setUnit(LengthUnit::Millimetre);
    d.window->rebuild();
    d.window->showStart();
    SOON(described(d, "Squares").contains("1600 to a square metre"));
    d.preferences.setUnit(LengthUnit::Inch);
  }
  void wordsFindNamesAndShapes() {
    Driver d;
    d.window->showStart();
    SOON(described(d, "Hexagons").contains("kind"));
    const auto all = shown(d).size();
    d.type("Search the arrangements", "octagon");
    QStringList found = shown(d);
    QVERIFY(found.contains("Octagon and square") && found.size() < all);
    QVERIFY(!found.contains("Hexagons"));
    d.type("Search the arrangements", "kite");
    QVERIFY(shown(d).contains("Kites, six to a hexagon"));
    d.type("Search the arrangements", "zzz");
    QVERIFY(shown(d).isEmpty());
    const auto labels = d.window->findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(), [](const QLabel* l) {
      return l->isVisible() && l->text().startsWith("No arrangement is like that");
    }));
    auto* search = d.find<QLineEdit>("Search the arrangements");
    QTest::keyClick(search, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClick(search, Qt::Key_Delete);
    QCOMPARE(shown(d).size(), all);
  }
  void ownedShapesComeFirstAndWhatElseIsNeededIsSaid() {
    Driver d;
    d.window->showStart();
    SOON(described(d, "Hexagons").contains("kind"));
    // What most arrangements need stands first.
    QStringList chips;
    for (const auto* b : d.window->findChildren<QAbstractButton*>())
      if (b->accessibleName().startsWith("I own: ")) chips << b->accessibleName().mid(7);
    const auto uses = [&](const QString& shape) {
      int n = 0;
      for (const Arrangement& a : support::library().all())
        if (const auto facts = factsOf(a))
          n += static_cast<int>(
              std::count_if(facts->papers.begin(), facts->papers.end(),
                            [&](const auto& paper) { return shapeWords(paper.title) == shape; }));
      return n;
    };
    QVERIFY(chips.size() > 8);
    QVERIFY(uses(chips.first()) > uses(chips.last()));
    for (qsizetype i = 1; i < chips.size(); ++i)
      QVERIFY2(uses(chips[i - 1]) >= uses(chips[i]), qPrintable(chips[i]));
    d.click("Only shapes I own");
    d.click("I own: square");
    const QStringList found = shown(d);
    QVERIFY(!found.contains("Hexagons"));
    QVERIFY(found.contains("Octagon and square"));
    QVERIFY(described(d, "Octagon and square").contains("also needs octagon"));
    d.click("I own: octagon");
    QVERIFY(!described(d, "Octagon and square").contains("also needs"));
    d.click("New project: Octagon and square");
    QCOMPARE(QString::fromStdString(d.session->project().recipe.arrangement), QString("octagon-square"));
  }
};
CLATHRA_TEST(GalleryTest, "gallery")
#include "gallery.moc"
