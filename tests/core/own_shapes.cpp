#include "shape/own_polygon.hpp"

#include <QtTest>

#include "layout/grow.hpp"
#include "layout/ring.hpp"
#include "layout/soundness.hpp"
#include "registry.hpp"
#include "shape/families.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

Project single(double edge = 30) {
  return *newProject(support::library(), *ownRecipe("hexagon", Length::millimetres(edge)), "single");
}

std::vector<double> sortedEdges(PolygonView p) {
  auto out = edgeLengths(p);
  std::sort(out.begin(), out.end());
  return out;
}

/// Ten pentagons in a ring, the hole in their middle open.
Project ringOfPentagons() {
  Project p = support::edited(single(), {{"edit", "beginWith"}, {"shape", "pentagon"}});
  const auto first = openEdges(*p.layout, buildSeams(*p.layout)).front().middle();
  p = support::edited(p, {{"edit", "addPieces"}, {"at", {first.x, first.y}}, {"shape", "pentagon"}});
  // The ring goes on at an edge of the second one that lies as the first seam does.
  OpenEdge open;
  const auto graph = buildSeams(*p.layout);
  for (const OpenEdge& e : openEdges(*p.layout, graph))
    if (const auto ring = ringAhead(*p.layout, graph, PieceIndex(*p.layout), e);
        e.edge.piece == 1 && ring && ring->answer.pieces == 10 && !ring->missing.empty())
      open = e;
  return support::edited(p, {{"edit", "closeRing"}, {"at", {open.middle().x, open.middle().y}}});
}

}  // namespace

class OwnShapesTest : public QObject {
  Q_OBJECT
 private slots:
  void regularPolygonsHaveEqualSidesAndCorners() {
    for (int n = kLeastSides; n <= kMostSides; ++n) {
      const Polygon p = regularPolygon(n);
      QCOMPARE(p.size(), static_cast<std::size_t>(n));
      for (const double e : edgeLengths(p)) COMPARE_TO(e, 1, 1e-12);
      for (const Angle a : cornerAngles(p)) COMPARE_TO(a.degrees(), 180.0 - 360.0 / n, 1e-9);
      QVERIFY(length(centroid(p)) < 1e-12 && signedArea(p) > 0);
      // The base is level.
      const double low = bounds(p).bottom;
      QCOMPARE(std::count_if(p.begin(), p.end(), [&](Point q) { return std::abs(q.y - low) < 1e-9; }), 2);
    }
    QCOMPARE(nameOf(scaled(regularPolygon(10), 30)).title, std::string("decagon"));
    QCOMPARE(nameOf(scaled(regularPolygon(13), 30)).id, std::string("regular-13"));
    COMPARE_TO(nameOf(scaled(regularPolygon(9), 30)).edge, 30, 1e-6);
  }
  void sidesAndCornersMakeAPolygonThatTheLastSideCloses() {
    // 30, a right angle, 40: the side that closes it is 50 long.
    const auto triangle = polygonOfText("30 mm, 90°, 40 mm", LengthUnit::Inch);
    QVERIFY(triangle);
    const auto edges = sortedEdges(*triangle);
    QCOMPARE(edges.size(), std::size_t(3));
    COMPARE_TO(edges[0], 30, 1e-9);
    COMPARE_TO(edges[1], 40, 1e-9);
    COMPARE_TO(edges[2], 50, 1e-9);
    // A square of four typed sides closes by itself; inches where nothing is said; a corner without its sign.
    const auto square = polygonOfText("2, 90, 2, 90°, 2 in, 90, 50.8 mm", LengthUnit::Inch);
    QVERIFY(square);
    QCOMPARE(square->size(), std::size_t(4));
    for (const double e : edgeLengths(*square)) COMPARE_TO(e, 50.8, 1e-9);
    // A corner of more than 180° points inwards. Semicolons where commas are decimal points.
    const auto arrow = polygonOfText("40; 45; 40; 200,5; 10", LengthUnit::Millimetre);
    QVERIFY2(arrow, arrow ? "" : clathra::said(arrow.error()).c_str());
    QVERIFY(!isConvex(*arrow) && signedArea(*arrow) > 0);
    // Clockwise as it was typed: after the corner of 45° comes that of 200.5°.
    const auto corners = cornerAngles(*arrow);
    for (std::size_t i = 0; i < corners.size(); ++i)
      if (std::abs(corners[i].degrees() - 45) < 1e-6)
        COMPARE_TO(corners[(i + 1) % corners.size()].degrees(), 200.5, 1e-6);
  }
  void whatIsNoPolygonIsRefused_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("says");
    QTest::newRow("nothing") << ""
                             << "sides-and-corners-in-turn";
    QTest::newRow("ends with a corner") << "2, 90"
                                        << "sides-and-corners-in-turn";
    QTest::newRow("no corner") << "2, 3 in, 2"
                               << "corner-not-degrees";
    QTest::newRow("no length") << "2, 90, blue"
                               << "not-length";
    QTest::newRow("crossing") << "100, 40, 100, 40, 100, 40, 30"
                              << "sides-cross";
    QTest::newRow("flat") << "30, 180, 30"
                          << "sides-enclose-nothing";
    QTest::newRow("too long") << "3000, 90, 30"
                              << "side-from-to";
    QTest::newRow("too sharp") << "30, 1, 30"
                               << "corner-from-to";
    QTest::newRow("too many") << QStringLiteral("10, 170, ").repeated(16) + "10"
                              << "sides-and-corners-in-turn";
  }
  void whatIsNoPolygonIsRefused() {
    QFETCH(QString, typed);
    QFETCH(QString, says);
    const auto made = polygonOfText(typed.toStdString(), LengthUnit::Millimetre);
    QVERIFY(!made);
    if (says != "not-length")
      QVERIFY2(support::says(made.error(), says.toStdString()), clathra::said(made.error()).c_str());
    QVERIFY(!clathra::said(made.error()).empty());
  }

  void aLayoutBeginsWithAnyShape() {
    Project p = single();
    for (const Family& f : families()) {
      const Project q = support::edited(p, {{"edit", "beginWith"}, {"shape", std::string(f.id)}});
      QCOMPARE(q.layout->size(), std::size_t(1));
      QVERIFY2(q.layout->shapes[0].family == nameOf(f.outline).id, q.layout->shapes[0].family.c_str());
      COMPARE_TO(area(q.layout->outline(0)), 900 * area(f.outline), 1e-6);
    }
    for (int n = kLeastSides; n <= kMostSides; ++n) {
      const Project q = support::edited(p, {{"edit", "beginWith"}, {"sides", n}});
      QCOMPARE(q.layout->pieces[0].count, static_cast<std::uint16_t>(n));
      for (const double e : edgeLengths(q.layout->outline(0))) COMPARE_TO(e, 30, 1e-9);
    }
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "B"}});
    p = support::edited(
        p, {{"edit", "beginWith"}, {"typed", "40 mm, 100°, 25 mm, 80°, 40 mm"}, {"name", "Reed Sail"}});
    QCOMPARE(p.layout->shapes[0].title, std::string("Reed Sail"));
    QCOMPARE(p.layout->shapes[0].name, std::string("reed-sail"));
    QCOMPARE(p.painting[0], *findCloth(p, "B"));  // the piece keeps its cloth
    // It grows as others do, and its own shape is offered where it fits.
    const auto open = openEdges(*p.layout, buildSeams(*p.layout));
    const auto fits = fitsAt(*p.layout, buildSeams(*p.layout), PieceIndex(*p.layout), open[0], 30);
    QVERIFY(std::any_of(fits.begin(), fits.end(), [](const Fit& f) { return f.shape == "reed-sail"; }));
    p = support::edited(
        p, {{"edit", "addPieces"}, {"at", {open[0].middle().x, open[0].middle().y}}, {"shape", "reed-sail"}});
    QCOMPARE(p.layout->size(), std::size_t(2));
    QCOMPARE(p.layout->shapes.size(), std::size_t(1));
    // With a second piece there is no other beginning.
    QVERIFY(!support::refusal(p, {{"edit", "beginWith"}, {"shape", "square"}}).empty());
  }
  void wrongBeginningsAreRefused() {
    const Project p = single();
    for (const json& wrong :
         {json{{"shape", "blob"}}, json{{"sides", 2}}, json{{"sides", 17}}, json{{"typed", "2, 90"}},
          json::object(),
          json{{"outline", json::array({json::array({0, 0}), json::array({50, 50}), json::array({50, 0}),
                                        json::array({0, 50})})}},
          json{{"shape", "square"}, {"name", "kite"}}, json{{"shape", "square"}, {"name", "60° diamond"}}}) {
      json edit = wrong;
      edit["edit"] = "beginWith";
      QVERIFY2(!support::refusal(p, edit).empty(), wrong.dump().c_str());
    }
    QVERIFY(!support::refusal(support::project(support::recipe("hexagons", 30, 3, 3)),
                              {{"edit", "beginWith"}, {"shape", "square"}})
                 .empty());
  }

  void aHoleBecomesAShapeWithPaperAndCount() {
    Project p = ringOfPentagons();
    QCOMPARE(p.layout->size(), std::size_t(10));
    const auto holes = holesOf(buildSeams(*p.layout));
    QCOMPARE(holes.size(), std::size_t(1));
    const Point at = centroid(holes[0]);
    QVERIFY(!support::refusal(p, {{"edit", "makeShape"}, {"name", "Moon"}, {"hole", {at.x + 500, at.y}}})
                 .empty());
    p = support::edited(p, {{"edit", "makeShape"}, {"name", "Moon"}, {"hole", {at.x, at.y}}, {"cloth", "C"}});
    QCOMPARE(p.layout->size(), std::size_t(11));
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
    QVERIFY(holesOf(buildSeams(*p.layout)).empty());
    const Shape& moon = p.layout->shapes[p.layout->pieces[10].shape];
    QCOMPARE(moon.name, std::string("moon"));
    QCOMPARE(moon.pieces, 1U);
    COMPARE_TO(area(moon.outline), 900 * area(regularPolygon(10)), 0.5);
    QCOMPARE(p.painting[10], *findCloth(p, "C"));
    // It stays under its name when saved, and grows with the edge.
    const auto again = deserialize(*serialize(p));
    QVERIFY(again && sameContent(*again, p));
    QCOMPARE(again->layout->shapes[again->layout->pieces[10].shape].title, std::string("Moon"));
    const Project larger = support::edited(*again, {{"edit", "setEdge"}, {"value", 45}});
    QCOMPARE(larger.layout->shapes[larger.layout->pieces[10].shape].name, std::string("moon"));
    COMPARE_TO(area(larger.layout->outline(10)), 2.25 * area(p.layout->outline(10)), 1e-3);
    // Without its name it is what it is.
    const Project plain = support::edited(p, {{"edit", "dropShape"}, {"name", "Moon"}});
    QCOMPARE(plain.layout->shapes[plain.layout->pieces[10].shape].title, std::string("decagon"));
    QVERIFY(!support::refusal(plain, {{"edit", "dropShape"}, {"name", "Moon"}}).empty());
  }
  void namingAShapeNamesAllItsPiecesAndMotifsFollow() {
    Project p = support::project(support::recipe("kites", 40, 3, 2));
    p = support::edited(p, {{"edit", "makeShape"}, {"name", "Heron"}, {"piece", 4}});
    for (const Piece& piece : p.layout->pieces)
      QCOMPARE(p.layout->shapes[piece.shape].title, std::string("Heron"));
    QCOMPARE(p.layout->size(), p.painting.size());
    QVERIFY(!support::refusal(p, {{"edit", "makeShape"}, {"name", "Heron"}, {"piece", 1}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "makeShape"}, {"name", "hexagon"}, {"piece", 1}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "makeShape"}, {"name", ""}, {"piece", 1}}).empty());
    // The name is of this size alone: another edge carries it along.
    const Project larger = support::edited(p, {{"edit", "setEdge"}, {"value", 60}});
    QCOMPARE(larger.layout->shapes[0].title, std::string("Heron"));
  }
};

CLATHRA_TEST(OwnShapesTest, "own_shapes")
#include "own_shapes.moc"
