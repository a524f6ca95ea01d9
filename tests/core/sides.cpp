// Finishing lines of one's own: what is cut, slivers, prices.
#include "layout/finishing_line.hpp"

#include <QRandomGenerator>

#include <cmath>
#include <random>

#include "exchange/import_layout.hpp"
#include "layout/grow.hpp"
#include "layout/piece_sides.hpp"
#include "model/tally.hpp"
#include "registry.hpp"
#include "shape/convex.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

class SidesTest : public QObject {
  Q_OBJECT
  static Project field(const char* id = "hexagons", double edge = 40) {
    return support::project(support::recipe(id, edge, 6, 6, FinishingSides::EdgePieces));
  }
  /// Is the edit refused with these words in the sentence?
  static bool says(const Project& p, const json& edit, const char* words) {
    return support::refusal(p, edit).find(words) != std::string::npos;
  }
  static double areaOf(const Layout& layout) {
    double sum = 0;
    for (std::size_t i = 0; i < layout.size(); ++i) sum += area(layout.outline(i));
    return sum;
  }

 private slots:
  /// A shape's outline in the hand of a piece, turned as the piece is, lies on it corner by corner.
  void theOutlineOfAHandLiesOnItsPieces() {
    const Project p = support::project(support::recipe("parallelogram-chevrons", 30, 4, 4));
    std::map<int, int> seen;
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const Piece piece = p.layout->pieces[i];
      ++seen[piece.hand];
      const Polygon own =
          placed(handedOutline(p.layout->shapes[piece.shape], piece.hand), piece.turn, false, {});
      const Point by = piece.centre - centroid(own);
      for (const Point corner : p.layout->outline(i)) {
        double off = 1e300;
        for (const Point q : own) off = std::min(off, distance(q + by, corner));
        QVERIFY2(off < 1e-6, qPrintable(QString::number(off)));
      }
    }
    QVERIFY(seen[1] > 3 && seen[-1] > 3);
  }
  /// Edge pieces fill the natural rectangle, however far the rows lean; where there is none it is said.
  void edgePiecesFillTheirLine_data() {
    QTest::addColumn<QString>("id");
    for (const char* id : {"parallelogram-rows", "narrow-diamond-rows", "diamond-rows", "triangles",
                           "half-hexagons", "parallelogram-chevrons", "long-honeycombs"})
      QTest::newRow(id) << id;
  }
  void edgePiecesFillTheirLine() {
    QFETCH(QString, id);
    int made = 0;
    for (int across = 1; across <= 4; ++across)
      for (const int down : {1, 4, 9, 15}) {
        const auto p = newProject(
            support::library(),
            support::recipe(id.toLatin1().constData(), 30, across, down, FinishingSides::EdgePieces),
            "field");
        if (!p) {
          QVERIFY(support::says(p.error(), "so-few-pieces-no"));
          continue;
        }
        ++made;
        const Box line = p->layout->finished;
        QVERIFY(line.width() > 1 && line.height() > 1);
        COMPARE_TO(areaOf(*p->layout), line.width() * line.height(), 0.5);
      }
    QVERIFY(made > 4);
  }
  /// One open edge of a patch beside lines of three to eight sides: does it run inside? Against a walk along
  /// it in small steps; what only grazes a side is not asked.
  void whatRunsInsideALineIsSeen() {
    QRandomGenerator dice(7);
    const auto upTo = [&](double most) { return dice.generateDouble() * most; };
    int inside = 0, outside = 0;
    for (int round = 0; round < 3'000; ++round) {
      std::vector<double> turns;
      for (int n = 3 + int(upTo(6)), i = 0; i < n; ++i) turns.push_back(upTo(360));
      std::sort(turns.begin(), turns.end());
      Polygon line;
      for (const double t : turns) line.push_back({80 * cos(Angle::degrees(t)), 50 * sin(Angle::degrees(t))});
      if (std::abs(signedArea(line)) < 200) continue;
      if (signedArea(line) < 0) std::reverse(line.begin(), line.end());
      SeamGraph graph;
      OuterEdge edge;
      edge.from = {upTo(260) - 130, upTo(200) - 100};
      edge.to = {upTo(260) - 130, upTo(200) - 100};
      graph.outer = {edge};
      double deepest = -1e300;
      for (int k = 0; k <= 400; ++k) {
        const Point at = edge.from + (k / 400.0) * (edge.to - edge.from);
        double depth = 1e300;
        for (std::size_t i = 0; i < line.size(); ++i) {
          const Point along = line[(i + 1) % line.size()] - line[i];
          depth = std::min(depth, cross(along, at - line[i]) / length(along));
        }
        deepest = std::max(deepest, depth);
      }
      if (std::abs(deepest) < 0.8) continue;
      (deepest > 0 ? inside : outside)++;
      QCOMPARE(covers(graph, line), deepest < 0);
    }
    QVERIFY(inside > 300 && outside > 300);
  }
  void aTypedRectangleIsFilledExactly() {
    Project p = field();
    const Box natural = p.layout->finished;
    const Box wanted{natural.left + 13, natural.top + 7.5, natural.right - 21, natural.bottom - 3.25};
    p = support::edited(
        p, {{"edit", "setLine"}, {"box", {wanted.left, wanted.top, wanted.right, wanted.bottom}}});
    COMPARE_TO(p.layout->finished.width(), wanted.width(), 1e-9);
    COMPARE_TO(areaOf(*p.layout), wanted.width() * wanted.height(), 1e-3);
    COMPARE_TO(geometryOf(p.layout)->seams.outerLength, 2 * (wanted.width() + wanted.height()), 1e-3);
    p = support::edited(p, {{"edit", "setSides"}, {"sides", "slice"}});
    COMPARE_TO(p.layout->finished.height(), wanted.height(), 1e-9);
    QVERIFY(areaOf(*p.layout) > wanted.width() * wanted.height());
    p = support::edited(p, {{"edit", "setLine"}});
    COMPARE_TO(p.layout->finished.width(), natural.width(), 1e-9);
  }
  void anyConvexOutlineIsFilledExactly() {
    Project p = field("squares", 30);
    const Box b = p.layout->finished;
    const Point m{(b.left + b.right) / 2, (b.top + b.bottom) / 2};
    Polygon octagon;
    for (int i = 0; i < 8; ++i)
      octagon.push_back(m + 70.0 * Point{std::cos(i * M_PI / 4), std::sin(i * M_PI / 4)});
    json outline = json::array();
    for (const Point c : octagon) outline.push_back({c.x, c.y});
    p = support::edited(p, {{"edit", "setLine"}, {"outline", outline}});
    QCOMPARE(p.layout->line.size(), std::size_t(8));
    COMPARE_TO(areaOf(*p.layout), area(octagon), 1e-3);
    COMPARE_TO(geometryOf(p.layout)->seams.outerLength, perimeter(octagon), 1e-3);
    // Drawn the other way round it is the same.
    std::reverse(outline.begin(), outline.end());
    COMPARE_TO(
        areaOf(*support::edited(field("squares", 30), {{"edit", "setLine"}, {"outline", outline}}).layout),
        area(octagon), 1e-3);
    const auto again = deserialize(*serialize(p));
    QVERIFY2(again, again ? "" : clathra::said(again.error()).c_str());
    QVERIFY(sameContent(*again, p));
  }
  void rosettesAndGrownLayoutsTakeALineToo() {
    Project p = support::project(support::recipe("hexagon-rosette", 20, 3, 3));
    p = support::edited(p, {{"edit", "setLine"}, {"box", {-60, -50, 60, 50}}});
    QCOMPARE(p.recipe.sides, FinishingSides::EdgePieces);
    COMPARE_TO(areaOf(*p.layout), 12'000, 1e-3);
  }
  void theLineScalesWithTheEdgeAndGivesWayWhenThePatchShrinks() {
    Project p = field();
    const Box b = p.layout->finished;
    p = support::edited(p,
                        {{"edit", "setLine"}, {"box", {b.left + 9, b.top + 9, b.right - 9, b.bottom - 9}}});
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {8}}, {"cloth", "B"}});
    const double w = p.layout->finished.width();
    p = support::edited(p, {{"edit", "setEdge"}, {"value", 20}});
    COMPARE_TO(p.layout->finished.width(), w / 2, 1e-9);
    const Project wider = support::edited(p, {{"edit", "setCounts"}, {"across", 9}, {"down", 9}});
    COMPARE_TO(wider.layout->finished.width(), w / 2, 1e-9);  // it still fits
    const Project smaller = support::edited(p, {{"edit", "setCounts"}, {"across", 3}, {"down", 3}});
    QVERIFY(smaller.recipe.line.empty());
    QVERIFY(smaller.layout->finished.width() < w / 2);
  }
  void aLineThatCannotBeIsRefused() {
    const Project p = field();
    const Box b = p.layout->finished;
    QVERIFY(says(p, {{"edit", "setLine"}, {"box", {b.left - 300, b.top, b.right, b.bottom}}},
                 "leaves the patch"));
    QVERIFY(says(p, {{"edit", "setLine"}, {"box", {1, 2, 3}}}, "left, top, right, bottom"));
    QVERIFY(says(p, {{"edit", "setLine"}, {"box", {1, 2, 3, "x"}}}, "left, top, right, bottom"));
    QVERIFY(says(p, {{"edit", "setLine"}, {"box", {50, 50, 50, 50}}}, "convexly"));
    for (const char* bad :
         {"[[0,0],[90,0],[20,20],[0,90]]", "[[0,0],[90,90],[90,0],[0,90]]", "[[0,0],[9,9]]"})
      QVERIFY2(says(p, {{"edit", "setLine"}, {"outline", json::parse(bad)}}, "convexly"), bad);
    QVERIFY(says(p, {{"edit", "setLine"}, {"outline", {1, 2}}}, "[x, y]"));
  }
  void sliversAreFoundAndTheNearestLineHasNone_data() {
    QTest::addColumn<QByteArray>("id");
    for (const char* id : {"hexagons", "squares", "octagon-square", "hexagon-square-triangle", "kites"})
      QTest::newRow(id) << QByteArray(id);
  }
  void sliversAreFoundAndTheNearestLineHasNone() {
    QFETCH(QByteArray, id);
    const Recipe whole = support::recipe(id.toStdString(), 60, 5, 5);
    const Layout layout = support::layout(whole);
    const SeamGraph graph = buildSeams(layout);
    const Box natural =
        support::layout(support::recipe(id.toStdString(), 60, 5, 5, FinishingSides::EdgePieces)).finished;
    const Box line{natural.left + 3, natural.top + 4, natural.right - 2, natural.bottom - 5};
    // Another way: lay it out and measure every part.
    const auto count = [&](const Box& box) {
      const Polygon corners = cornersOf(box);
      std::size_t n = 0;
      for (std::size_t i = 0; i < layout.size(); ++i) {
        const Polygon part = clipped(layout.outline(i), *ConvexView::of(corners));
        n += !part.empty() && smallestRectangle(part).height < 10 - 1e-6 &&
             smallestRectangle(part).width > 0 &&
             std::min(smallestRectangle(part).width, smallestRectangle(part).height) < 10 - 1e-6;
      }
      return n;
    };
    QCOMPARE(sliversAt(layout, cornersOf(line)).empty(), count(line) == 0);
    const auto clean = nearestWithoutSlivers(layout, graph, line);
    QVERIFY2(clean, "every field here has a clean line nearby");
    QVERIFY(sliversAt(layout, cornersOf(*clean)).empty());
    QVERIFY(covers(graph, cornersOf(*clean)));
    QVERIFY(std::abs(clean->left - line.left) <= 60 && std::abs(clean->bottom - line.bottom) <= 60);
  }
  /// By hand: in squares of 60 mm from 0 the first side leaves less than 10 mm from 110 to 120, the last from
  /// 180 to 190: each side moves to the nearer end, back or forth.
  void eachSideMovesToTheNearerEnd() {
    const Layout squares = support::layout(support::recipe("squares", 60, 6, 6));
    const SeamGraph graph = buildSeams(squares);
    const auto moved = [&](const Box& line) {
      return nearestWithoutSlivers(squares, graph, line).value_or(Box());
    };
    QVERIFY(moved({113, 116, 187, 246}) == (Box{110, 120, 190, 250}));
    QVERIFY(moved({117, 112, 184, 243}) == (Box{120, 110, 180, 240}));
    QVERIFY(moved({70, 65, 215, 233}) == (Box{70, 65, 215, 233}));  // clean already
  }
  void theLargestEvenOutlineTouchesTheSides() {
    // In a square of 400 mm a level hexagon is as wide as it, an octagon as high: 3√3/2·200² and
    // 8·tan 22.5°·200².
    const Layout square = support::layout(support::recipe("squares", 40, 10, 10));
    const SeamGraph graph = buildSeams(square);
    const auto six = largestEvenOutline(square, graph, 6, 10),
               eight = largestEvenOutline(square, graph, 8, 10);
    QVERIFY(six && eight && covers(graph, *six) && covers(graph, *eight));
    COMPARE_TO(bounds(*six).width(), 400, 0.01);
    COMPARE_TO(area(*six), 1.5 * std::sqrt(3.0) * 200 * 200, 1);
    COMPARE_TO(bounds(*eight).height(), 400, 0.01);
    COMPARE_TO(area(*eight), 8 * tan(Angle::degrees(22.5)) * 200 * 200, 1);
    QVERIFY(!largestEvenOutline(square, graph, 6, 201));
    const Progress stopped;
    stopped.cancel();
    QVERIFY(!largestEvenOutline(square, graph, 6, 10, stopped));
    QVERIFY(!nearestWithoutSlivers(square, graph, {1, 1, 399, 399}, stopped));
  }
  void pricesAreTheOnesOfTheLayouts() {
    const Project p = field("hexagons", 40);
    const auto& arr = **support::library().find("hexagons");
    for (const FinishingSides sides :
         {FinishingSides::Outline, FinishingSides::EdgePieces, FinishingSides::Slice}) {
      const auto price = priceOf(arr, p.recipe, sides, 6);
      QVERIFY(price);
      const Project laid = support::edited(p, {{"edit", "setSides"}, {"sides", sidesName(sides)}});
      QCOMPARE(price->papers, int(laid.layout->size()));
      QCOMPARE(price->kinds, Tally(laid).kinds());
    }
    // Thirty-six hexagons of 40 mm, each patch grown by 6 mm: a hexagon of apothem 34.641 + 6.
    const double apothem = 40 * std::sqrt(3.0) / 2 + 6;
    COMPARE_TO(priceOf(arr, p.recipe, FinishingSides::Outline, 6)->clothArea,
               36 * 2 * std::sqrt(3.0) * apothem * apothem, 1e-3);
    const auto edge = priceOf(arr, p.recipe, FinishingSides::EdgePieces, 6),
               slice = priceOf(arr, p.recipe, FinishingSides::Slice, 6);
    QVERIFY(edge->clothArea < slice->clothArea && edge->kinds > slice->kinds);
  }
  void theLargestCoveredRectangleIsThatOfTryingAll() {
    // Squares taken away at random: every rectangle of their lines, tried one by one, is no larger.
    std::mt19937 random(11);
    for (int round = 0; round < 60; ++round) {
      Project p = support::project(support::recipe("squares", 10, 6, 5));
      json gone = json::array();
      for (int i = 1; i <= 30; ++i)
        if (random() % 4 == 0) gone.push_back(i);
      if (!gone.empty()) p = support::edited(p, {{"edit", "takeAway"}, {"pieces", gone}});
      const SeamGraph graph = buildSeams(*p.layout);
      std::vector<double> xs, ys;
      for (std::size_t i = 0; i < p.layout->size(); ++i)
        for (const Point q : p.layout->outline(i)) {
          xs.push_back(q.x);
          ys.push_back(q.y);
        }
      for (auto* v : {&xs, &ys}) {
        std::sort(v->begin(), v->end());
        v->erase(std::unique(v->begin(), v->end(), [](double a, double b) { return b - a < 1; }), v->end());
      }
      double largest = 0;
      for (const double l : xs)
        for (const double r : xs) {
          if (r <= l + 1) continue;
          for (const double t : ys)
            for (const double b : ys) {
              if (b <= t + 1 || (r - l) * (b - t) <= largest + 1) continue;
              double inside = 0;
              for (const Piece& piece : p.layout->pieces)
                inside += 100 * (piece.centre.x > l && piece.centre.x < r && piece.centre.y > t &&
                                 piece.centre.y < b);
              if (std::abs(inside - (r - l) * (b - t)) < 1) largest = inside;
            }
        }
      const auto found = largestCoveredBox(graph, xs, ys);
      QVERIFY(found);
      COMPARE_TO(found->width() * found->height(), largest, 1e-6);
      QVERIFY(covers(graph, cornersOf(*found)));
    }
  }
  /// By hand: under the long side of a right triangle of 120 by 90 mm the largest rectangle on lines 10 mm
  /// apart is 50 by 50 (60 wide is 40 high, 40 wide is 60 high: 2 400 mm² each).
  void theLargestBoxUnderASlantedSide() {
    const char* svg =
        "<svg width='120mm' height='90mm' viewBox='0 0 120 90'><path d='M0 0L120 0L0 90Z'/></svg>";
    const SeamGraph graph =
        buildSeams(*importLayoutText(support::library(), svg, ".svg", "In", 0)->project.layout);
    std::vector<double> xs, ys;
    for (int mm = 0; mm <= 120; mm += 10) xs.push_back(mm);
    for (int mm = 0; mm <= 90; mm += 10) ys.push_back(mm);
    const auto found = largestCoveredBox(graph, xs, ys);
    QVERIFY(found && *found == (Box{0, 0, 50, 50}));
  }
  void aGrownRosetteIsCutAtTheLargestRectangle() {
    Project p = support::project(support::recipe("own", 10, 1, 1));
    const OuterEdge e = openEdges(*p.layout, buildSeams(*p.layout)).front().edge;
    const Point m = 0.5 * (e.from + e.to);
    p = support::edited(
        p, {{"edit", "addPieces"}, {"at", {m.x, m.y}}, {"shape", "hexagon"}, {"copies", {{"turns", 6}}}});
    QCOMPARE(p.layout->size(), std::size_t(7));
    const Project cut = support::edited(p, {{"edit", "setSides"}, {"sides", "edge-pieces"}});
    const SeamGraph graph = buildSeams(*p.layout);
    QVERIFY(covers(graph, cut.layout->line));
    double inside = 0;
    for (std::size_t i = 0; i < cut.layout->size(); ++i) inside += area(cut.layout->outline(i));
    COMPARE_TO(inside, cut.layout->finished.width() * cut.layout->finished.height(), 1e-3);
  }
};

CLATHRA_TEST(SidesTest, "sides")
#include "sides.moc"
