#include "edit/chance.hpp"

#include <numeric>

#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;
using support::refusal;

namespace {

/// Seams whose two pieces wear the same cloth, counted on the graph.
int alikeSeams(const Project& p) {
  int n = 0;
  for (const Seam& s : buildSeams(*p.layout).seams)
    n += p.painting[s.a] != kNoCloth && p.painting[s.a] == p.painting[s.b];
  return n;
}

int worn(const Project& p, const char* sign) {
  const ClothId id = *findCloth(p, sign);
  int n = 0;
  for (std::size_t i = 0; i < p.painting.size(); ++i) n += p.painting[i] == id;
  return n;
}

json chance(json cloths, unsigned seed = 1) {
  return {{"edit", "paintByChance"}, {"all", true}, {"cloths", std::move(cloths)}, {"seed", seed}};
}

json cloth(const char* sign, double share = 1) {
  return {{"cloth", sign}, {"share", share}};
}

}  // namespace

class ChanceTest : public QObject {
  Q_OBJECT
 private slots:
  void sharesBecomeWholePatches() {
    // 10 patches at 1 : 2 : 4 are 1.43, 2.86, 5.71: floors 1, 2, 5, the two left go to the largest
    // remainders.
    QCOMPARE(*chanceCounts(10, {{0, 1, {}}, {1, 2, {}}, {2, 4, {}}}), (std::vector<int>{1, 3, 6}));
    // Equal shares of 7: the first in the list gets the odd one.
    QCOMPARE(*chanceCounts(7, {{0, 1, {}}, {1, 1, {}}}), (std::vector<int>{4, 3}));
    // The scrap runs out at 2; the other 10 are shared 1 : 1.
    QCOMPARE(*chanceCounts(12, {{0, 1, 2}, {1, 1, {}}, {2, 1, {}}}), (std::vector<int>{2, 5, 5}));
    // Every cloth yields one: each piece another cloth.
    QCOMPARE(*chanceCounts(3, {{0, 1, 1}, {1, 1, 1}, {2, 1, 1}}), (std::vector<int>{1, 1, 1}));
    for (int n = 0; n < 60; ++n) {
      const auto counts = *chanceCounts(n, {{0, 0.3, {}}, {1, 5, 7}, {2, 1.7, {}}, {3, 1, 0}});
      QCOMPARE(std::accumulate(counts.begin(), counts.end(), 0), n);
      QVERIFY(counts[1] <= 7 && counts[3] == 0);
    }
  }
  void tooFewPatchesAreSaid() {
    const auto counts = chanceCounts(9, {{0, 1, 4}, {1, 1, 4}});
    QVERIFY(!counts);
    QCOMPARE(clathra::said(counts.error()).c_str(),
             "these cloths yield 8 patches and 9 are needed; name another cloth, or more of one");
    QVERIFY(!chanceCounts(9, {}));
    QVERIFY(!chanceCounts(9, {{0, 0, {}}}));
  }
  void noTwoNeighboursAreAlike_data() {
    QTest::addColumn<QString>("arrangement");
    QTest::addColumn<int>("cloths");
    // Squares and triangles can be painted with two cloths, hexagons with three.
    QTest::newRow("squares") << "squares" << 2;
    QTest::newRow("triangles") << "triangles" << 2;
    QTest::newRow("hexagons") << "hexagons" << 3;
    QTest::newRow("mixed") << "hexagon-square-triangle" << 4;
  }
  void noTwoNeighboursAreAlike() {
    QFETCH(QString, arrangement);
    QFETCH(int, cloths);
    const Project p = support::project(support::recipe(arrangement.toStdString(), 25.4, 6, 6));
    json from = json::array();
    static const char* const signs[] = {"A", "B", "C", "D"};
    for (int i = 0; i < cloths; ++i) from.push_back(cloth(signs[i]));
    const Project q = support::edited(p, chance(from));
    QCOMPARE(alikeSeams(q), 0);
    QCOMPARE(worn(q, "A") + worn(q, "B") + worn(q, "C") + worn(q, "D"), static_cast<int>(q.layout->size()));
  }
  void proportionsAreKeptExactly() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 10, 10));
    const Project q =
        support::edited(p, chance({cloth("A", 3), cloth("B", 3), cloth("C", 2), cloth("D", 2)}, 7));
    const int n = static_cast<int>(p.layout->size());
    QCOMPARE(n % 10, 0);
    QCOMPARE(worn(q, "A"), 3 * n / 10);
    QCOMPARE(worn(q, "B"), 3 * n / 10);
    QCOMPARE(worn(q, "C"), 2 * n / 10);
    QCOMPARE(worn(q, "D"), 2 * n / 10);
    QCOMPARE(alikeSeams(q), 0);
    // No more than about a third of hexagons can lie apart from each other: two fifths of one cloth cannot.
    QVERIFY(!refusal(p, chance({cloth("A", 4), cloth("B", 3), cloth("C", 3)})).empty());
  }
  void theSameSeedIsTheSamePaintingAndAnotherIsNot() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 8, 8));
    const json from = {cloth("A"), cloth("B"), cloth("C"), cloth("D")};
    const Project a = support::edited(p, chance(from, 3)), b = support::edited(p, chance(from, 3)),
                  c = support::edited(p, chance(from, 4));
    QVERIFY(a.painting == b.painting);
    QVERIFY(!(a.painting == c.painting));
  }
  void whatIsPaintedAlreadyStaysAndCountsAsANeighbour() {
    Project p = support::project(support::recipe("hexagons", 25.4, 6, 6));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"row", {{"of", 1}, {"degrees", 0}}}});
    const int before = worn(p, "A");
    QVERIFY(before > 3);
    const Project q = support::edited(p, {{"edit", "paintByChance"},
                                          {"bare", true},
                                          {"cloths", {cloth("A"), cloth("B"), cloth("C"), cloth("D")}}});
    for (std::size_t i = 0; i < p.painting.size(); ++i)
      if (p.painting[i] != kNoCloth) QCOMPARE(q.painting[i], p.painting[i]);
    for (const Seam& s : buildSeams(*q.layout).seams)  // only the row itself may be alike
      QVERIFY(q.painting[s.a] != q.painting[s.b] || (p.painting[s.a] >= 0 && p.painting[s.b] >= 0));
    QCOMPARE(refusal(q, {{"edit", "paintByChance"}, {"bare", true}, {"cloths", json::array({cloth("A")})}})
                 .c_str(),
             "every piece has a cloth already");
  }
  void whatCannotBeIsSaidAndChangesNothing() {
    const Project p = support::project(support::recipe("hexagons", 25.4, 4, 4));
    const auto said = refusal(p, chance({cloth("A"), cloth("B")}));
    QVERIFY2(said.starts_with("no way was found in which all neighbours differ: "), said.c_str());
    // Three hexagons meet in a corner: with two cloths at least one seam of each corner is alike. The number
    // that is said is the number that is left.
    QVERIFY(std::stoi(said.substr(said.find(':') + 2)) > 3);
    QVERIFY(refusal(p, chance({cloth("A"), cloth("A")})).find("named twice") != std::string::npos);
    QVERIFY(refusal(p, chance(json::array({cloth("no such cloth")}))).find("no cloth called") !=
            std::string::npos);
    QVERIFY(refusal(p, chance(json::array())).find("name the cloths") != std::string::npos);
    const json any = {{"edit", "paintByChance"},
                      {"all", true},
                      {"neighboursDiffer", false},
                      {"cloths", {cloth("A"), cloth("B")}}};
    QCOMPARE(worn(support::edited(p, any), "A"), static_cast<int>(p.layout->size() + 1) / 2);
  }
  void variantsAreKeptWornAndDropped() {
    Project p = support::project(support::recipe("hexagons", 25.4, 4, 4));
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "A"}, {"all", true}});
    p = support::edited(p, {{"edit", "keepVariant"}, {"name", "All dark"}, {"note", "calm"}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "D"}, {"pieces", {1, 2}}});
    p = support::edited(p, {{"edit", "keepVariant"}, {"name", "Two lights"}});
    QCOMPARE(worn(p, "D"), 2);
    p = support::edited(p, {{"edit", "wearVariant"}, {"variant", "All dark"}});
    QCOMPARE(worn(p, "D"), 0);
    p = support::edited(p, {{"edit", "changeVariant"}, {"variant", "All dark"}, {"name", "Night"}});
    QCOMPARE(p.variants.front().note, std::string("calm"));
    // They follow the pieces when the size changes, and lose a cloth that is removed.
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 6}});
    p = support::edited(p, {{"edit", "wearVariant"}, {"variant", "Two lights"}});
    QCOMPARE(worn(p, "D"), 2);
    QCOMPARE(worn(p, "A"), 14);
    p = support::edited(p, {{"edit", "removeCloth"}, {"cloth", "A"}});
    p = support::edited(p, {{"edit", "wearVariant"}, {"variant", "Night"}});
    QCOMPARE(p.painting[0], kNoCloth);
    QVERIFY(refusal(p, {{"edit", "wearVariant"}, {"variant", "Noon"}}).find("\"Noon\"") != std::string::npos);
    QVERIFY(refusal(p, {{"edit", "changeVariant"}, {"variant", "Night"}, {"name", "Two lights"}})
                .find("already") != std::string::npos);
    for (int i = 3; i <= 6; ++i)
      p = support::edited(p, {{"edit", "keepVariant"}, {"name", std::to_string(i)}});
    QCOMPARE(refusal(p, {{"edit", "keepVariant"}, {"name", "7"}}).c_str(),
             "at most 6 variants are kept; drop one first");
    p = support::edited(p, {{"edit", "dropVariant"}, {"variant", "Night"}});
    QCOMPARE(p.variants.size(), std::size_t(5));
    QCOMPARE(p.variants.front().name, std::string("Two lights"));
  }
};

CLATHRA_TEST(ChanceTest, "chance")
#include "chance.moc"
