#include "layout/unit.hpp"

#include <QtTest>
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
  void aPieceBelongsToOneUnitAndUnitsHangTogether() {
    Project p = flowers();
    p = marked(p, "Flower", flowerAt(p, 40));
    QVERIFY(support::refusal(p, {{"edit", "markUnit"}, {"name", "Other"}, {"pieces", {41, 42}}})
                .find("Flower 1") != std::string::npos);
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", "Far"}, {"pieces", {1, 81}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", "Flower"}, {"pieces", {1, 2}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"name", ""}, {"pieces", {1, 2}}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "markUnit"}, {"pieces", {1, 2}}}).empty());
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
