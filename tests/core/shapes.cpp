#include "measure/expression.hpp"

#include <set>

#include "model/lightness.hpp"
#include "registry.hpp"
#include "shape/allowance.hpp"
#include "shape/families.hpp"
#include "shape/look_alike.hpp"
#include "shape/outline_measures.hpp"
#include "shape/overlap.hpp"
#include "shape/spacing.hpp"
#include "shape/strip.hpp"
#include "shape/symmetry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {
Polygon family(const char* id, double edge = 1) {
  return scaled(*familyOutline(id), edge);
}
}  // namespace

class ShapesTest : public QObject {
  Q_OBJECT
 private slots:
  /// By hand: 60 by 20 turned by 30° is crossed level on 20 / sin 30° at most; a hexagon of 10 from corner to
  /// corner on 20, from side to side on 10 √3. A chevron is hollow: its whole height, though its arms are 20
  /// high.
  void spacingByHand() {
    const Polygon level{{0, 0}, {60, 0}, {60, 20}, {0, 20}};
    const Polygon bar = placed(level, Angle::degrees(30), false, {});
    COMPARE_TO(spacingAlong(bar, {1, 0}), 40, 1e-9);
    COMPARE_TO(spacingAlong(bar, towards(Angle::degrees(30))), 60, 1e-9);
    const Polygon hexagon = scaled(*familyOutline("hexagon"), 10);
    const Point corner = (1 / length(hexagon[0] - centroid(hexagon))) * (hexagon[0] - centroid(hexagon));
    COMPARE_TO(spacingAlong(hexagon, corner), 20, 1e-9);
    COMPARE_TO(spacingAlong(hexagon, rotated(corner, Angle::degrees(30))), 10 * std::sqrt(3.0), 1e-9);
    const Polygon chevron{{0, 0}, {30, 10}, {60, 0}, {60, 20}, {30, 30}, {0, 20}};
    COMPARE_TO(spacingAlong(chevron, {0, 1}), 30, 1e-9);
  }
  void familiesHaveTheirAnglesAndSizes_data() {
    QTest::addColumn<QString>("id");
    QTest::addColumn<QList<double>>("angles");
    QTest::addColumn<double>("width");
    QTest::addColumn<double>("height");
    QTest::addColumn<double>("area");
    const double r3 = std::sqrt(3.0), r2 = std::sqrt(2.0);
    const auto row = [](const char* id, QList<double> angles, double w, double h, double a) {
      QTest::newRow(id) << QString::fromLatin1(id) << angles << w << h << a;
    };
    row("hexagon", {120, 120, 120, 120, 120, 120}, r3, 2, 1.5 * r3);
    row("triangle60", {60, 60, 60}, 1, r3 / 2, r3 / 4);
    row("square", {90, 90, 90, 90}, 1, 1, 1);
    row("octagon", QList<double>(8, 135), 1 + r2, 1 + r2, 2 * (1 + r2));
    row("diamond60", {60, 60, 120, 120}, 1, r3, r3 / 2);
    row("diamond45", {45, 45, 135, 135}, 2 * sin(Angle::degrees(22.5)), 2 * cos(Angle::degrees(22.5)),
        1 / r2);
    row("half-hexagon-point-cut", {60, 60, 120, 120}, 2, r3 / 2, 0.75 * r3);
    row("half-hexagon-flat-cut", {90, 90, 120, 120, 120}, r3, 1, 0.75 * r3);
    row("half-diamond60-along", {30, 30, 120}, r3, 0.5, r3 / 4);
    row("triangle-30-60-90", {30, 60, 90}, 0.5, r3 / 2, r3 / 8);
    row("kite", {60, 90, 90, 120}, r3 / 2, 1, r3 / 4);
    row("honeycomb", {90, 90, 135, 135, 135, 135}, r2, 1 + r2, 1 + r2);
    row("jewel", {60, 120, 120, 120, 120}, 2, 1.5 * r3, 2 * r3 - r3 / 4);
    row("dodecagon", QList<double>(12, 150), 2 + r3, 2 + r3, 3 * (2 + r3));
  }
  void familiesHaveTheirAnglesAndSizes() {
    QFETCH(QString, id);
    QFETCH(QList<double>, angles);
    QFETCH(double, width);
    QFETCH(double, height);
    QFETCH(double, area);
    const Polygon p = family(id.toLatin1().constData());
    auto found = cornerAngles(p);
    std::sort(found.begin(), found.end());
    QCOMPARE(found.size(), static_cast<std::size_t>(angles.size()));
    for (std::size_t i = 0; i < found.size(); ++i)
      COMPARE_TO(found[i].degrees(), angles[static_cast<int>(i)], 1e-9);
    COMPARE_TO(bounds(p).width(), width, 1e-12);
    COMPARE_TO(bounds(p).height(), height, 1e-12);
    COMPARE_TO(clathra::area(p), area, 1e-12);
    COMPARE_TO(distance(centroid(p), {}), 0, 1e-12);
  }

  void symmetryIsComputedFromTheOutline_data() {
    QTest::addColumn<QString>("id");
    QTest::addColumn<int>("turns");
    QTest::addColumn<int>("mirrors");
    const auto row = [](const char* id, int turns, int mirrors) {
      QTest::newRow(id) << QString::fromLatin1(id) << turns << mirrors;
    };
    row("hexagon", 6, 6);
    row("square", 4, 4);
    row("triangle60", 3, 3);
    row("octagon", 8, 8);
    row("diamond60", 2, 2);
    row("kite", 1, 1);
    row("jewel", 1, 1);
    row("honeycomb", 2, 2);
    row("quarter-hexagon", 1, 0);
    row("triangle-30-60-90", 1, 0);
    row("rectangle-2-1", 2, 2);
  }
  void symmetryIsComputedFromTheOutline() {
    QFETCH(QString, id);
    QFETCH(int, turns);
    QFETCH(int, mirrors);
    const Symmetry s = symmetryOf(family(id.toLatin1().constData(), 30));
    QCOMPARE(s.turns, turns);
    QCOMPARE(s.mirrors, mirrors);
    QCOMPARE(s.chiral(), mirrors == 0);
  }
  void anOctagonOfTwoEdgesIsFourFold() {
    Polygon p;
    for (const Point q :
         {Point{-10, -20}, {10, -20}, {20, -10}, {20, 10}, {10, 20}, {-10, 20}, {-20, 10}, {-20, -10}})
      p.push_back(q);
    QCOMPARE(symmetryOf(p).turns, 4);
  }
  void aParallelogramIsChiralThoughItTurnsByHalf() {
    const Polygon p{{0, 0}, {50, 0}, {70, 30}, {20, 30}};
    QCOMPARE(symmetryOf(p).turns, 2);
    QVERIFY(symmetryOf(p).chiral());
  }
  void aHandIsTheSameHoweverItIsTurnedAndOppositeInTheMirror() {
    for (const char* id : {"quarter-hexagon", "triangle-30-60-90"}) {
      const Polygon p = family(id, 40);
      const int hand = handOf(p);
      QVERIFY(hand != 0);
      for (int deg = 0; deg < 360; deg += 17) {
        QCOMPARE(handOf(placed(p, Angle::degrees(deg), false, {3, 4})), hand);
        QCOMPARE(handOf(placed(p, Angle::degrees(deg), true, {3, 4})), -hand);
      }
    }
    QCOMPARE(handOf(family("kite", 40)), 0);
  }
  /// Two halves of either kind and four quarters have the area of the hexagon.
  void partsOfTheHexagonAddUp() {
    const double whole = area(*familyOutline("hexagon"));
    COMPARE_TO(whole, 1.5 * std::sqrt(3.0), 1e-12);
    COMPARE_TO(2 * area(*familyOutline("half-hexagon-point-cut")), whole, 1e-12);
    COMPARE_TO(2 * area(*familyOutline("half-hexagon-flat-cut")), whole, 1e-12);
    const Polygon quarter = *familyOutline("quarter-hexagon");
    COMPARE_TO(4 * area(quarter), whole, 1e-12);
    const double corners[] = {90, 60, 120, 90};
    for (std::size_t i = 0; i < 4; ++i) COMPARE_TO(cornerAngles(quarter)[i].degrees(), corners[i], 1e-9);
  }
  /// A kite is its own mirror image: two kinds of sides, and of its corners those at the sides are alike.
  void aMirrorCarriesSidesAndCorners() {
    // Sides that run the same way have no paper between them: 5 mm apart at the step, but 30 high above it.
    const Polygon step{{0, 0}, {60, 0}, {60, 30}, {55, 30}, {55, 70}, {0, 70}};
    COMPARE_TO(*measuresOf(step).across, 30, 1e-9);
    const OutlineMeasures m = measuresOf(family("kite", 40));
    QCOMPARE(std::set<std::size_t>(m.sideLike.begin(), m.sideLike.end()).size(), std::size_t(2));
    QCOMPARE(std::set<std::size_t>(m.cornerLike.begin(), m.cornerLike.end()).size(), std::size_t(3));
  }
  void namesSurviveTurnMirrorAndScale() {
    for (const Family& f : families())
      for (const double edge : {7.0, 25.4, 300.0}) {
        const Polygon p = placed(scaled(f.outline, edge), Angle::radians(1.234), true, {100, -50});
        const ShapeName name = nameOf(p);
        QCOMPARE(support::text(name.id), QByteArray(f.id.data(), static_cast<int>(f.id.size())));
        COMPARE_TO(name.edge, edge, 1e-6 * edge);
      }
  }
  void poseFindsTheTurnAndTheMirror() {
    const Polygon p = family("quarter-hexagon", 40);
    const auto pose = poseOf(placed(p, Angle::radians(0.7), true, {5, 6}), p);
    QVERIFY(pose);
    QVERIFY(pose->mirrored);
    COMPARE_TO((pose->turn - Angle::radians(0.7)).wrapped().radians(), 0, 1e-9);
    QVERIFY(!poseOf(scaled(p, 1.01), p));
  }

  void aTipReachesWhatTheFormulaSays() {
    COMPARE_TO(tipReach(1, Angle::degrees(60)), 2, 1e-12);
    COMPARE_TO(tipReach(1, Angle::degrees(45)), 2.6131, 1e-4);
    COMPARE_TO(tipReach(1, Angle::degrees(36)), 3.2361, 1e-4);
  }
  void theAllowanceMovesEveryEdgeOutwards() {
    for (const Family& f : families()) {
      const Polygon p = scaled(f.outline, 40), q = allowanceOutline(p, 6);
      const auto angles = cornerAngles(p);
      if (*std::min_element(angles.begin(), angles.end()) < Angle::degrees(10))
        continue;  // a cusp has no mitre
      QCOMPARE(q.size(), p.size());
      // Area of an outward offset with mitred corners: A + s P + s² Σ cot(angle / 2).
      double corners = 0;
      for (const Angle a : cornerAngles(p)) corners += 1 / tan(a / 2);
      COMPARE_TO(area(q), area(p) + 6 * perimeter(p) + 36 * corners, 1e-6);
    }
  }
  void bluntedTipsEndOneAllowancePastThePaper() {
    const Polygon p = family("diamond60", 50), q = allowanceOutline(p, 6, Tips::Blunted);
    QCOMPARE(q.size(), std::size_t(6));
    COMPARE_TO(bounds(q).height(), bounds(p).height() + 12, 1e-9);
    COMPARE_TO(bounds(allowanceOutline(p, 6)).height(), bounds(p).height() + 24, 1e-9);
  }
  /// Each edge level and plumb, either way up, one way or turned in turn: no lay is left out, and none is
  /// there twice. Shapes with no two edges alike, so that no other edge stands in for one that is forgotten.
  void everyLayOfAStripIsThere() {
    const auto alike = [](const StripLay& a, const StripLay& b) {
      return a.alternate == b.alternate && std::abs(a.height - b.height) < 1e-6 &&
             std::abs(a.length - b.length) < 1e-6 && std::abs(a.toNext - b.toNext) < 1e-6 &&
             std::abs(a.toAfter - b.toAfter) < 1e-6;
    };
    const std::vector<Polygon> shapes{{{0, 0}, {57, 4}, {21, 38}}, {{0, 0}, {50, -3}, {44, 31}, {9, 27}}};
    for (const Polygon& shape : shapes)
      for (const bool mayTurn : {false, true}) {
        const std::vector<StripLay> lays = stripLays(shape, mayTurn);
        for (std::size_t i = 0; i < lays.size(); ++i)
          for (std::size_t k = i + 1; k < lays.size(); ++k) QVERIFY(!alike(lays[i], lays[k]));
        std::size_t oneWay = 0;
        for (std::size_t e = 0; e < shape.size(); ++e)
          for (const double aside : {0.0, 90.0, 180.0, 270.0})
            for (const bool alternate : {false, true}) {
              if (alternate && !mayTurn) continue;
              const Point d = shape[(e + 1) % shape.size()] - shape[e];
              const StripLay lay = stripLay(shape, Angle::degrees(aside) - directionOf(d), alternate);
              QVERIFY2(
                  std::any_of(lays.begin(), lays.end(), [&](const StripLay& l) { return alike(l, lay); }),
                  qPrintable(QStringLiteral("edge %1 at %2").arg(e).arg(aside)));
            }
        for (const StripLay& l : lays) oneWay += !l.alternate;
        QCOMPARE(oneWay, 2 * shape.size());  // either way up is the same when all lie one way
      }
  }

  void trianglesNestAtHalfTheirEdge() {
    const StripLay lay = stripLay(family("triangle60", 60), {}, true);
    COMPARE_TO(lay.toNext, 30, 1e-9);
    COMPARE_TO(lay.toAfter, 30, 1e-9);
    QCOMPARE(lay.fitting(60), std::size_t(1));
    QCOMPARE(lay.fitting(90), std::size_t(2));
    QCOMPARE(lay.fitting(119), std::size_t(2));
    QCOMPARE(lay.fitting(59), std::size_t(0));
  }
  void copiesInAStripNeverOverlap() {
    for (const Family& f : families())
      for (const StripLay& lay : stripLays(scaled(f.outline, 30), true)) {
        const auto copies = stripCopies(scaled(f.outline, 30), lay, 5);
        for (std::size_t i = 0; i < copies.size(); ++i)
          for (std::size_t k = i + 1; k < copies.size(); ++k)
            QVERIFY(sharedArea(copies[i], copies[k]) < 1e-3);
        COMPARE_TO(bounds(copies.back()).right, lay.lengthFor(5), 1e-6);
        for (const double room : {lay.lengthFor(5), lay.lengthFor(5) - 0.01, lay.lengthFor(4) + 0.01}) {
          std::size_t most = 0;
          while (lay.lengthFor(most + 1) <= room + 1e-6) ++most;
          QCOMPARE(lay.fitting(room), most);
        }
      }
  }

  void formulasAreWorkedOut() {
    COMPARE_TO(*evaluate("1+sqrt(2)*2"), 1 + 2 * std::sqrt(2.0), 1e-15);
    COMPARE_TO(*evaluate("-(3-1)/4"), -0.5, 1e-15);
    COMPARE_TO(*evaluate("cos(60)+sin(30)+tan(45)"), 2, 1e-12);
    for (const char* bad :
         {"", "1+", "(1", "1)", "sqrt", "sqrt(-1)", "1/0", "x", "1 2", "--", "1.2.3", "1..", "2+3.4.5"})
      QVERIFY2(!evaluate(bad), bad);
    QVERIFY(!evaluate(std::string(100, '(') + "1" + std::string(100, ')')));
  }
  /// By hand: a hook whose arm lies on a bar in a band of 30 by 0.4: 12 mm², as deep as 2 · 12 / 60.8.
  void whatOutlinesShareIsMeasured() {
    const Polygon hook{{0, 0}, {30, 0}, {30, 20}, {10, 20}, {10, 60}, {0, 60}},
        bar{{-20, -9.6}, {70, -9.6}, {70, 0.4}, {-20, 0.4}};
    for (const auto& [a, b] : {std::pair(hook, bar), std::pair(bar, hook)}) {
      COMPARE_TO(commonOf(a, b).area, 12, 1e-6);
      COMPARE_TO(commonOf(a, b).depth, 24 / 60.8, 1e-6);
    }
    // A hair deep it is rounding, however long.
    QVERIFY(!overlaps(hook, translated(bar, {0, -0.39})));
    QVERIFY(overlaps(hook, translated(bar, {0, -0.37})));
  }
  void clippingKeepsTheAreaOfBothParts() {
    const Polygon p = family("hexagon", 40);
    for (int deg = 0; deg < 360; deg += 13) {
      const Point n = towards(Angle::degrees(deg));
      const double a = area(clippedToHalfPlane(p, n, 7.5)) + area(clippedToHalfPlane(p, -1.0 * n, -7.5));
      COMPARE_TO(a, area(p), 1e-6);
    }
  }
  void lightnessIsTheOneOfTheEye() {
    COMPARE_TO(lightness({255, 255, 255}), 100, 1e-6);
    COMPARE_TO(lightness({0, 0, 0}), 0, 1e-9);
    COMPARE_TO(lightness({119, 119, 119}), 50.03, 0.01);
    COMPARE_TO(lightness({255, 0, 0}), 53.24, 0.01);
    COMPARE_TO(lightness({0, 0, 255}), 32.30, 0.01);
    for (const Rgb c : {Rgb{255, 0, 0}, Rgb{12, 90, 200}, Rgb{240, 230, 10}}) {
      const Rgb grey = greyOf(c);
      QVERIFY(grey.r == grey.g && grey.g == grey.b);
      COMPARE_TO(lightness(grey), lightness(c), 0.3);
    }
  }
  void theWorstCornerDoesNotDependOnHowAShapeLies() {
    const Polygon kite = scaled(*familyOutline("kite"), 30);
    const Polygon moved = translated(placed(kite, Angle::radians(1.1), false, {}), {40, -9});
    COMPARE_TO(worstCorner(kite, moved, false), 0, 1e-9);
    Polygon bent = moved;
    bent[1] = bent[1] + Point{0.8, 0};
    const double off = worstCorner(kite, bent, false);
    QVERIFY(off > 0.2 && off < 0.8);
    COMPARE_TO(worstCorner(bent, kite, false), off, 1e-9);
    QVERIFY(worstCorner(kite, *familyOutline("hexagon"), false) > 1e6);
    // A rectangle of 20 x 21 turned by a quarter: half a millimetre along each axis.
    const Polygon rectangle{{0, 0}, {21, 0}, {21, 20}, {0, 20}};
    COMPARE_TO(worstCornerOfWrongTurn(rectangle), std::hypot(0.5, 0.5), 1e-9);
    COMPARE_TO(worstCornerOfWrongTurn(Polygon{{0, 0}, {20, 0}, {20, 20}, {0, 20}}), 1e9, 1);
  }
};

CLATHRA_TEST(ShapesTest, "shapes")
#include "shapes.moc"
