#include "layout/draft.hpp"

#include <QtTest>
#include <random>

#include "exchange/drawn_lines.hpp"
#include "layout/soundness.hpp"
#include "plain_geometry.hpp"
#include "registry.hpp"
#include "shape/arcs.hpp"
#include "shape/families.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// One square of 100 mm, its upper left corner at the origin.
const Polygon kBlock{{0, 0}, {100, 0}, {100, 100}, {0, 100}};

std::vector<double> areasOf(const Draft& d) {
  std::vector<double> out;
  for (const Polygon& f : d.faces) out.push_back(area(f));
  std::sort(out.begin(), out.end());
  return out;
}

Draft faces(PolygonView outline, const std::vector<Line>& lines) {
  const auto d = draftFaces(outline, lines, 3);
  if (!d) qFatal("%s", clathra::said(d.error()).c_str());
  return *d;
}

/// A project of one square of 100 mm in the middle of the plane.
Project block(const char* family = "square", double edge = 100) {
  return *newProject(support::library(), *ownRecipe(family, Length::millimetres(edge)), "block");
}

nlohmann::json draftEdit(std::initializer_list<Line> lines) {
  nlohmann::json all = nlohmann::json::array();
  for (const Line& l : lines) all.push_back({{l.from.x, l.from.y}, {l.to.x, l.to.y}});
  return {{"edit", "draft"}, {"lines", all}};
}

bool isSound(const Project& p) {
  return soundness(*p.layout, buildSeams(*p.layout)).sound();
}

}  // namespace

class DraftTest : public QObject {
  Q_OBJECT
 private slots:
  void linesFromSideToSideMakeTheFacesOfTheirFormula() {
    // Two diagonals: four triangles of a quarter each.
    const Draft cross = faces(kBlock, {{{0, 0}, {100, 100}}, {{100, 0}, {0, 100}}});
    QCOMPARE(cross.faces.size(), std::size_t(4));
    for (const double a : areasOf(cross)) COMPARE_TO(a, 2'500, 1e-6);
    // A grid of thirds: nine squares; n lines that all cross inside make 1 + n + crossings.
    std::vector<Line> grid;
    for (const double t : {100.0 / 3, 200.0 / 3}) {
      grid.push_back({{t, 0}, {t, 100}});
      grid.push_back({{0, t}, {100, t}});
    }
    const Draft nine = faces(kBlock, grid);
    QCOMPARE(nine.faces.size(), std::size_t(1 + 4 + 4));
    for (const double a : areasOf(nine)) COMPARE_TO(a, 1e4 / 9, 1e-3);
  }
  void facesAlwaysFillThePieceAndNeverOverlap_data() {
    QTest::addColumn<int>("seed");
    for (int seed = 1; seed <= 40; ++seed) QTest::addRow("seed %d", seed) << seed;
  }
  void facesAlwaysFillThePieceAndNeverOverlap() {  // guarantee 1 of draft.hpp
    QFETCH(int, seed);
    std::mt19937 random(static_cast<unsigned>(seed));
    std::uniform_real_distribution<double> along(5, 95);
    const char* families[] = {"square", "hexagon", "kite", "octagon", "half-hexagon-flat-cut", "apple-core"};
    const Polygon outline = scaled(*familyOutline(families[seed % 6]), 90);
    const Box b = bounds(outline);
    std::vector<Line> lines;
    for (int i = 0; i < 2 + seed % 4; ++i)
      lines.push_back({{b.left - 5, b.top + along(random) / 100 * b.height()},
                       {b.right + 5, b.top + along(random) / 100 * b.height()}});
    const auto d = draftFaces(outline, lines, 0);
    QVERIFY(d.has_value());
    double sum = 0;
    for (std::size_t i = 0; i < d->faces.size(); ++i) {
      sum += area(d->faces[i]);
      QVERIFY(signedArea(d->faces[i]) > 0);
      for (std::size_t k = i + 1; k < d->faces.size(); ++k)
        QVERIFY(commonArea(d->faces[i], d->faces[k]) < 1e-3);
    }
    COMPARE_TO(sum, area(outline), 1e-3);
    // Turned, mirrored and moved, the same lines make the same faces.
    std::vector<Line> moved;
    const auto carry = [](Point p) { return rotated({-p.x, p.y}, Angle::radians(0.7)) + Point{300, -100}; };
    for (const Line& l : lines) moved.push_back({carry(l.from), carry(l.to)});
    const auto again = draftFaces(placed(outline, Angle::radians(0.7), true, {300, -100}), moved, 0);
    QVERIFY(again.has_value());
    const auto one = areasOf(*d), two = areasOf(*again);
    QCOMPARE(one.size(), two.size());
    for (std::size_t i = 0; i < one.size(); ++i) COMPARE_TO(one[i], two[i], 1e-2);
  }
  void endsThatNearlyTouchAreBroughtTogether() {  // guarantee 2 of draft.hpp
    const Draft d = faces(kBlock, {{{0.3, 50}, {99.7, 50}}, {{50, 50.2}, {50, 99.8}}});
    QCOMPARE(d.faces.size(), std::size_t(3));
    QCOMPARE(d.loose, 0);
    const auto areas = areasOf(d);
    COMPARE_TO(areas[0], 2'500, 1e-3);
    COMPARE_TO(areas[2], 5'000, 1e-3);
    // A corner wins over a side nearby, and keeps its exact place.
    const Draft corner = faces(kBlock, {{{0.2, 0.3}, {100, 100.3}}});
    QCOMPARE(corner.faces.size(), std::size_t(2));
    for (const Polygon& f : corner.faces)
      for (const Point q : f) QVERIFY(q.x == 0 || q.x == 100);
  }
  void endsThatLeadNowhereDivideNothingAndAreCounted() {  // guarantee 3 of draft.hpp
    const Draft d = faces(kBlock, {{{0, 50}, {60, 50}}});
    QCOMPARE(d.faces.size(), std::size_t(1));
    QCOMPARE(d.loose, 1);
    QCOMPARE(faces(kBlock, {{{20, 20}, {60, 50}}}).loose, 2);
    QCOMPARE(faces(kBlock, {{{0, 50}, {100, 50}}, {{50, 50}, {50, 70}}}).loose, 1);
  }
  void pointToPointLinesCloseAFaceInTheMiddle() {
    // A square on its tip between the middles of the sides, and a triangle that hangs inside from one side.
    const Draft tip = faces(
        kBlock, {{{50, 0}, {100, 50}}, {{100, 50}, {50, 100}}, {{50, 100}, {0, 50}}, {{0, 50}, {50, 0}}});
    QCOMPARE(tip.faces.size(), std::size_t(5));
    COMPARE_TO(areasOf(tip)[4], 5'000, 1e-6);
    const Draft hanging = faces(kBlock, {{{20, 0}, {50, 60}}, {{50, 60}, {80, 0}}});
    QCOMPARE(hanging.faces.size(), std::size_t(2));
    COMPARE_TO(areasOf(hanging)[0], 60 * 60 / 2.0, 1e-6);
  }
  void facesAreNumberedClockwiseFromTheOutsideIn() {  // guarantee 4 of draft.hpp
    std::vector<Line> grid;
    for (const double t : {100.0 / 3, 200.0 / 3}) {
      grid.push_back({{t, 0}, {t, 100}});
      grid.push_back({{0, t}, {100, t}});
    }
    const Draft nine = faces(kBlock, grid);
    const Point first = centroid(nine.faces.front()), last = centroid(nine.faces.back());
    QVERIFY(first.x < 34 && first.y < 34);
    COMPARE_TO(last.x, 50, 1e-3);
    COMPARE_TO(last.y, 50, 1e-3);
    for (std::size_t i = 0; i + 2 < nine.faces.size(); ++i) {
      const Point a = centroid(nine.faces[i]) - Point{50, 50},
                  b = centroid(nine.faces[i + 1]) - Point{50, 50};
      QVERIFY(cross(a, b) > 0);  // clockwise on screen
    }
  }
  void tooShortSidesAreRefusedWithTheirLength() {
    const auto d = draftFaces(kBlock, {{{0, 2}, {100, 2}}}, 3);
    QVERIFY(!d && clathra::said(d.error()).find("2 mm") != std::string::npos);
  }

  void aLineDividesEveryPieceItRunsThroughAndNoOther() {
    const Project squares = support::project(support::recipe("squares", 50, 3, 3));
    const Box all = squares.layout->finished;
    const double y = (all.top + all.bottom) / 2;
    const Project next = support::edited(squares, draftEdit({{{all.left, y}, {all.right, y}}}));
    QCOMPARE(next.layout->size(), std::size_t(12));
    QVERIFY(isSound(next));
    // A line that ends inside the second square divides only the first.
    const Project two = support::edited(squares, draftEdit({{{all.left, y}, {all.left + 75, y}}}));
    QCOMPARE(two.layout->size(), std::size_t(10));
    // And one along a seam divides nothing.
    QVERIFY(!support::refusal(squares, draftEdit({{{all.left + 50, all.top}, {all.left + 50, all.bottom}}}))
                 .empty());
  }
  void partsWearWhatTheWholeWoreAndOtherNumbersStay() {
    Project p = support::project(support::recipe("squares", 50, 3, 1));
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {2}}, {"cloth", "B"}});
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {3}}, {"cloth", "C"}});
    const Point c = p.layout->pieces[1].centre;
    p = support::edited(p, draftEdit({{c - Point{25, 25}, c + Point{25, 25}}}));
    QCOMPARE(p.layout->size(), std::size_t(4));
    int wearing = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) wearing += p.painting[i] == *findCloth(p, "B");
    QCOMPARE(wearing, 2);
  }
  void draftingAgainDividesTheFaces() {
    Project p = block();
    p = support::edited(p, draftEdit({{{-50, -50}, {50, 50}}}));
    p = support::edited(p, draftEdit({{{-50, 50}, {50, -50}}}));
    QCOMPARE(p.layout->size(), std::size_t(4));
    QCOMPARE(p.layout->shapes.size(), std::size_t(1));
    QCOMPARE(p.layout->shapes[0].title, std::string("triangle, right angled with two equal sides"));
    QVERIFY(isSound(p));
    const SeamGraph g = buildSeams(*p.layout);
    QCOMPARE(g.seams.size(), std::size_t(4));
    COMPARE_TO(g.seamLength, 2 * std::sqrt(2.0) * 100, 1e-6);
  }
  void turnedCopiesOfALineMakeAStar() {
    Project p = block("hexagon", 60);
    nlohmann::json edit = draftEdit({{{0, 0}, {0, -60}}});
    edit["copies"] = {{"turns", 6}, {"centre", {0, 0}}};
    p = support::edited(p, edit);
    QCOMPARE(p.layout->size(), std::size_t(6));
    QCOMPARE(p.layout->shapes[0].name, std::string("triangle60"));
    QVERIFY(isSound(p));
  }
  void reflexCornersAreFoundAndCuredByTheCutsThatAreOffered() {
    // An arrow: the hanging triangle leaves a piece with one corner pointing inwards.
    Project p = block();
    p = support::edited(p, draftEdit({{{-30, -50}, {0, 10}}, {{0, 10}, {30, -50}}}));
    std::size_t reflex = 0, bad = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (!reflexCorners(p.layout->outline(i)).empty()) {
        ++reflex;
        bad = i;
      }
    QCOMPARE(reflex, std::size_t(1));
    const double whole = area(p.layout->outline(bad));
    p = support::edited(p, {{"edit", "cure"}, {"pieces", {bad + 1}}});
    double sum = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      QVERIFY(reflexCorners(p.layout->outline(i)).empty());
      QVERIFY(isConvex(p.layout->outline(i)));
      sum += area(p.layout->outline(i));
    }
    COMPARE_TO(sum, 1e4, 1e-6);
    QVERIFY(whole < 1e4);
    QVERIFY(isSound(p));
    QVERIFY(!support::refusal(p, {{"edit", "cure"}, {"all", true}}).empty());  // nothing is left to cure
  }
  void everyCuringCutRunsInsideItsPiece_data() {
    QTest::addColumn<int>("points");
    for (int n = 5; n <= 12; ++n) QTest::addRow("star of %d", n) << n;
  }
  void everyCuringCutRunsInsideItsPiece() {
    QFETCH(int, points);
    Polygon star;
    for (int i = 0; i < 2 * points; ++i)
      star.push_back(rotated({i % 2 == 0 ? 100.0 : 45.0, 0}, i * kHalfTurn / points));
    QCOMPARE(reflexCorners(star).size(), std::size_t(points));
    const auto lines = curingLines(star);
    const auto d = draftFaces(star, lines, 0);
    QVERIFY(d.has_value());
    double sum = 0;
    for (const Polygon& f : d->faces) {
      QVERIFY(isConvex(f));
      sum += area(f);
    }
    COMPARE_TO(sum, area(star), 1e-3);
  }

  /// Outlines of no order: what is cut runs inside, and every part is convex. Small steps along each cut
  /// tell.
  void curingCutsOfAnyOutlineRunInside() {
    std::mt19937 dice(11);
    std::uniform_real_distribution<double> unit(0, 1);
    int cuts = 0;
    for (int round = 0; round < 400; ++round) {
      // Round a middle with deep notches, stretched and slanted.
      const int n = 6 + round % 9;
      Polygon p;
      for (int i = 0; i < n; ++i) {
        const double r = unit(dice) < 0.4 ? 12 + 15 * unit(dice) : 60 + 50 * unit(dice);
        const Point at = rotated({r, 0}, (i + 0.3 * unit(dice)) * (2.0 / n) * kHalfTurn);
        p.push_back({1.7 * at.x + 0.6 * at.y, at.y});
      }
      if (signedArea(p) < 0) std::reverse(p.begin(), p.end());
      const auto lines = curingLines(p);
      cuts += static_cast<int>(lines.size());
      for (const Line& l : lines)
        for (int k = 1; k < 60; ++k) {
          const Point q = l.from + (k / 60.0) * (l.to - l.from);
          double off = 1e300;
          for (std::size_t i = 0; i < p.size(); ++i) {
            const Point a = p[i], d = p[(i + 1) % p.size()] - a;
            off = std::min(off, distance(q, a + std::clamp(dot(q - a, d) / dot(d, d), 0.0, 1.0) * d));
          }
          QVERIFY2(contains(p, q) || off < 1e-6, qPrintable(QString("round %1").arg(round)));
        }
    }
    QVERIFY(cuts > 500);
  }
  /// The chords that draw an arc are nobody's halves and quarters.
  void arcsHaveNoDivisions() {
    const Project p = support::project(support::recipe("clamshells", 60, 3, 3));
    const PieceIndex index(*p.layout);
    int sides = 0;
    for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
      const PolygonView outline = p.layout->outline(i);
      for (std::size_t k = 0; k < outline.size(); ++k)
        for (const double part : {0.25, 0.5, 0.75}) {
          const Point at = outline[k] + part * (outline[(k + 1) % outline.size()] - outline[k]);
          const Snap s = snapFor(*p.layout, index, at, std::nullopt, 0.4, 4);
          QVERIFY(s.to == Snap::To::Side || s.to == Snap::To::Corner);
          sides += s.to == Snap::To::Side;
        }
    }
    QVERIFY(sides > 100);
  }

  void snapsGoToCornersThenDivisionsThenRoundAnglesThenSides() {
    const Project p = block();
    const PieceIndex index(*p.layout);
    const auto snap = [&](Point at, std::optional<Point> before = {}) {
      return snapFor(*p.layout, index, at, before, 6, 4);
    };
    QVERIFY(snap({-48, -47}).to == Snap::To::Corner);
    QVERIFY(distance(snap({-48, -47}).at, {-50, -50}) < 1e-9);
    const Snap half = snap({2, -47});
    QVERIFY(half.to == Snap::To::Division && half.divisions == 2);
    COMPARE_TO(half.at.x, 0, 1e-9);
    const Snap quarter = snap({-26, -52});
    QVERIFY(quarter.to == Snap::To::Division && quarter.divisions == 4 && quarter.part == 1);
    // From the middle of the upper side at 60°: tan 60° reaches the side below at 57.7 mm from its middle.
    const Snap angled = snap({9, 47}, Point{-20, -50});
    QVERIFY(angled.to == Snap::To::Side);
    const Snap steep = snap({37.5, 49}, Point{-20, -50});
    COMPARE_TO(steep.angle.degrees(), 120, 1e-9);
    COMPARE_TO(steep.at.x, -20 + 100 / tan(Angle::degrees(60)), 1e-6);
    const Snap free = snap({3, 8});
    QVERIFY(free.to == Snap::To::Free);
    const Snap ray = snap({20, 3}, Point{-10, 3.5});
    QVERIFY(ray.to == Snap::To::Angle);
    COMPARE_TO(ray.at.y, 3.5, 1e-9);
  }

  void svgLinesAreLaidIntoThePieceAndDivideIt() {
    const Project p = block();
    // Twice as large as the block, in a group with a transform, one path and one line.
    const std::string svg =
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200">)"
        R"svg(<g transform="translate(0 0)"><path d="M0 0 L200 200"/>)svg"
        R"(<line x1="200" y1="0" x2="0" y2="200"/></g></svg>)";
    const Project next = support::edited(p, {{"edit", "draft"}, {"pieces", {1}}, {"svg", svg}});
    QCOMPARE(next.layout->size(), std::size_t(4));
    const auto drawn = drawnInto(*readSvg(svg), p.layout->finished);
    COMPARE_TO(drawn.enlarged, 0.5, 1e-9);
    // A drawing of the block's own size is not scaled.
    const std::string own =
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">)"
        R"(<line x1="0" y1="0" x2="100" y2="100"/></svg>)";
    QCOMPARE(drawnInto(*readSvg(own), p.layout->finished).enlarged, 1.0);
  }
  void badDraftsAreAnsweredInASentence_data() {
    QTest::addColumn<QByteArray>("edit");
    QTest::newRow("no lines") << QByteArray(R"({"edit":"draft"})");
    QTest::newRow("empty") << QByteArray(R"({"edit":"draft","lines":[]})");
    QTest::newRow("no line") << QByteArray(R"({"edit":"draft","lines":[7]})");
    QTest::newRow("a point of text") << QByteArray(R"({"edit":"draft","lines":[[["a",0],[1,1]]]})");
    QTest::newRow("far away") << QByteArray(R"({"edit":"draft","lines":[[[0,0],[1e300,1]]]})");
    QTest::newRow("no length") << QByteArray(R"({"edit":"draft","lines":[[[0,0],[0,0]]]})");
    QTest::newRow("beside") << QByteArray(R"({"edit":"draft","lines":[[[500,0],[600,0]]]})");
    QTest::newRow("ends inside") << QByteArray(R"({"edit":"draft","lines":[[[0,0],[10,10]]]})");
    QTest::newRow("sliver") << QByteArray(R"({"edit":"draft","lines":[[[-50,-49],[50,-49]]]})");
    QTest::newRow("zero copies") << QByteArray(
        R"({"edit":"draft","lines":[[[-50,0],[50,0]]],"copies":{"turns":0}})");
    QTest::newRow("svg that is none") << QByteArray(R"({"edit":"draft","pieces":[1],"svg":"<html/>"})");
    QTest::newRow("svg without a piece") << QByteArray(R"({"edit":"draft","svg":"<svg/>"})");
    QTest::newRow("cure nothing") << QByteArray(R"({"edit":"cure","pieces":[1]})");
    QTest::newRow("cure nobody") << QByteArray(R"({"edit":"cure"})");
  }
  void badDraftsAreAnsweredInASentence() {
    QFETCH(QByteArray, edit);
    const Project p = block();
    const std::string said = support::refusal(p, nlohmann::json::parse(edit.toStdString()));
    QVERIFY(!said.empty());
  }
  void aDraftSurvivesAChangeOfSizeAndASaveWithItsPaint() {
    Project p = block();
    p = support::edited(p, draftEdit({{{-50, -50}, {50, 50}}}));
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {2}}, {"cloth", "B"}});
    p = support::edited(p, {{"edit", "setEdge"}, {"value", 150}});
    QCOMPARE(p.layout->size(), std::size_t(2));
    COMPARE_TO(area(p.layout->outline(0)), 150 * 150 / 2.0, 1e-3);
    QCOMPARE(p.painting[1], *findCloth(p, "B"));
  }
};

CLATHRA_TEST(DraftTest, "draft")
#include "draft.moc"
