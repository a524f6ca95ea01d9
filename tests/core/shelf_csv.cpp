// The shelf as a table, out and in.
#include "script/shelf_csv.hpp"

#include "asymmetric.hpp"
#include "csv.hpp"
#include "registry.hpp"
#include "store/codec.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project taken(Project p, std::string_view csv) {
  const auto edits = shelfEdits(p, csv);
  if (!edits) qFatal("%s", said(edits.error()).c_str());
  for (const Edit& e : *edits) p = support::edited(p, e);
  return p;
}

const Cloth& clothOf(const Project& p, const char* name) {
  return *clothById(p, *findCloth(p, name));
}

const char* const kNamed = "Tide \"Ink\", dark";  // a comma and quotes

std::string refusal(const Project& p, std::string_view csv) {
  const auto edits = shelfEdits(p, csv);
  return edits ? std::string() : said(edits.error());
}

}  // namespace

class ShelfCsvTest : public QObject {
  Q_OBJECT
 private slots:
  void whatWasWrittenIsReadAgain() {
    Project p = support::project(support::recipe("squares", 25.4, 4, 4));
    for (const json& step : json::parse(R"([
          {"edit":"addCloth","name":"NAMED","hatch":"waves","direction":"one-way",
           "width":1066.8,"lengths":[{"length":430,"width":400},{"length":914.4,"straight":true}],"price":12.5,"shrink":3,
           "sold":{"by":"length","step":114.3,"price":12.5},
           "facts":{"thickness":0.28,"fray":"much","washed":false}},
          {"edit":"addCloth","name":"Quarters","width":457.2,"sold":{"by":"piece","name":"fat quarter","width":457.2,"length":558.8,"straight":true,"price":4}}])"))
      p = support::edited(p, step);
    p = support::edited(
        p,
        json{{"edit", "changeCloth"},
             {"cloth", "NAMED"},
             {"name", kNamed},
             {"colour", "#1b6a88"},
             {"facts", {{"thickness", 0.28}, {"fray", "much"}, {"washed", false}, {"thread", "#102030"}}}});
    const std::string csv = shelfCsv(p);
    // A reader of its own: one row a length, inches with their fractions, the other system in its own unit.
    const auto table = parseCsv(csv);
    QVERIFY(table);
    QCOMPARE(table->size(), 1U + 4 + 2 + 1);
    QCOMPARE((*table)[5][0], kNamed);
    QCOMPARE((*table)[5][4], "42 in");
    QCOMPARE((*table)[5][5], "430 mm");
    QCOMPARE((*table)[6][5], "36 in");
    const Project other = taken(support::project(support::recipe("squares", 25.4, 2, 2)), csv);
    for (const char* name : {kNamed, "Quarters"}) {
      json a = toJson(clothOf(p, name)), b = toJson(clothOf(other, name));
      for (const char* key : {"id", "sign", "lengths_typed_in", "width_typed_in"}) {
        a.erase(key);
        b.erase(key);
      }
      QCOMPARE(a.dump(), b.dump());
    }
    // Written once more it is the same table.
    QCOMPARE(shelfCsv(taken(p, csv)), csv);
  }
  /// What the table does not speak of stays; bare numbers are in the project's unit.
  void onlyWhatTheTableSaysChanges() {
    const Project p = support::asymmetric();
    const std::string name = p.cloths[1].name;
    const Cloth before = p.cloths[1];
    const Project after = taken(p, "cloth;price;length\r\n\"" + name + "\";7.5;810\r\n");
    const Cloth& now = after.cloths[1];
    COMPARE_TO(*now.price, 7.5, 1e-9);
    QCOMPARE(now.lengths.size(), 1U);
    COMPARE_TO(now.lengths[0].mm(), 810, 1e-9);
    QCOMPARE(now.width, before.width);
    QVERIFY(now.colour == before.colour && now.hatch == before.hatch && now.print == before.print);
    QCOMPARE(after.cloths[0], p.cloths[0]);
    QCOMPARE(after.cloths.size(), p.cloths.size());
    QVERIFY(after.painting == p.painting);
    const Project inches = support::edited(p, {{"edit", "setUnit"}, {"unit", "inch"}});
    COMPARE_TO(clothOf(taken(inches, "cloth,length\nNew,12\n"), "New").lengths[0].mm(), 304.8, 1e-9);
  }
  void badTablesAreRefusedWithTheirRow_data() {
    QTest::addColumn<QString>("csv");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, const char* csv, const char* says) {
      QTest::newRow(name) << QString::fromUtf8(csv) << QString::fromUtf8(says);
    };
    row("empty", "", "empty");
    row("no cloth column", "width\n20 in\n", "cloth");
    row("another table", "cloth,shape\nA,hexagon\n", "shape");
    row("no name", "cloth,width\n,20 in\n", "Row 2");
    row("length", "cloth,length\nA,20 in\nA,twenty\n", "Row 3");
    row("price", "cloth,price\nA,cheap\n", "Row 2, price");
    row("price with words", "cloth,price\nA,12 apples\n", "Row 2, price");
    row("below nothing", "cloth,price\nA,-3\n", "Row 2");
    row("piece without size", "cloth,sold\nA,fat quarter\n", "piece_width");
    row("colour", "cloth,colour\nA,blue\n", "Row 2");
    row("washed", "cloth,washed\nA,perhaps\n", "yes nor no");
    row("straight", "cloth,length,straight\nA,20 in,no\nA,20 in,maybe\n", "Row 3, straight: \"maybe\"");
    row("sold straight", "cloth,sold,piece_width,piece_length,piece_straight\nA,square,5 in,5 in,1\n",
        "Row 2, piece_straight");
    row("fray", "cloth,fray\nA,some\n", "Row 2");
    row("quote", "cloth,width\n\"A,20\n", "quotation");
    row("wide", "cloth,width\nA,2000 in\n", "Row 2");
  }
  void badTablesAreRefusedWithTheirRow() {
    QFETCH(QString, csv);
    QFETCH(QString, says);
    const Project p = support::project(support::recipe("squares", 25.4, 2, 2));
    const QString said = QString::fromStdString(refusal(p, csv.toStdString()));
    QVERIFY(!said.isEmpty());
    QVERIFY(!said.contains(QLatin1Char('\n')));
    QVERIFY2(said.contains(says), said.toUtf8());
  }
};

CLATHRA_TEST(ShelfCsvTest, "shelf_csv")
#include "shelf_csv.moc"
