// The cards about cloth as one uses them: how it behaves, allowances and what they cost, how it is made, the
// shelf as a table, what a piece gives.
#include <QComboBox>
#include <QTemporaryDir>
#include <fstream>

#include "app/cloth/cloth_station.hpp"
#include "app/cut/cut_station.hpp"
#include "driver.hpp"
#include "registry.hpp"
#include "sound_plan.hpp"

using namespace clathra;
using support::Driver;

namespace {

/// Forty squares of 50 mm of Fen and ten of Reed, in mm, 6 mm of allowance.
Project twoCloths() {
  Project p = support::project(support::recipe("squares", 50, 10, 5));
  for (const auto& step : nlohmann::json::parse(R"([
         {"edit":"setUnit","unit":"mm"},
         {"edit":"setAllowance","value":6},
         {"edit":"addCloth","name":"Fen","width":1000,"lengths":[800],"increment":100,"price":3},
         {"edit":"addCloth","name":"Reed","width":640,"lengths":[250],"direction":"one-way"},
         {"edit":"paint","cloth":"Fen","all":true},
         {"edit":"paint","cloth":"Reed","pieces":[1,2,3,4,5,6,7,8,9,10]},
         {"edit":"chooseMethod","cloth":"Fen","method":"strips"}])"))
    p = support::edited(p, step);
  return p;
}

const Cloth& named(const Project& p, const char* name) {
  return *clothById(p, *findCloth(p, name));
}

void choose(Driver& d, const QString& list, int index) {
  auto* box = d.find<QComboBox>(list);
  if (!box) qFatal("no list %s", qPrintable(list));
  d.bringIntoView(box);
  box->setCurrentIndex(index);
  Q_EMIT box->activated(index);
  d.settle();
}

void open(Driver& d, const char* card) {
  d.click(QString::fromUtf8(card));
  d.settle();
}

void lookAtCloth(Driver& d, const char* station, const char* name) {
  d.window->goTo(QString::fromUtf8(station));
  d.settle();
  if (auto* cut = qobject_cast<CutStation*>(d.window->station(QStringLiteral("cut")));
      cut && QByteArray(station) == "cut")
    cut->choose(*findCloth(d.project(), name));
  d.settle();
}

}  // namespace

class ClothCardsTest : public QObject {
  Q_OBJECT
 private slots:
  void howItIsMade() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Fen");
    const ClothId fen = named(d.project(), "Fen").id;
    const double one = *d.session->plan(fen)->length;
    open(d, "How it is made");
    d.type(QStringLiteral("It is made so many times"), QStringLiteral("3"));
    QCOMPARE(d.project().settings.times, 3);
    QCOMPARE(d.session->plan(fen)->pieces, 120);
    QVERIFY(*d.session->plan(fen)->length > 2 * one);
    QVERIFY(d.reads(QStringLiteral("for all 3")));
    QVERIFY(d.reads(QStringLiteral("× 3")));  // beside the project's name
    const int cuts = d.session->plan(fen)->method()->cuts;
    choose(d, QStringLiteral("Layers of cloth cut at once"), 4);
    QCOMPARE(*d.project().settings.layers, 4);
    QVERIFY(d.session->plan(fen)->method()->cuts < cuts);
    choose(d, QStringLiteral("Will it be washed?"), 1);
    QVERIFY(d.project().settings.washed == true);
    // One step each.
    for (int i = 0; i < 3; ++i) d.session->undo();
    d.settle();
    QCOMPARE(d.project().settings.times, 1);
    QVERIFY(!d.project().settings.layers && !d.project().settings.washed);
    COMPARE_TO(*d.session->plan(fen)->length, one, 1e-9);
    // What is no count is said, and nothing changes.
    d.type(QStringLiteral("It is made so many times"), QStringLiteral("0"));
    QCOMPARE(d.project().settings.times, 1);
  }
  void allowancesAndWhatTheyCost() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    lookAtCloth(d, "cut", "Reed");
    open(d, "Allowance and spares");
    QVERIFY(d.reads(QStringLiteral("Usual here: 10 mm")));
    d.type(QStringLiteral("Seam allowance of the quilt's own edge"), QStringLiteral("12 mm"));
    QCOMPARE(*d.project().settings.outerAllowance, Length::millimetres(12));
    d.type(QStringLiteral("Seam allowance of the quilt's own edge"), QString());
    QVERIFY(!d.project().settings.outerAllowance);
    d.type(QStringLiteral("Seam allowance of the shape"), QStringLiteral("7 mm"));
    QCOMPARE(d.project().settings.shapeAllowances.at("square").wished, Length::millimetres(7));
    d.type(QStringLiteral("Seam allowance of the shape"), QString());
    QVERIFY(d.project().settings.shapeAllowances.empty());
    d.type(QStringLiteral("Tips sharper than this are cut square"), QStringLiteral("50"));
    COMPARE_TO(d.project().settings.bluntBelow.degrees(), 50, 1e-9);
    d.click(QStringLiteral("Compare the usual ones"));
    QTRY_VERIFY_WITH_TIMEOUT(d.reads(QStringLiteral("12 mm:")), 60'000);
    QVERIFY(d.reads(QStringLiteral("6 mm:")) && d.reads(QStringLiteral("10 mm:")));
    // Another state: the prices are gone, and so they are with another cloth.
    d.type(QStringLiteral("Seam allowance of this cloth"), QStringLiteral("9 mm"));
    QVERIFY(!d.reads(QStringLiteral("12 mm:")));
    COMPARE_TO(named(d.project(), "Reed").allowance->mm(), 9, 1e-9);
    QVERIFY(!named(d.project(), "Fen").allowance);
    // While it still compares, another cloth is looked at, and it is stopped.
    d.find<QAbstractButton>(QStringLiteral("Compare the usual ones"))->click();
    qobject_cast<CutStation*>(d.window->station(QStringLiteral("cut")))->choose(named(d.project(), "Fen").id);
    d.settle();
    QVERIFY(!d.reads(QStringLiteral("Planning the cloth with each")));
    d.find<QAbstractButton>(QStringLiteral("Compare the usual ones"))->click();
    d.click(QStringLiteral("Stop comparing"));
    QVERIFY(!d.reads(QStringLiteral("Planning the cloth with each")));
    QVERIFY(!d.reads(QStringLiteral("12 mm:")));
  }
  void howAClothBehaves() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    const auto chosen = [&]() -> const Cloth* {
      for (const Cloth& c : d.project().cloths)
        if (c.facts != ClothFacts{}) return &c;
      return nullptr;
    };
    open(d, "How it behaves");
    QVERIFY(!chosen());
    d.type(QStringLiteral("How thick one layer is, in millimetres"), QStringLiteral("0,35"));
    QVERIFY(chosen());
    COMPARE_TO(*chosen()->facts.thickness, 0.35, 1e-12);
    choose(d, QStringLiteral("How much it frays"), 3);
    QVERIFY(chosen()->facts.fray == Fray::Much);
    choose(d, QStringLiteral("Shows what lies behind"), 2);
    choose(d, QStringLiteral("Washed already"), 1);
    QVERIFY(chosen()->facts.showsThrough == false && chosen()->facts.washed == true);
    QVERIFY(!chosen()->facts.stretches && !chosen()->facts.readableBehind);
    d.type(QStringLiteral("How thick one layer is, in millimetres"), QStringLiteral("thick"));
    COMPARE_TO(*chosen()->facts.thickness, 0.35, 1e-12);
    QVERIFY(d.reads(QStringLiteral("is no thickness")));
    choose(d, QStringLiteral("Washed already"), 0);
    QVERIFY(!chosen()->facts.washed);
  }
  void theShelfOutAndIn() {
    QTemporaryDir dir;
    const QString file = dir.filePath(QStringLiteral("cloths.csv"));
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    open(d, "The shelf as a table");
    d.answerFile(file);
    d.click(QStringLiteral("Save the shelf as CSV"));
    std::ifstream in(file.toStdString());
    std::string text((std::istreambuf_iterator<char>(in)), {});
    QVERIFY(text.find("Reed,") != std::string::npos);
    const auto at = text.find("Fen,");
    QVERIFY(at != std::string::npos);
    const QString other = dir.filePath(QStringLiteral("more.csv"));
    std::ofstream(other.toStdString()) << "cloth,length,price\nFen,1200 mm,4\nFen,40 cm,4\nOyster,300 mm,\n";
    const auto cloths = d.project().cloths.size();
    d.answerFile(other);
    d.click(QStringLiteral("Take in a table of cloths"));
    QCOMPARE(d.project().cloths.size(), cloths + 1);
    QCOMPARE(named(d.project(), "Fen").lengths.size(), 2U);
    COMPARE_TO(named(d.project(), "Fen").lengths[1].mm(), 400, 1e-9);
    COMPARE_TO(named(d.project(), "Reed").lengths[0].mm(), 250, 1e-9);
    d.session->undo();  // all of it is one step
    d.settle();
    QCOMPARE(d.project().cloths.size(), cloths);
    COMPARE_TO(named(d.project(), "Fen").lengths[0].mm(), 800, 1e-9);
    std::ofstream(other.toStdString()) << "cloth,length\nFen,1200 mm\nFen,long\n";
    d.answerFile(other);
    d.click(QStringLiteral("Take in a table of cloths"));
    QVERIFY(d.reads(QStringLiteral("Row 3")));
    COMPARE_TO(named(d.project(), "Fen").lengths[0].mm(), 800, 1e-9);
  }
  /// A cloth becomes twelve of its size: shown as one, cut evenly, each with its tick; a length is needed
  /// first.
  void aCollectionIsOneRow() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    auto* station = static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")));
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    station->choose(*findCloth(d.project(), "A"));
    open(d, "Buying and washing");
    d.type(QStringLiteral("Different cloths of this size"), QStringLiteral("12"));
    QVERIFY(d.reads(QStringLiteral("Give one length first")));
    station->choose(named(d.project(), "Reed").id);
    d.type(QStringLiteral("Different cloths of this size"), QStringLiteral("12"));
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 12U);
    QVERIFY(named(d.project(), "Reed").collection);
    QVERIFY(d.has<QAbstractButton>(QStringLiteral("Reed, 12 different cloths, each 640 mm × 250 mm")));
    QCOMPARE(d.find<QLineEdit>(QStringLiteral("Lengths on hand"))->text(), QStringLiteral("250 mm"));
    // Its size is that of each.
    d.type(QStringLiteral("Lengths on hand"), QStringLiteral("260 mm"));
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 12U);
    COMPARE_TO(named(d.project(), "Reed").lengths.back().mm(), 260, 1e-9);
    lookAtCloth(d, "cut", "Reed");
    QVERIFY(d.reads(QStringLiteral("From each of 10 cloths: ")));
    int boxes = 0;
    for (QCheckBox* box : d.window->findChildren<QCheckBox*>())
      boxes += box->isVisible() && box->toolTip().startsWith(QStringLiteral("Tick when")) ? 1 : 0;
    QCOMPARE(boxes, 10);
    d.window->goTo(QStringLiteral("cloth"));
    d.session->undo();
    d.session->undo();
    d.settle();
    QCOMPARE(named(d.project(), "Reed").lengths.size(), 1U);
  }
  /// Squares of 50 with 6 mm want a scrap of 62; what a charm square gives stands with its near misses.
  void theSmallestScrapAndTheNearMiss() {
    Driver d;
    d.session->begin(twoCloths(), {}, Origin::Fresh);
    d.window->goTo(QStringLiteral("cloth"));
    d.settle();
    static_cast<ClothStation*>(d.window->station(QStringLiteral("cloth")))
        ->choose(named(d.project(), "Fen").id);
    open(d, "What does it give?");
    QVERIFY(d.reads(QStringLiteral("62 mm × 62 mm")));
    d.type(QStringLiteral("How wide the piece is"), QStringLiteral("63.5 mm"));
    d.type(QStringLiteral("How long the piece is"), QStringLiteral("63.5 mm"));
    d.click(QStringLiteral("Work it out"));
    QTRY_VERIFY_WITH_TIMEOUT(d.reads(QStringLiteral("turned by 15°")), 60'000);
    QVERIFY(d.reads(QStringLiteral("at the level sides")));
  }
};

CLATHRA_TEST(ClothCardsTest, "cloth_cards")
#include "cloth_cards.moc"
