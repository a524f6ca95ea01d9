// The plain geometry everything stands on: identities that hold for any polygon, and cases worked by hand.
#include "shape/polygon.hpp"

#include <QRandomGenerator>
#include <numbers>

#include "plain_geometry.hpp"
#include "registry.hpp"
#include "shape/overlap.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// Corners on an ellipse in the order of their angles: convex, never regular.
Polygon randomConvex(QRandomGenerator& random, int corners) {
  std::vector<double> angles;
  for (int i = 0; i < corners; ++i)
    angles.push_back(2 * std::numbers::pi * (i + 0.8 * random.generateDouble()) / corners);
  const double wide = 20 + 60 * random.generateDouble(), high = 20 + 60 * random.generateDouble();
  Polygon p;
  for (const double a : angles) p.push_back({wide * std::cos(a), high * std::sin(a)});
  return p;
}

/// By counting points of a fine grid, which shares nothing with the code under test.
double overlapByGrid(const Polygon& a, const Polygon& b, double step) {
  const Box box = bounds(a);
  double n = 0;
  for (double y = box.top + step / 2; y < box.bottom; y += step)
    for (double x = box.left + step / 2; x < box.right; x += step) {
      const auto inside = [&](const Polygon& p) {
        for (std::size_t i = 0; i < p.size(); ++i) {
          const Point from = p[i], to = p[(i + 1) % p.size()];
          if ((to.x - from.x) * (y - from.y) - (to.y - from.y) * (x - from.x) < 0) return false;
        }
        return true;
      };
      n += inside(a) && inside(b);
    }
  return n * step * step;
}

}  // namespace

class PolygonTest : public QObject {
  Q_OBJECT
  QRandomGenerator random_{20260101};

 private slots:
  void aRectangleHasTheFactsThatAreWorkedByHand() {
    const Polygon r{{10, 20}, {40, 20}, {40, 60}, {10, 60}};
    COMPARE_TO(signedArea(r), 1200, 1e-12);  // clockwise on screen
    COMPARE_TO(signedArea(Polygon(r.rbegin(), r.rend())), -1200, 1e-12);
    COMPARE_TO(perimeter(r), 140, 1e-12);
    COMPARE_TO(centroid(r).x, 25, 1e-12);
    COMPARE_TO(centroid(r).y, 40, 1e-12);
    COMPARE_TO(bounds(r).width(), 30, 1e-12);
    for (const Angle a : cornerAngles(r)) COMPARE_TO(a.degrees(), 90, 1e-9);
    QVERIFY(isConvex(r));
    QVERIFY(contains(r, {11, 21}) && !contains(r, {9, 21}));
  }
  void anArrowHasAReflexCorner() {
    const Polygon arrow{{0, 0}, {40, 20}, {0, 40}, {10, 20}};
    QVERIFY(!isConvex(arrow));
    Angle reflex, sum;
    for (const Angle a : cornerAngles(arrow)) {
      reflex = std::max(reflex, a);
      sum += a;
    }
    QVERIFY(reflex > kHalfTurn);
    COMPARE_TO(sum.degrees(), 360, 1e-9);
    QVERIFY(!contains(arrow, {5, 20}) && contains(arrow, {20, 20}));
  }
  void turningMirroringAndMovingChangeNoMeasure() {
    for (int round = 0; round < 200; ++round) {
      const Polygon p = randomConvex(random_, 3 + round % 7);
      const Angle turn = Angle::radians(7 * random_.generateDouble());
      const Polygon q = placed(p, turn, round % 2 != 0, {random_.generateDouble() * 500, -300});
      COMPARE_TO(area(q), area(p), 1e-8);
      COMPARE_TO(perimeter(q), perimeter(p), 1e-9);
      QVERIFY(signedArea(q) > 0);  // corners stay clockwise, mirrored or not
      auto a = cornerAngles(p), b = cornerAngles(q);
      std::sort(a.begin(), a.end());
      std::sort(b.begin(), b.end());
      for (std::size_t i = 0; i < a.size(); ++i) COMPARE_TO(b[i].degrees(), a[i].degrees(), 1e-8);
    }
  }
  void scalingScalesLengthsAndAreas() {
    const Polygon p = randomConvex(random_, 6);
    COMPARE_TO(perimeter(scaled(p, 3)), 3 * perimeter(p), 1e-9);
    COMPARE_TO(area(scaled(p, 3)), 9 * area(p), 1e-8);
  }
  void aCutKeepsTheAreaAndBothPartsLieOnTheirSide() {
    for (int round = 0; round < 200; ++round) {
      const Polygon p = randomConvex(random_, 3 + round % 8);
      const double a = 7 * random_.generateDouble();
      const Point normal{std::cos(a), std::sin(a)};
      const double offset = 40 * (random_.generateDouble() - 0.5);
      const Polygon one = clippedToHalfPlane(p, normal, offset),
                    two = clippedToHalfPlane(p, -1.0 * normal, -offset);
      COMPARE_TO((one.empty() ? 0 : area(one)) + (two.empty() ? 0 : area(two)), area(p), 1e-5);
      for (const Point q : one) QVERIFY(dot(normal, q) <= offset + 1e-6);
      for (const Point q : two) QVERIFY(dot(normal, q) >= offset - 1e-6);
    }
  }
  void overlapsEqualTheGridsCount() {
    for (int round = 0; round < 30; ++round) {
      const Polygon a = randomConvex(random_, 5), b = translated(randomConvex(random_, 4), {15, 10});
      const double counted = overlapByGrid(a, b, 0.25);
      COMPARE_TO(sharedArea(a, b), counted, 0.01 * counted + 3);
      COMPARE_TO(sharedArea(a, b), sharedArea(b, a), 1e-6);
      COMPARE_TO(sharedArea(a, a), area(a), 1e-6);
    }
    COMPARE_TO(sharedArea(Polygon{{0, 0}, {1, 0}, {1, 1}}, Polygon{{5, 5}, {6, 5}, {6, 6}}), 0, 1e-12);
  }
  /// One within the other, or a corner within, overlaps whichever is asked first; side by side never.
  void whichIsAskedFirstMakesNoDifference() {
    const Polygon arrow{{0, 0}, {60, 0}, {60, 40}, {30, 20}, {0, 40}};
    const Polygon square{{0, 0}, {8, 0}, {8, 8}, {0, 8}};
    for (const auto& [at, shared] :
         {std::pair(Point{26, 4}, true), std::pair(Point{-4, 5}, true), std::pair(Point{26, 16}, true),
          std::pair(Point{26, 30}, false), std::pair(Point{60, 5}, false), std::pair(Point{26, -8}, false)}) {
      const Polygon other = translated(square, at);
      QCOMPARE(overlaps(arrow, other), shared);
      QCOMPARE(overlaps(other, arrow), shared);
    }
  }
  void theSmallestRectangleIsNeverLargerThanAnyOther() {
    for (int round = 0; round < 50; ++round) {
      const Polygon p = randomConvex(random_, 3 + round % 6);
      const TurnedBox best = smallestRectangle(p);
      const Box turned = bounds(placed(p, best.turn, false, {}));
      COMPARE_TO(turned.width(), best.width, 1e-6);
      COMPARE_TO(turned.height(), best.height, 1e-6);
      for (int deg = 0; deg < 180; ++deg) {
        const Box b = bounds(placed(p, Angle::degrees(deg), false, {}));
        QVERIFY(best.width * best.height <= b.width() * b.height() + 1e-6);
      }
    }
  }
  void cleaningDropsWhatIsNoCorner() {
    const Polygon dirty{{0, 0},   {20, 0},  {20.0005, 0.0005}, {40, 0},
                        {40, 30}, {20, 30}, {0, 30},           {0, 0.0001}};
    const Polygon clean = cleaned(dirty, 0.01);
    QCOMPARE(clean.size(), std::size_t(4));
    COMPARE_TO(area(clean), 1200, 0.1);
    COMPARE_TO(area(clippedToBox(clean, {10, 10, 20, 20})), 100, 0.1);
    QVERIFY(clippedToBox(clean, {100, 100, 120, 120}).empty());
  }
  void theAreaIsTheShoelaceSum() {
    for (int round = 0; round < 50; ++round) {
      const Polygon p = randomConvex(random_, 4 + round % 5);
      COMPARE_TO(area(p), plain::shoelace(p), 1e-8);
    }
  }
};

CLATHRA_TEST(PolygonTest, "polygon")
#include "polygon.moc"
