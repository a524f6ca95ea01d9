#include "layout/unit.hpp"

#include <QtTest>
#include <map>
#include <set>

#include "exchange/exchange.hpp"
#include "layout/grow.hpp"
#include "layout/soundness.hpp"
#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A field of hexagons with one piece and the ring round it in other cloths.
Project flowers() {
  Project p = support::project(support::recipe("hexagons", 25.4, 9, 9));
  return p;
}

/// The numbers of a hexagon in the middle and its six neighbours.
json flowerAt(const Project& p, std::uint32_t middle) {
  json out{middle + 1};
  for (const auto i : ringOf(buildSeams(*p.layout), middle, 1)) out.push_back(i + 1);
  return out;
}

Project marked(const Project& p, const char* name, const json& pieces, bool everywhere = false) {
  return support::edited(
      p, {{"edit", "markUnit"}, {"name", name}, {"pieces", pieces}, {"everywhere", everywhere}});
}

/// A hexagon that grew a square on one side: a unit with a left and a right hand it has not.
Project grown() {
  Project p = *newProject(support::library(), *ownRecipe("hexagon", Length::millimetres(40)), "grown");
  const auto open = openEdges(*p.layout, buildSeams(*p.layout)).front();
  return support::edited(p, {{"edit", "addPieces"},
                             {"at", {open.middle().x, open.middle().y}},
                             {"shape", "square"},
                             {"cloth", "B"}});
}

bool isSound(const Project& p) {
  return soundness(*p.layout, buildSeams(*p.layout)).sound();
}

int piecesInUnits(const Project& p) {
  int n = 0;
  for (const int u : unitsOfPieces(*p.layout, p.recipe.units)) n += u >= 0;
  return n;
}

}  // namespace

class UnitsTest : public QObject {
  Q_OBJECT
 private slots:
  void markingEverywhereFindsCopiesThatShareNoPiece() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40), true);
    QVERIFY(p.recipe.units.size() > 4);
    std::set<PieceKey> seen;
    int number = 1;
    for (const PieceUnit& u : p.recipe.units) {
      QCOMPARE(u.pieces.size(), std::size_t(7));
      QCOMPARE(u.number, number++);
      for (const PieceKey k : u.pieces) QVERIFY(seen.insert(k).second);
      // Each is a middle with its six neighbours: twelve seams within.
      QCOMPARE(buildSeams(*p.layout, piecesOf(*p.layout, u)).seams.size(), std::size_t(12));
    }
  }
  void copiesAreFoundTurnedAndMirrored() {
    // Of three pieces in a row, every turn of sixty degrees is another copy.
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    const auto unit = ringOf(buildSeams(*p.layout), 10, 1);
    p = marked(p, "Three", {11, unit[0] + 1}, true);
    QVERIFY(p.recipe.units.size() > 5);
    for (const PieceUnit& u : p.recipe.units) QCOMPARE(piecesOf(*p.layout, u).size(), std::size_t(2));
  }
  /// Four squares in a crank, and the same crank turned over.
  void aMirroredCopyIsACopy() {
    const Layout l = support::layout(support::recipe("squares", 40, 5, 3));
    const PieceIndex index(l);
    std::vector<std::uint32_t> over{7, 8, 13, 14};
    const auto found = copiesInLayout(l, index, {1, 2, 5, 6}, [&](std::vector<std::uint32_t> set) {
      std::sort(set.begin(), set.end());
      return set == over;
    });
    QCOMPARE(found.size(), std::size_t(1));
  }
  /// Sets that may not be taken are left, and what they would have used is free for others.
  void onlyCopiesThatMayBeAreTaken() {
    const Layout l = support::layout(support::recipe("squares", 40, 5, 1));
    const PieceIndex index(l);
    using Sets = std::vector<std::vector<std::uint32_t>>;
    const auto sorted = [](Sets all) {
      for (auto& set : all) std::sort(set.begin(), set.end());
      std::sort(all.begin(), all.end());
      return all;
    };
    const auto any = [](const std::vector<std::uint32_t>&) { return true; };
    QCOMPARE(sorted(copiesInLayout(l, index, {0, 1}, any)), (Sets{{2, 3}}));
    const auto notTheThird = [](const std::vector<std::uint32_t>& set) {
      return std::find(set.begin(), set.end(), 2U) == set.end();
    };
    QCOMPARE(sorted(copiesInLayout(l, index, {0, 1}, notTheThird)), (Sets{{3, 4}}));
    QVERIFY(
        copiesInLayout(l, index, {0, 1}, [](const std::vector<std::uint32_t>&) { return false; }).empty());
  }
  void aPieceBelongsToOneUnitAndUnitsHangTogether() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40));
    const json middle = flowerAt(p, 40);
    const auto outside = ringOf(buildSeams(*p.layout), 40, 2).front();
    json crossing{outside + 1};
    for (const auto i : ringOf(buildSeams(*p.layout), outside, 1))
      if (std::find(middle.begin(), middle.end(), json(i + 1)) != middle.end()) crossing.push_back(i + 1);
    QVERIFY(crossing.size() > 1);
    QVERIFY(support::refusal(p, {{"edit", "markUnit"}, {"name", "Other"}, {"pieces", crossing}})
                .find("Flower 1") != std::string::npos);
    // The same pieces twice are no second unit.
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", "Again"}, {"pieces", middle}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", "Far"}, {"pieces", {1, 81}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", "Flower"}, {"pieces", {1, 2}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", ""}, {"pieces", {1, 2}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"pieces", {1, 2}}}).empty());
  }
  void threeDiamondsMakeABlockAndThreeBlocksAUnit() {
    Project p = support::project(support::recipe("diamonds", 30, 6, 6));
    // A block: the three diamonds that meet in the corner of one cell.
    const auto cell = [&](int col, int row) {
      json out = json::array();
      for (std::size_t i = 0; i < p.layout->size(); ++i)
        if (p.layout->pieces[i].key.col == col && p.layout->pieces[i].key.row == row) out.push_back(i + 1);
      return out;
    };
    p = marked(p, "Block", cell(1, 2), true);
    const auto blocks = p.recipe.units.size();
    QVERIFY(blocks > 15);
    json three = json::array();
    for (const auto& [col, row] : {std::pair(1, 2), std::pair(2, 2), std::pair(2, 3)})
      for (const auto& i : cell(col, row)) three.push_back(i);
    p = marked(p, "Lantern", three, true);
    const auto lanterns =
        static_cast<std::size_t>(std::count_if(p.recipe.units.begin(), p.recipe.units.end(),
                                               [](const PieceUnit& u) { return u.name == "Lantern"; }));
    QVERIFY(lanterns > 2);
    QCOMPARE(p.recipe.units.size(), blocks + lanterns);
    // Each lantern holds three whole blocks and each block is in one lantern at most.
    const auto outer = outerUnits(p.recipe.units);
    std::map<int, int> held;
    for (std::size_t u = 0; u < p.recipe.units.size(); ++u) {
      if (p.recipe.units[u].name == "Lantern") QCOMPARE(outer[u], -1);
      if (outer[u] >= 0) ++held[outer[u]];
    }
    QCOMPARE(held.size(), lanterns);
    for (const auto& [unit, n] : held) {
      QCOMPARE(p.recipe.units[static_cast<std::size_t>(unit)].name, std::string("Lantern"));
      QCOMPARE(n, 3);
    }
    // Painted at either level.
    const auto wearing = [](const Project& q, const char* cloth) {
      int n = 0;
      for (std::size_t i = 0; i < q.layout->size(); ++i) n += q.painting[i] == *findCloth(q, cloth);
      return n;
    };
    QCOMPARE(wearing(support::edited(p, {{"edit", "paint"}, {"unit", "Lantern 2"}, {"cloth", "B"}}), "B"), 9);
    QCOMPARE(wearing(support::edited(p, {{"edit", "paint"}, {"unit", "Block 2"}, {"cloth", "B"}}), "B"), 3);
    // Numbered: lantern by lantern, within it block by block.
    const Project numbered = support::edited(p, {{"edit", "setNumbering"}, {"by", "units"}});
    const auto unit = unitsOfPieces(*numbered.layout, numbered.recipe.units);
    const auto outerNow = outerUnits(numbered.recipe.units);
    std::map<int, std::vector<std::size_t>> ofBlock, ofLantern;
    for (std::size_t i = 0; i < unit.size(); ++i) {
      if (unit[i] < 0) continue;
      ofBlock[unit[i]].push_back(i);
      if (const int o = outerNow[static_cast<std::size_t>(unit[i])]; o >= 0) ofLantern[o].push_back(i);
    }
    QCOMPARE(ofLantern.size(), lanterns);
    for (const auto& [u, numbers] : ofBlock) QCOMPARE(numbers.back() - numbers.front(), std::size_t(2));
    for (const auto& [u, numbers] : ofLantern) QCOMPARE(numbers.back() - numbers.front(), std::size_t(8));
  }
  void aUnitOfUnitsIsPlacedAndExchangedWithWhatItIsMadeOf() {
    Project p = grown();  // a hexagon and a square
    p = marked(p, "Pair", {1, 2});
    // A second square on the pair makes the outer unit.
    const auto open = openEdges(*p.layout, buildSeams(*p.layout));
    const auto onHexagon =
        std::find_if(open.begin(), open.end(), [](const OpenEdge& e) { return e.edge.piece == 0; });
    p = support::edited(p, {{"edit", "addPieces"},
                            {"at", {onHexagon->middle().x, onHexagon->middle().y}},
                            {"shape", "square"},
                            {"cloth", "C"}});
    p = marked(p, "Three", {1, 2, 3});
    QCOMPARE(outerUnits(p.recipe.units), (std::vector<int>{1, -1}));
    // Placed: both come along.
    Project placed;
    for (const OpenEdge& e : openEdges(*p.layout, buildSeams(*p.layout))) {
      const json edit{{"edit", "placeUnit"}, {"unit", "Three"}, {"at", {e.middle().x, e.middle().y}}};
      if (!support::refusal(p, edit).empty()) continue;
      placed = support::edited(p, edit);
      break;
    }
    QCOMPARE(placed.layout->size(), std::size_t(6));
    QCOMPARE(placed.recipe.units.size(), std::size_t(4));
    int pairs = 0, threes = 0;
    for (const PieceUnit& u : placed.recipe.units) {
      pairs += u.name == "Pair" && piecesOf(*placed.layout, u).size() == 2;
      threes += u.name == "Three" && piecesOf(*placed.layout, u).size() == 3;
    }
    QCOMPARE(pairs, 2);
    QCOMPARE(threes, 2);
    const auto outer = outerUnits(placed.recipe.units);
    for (std::size_t u = 0; u < 4; ++u) QCOMPARE(outer[u] >= 0, placed.recipe.units[u].name == "Pair");
    QVERIFY(soundness(*placed.layout, buildSeams(*placed.layout)).overlaps.empty());
    // Exchanged: the inner unit by another of its outline; the outer one goes on with the new pieces.
    Project field = support::project(support::recipe("hexagons", 30, 9, 9));
    field = marked(field, "One", {41, 42});
    json seven = flowerAt(field, 40);
    if (std::find(seven.begin(), seven.end(), json(42)) == seven.end()) QFAIL("42 is no neighbour of 41");
    field = marked(field, "Flower", seven);
    field = marked(field, "Other", {1, 2});
    field = support::edited(field, {{"edit", "paint"}, {"unit", "Other"}, {"cloth", "D"}});
    const Project swapped =
        support::edited(field, {{"edit", "replaceUnits"}, {"unit", "One"}, {"by", "Other"}});
    std::map<std::string, std::size_t> sizes;
    for (const PieceUnit& u : swapped.recipe.units) sizes[unitTitle(u)] = piecesOf(*swapped.layout, u).size();
    QCOMPARE(sizes, (std::map<std::string, std::size_t>{{"Flower 1", 7}, {"Other 1", 2}, {"Other 2", 2}}));
    const auto inner = outerUnits(swapped.recipe.units);
    for (std::size_t u = 0; u < swapped.recipe.units.size(); ++u)
      QCOMPARE(inner[u] >= 0, unitTitle(swapped.recipe.units[u]) == "Other 2");
  }
  void paintingReachesOneUnitOrAllOfItsName() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40), true);
    const auto all = static_cast<int>(p.recipe.units.size());
    p = support::edited(p, {{"edit", "paint"}, {"unit", "Flower 1"}, {"cloth", "B"}});
    const auto wearing = [&](const char* cloth) {
      int n = 0;
      for (std::size_t i = 0; i < p.layout->size(); ++i) n += p.painting[i] == *findCloth(p, cloth);
      return n;
    };
    QCOMPARE(wearing("B"), 7);
    p = support::edited(p, {{"edit", "paint"}, {"unit", "Flower"}, {"cloth", "C"}});
    QCOMPARE(wearing("C"), 7 * all);
    QVERIFY(!support::refusal(p, {{"edit", "paint"}, {"unit", "Flower 99"}, {"cloth", "C"}}).empty());
  }
  void piecesAreNumberedUnitAfterUnit() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40), true);
    p = support::edited(p, {{"edit", "setNumbering"}, {"by", "units"}});
    const auto unit = unitsOfPieces(*p.layout, p.recipe.units);
    for (std::size_t i = 1; i < unit.size(); ++i) {
      if (unit[i] < 0) continue;
      QVERIFY(unit[i - 1] >= 0);  // what belongs to none comes last
      if (i % 7 != 0) QCOMPARE(unit[i], unit[i - 1]);
    }
    // And GeoJSON names them.
    const json features = piecesGeoJson(p)["features"];
    QVERIFY(features[0]["properties"]["unit"].get<std::string>().rfind("Flower ", 0) == 0);
    QVERIFY(features.back()["properties"]["unit"].is_null());
  }
  void aUnitIsPlacedOnAnOpenEdgeWearingItsCloths() {
    Project p = grown();
    p = marked(p, "Pair", {1, 2});
    const auto open = openEdges(*p.layout, buildSeams(*p.layout));
    std::size_t ways = 0;
    for (const OpenEdge& e : open) {
      const auto fits = unitFitsAt(*p.layout, buildSeams(*p.layout), PieceIndex(*p.layout), e, {0, 1});
      ways += fits.size();
      for (const UnitFit& f : fits) {
        QVERIFY(f.joined > 39.9);
        for (const Polygon& o : f.outlines) QVERIFY(isFree(*p.layout, PieceIndex(*p.layout), o));
      }
      if (fits.empty()) continue;
      const Project next =
          support::edited(p, {{"edit", "placeUnit"}, {"unit", "Pair"}, {"at", {e.middle().x, e.middle().y}}});
      QCOMPARE(next.layout->size(), std::size_t(4));
      QCOMPARE(next.recipe.units.size(), std::size_t(2));
      QCOMPARE(unitTitle(next.recipe.units[1]), std::string("Pair 2"));
      int squares = 0;
      for (std::size_t i = 0; i < next.layout->size(); ++i)
        squares += next.painting[i] == *findCloth(next, "B");
      QCOMPARE(squares, 2);
      for (const Overlap& o : soundness(*next.layout, buildSeams(*next.layout)).overlaps)
        QFAIL(qPrintable(QString::number(o.area)));
    }
    QVERIFY(ways > 6);
  }
  void aUnitIsPlacedInNoWayThatThereIsNot() {
    const Project p = marked(grown(), "Pair", {1, 2});
    const OpenEdge e = openEdges(*p.layout, buildSeams(*p.layout)).front();
    const std::size_t ways =
        unitFitsAt(*p.layout, buildSeams(*p.layout), PieceIndex(*p.layout), e, {0, 1}).size();
    QVERIFY(ways > 0);
    json edit{{"edit", "placeUnit"}, {"unit", "Pair"}, {"at", {e.middle().x, e.middle().y}}};
    edit["choice"] = ways - 1;
    QCOMPARE(support::edited(p, edit).layout->size(), std::size_t(4));
    edit["choice"] = ways;
    QVERIFY(QString::fromStdString(support::refusal(p, edit)).contains(QString::number(ways) + " way"));
    // Copies of a layout that does not come to lie on itself have no place.
    Project tiled = support::project(support::recipe("hexagons", 40, 3, 4));
    tiled = marked(tiled, "Two", {1, 2});
    const OpenEdge edge = openEdges(*tiled.layout, buildSeams(*tiled.layout)).front();
    QVERIFY(!support::refusal(tiled, {{"edit", "placeUnit"},
                                      {"unit", "Two"},
                                      {"at", {edge.middle().x, edge.middle().y}},
                                      {"copies", {{"turns", 5}, {"centre", {1, 2}}}}})
                 .empty());
  }
  void turnedCopiesOfAUnitAreEachAUnit() {
    Project p = *newProject(support::library(), *ownRecipe("hexagon", Length::millimetres(40)), "grown");
    const auto add = [&](const char* shape, Point towards) {
      const auto edges = openEdges(*p.layout, buildSeams(*p.layout));
      const auto best =
          std::max_element(edges.begin(), edges.end(), [&](const OpenEdge& a, const OpenEdge& b) {
            return dot(a.middle(), towards) < dot(b.middle(), towards) - 1e-6;
          });
      p = support::edited(
          p, {{"edit", "addPieces"}, {"at", {best->middle().x, best->middle().y}}, {"shape", shape}});
    };
    add("square", {1, 0});
    add("hexagon", {1, 0});
    p = marked(p, "Arm", {2, 3});
    // On the first hexagon's other sides.
    const auto edges = openEdges(*p.layout, buildSeams(*p.layout));
    const auto left = std::min_element(edges.begin(), edges.end(), [](const OpenEdge& a, const OpenEdge& b) {
      return a.middle().x < b.middle().x;
    });
    const Project next = support::edited(p, {{"edit", "placeUnit"},
                                             {"unit", "Arm"},
                                             {"at", {left->middle().x, left->middle().y}},
                                             {"copies", {{"turns", 3}, {"centre", {0, 0}}}}});
    QVERIFY(next.recipe.units.size() >= 2);
    for (const PieceUnit& u : next.recipe.units) QCOMPARE(piecesOf(*next.layout, u).size(), std::size_t(2));
    QVERIFY(soundness(*next.layout, buildSeams(*next.layout)).overlaps.empty());
  }
  void unitsOfEqualOutlineTakeEachOthersPlace() {
    // Seven hexagons, two of them divided differently: blocks of one outline.
    Project p = support::project([] {
      Recipe r = support::recipe("hexagon-rosette", 60, 1, 1);
      r.rings = 1;
      return r;
    }());
    QCOMPARE(p.layout->size(), std::size_t(7));
    p = support::edited(p,
                        {{"edit", "subdivide"}, {"pieces", {1}}, {"parts", {{"diamond", 12}}}, {"index", 2}});
    json diamonds = json::array();
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->outline(i).size() == 4) diamonds.push_back(i + 1);
    QCOMPARE(diamonds.size(), std::size_t(12));
    p = marked(p, "Star", diamonds);
    json rest = json::array();
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->outline(i).size() == 6) rest.push_back(i + 1);
    p = marked(p, "Plain", json::array({rest[0]}), true);
    QCOMPARE(p.recipe.units.size(), std::size_t(7));
    p = support::edited(p, {{"edit", "replaceUnits"}, {"unit", "Plain"}, {"by", "Star"}});
    QCOMPARE(p.layout->size(), std::size_t(7 * 12));
    QCOMPARE(piecesInUnits(p), 7 * 12);
    for (const PieceUnit& u : p.recipe.units) QCOMPARE(u.name, std::string("Star"));
    QVERIFY(isSound(p));
    QVERIFY(!support::refusal(p, {{"edit", "replaceUnits"}, {"unit", "Star"}, {"by", "Star"}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "replaceUnits"}, {"unit", "Star"}, {"by", "Nobody"}}).empty());
  }
  void partsOfADividedPieceStayInItsUnit() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40));
    QCOMPARE(piecesInUnits(p), 7);
    p = support::edited(p, {{"edit", "subdivide"}, {"pieces", {41}}, {"parts", {{"triangle", 24}}}});
    QCOMPARE(piecesInUnits(p), 6 + 24);
    const auto pieces = piecesOf(*p.layout, p.recipe.units[0]);
    json triangles = json::array();
    for (const auto i : pieces)
      if (p.layout->outline(i).size() == 3) triangles.push_back(i + 1);
    p = support::edited(p, {{"edit", "joinPieces"}, {"pieces", triangles}});
    QCOMPARE(piecesInUnits(p), 7);
  }
  void namesChangeAndGo() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40), true);
    p = support::edited(p, {{"edit", "renameUnit"}, {"unit", "Flower"}, {"name", "Lantern"}});
    QCOMPARE(p.recipe.units[0].name, std::string("Lantern"));
    QVERIFY(!support::refusal(p, {{"edit", "renameUnit"}, {"unit", "Flower"}, {"name", "X"}}).empty());
    p = support::edited(p, {{"edit", "dropUnit"}, {"unit", "Lantern"}});
    QVERIFY(p.recipe.units.empty());
  }
  void unitsSurviveSizesAndFilesAndLeaveWithTheArrangement() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40), true);
    const Project again = *deserialize(*serialize(p));
    QVERIFY(again.recipe.units == p.recipe.units);
    QVERIFY(sameContent(p, again));
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 12}});
    QCOMPARE(piecesInUnits(p), static_cast<int>(7 * p.recipe.units.size()));
    p = support::edited(p, {{"edit", "setArrangement"}, {"arrangement", "squares"}});
    QVERIFY(p.recipe.units.empty());
  }
};

CLATHRA_TEST(UnitsTest, "units")
#include "units.moc"
