#include "layout/set_out.hpp"

#include <QtTest>
#include <set>

#include "layout/grow.hpp"
#include "layout/soundness.hpp"
#include "layout/unit.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A hexagon with that many whole rings round it, as a layout of its own.
Project rosette(int rings, double edge = 25) {
  return support::project(support::recipe("hexagon-rosette", edge, rings, 1));
}

std::vector<std::uint32_t> allOf(const Project& p) {
  std::vector<std::uint32_t> out(p.layout->size());
  std::iota(out.begin(), out.end(), 0U);
  return out;
}

/// Judged by area and overlap alone: copies and path cover what they cover once.
void checkPlan(const Project& p, const std::vector<std::uint32_t>& unit, const SettingOut& plan) {
  std::vector<Polygon> all = plan.path;
  for (const Point move : plan.moves)
    for (const auto i : unit) all.push_back(translated(p.layout->outline(i), move));
  LayoutBuilder builder;
  for (std::size_t i = 0; i < all.size(); ++i) builder.add(all[i], {static_cast<int>(i), 0, 0});
  const Layout whole = std::move(builder).finish(FinishingSides::Outline, {}, true);
  const auto s = soundness(whole, buildSeams(whole));
  QVERIFY(s.overlaps.empty());
  QVERIFY(s.gaps.empty());
}

}  // namespace

class SetOutTest : public QObject {
  Q_OBJECT
 private slots:
  // guarantees 1 and 2 of set_out.hpp
  void copiesAndPathCoverEverythingOnce_data() {
    QTest::addColumn<int>("rings");
    QTest::addColumn<int>("apart");
    QTest::addColumn<bool>("allRound");
    for (const int rings : {0, 1, 2, 3})
      for (const int apart : {1, 2})
        for (const bool round : {false, true})
          QTest::addRow("%d rings, %d apart, %d", rings, apart, round) << rings << apart << round;
  }
  void copiesAndPathCoverEverythingOnce() {
    QFETCH(int, rings);
    QFETCH(int, apart);
    QFETCH(bool, allRound);
    const Project p = rosette(rings);
    const auto unit = allOf(p);
    const auto plan = setOut(*p.layout, unit, 0, {3, 4, apart, allRound});
    QVERIFY2(plan, plan ? "" : clathra::said(plan.error()).c_str());
    QCOMPARE(plan->moves.size(), std::size_t(12));
    checkPlan(p, unit, *plan);
    // Between any two copies: hexagon centres of different copies lie more than `apart` steps from each
    // other.
    const double step = std::sqrt(3.0) * 25;
    for (std::size_t a = 0; a < plan->moves.size(); ++a)
      for (std::size_t b = a + 1; b < plan->moves.size(); ++b)
        for (const auto i : unit)
          for (const auto j : unit) {
            const double d = distance(p.layout->pieces[i].centre + plan->moves[a],
                                      p.layout->pieces[j].centre + plan->moves[b]);
            // `apart` steps between them at least: nearer than apart + 1 steps along no row.
            QVERIFY2(d > step * (apart + 1) * std::sqrt(3.0) / 2 - 0.01, "copies lie too near");
          }
  }
  // guarantee 3 of set_out.hpp, against every pair of moves of a small grid
  void noOtherMovesHaveFewerCells() {
    for (const int rings : {0, 1, 2})
      for (const int apart : {1, 2}) {
        const Project p = rosette(rings);
        const auto plan = setOut(*p.layout, allOf(p), 0, {2, 2, apart, false});
        QVERIFY(plan);
        // Hexagons in axial steps (q, r): two cells are max(|q|, |r|, |q + r|) steps apart; rosettes of k
        // rings keep clear if their middles are 2 k + apart + 1 steps from each other.
        const auto steps = [](int q, int r) { return std::max({std::abs(q), std::abs(r), std::abs(q + r)}); };
        const int clear = 2 * rings + apart + 1;
        // Every lattice of N cells to a place has moves (a, 0) and (b, N / a) with 0 <= b < a.
        const auto keepsClear = [&](int a, int b, int d) {
          for (int n = 0; n * d < clear; ++n)
            for (int m = -2 * clear; m <= 2 * clear; ++m) {
              const int q = m * a + n * b, r = n * d;
              if ((q != 0 || r != 0) && steps(q, r) < clear) return false;
            }
          return true;
        };
        int best = 0;
        for (int cells = 1; best == 0; ++cells)
          for (int a = 1; a <= cells && best == 0; ++a)
            for (int b = 0; b < a && cells % a == 0 && best == 0; ++b)
              if (keepsClear(a, b, cells / a)) best = cells;
        QCOMPARE(plan->pathToAUnit, best - (1 + 3 * rings * (rings + 1)));
      }
  }
  void whatAUnitEnclosesIsFilledToo() {
    // The second ring alone: twelve round seven bare places.
    const Project p = rosette(2);
    std::vector<std::uint32_t> ring;
    for (std::uint32_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->pieces[i].row == 2) ring.push_back(i);
    QCOMPARE(ring.size(), std::size_t(12));
    const auto plan = setOut(*p.layout, ring, ring.front(), {2, 2, 1, false});
    QVERIFY(plan);
    checkPlan(p, ring, *plan);
    const auto whole = setOut(*p.layout, allOf(p), 0, {2, 2, 1, false});
    QCOMPARE(plan->path.size(), whole->path.size() + 4 * 7);
  }
  void aPathOfOneHexagonBetweenDoubleRings() {
    // Worked by hand: middles of nineteen lie 3 steps along one row and 3 along the next (27 cells), so 8 of
    // path to each.
    const Project p = rosette(2);
    const auto plan = setOut(*p.layout, allOf(p), 0, {2, 2, 1, false});
    QVERIFY(plan);
    QCOMPARE(plan->pathToAUnit, 8);
  }
  void squaresStandInRowsWithAPathOfSquares() {
    const Project p = support::project(support::recipe("squares", 30, 3, 2));
    const auto plan = setOut(*p.layout, allOf(p), 0, {3, 2, 1, false});
    QVERIFY(plan);
    // 3 by 2 squares, one apart: 4 by 3 cells to each, 6 of them path.
    QCOMPARE(plan->pathToAUnit, 6);
    checkPlan(p, allOf(p), *plan);
    std::set<std::pair<int, int>> moves;
    for (const Point m : plan->moves) moves.insert({int(std::lround(m.x)), int(std::lround(m.y))});
    QCOMPARE(moves,
             (std::set<std::pair<int, int>>{{0, 0}, {120, 0}, {240, 0}, {0, 90}, {120, 90}, {240, 90}}));
    // Path between six blocks: two upright strips of 5 and one level strip of 11 cells, crossings once.
    QCOMPARE(plan->path.size(), std::size_t(2 * 5 + 11 - 2));
    const auto round = setOut(*p.layout, allOf(p), 0, {3, 2, 1, true});
    QVERIFY(round);
    QCOMPARE(round->path.size(), std::size_t(13 * 7 - 36));
    checkPlan(p, allOf(p), *round);
  }
  void diamondsThatMakeHexagonsTakeAPathOfHexagonsAlone() {
    Project p = support::project(support::recipe("diamonds", 30, 1, 1));
    QCOMPARE(p.layout->size(), std::size_t(3));
    const auto refused = setOut(*p.layout, {0, 1, 2}, 0, {2, 2, 1, false});
    QVERIFY(!refused && support::says(refused.error(), "unit-not-whole-cells"));
    QVERIFY(pathPiecesFor(*p.layout, {0, 1, 2}).empty());
    Project hexagon = support::project(support::recipe("hexagon-triangle", 30, 3, 3));
    const auto triangle = std::find_if(hexagon.layout->pieces.begin(), hexagon.layout->pieces.end(),
                                       [](const Piece& q) { return q.count == 3; });
    const auto noPath = setOut(*hexagon.layout, {0},
                               static_cast<std::uint32_t>(triangle - hexagon.layout->pieces.begin()), {});
    QVERIFY(!noPath && support::says(noPath.error(), "path-shape-does-not-fill"));
  }
  /// Pieces are counted from 1: of a hexagon and a triangle that follow each other the one that is named
  /// makes the path.
  void thePathIsOfThePieceThatIsNamed() {
    Project p = support::project(support::recipe("hexagon-triangle", 30, 3, 3));
    std::uint32_t triangle = 1;
    while (p.layout->pieces[triangle].count != 3 || p.layout->pieces[triangle - 1].count != 6) ++triangle;
    p = support::edited(p, {{"edit", "markUnit"}, {"name", "One"}, {"pieces", {triangle}}});
    const auto with = [&](std::uint32_t number) {
      return applyStep(
          p, {{"edit", "setOutUnits"}, {"unit", "One"}, {"path", number}, {"across", 2}, {"down", 2}},
          support::context());
    };
    const auto fits = with(triangle), not_ = with(triangle + 1);
    QVERIFY(!not_ && support::says(not_.error(), "path-shape-does-not-fill"));
    QVERIFY(fits || !support::says(fits.error(), "path-shape-does-not-fill"));
  }
  void theEditSetsOutInAFieldAndOnBareGround() {
    // On bare ground everything is added; in a field what lies there is taken.
    Project bare = rosette(2);
    bare = support::edited(bare, {{"edit", "paint"}, {"all", true}, {"cloth", "A"}});
    json nineteen = json::array();
    for (int i = 1; i <= 19; ++i) nineteen.push_back(i);
    bare = support::edited(bare, {{"edit", "markUnit"}, {"name", "Wheel"}, {"pieces", nineteen}});
    const json edit{{"edit", "setOutUnits"}, {"unit", "Wheel"}, {"path", 1},
                    {"across", 2},           {"down", 2},       {"apart", 1},
                    {"cloth", "B"}};
    const Project set = support::edited(bare, edit);
    const auto plan = setOut(*bare.layout, allOf(bare), 0, {2, 2, 1, false});
    QCOMPARE(set.layout->size(), 4 * 19 + plan->path.size());
    QCOMPARE(set.recipe.units.size(), std::size_t(4));
    QVERIFY(soundness(*set.layout, buildSeams(*set.layout)).sound());
    int path = 0;
    for (std::size_t i = 0; i < set.layout->size(); ++i) path += set.painting[i] == *findCloth(set, "B");
    QCOMPARE(static_cast<std::size_t>(path), plan->path.size());
    // Once more changes nothing: all is there already.
    QCOMPARE(support::edited(set, edit).layout->size(), set.layout->size());
    QCOMPARE(support::edited(set, edit).recipe.units.size(), std::size_t(4));
    Project field = support::project(support::recipe("hexagons", 25, 24, 24));
    const std::uint32_t middle = 5 * 24 + 5;
    json wheel{middle + 1};
    for (int k = 1; k <= 2; ++k)
      for (const auto i : ringOf(buildSeams(*field.layout), middle, k)) wheel.push_back(i + 1);
    field = support::edited(field, {{"edit", "markUnit"}, {"name", "Wheel"}, {"pieces", wheel}});
    json inField = edit;
    inField["path"] = 1;
    const Project marked = support::edited(field, inField);
    QCOMPARE(marked.layout->size(), field.layout->size());
    QCOMPARE(marked.recipe.units.size(), std::size_t(4));
    int painted = 0;
    for (std::size_t i = 0; i < marked.layout->size(); ++i)
      painted += marked.painting[i] == *findCloth(marked, "B");
    QCOMPARE(static_cast<std::size_t>(painted), plan->path.size());
  }
};

CLATHRA_TEST(SetOutTest, "set_out")
#include "set_out.moc"
