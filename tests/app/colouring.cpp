// Painting by chance, variants side by side, numbers and map, as they are used by mouse.
#include "app/arrange/arrange_station.hpp"
#include "driver.hpp"
#include "registry.hpp"

using namespace clathra;
using support::Driver;

class ColouringTest : public QObject {
  Q_OBJECT
  static ArrangeStation* arrange(Driver& d) {
    return qobject_cast<ArrangeStation*>(d.window->station("arrange"));
  }
  static int alike(const Project& p) {
    int n = 0;
    for (const Seam& s : buildSeams(*p.layout).seams) n += p.painting[s.a] == p.painting[s.b];
    return n;
  }
  static void begin(Driver& d) {
    d.window->files().begin("hexagons");
    d.settle();
  }

 private slots:
  void chanceDealsOutWhatWasWished() {
    Driver d;
    begin(d);
    const int n = static_cast<int>(d.project().layout->size());
    d.click("Paint by chance");
    d.click("Draw from cloth D");  // leaves it out
    d.type("Share of cloth A", "2");
    d.click("Neighbours: as it falls");
    d.click("Deal the cloths out");
    const Painting first = d.project().painting;
    const Tally tally(d.project());
    QCOMPARE(tally.count(*findCloth(d.project(), "D")), 0);
    QCOMPARE(tally.count(kNoCloth), 0);
    QVERIFY(std::abs(tally.count(*findCloth(d.project(), "A")) - n / 2.0) <= 1);
    d.click("Deal the cloths out");
    QVERIFY2(!(d.project().painting == first), "another deal falls otherwise");
    d.click("Undo");
    QVERIFY(d.project().painting == first);
    d.click("Draw from cloth D");
    d.type("Share of cloth A", "1");
    d.click("Neighbours: no two");
    d.click("Deal the cloths out");
    QCOMPARE(alike(d.project()), 0);
    // What cannot be is said, and nothing changes.
    const Painting before = d.project().painting;
    QStringList said;
    connect(d.session.get(), &Session::refused, this, [&said](const QString& s) { said << s; });
    d.type("Patches that cloth A yields", "1");
    d.type("Patches that cloth B yields", "1");
    d.type("Patches that cloth C yields", "1");
    d.type("Patches that cloth D yields", "1");
    d.click("Deal the cloths out");
    QCOMPARE(said.size(), 1);
    QVERIFY2(said.front().startsWith("these cloths yield 4 patches"), qPrintable(said.front()));
    QVERIFY(d.project().painting == before);
  }
  void variantsStandSideBySideAndAClickPutsOneOn() {
    Driver d;
    begin(d);
    support::step(*d.session, {{"edit", "paint"}, {"cloth", "A"}, {"all", true}}, "painted");
    d.click("Variants, folded");
    d.type("Name of the variant", "Night");
    QCOMPARE(d.project().variants.size(), std::size_t(1));
    support::step(*d.session, {{"edit", "paint"}, {"cloth", "D"}, {"all", true}}, "painted");
    d.click("Keep this placement");
    QCOMPARE(d.project().variants.back().name, std::string("Variant 1"));
    support::step(*d.session, {{"edit", "paint"}, {"cloth", "B"}, {"pieces", {1}}}, "painted");
    d.click("Side by side");
    QVERIFY(!arrange(d)->canvas()->isVisible());
    auto* view = arrange(d)->picture()->findChild<VariantsView*>();
    QVERIFY(view->isVisible());
    QCOMPARE(view->findChildren<QPushButton*>().size(), 3);
    for (auto* b : view->findChildren<QPushButton*>())
      if (b->accessibleName() == "Put on Night") QTest::mouseClick(b, Qt::LeftButton);
    d.settle();
    QVERIFY(arrange(d)->canvas()->isVisible());
    QCOMPARE(Tally(d.project()).count(*findCloth(d.project(), "A")),
             static_cast<int>(d.project().layout->size()));
    // What is on the pieces is one of those that were kept: it stands there once, and says so.
    d.click("Side by side");
    QStringList told;
    for (const auto* b : view->findChildren<QPushButton*>()) told << b->accessibleName();
    QCOMPARE(told, QStringList({"Put on Night, on the pieces now", "Put on Variant 1"}));
    d.click("Put on Night, on the pieces now");
    d.click("Drop Night");
    QCOMPARE(d.project().variants.size(), std::size_t(1));
    d.click("Undo");
    QCOMPARE(d.project().variants.size(), std::size_t(2));
  }
  void everyDemoOpensFromTheStartPage() {
    Driver d;
    const std::pair<const char*, int> demos[] = {{"Open Mill Lantern", 60}, {"Open Sluice Runner", 97}};
    for (const auto& [button, pieces] : demos) {
      d.window->showStart();
      d.click(button);
      QCOMPARE(d.session->figures().pieces, pieces);
      QVERIFY(d.session->saved());
    }
  }
  void numbersAreOrderedAndTheMapIsWritten() {
    Driver d;
    begin(d);
    d.click("Numbers and map");
    d.click("Pieces are numbered: by rings");
    QCOMPARE(d.project().recipe.numbering, Numbering::Rings);
    SOON(!d.session->busy());
    const QTemporaryDir folder;
    d.answerFile(folder.filePath("map.pdf"));
    d.click("Save the numbered map as seen from the back");
    SOON(QFile::exists(folder.filePath("map.pdf")));
    d.answerFile(folder.filePath("chart.pdf"));
    d.click("Save the cloth chart");
    SOON(QFile::exists(folder.filePath("chart.pdf")));
  }
};

CLATHRA_TEST(ColouringTest, "colouring")
#include "colouring.moc"
