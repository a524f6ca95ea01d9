// What a strip, square or fat quarter gives.
#include "cutting/gives.hpp"

#include "cutting/scrap_for_one.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/families.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

GivesRow oneOf(double width, double height, const char* shape, double allowance,
               Direction direction = Direction::None) {
  const auto rows = whatItGives({width, height, allowance, {shape}, direction});
  return rows ? rows->front() : GivesRow{};
}

}  // namespace

class GivesTest : public QObject {
  Q_OBJECT
 private slots:
  /// By hand: a square of 5 in with 1/4 in holds one of 4 1/2 in; a strip of 2 1/2 in by 42 in squares of 2
  /// in, 16 of 2 1/2 in; with 5 mm steps 110 mm and 1/4 in are 122.7, which 127 holds, but 4 1/2 in is
  /// larger.
  void squaresByHand() {
    const GivesRow five = oneOf(127, 127, "square", 6.35);
    COMPARE_TO(*five.edge, 114.3, 1e-9);
    QCOMPARE(five.copies, 1);
    QVERIFY(five.inch);
    const GivesRow strip = oneOf(63.5, 1066.8, "square", 6.35);
    COMPARE_TO(*strip.edge, 50.8, 1e-9);
    QCOMPARE(strip.copies, 16);
    // 10 mm of allowance on a square of 100 mm: 80 mm, and no quarter inch lies between it and 76.2.
    const GivesRow metric = oneOf(100, 100, "square", 10);
    COMPARE_TO(*metric.edge, 80, 1e-9);
    QVERIFY(!metric.inch);
  }
  /// Hexagons of 1 in on squares of 2 1/2 in: laid straight a strict 1/4 in wants 65.5 mm, turned by
  /// 15° 63.2; a print that stands upright forbids the turn.
  void hexagonsOnSquaresOfTwoAndAHalfInches() {
    const GivesRow turned = oneOf(63.5, 63.5, "hexagon", 6.35);
    COMPARE_TO(*turned.edge, 25.4, 1e-9);
    QCOMPARE(turned.copies, 1);
    const GivesRow upright = oneOf(63.5, 63.5, "hexagon", 6.35, Direction::OneWay);
    QVERIFY(*upright.edge < 25.4);
    COMPARE_TO(*oneOf(63.2, 63.2, "hexagon", 6.35).edge, 25, 1e-9);  // 63.24 it would want
  }
  /// By hand: on 63.5 mm a hexagon of 25.4 is 50.8 from tip to tip, so 6.35 is left beyond each of two tips,
  /// which a mitre of 6.35 · sin 60° = 5.50 fills; its level sides are 43.99 apart and keep (63.5 − 43.99) /
  /// 2 = 9.75. The whole 6.35 would want 50.8 + 2 · 6.35 / sin 60° = 65.47 that way up; turned by 15° it
  /// covers 65.47 · cos 15° = 63.24.
  void aNearMissIsOfferedAsAChoice() {
    const GivesRow free = oneOf(63.5, 63.5, "hexagon", 6.35);
    COMPARE_TO(free.laid.corners, 5.499, 1e-3);
    QCOMPARE(free.laid.tight, 2);
    COMPARE_TO(free.laid.sides, 9.753, 1e-3);
    COMPARE_TO(std::max(free.straight.width(), free.straight.height()), 65.465, 1e-3);
    COMPARE_TO(std::abs(std::remainder(free.turn.degrees, 30)), 15, 0.6);
    COMPARE_TO(std::max(free.turn.box.width(), free.turn.box.height()), 63.24, 0.3);
    QVERIFY(free.straightNearly);
    // On a piece that is longer a quarter turn does it, and laid across its tips would stand out: no choice.
    const GivesRow across = oneOf(57, 100, "hexagon", 6.35);
    QVERIFY(across.edge && !across.straightNearly);
    // A print that stands upright forbids the turn: the near miss is the choice.
    const GivesRow upright = oneOf(63.5, 63.5, "hexagon", 6.35, Direction::OneWay);
    QVERIFY(upright.near);
    COMPARE_TO(upright.near->edge, 25, 1e-9);  // in both systems the next usual one
    GivesInput inches{63.5, 63.5, 6.35, {"hexagon"}, Direction::OneWay};
    inches.system = LengthUnit::Inch;
    const auto rows = whatItGives(inches);
    QVERIFY(rows && rows->front().near);
    COMPARE_TO(rows->front().near->edge, 25.4, 1e-9);
    COMPARE_TO(rows->front().near->laid.corners, 5.499, 1e-3);
    // What is less than may be accepted is no choice.
    inches.least = 5.6;
    QVERIFY(!whatItGives(inches)->front().near);
  }
  /// On a piece that is not square the narrow way decides: a triangle of 60, 51.96 high, on 80 × 60. Across,
  /// its lower corners have 10 mm to the side, whose mitre reaches 60° · s: s / tan 30° to the side, so 5.77;
  /// its tip has 4.02 upwards, s / sin 30° of it: 2.01. The base keeps 4.02.
  void tipsAndBaseOfATriangle() {
    const LaidStraight laid = laidStraight(Polygon{{0, 51.9615}, {30, 0}, {60, 51.9615}}, 80, 60);
    COMPARE_TO(laid.corners, 2.0096, 1e-3);
    QCOMPARE(laid.tight, 1);
    COMPARE_TO(laid.sides, 4.0193, 1e-3);
  }
  /// One square of 50 with 6 mm wants 62 × 62; a hexagon of 30 with 6 a rectangle of 64 (62.96 between the
  /// sides: 2 · (25.98 + 6) = 63.96) by 74 (2 · (30 + 6 / sin 60°) = 73.86), whichever way round.
  void theSmallestScrapForOnePatch() {
    Project p = support::project(support::recipe("hexagons", 30, 3, 2));
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 6}});
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "Reed"}, {"width", 1000}, {"lengths", {500}}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", {1, 2}}});
    const auto in = cutInput(p, *findCloth(p, "Reed"));
    QVERIFY(in);
    const auto all = scrapsForOne(*in, 4.0);
    QCOMPARE(all.size(), 1U);
    COMPARE_TO(std::min(all[0].width, all[0].height), 64, 1e-9);
    COMPARE_TO(std::max(all[0].width, all[0].height), 74, 1e-9);
    COMPARE_TO(std::min(all[0].leastWidth, all[0].leastHeight), 60, 1e-9);  // 59.96
    COMPARE_TO(std::max(all[0].leastWidth, all[0].leastHeight), 70, 1e-9);  // 69.24
  }
  /// On cloth with a direction a scrap is as wide as the patch stands: rectangles of 90 by 30 with 6.5 want
  /// 103 across and 43 along.
  void theSmallestScrapOfAClothWithADirection() {
    Recipe r = support::recipe("rectangles", 30, 4, 6);
    r.proportions = {{"wide", 3}};
    Project p = support::project(r);
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 6.5}});
    p = support::edited(p, {{"edit", "addCloth"},
                            {"name", "Reed"},
                            {"width", 1000},
                            {"lengths", {500}},
                            {"direction", "one-way"}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "Reed"}, {"pieces", {1, 2}}});
    const auto all = scrapsForOne(*cutInput(p, *findCloth(p, "Reed")), 4.0);
    QCOMPARE(all.size(), 1U);
    COMPARE_TO(all[0].width, 103, 1e-9);
    COMPARE_TO(all[0].height, 43, 1e-9);
    COMPARE_TO(all[0].leastWidth, 98, 1e-9);
    COMPARE_TO(all[0].leastHeight, 38, 1e-9);
  }
  /// Turned alternately, triangles lie in each other's gaps; one-way cloth keeps them upright.
  void directionTakesPatchesAway() {
    const GivesRow free = oneOf(457, 559, "triangle60", 6.35);
    QVERIFY(free.edge && free.copies >= 1);
    const double edge = *oneOf(300, 70, "triangle60", 6.35, Direction::OneWay).edge;
    const Box patch =
        bounds(allowanceOutline(scaled(*familyOutline("triangle60"), edge), 6.35, Tips::Blunted));
    const GivesRow oneWay = oneOf(300, 70, "triangle60", 6.35, Direction::OneWay),
                   twoWay = oneOf(300, 70, "triangle60", 6.35, Direction::TwoWay);
    QCOMPARE(oneWay.copies, static_cast<int>(300 / patch.width()));
    COMPARE_TO(*twoWay.edge, edge, 0);
    QVERIFY(twoWay.copies > oneWay.copies);
  }
  /// More cloth never gives less; a larger allowance never more; and the next usual edge does not fit.
  void properties() {
    for (const char* shape : {"hexagon", "diamond60", "kite", "half-hexagon-point-cut", "octagon", "jewel"})
      for (const double side : {60.0, 127.0, 254.0}) {
        const GivesRow here = oneOf(side, 0.7 * side, shape, 6.35),
                       wider = oneOf(1.2 * side, 0.7 * side, shape, 6.35),
                       thick = oneOf(side, 0.7 * side, shape, 9.5),
                       other = oneOf(0.7 * side, side, shape, 6.35);
        const double edge = here.edge.value_or(0);
        QVERIFY2(wider.edge.value_or(0) >= edge, shape);
        QVERIFY2(thick.edge.value_or(0) <= edge, shape);
        COMPARE_TO(other.edge.value_or(0), edge, 1e-9);
        // By brute force over turns of a tenth of a degree.
        const auto fits = [&](double e) {
          const Polygon patch = allowanceOutline(scaled(*familyOutline(shape), e), 6.35, Tips::Blunted);
          for (int t = 0; t < 1800; ++t) {
            const Box b = bounds(placed(patch, Angle::degrees(t / 10.0), false, {}));
            if (b.width() <= side && b.height() <= 0.7 * side) return true;
          }
          return false;
        };
        if (edge > 0) QVERIFY2(fits(edge - 0.02), shape);
        const double next =
            std::min((std::floor(edge / 5 + 1e-9) + 1) * 5, (std::floor(edge / 6.35 + 1e-9) + 1) * 6.35);
        QVERIFY2(!fits(next), shape);
        // Patches do not have more area than the cloth.
        if (edge > 0)
          QVERIFY(here.copies *
                      area(allowanceOutline(scaled(*familyOutline(shape), edge), 6.35, Tips::Blunted)) <=
                  side * 0.7 * side + 1e-6);
      }
  }
  void whatCannotBeAnsweredIsSaid() {
    QVERIFY(support::says(whatItGives({0, 100, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({100, 1e9, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({100, 100, -1, {"square"}}).error(), "gives-allowance"));
    QVERIFY(support::says(whatItGives({100, 100, 6, {}}).error(), "gives-shapes"));
    QVERIFY(!whatItGives({100, 100, 6, {"pretzel"}}));
    // Either side, the limits themselves, and what lies just beyond them.
    QVERIFY(whatItGives({5, 20'000, 0, {"square"}}) && whatItGives({20'000, 5, 100, {"square"}}));
    QVERIFY(support::says(whatItGives({4.9, 100, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({100, 4.9, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({20'001, 100, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({100, 20'001, 6, {"square"}}).error(), "gives-size"));
    QVERIFY(support::says(whatItGives({100, 100, 100.5, {"square"}}).error(), "gives-allowance"));
    const GivesRow none = oneOf(10, 10, "hexagon", 6.35);
    QVERIFY(!none.edge && none.copies == 0);
  }
};

CLATHRA_TEST(GivesTest, "gives")
#include "gives.moc"
