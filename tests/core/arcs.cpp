#include "shape/arcs.hpp"

#include <QtTest>
#include <numbers>

#include "exchange/dxf.hpp"
#include "exchange/exchange.hpp"
#include "layout/grow.hpp"
#include "layout/piece_sides.hpp"
#include "layout/soundness.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "shape/allowance.hpp"
#include "shape/families.hpp"
#include "shape/strokes.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

constexpr double kPi = std::numbers::pi;

Polygon family(const char* id, double edge) {
  return scaled(*familyOutline(id), edge);
}

std::vector<double> sorted(std::vector<double> v) {
  std::sort(v.begin(), v.end());
  return v;
}

std::vector<double> lengthsOf(PolygonView p) {
  std::vector<double> out;
  for (const OutlineEdge& s : edgesOf(p)) out.push_back(s.length);
  return sorted(out);
}

std::vector<double> anglesOf(PolygonView p) {
  std::vector<double> out;
  for (const OutlineEdge& s : edgesOf(p)) out.push_back(s.angle.degrees());
  return sorted(out);
}

}  // namespace

class ArcsTest : public QObject {
  Q_OBJECT
 private slots:
  void aClamshellHasThreeSidesOfKnownLengthAndAngle() {
    const Polygon p = family("clamshell", 80);  // radius 40
    const auto lengths = lengthsOf(p), angles = anglesOf(p);
    QCOMPARE(lengths.size(), std::size_t(3));
    COMPARE_TO(lengths[0], 20 * kPi, 1e-9);
    COMPARE_TO(lengths[1], 20 * kPi, 1e-9);
    COMPARE_TO(lengths[2], 40 * kPi, 1e-9);
    COMPARE_TO(angles[0], 0, 1e-6);
    COMPARE_TO(angles[1], 90, 1e-6);
    COMPARE_TO(angles[2], 90, 1e-6);
    COMPARE_TO(outlineArea(p), 2 * 40 * 40, 1e-6);  // two radii squared: half the square of the width
    COMPARE_TO(outlineLength(p), 80 * kPi, 1e-9);
    int hollow = 0;
    for (const OutlineEdge& s : edgesOf(p)) {
      COMPARE_TO(s.radius, 40, 1e-9);
      hollow += s.hollow;
    }
    QCOMPARE(hollow, 2);
  }
  void petalsAndHollowSquaresHaveTheAreasOfTheirFormulas() {
    const double r = 50 / std::numbers::sqrt2;  // of a quarter circle with a chord of 50
    const double segment = r * r / 2 * (kPi / 2 - 1);
    COMPARE_TO(outlineArea(family("petal", 50)), 2 * segment, 1e-6);
    COMPARE_TO(outlineArea(family("hollow-square", 50)), 2500 - 4 * segment, 1e-6);
    COMPARE_TO(outlineArea(family("apple-core", 50)), 2500, 1e-6);
    for (const double a : anglesOf(family("apple-core", 50))) COMPARE_TO(a, 90, 1e-6);
    for (const double a : anglesOf(family("petal", 50))) COMPARE_TO(a, 90, 1e-6);
    for (const double a : anglesOf(family("hollow-square", 50))) COMPARE_TO(a, 0, 1e-6);
  }
  void symmetryIsComputedForCurvedShapesToo() {
    QCOMPARE(symmetryOf(family("clamshell", 60)).mirrors, 1);
    QCOMPARE(symmetryOf(family("apple-core", 60)).turns, 2);
    QCOMPARE(symmetryOf(family("apple-core", 60)).mirrors, 2);
    QCOMPARE(symmetryOf(family("hollow-square", 60)).turns, 4);
  }
  void turningMirroringAndScalingKeepTheArcs() {  // guarantee 1 of arcs.hpp
    for (const char* id : {"clamshell", "apple-core", "petal", "hollow-square"})
      for (const double turn : {0.3, 1.9, 4.0})
        for (const bool mirrored : {false, true}) {
          const Polygon p = family(id, 1);
          const Polygon q = placed(scaled(p, 37.5), Angle::radians(turn), mirrored, {1'000, -2'000});
          const auto a = lengthsOf(p), b = lengthsOf(q), c = anglesOf(p), d = anglesOf(q);
          QCOMPARE(a.size(), b.size());
          for (std::size_t i = 0; i < a.size(); ++i) {
            COMPARE_TO(b[i], 37.5 * a[i], 1e-6);
            COMPARE_TO(d[i], c[i], 1e-5);
          }
        }
  }
  void aDiscHasOneSideAndNoCorner() {
    Polygon disc{{-30, 0}};
    for (const Point q : arcPoints({-30, 0}, {30, 0}, kHalfTurn)) disc.push_back(q);
    disc.push_back({30, 0});
    for (const Point q : arcPoints({30, 0}, {-30, 0}, kHalfTurn)) disc.push_back(q);
    const auto sides = edgesOf(disc);
    QCOMPARE(sides.size(), std::size_t(1));
    COMPARE_TO(sides[0].radius, 30, 1e-9);
    COMPARE_TO(sides[0].length, 60 * kPi, 1e-6);
    COMPARE_TO(outlineArea(disc), 900 * kPi, 1e-6);
  }
  void polygonsWithStraightSidesAreNeverTakenForArcs() {  // guarantee 2 of arcs.hpp
    for (const Family& f : families())
      if (f.outline.size() <= 12) QCOMPARE(edgesOf(scaled(f.outline, 40)).size(), f.outline.size());
    for (const int n : {16, 20, 24}) {
      Polygon p;
      for (int i = 0; i < n; ++i) p.push_back(rotated({100, 0}, i * kWholeTurn / n));
      QCOMPARE(edgesOf(p).size(), std::size_t(n));
    }
  }
  void aCutArcKeepsItsRadiusAndLosesItsLength() {  // guarantee 1 of arcs.hpp
    const Polygon p = family("petal", 80);         // from tip to tip upright
    const Polygon top = clippedToHalfPlane(p, {0, 1}, -11.3);
    int arcs = 0;
    for (const OutlineEdge& s : edgesOf(top)) {
      if (!s.isArc()) continue;
      ++arcs;
      const double r = 80 / std::numbers::sqrt2;
      COMPARE_TO(s.radius, r, 1e-3);
      // From the tip, where the radius stands at 45°, to the cut at 11.3 mm above the middle.
      COMPARE_TO(s.length, r * (kPi / 4 - std::asin(11.3 / r)), 0.02);
    }
    QCOMPARE(arcs, 2);
  }
  void aFieldsSeamsAreArcsOfTheirFormula_data() {
    QTest::addColumn<int>("across");
    QTest::addColumn<int>("down");
    for (const auto& [a, d] : {std::pair(1, 2), {3, 4}, {6, 5}}) QTest::addRow("%dx%d", a, d) << a << d;
  }
  void aFieldsSeamsAreArcsOfTheirFormula() {  // guarantee 4 of seams.hpp
    QFETCH(int, across);
    QFETCH(int, down);
    // Every clamshell meets two of the row below along quarter circles, except one at the row's end.
    const Layout shells = support::layout(support::recipe("clamshells", 60, across, down));
    const SeamGraph g = buildSeams(shells);
    QCOMPARE(g.seams.size(), std::size_t((down - 1) * (2 * across - 1)));
    for (const Seam& s : g.seams) COMPARE_TO(s.length, 15 * kPi, 1e-6);
    COMPARE_TO(2 * g.seamLength + g.outerLength, across * down * 60 * kPi, 1e-6);
    const Layout cores = support::layout(support::recipe("apple-cores", 60, across, down));
    const SeamGraph h = buildSeams(cores);
    QCOMPARE(h.seams.size(), std::size_t((across - 1) * down + across * (down - 1)));
    for (const Seam& s : h.seams) COMPARE_TO(s.length, 60 / std::numbers::sqrt2 * kPi / 2, 1e-6);
    // Four meet in every inner corner, and three seams end at the rim's: an even-cornered inside.
    std::vector<int> ends(h.corners.size(), 0);
    for (const Seam& s : h.seams) {
      ++ends[s.start];
      ++ends[s.end];
    }
    QCOMPARE(std::count(ends.begin(), ends.end(), 4), std::ptrdiff_t((across - 1) * (down - 1)));
  }
  void seamsAlongArcsNameTheirPiecesRightWayRound() {
    const Layout l = support::layout(support::recipe("clamshells", 60, 3, 3));
    const SeamGraph g = buildSeams(l);
    for (const Seam& s : g.seams) {
      // Each end of the seam lies on both outlines.
      for (const auto piece : {s.a, s.b})
        for (const auto corner : {s.start, s.end}) {
          const auto outline = l.outline(piece);
          QVERIFY(std::any_of(outline.begin(), outline.end(),
                              [&](Point q) { return distance(q, g.corners[corner]) < kMeet; }));
        }
      QVERIFY(distance(g.corners[s.start], g.corners[s.end]) > 40);
    }
  }
  void onlyTheOppositeBendIsOfferedOnAnArc() {
    const Layout l = support::layout(support::recipe("apple-cores", 60, 1, 1));
    const SeamGraph g = buildSeams(l);
    const PieceIndex index(l);
    const auto edges = openEdges(l, g);
    QCOMPARE(edges.size(), std::size_t(4));
    for (const OpenEdge& e : edges) {
      COMPARE_TO(e.length, 60 / std::numbers::sqrt2 * kPi / 2, 1e-6);
      // In the middle of a quarter circle one goes on level with its ends, from its first to its last, and
      // the piece lies to the right: the middle is off the ends' by r (1 - cos 45°), outwards or inwards.
      const Point ends = e.edge.to - e.edge.from, along = (1 / length(e.direction())) * e.direction();
      COMPARE_TO(dot(along, (1 / length(ends)) * ends), 1, 1e-6);
      const Point off = e.middle() - 0.5 * (e.edge.from + e.edge.to);
      COMPARE_TO(cross(along, off), (e.radius > 0 ? -1 : 1) * 60 / std::numbers::sqrt2 * (1 - std::sqrt(0.5)),
                 1e-6);
      const auto fits = fitsAt(l, g, index, e, 60);
      QVERIFY(!fits.empty());
      bool core = false;
      for (const Fit& f : fits) {
        QVERIFY(f.shape != "square" && f.shape != "hexagon");
        if (e.radius < 0) QVERIFY(f.shape != "hollow-square");  // hollow on hollow
        if (e.radius > 0) QVERIFY(f.shape != "petal");
        core = core || f.shape == "apple-core";
        QVERIFY(isFree(l, index, f.outline));
      }
      QVERIFY(core);
    }
  }
  void straightEdgesAreOfferedNoCurves() {
    const Layout l = support::layout(support::recipe("squares", 60, 1, 1));
    const SeamGraph g = buildSeams(l);
    const PieceIndex index(l);
    for (const Fit& f : fitsAt(l, g, index, openEdges(l, g).front(), 60)) QVERIFY(!hasArcs(f.outline));
  }
  void theSecondLookSeesOverlapsAndGapsOfCurvedPieces() {
    const Layout good = support::layout(support::recipe("clamshells", 60, 4, 4));
    const auto rebuilt = [&](Point by, std::size_t which) {
      LayoutBuilder builder;
      for (std::size_t i = 0; i < good.size(); ++i)
        builder.add(translated(good.outline(i), i == which ? by : Point{}), {static_cast<int>(i), 0, 0});
      return std::move(builder).finish(FinishingSides::Outline, good.finished, true);
    };
    QVERIFY(soundness(good, buildSeams(good)).sound());
    const Layout moved = rebuilt({0, 0.4}, 5), still = rebuilt({0, 0}, 5), far = rebuilt({0, 500}, 5);
    QVERIFY(soundness(still, buildSeams(still)).sound());
    const Soundness s = soundness(moved, buildSeams(moved));
    QVERIFY(!s.overlaps.empty());
    for (const Overlap& o : s.overlaps) QVERIFY(o.a == 5 || o.b == 5);
    QVERIFY(!soundness(far, buildSeams(far)).gaps.empty());
  }
  void aReflexCornerIsToldFromAHollowCurve() {
    auto p = support::project(support::recipe("clamshells", 60, 3, 3));
    const auto found = review(*reviewInput(p, {}));
    QVERIFY(std::none_of(found.begin(), found.end(), [](const Remark& r) { return r.check == "reflex"; }));
  }
  void allowancesGrowConvexArcsAndShrinkHollowOnes() {
    const Polygon core = family("apple-core", 60);
    const double r = 60 / std::numbers::sqrt2, s = 6;
    for (const OutlineEdge& side : edgesOf(allowanceOutline(core, s)))
      if (side.isArc()) COMPARE_TO(side.radius, side.hollow ? r - s : r + s, 0.05);
    QVERIFY(!hollowVanishes(core, s));
    const Polygon small = family("apple-core", 8);  // 5.66 mm of radius
    QVERIFY(hollowVanishes(small, 6));
    for (const OutlineEdge& side : edgesOf(allowanceOutline(small, 6)))
      QVERIFY(!side.isArc() || !side.hollow);
    // A cusp has no mitre: the patch ends a hand's measure beyond it instead of far away.
    const Box b = bounds(allowanceOutline(family("clamshell", 60), s));
    const Box paper = bounds(family("clamshell", 60));
    QVERIFY(b.bottom - paper.bottom < 1.5 * s);
  }
  void theSecondLookSaysWhenAHollowVanishes() {
    auto p = support::project(support::recipe("apple-cores", 8, 3, 3));
    const auto has = [](const Project& q) {
      const auto found = review(*reviewInput(q, {}));
      return std::any_of(found.begin(), found.end(),
                         [](const Remark& r) { return r.check == "hollow-vanishes"; });
    };
    QVERIFY(has(p));
    QVERIFY(!has(support::project(support::recipe("apple-cores", 60, 3, 3))));
  }
  void exportsKeepArcs() {
    const auto p = support::project(support::recipe("apple-cores", 200, 1, 1));
    // A quarter circle's bulge is the tangent of a sixteenth of a turn; two bend each way.
    const std::string dxf = layoutDxf(p);
    int out = 0, in = 0;
    for (std::size_t at = dxf.find("\n42\n"); at != std::string::npos; at = dxf.find("\n42\n", at + 1)) {
      const double bulge = std::stod(dxf.substr(at + 4));
      COMPARE_TO(std::abs(bulge), std::tan(kPi / 8), 1e-6);
      ++(bulge > 0 ? in : out);
    }
    QCOMPARE(in, 2);
    QCOMPARE(out, 2);
    // GeoJSON has none: its chords stay within 0.05 mm of the arc.
    const auto ring = piecesGeoJson(p)["features"][0]["geometry"]["coordinates"][0];
    const double r = 200 / std::numbers::sqrt2;
    for (std::size_t i = 0; i + 1 < ring.size(); ++i) {
      const Point a{ring[i][0], ring[i][1]}, b{ring[i + 1][0], ring[i + 1][1]};
      QVERIFY(r - std::sqrt(r * r - dot(b - a, b - a) / 4) <= 0.0501);
    }
  }
  void anArcIsOneStrokeOfTheScissors() {
    // Inside an arc no side begins, though it is drawn with many chords.
    for (const char* id : {"clamshells", "apple-cores", "petals"}) {
      const Project p = support::project(support::recipe(id, 60, 2, 3));
      const PieceSides sides(*p.layout);
      for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
        const Piece& piece = p.layout->pieces[i];
        std::size_t corners = 0, all = p.layout->outline(i).size();
        for (std::size_t k = 0; k < all; ++k) corners += sides.isCorner(piece, k);
        QCOMPARE(corners, edgesOf(p.layout->shapes[piece.shape].outline).size());
        QVERIFY(corners < all);
      }
    }
    QCOMPARE(strokesOf({family("clamshell", 60)}).size(), std::size_t(3));
    QCOMPARE(strokesOf({family("petal", 60)}).size(), std::size_t(2));
  }
  void arrangementFilesMayDrawArcs() {
    const std::string before =
        R"({"id":"x","name":"x","edgeOf":"x","counts":"x","a":[1,0],"b":[0,1],"cell":[{"polygon":[)";
    QVERIFY(parseArrangement(
        before +
        R"([0,0],{"arc":90,"to":[1,0]},{"arc":-90,"to":[1,1]},{"arc":90,"to":[0,1]},{"arc":-90,"to":[0,0]}]}]})"));
    for (const char* bad :
         {R"({"arc":90,"to":[1,0]},[1,1]]}]})", R"([0,0],{"arc":1000,"to":[1,0]},[1,1]]}]})",
          R"([0,0],{"arc":90},[1,1]]}]})", R"([0,0],{"arc":90,"to":[0,0]},[1,1]]}]})"})
      QVERIFY(!parseArrangement(before + bad));
  }
  /// Whichever way round an outline runs, and whichever way its sides bend, they are drawn on the same arcs.
  void flattenedArcsLieOnTheirArcs() {
    for (const char* id : {"clamshell", "apple-core"}) {
      const Polygon p = family(id, 60);
      Polygon back(p.rbegin(), p.rend());
      constexpr double kFine = 0.0005;
      const Polygon one = flattenedTo(p, kFine), other = flattenedTo(back, kFine);
      QVERIFY(one.size() > p.size());
      QCOMPARE(one.size(), other.size());
      for (const Point q : one)
        QVERIFY(std::any_of(other.begin(), other.end(), [&](Point o) { return distance(o, q) < 1e-6; }));
      COMPARE_TO(std::abs(signedArea(one)), std::abs(signedArea(other)), 1e-6);
      // Longer than the chords that are kept, not longer than the arcs.
      QVERIFY(perimeter(one) > perimeter(p) && perimeter(one) < outlineLength(p) + 1e-6);
    }
  }
};

CLATHRA_TEST(ArcsTest, "arcs")
#include "arcs.moc"
