// Growing by hand: only what truly fits is offered, copies land where they should, rings close or say by how
// much they miss. Judged by sums that do not use the grower.
#include "layout/grow.hpp"
#include "layout/ring.hpp"

#include "layout/soundness.hpp"
#include "model/tally.hpp"
#include "plain_geometry.hpp"
#include "registry.hpp"
#include "shape/congruent.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;
using support::refusal;

namespace {

Project single(const char* family, double edge = 30) {
  Project p = support::project(support::recipe("own", edge, 1, 1));
  if (std::string(family) == "hexagon") return p;
  auto recipe = ownRecipe(family, Length::millimetres(edge));
  if (!recipe) qFatal("%s", clathra::said(recipe.error()).c_str());
  auto made = newProject(support::library(), *recipe, "Test");
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return *made;
}

struct State {
  SeamGraph graph;
  PieceIndex index;
  std::vector<OpenEdge> edges;
  explicit State(const Layout& l) : graph(buildSeams(l)), index(l), edges(openEdges(l, graph)) {}
};

/// The middle of the open edge that lies furthest in a direction.
json spot(const Project& p, Point towards) {
  const State s(*p.layout);
  const OpenEdge* best = &s.edges.front();
  const auto middle = [](const OpenEdge& e) { return 0.5 * (e.edge.from + e.edge.to); };
  for (const OpenEdge& e : s.edges)
    if (dot(middle(e), towards) > dot(middle(*best), towards) + 1e-6) best = &e;
  return {middle(*best).x, middle(*best).y};
}

/// The middle of an open edge across which a hexagon of that edge would have its centre nearest to `centre`.
json edgeTowards(const Project& p, Point centre, double edge = 30) {
  const State s(*p.layout);
  json best;
  double least = 1e300;
  for (const OpenEdge& e : s.edges) {
    const Point d = e.edge.to - e.edge.from, middle = 0.5 * (e.edge.from + e.edge.to);
    const Point there = middle + (edge * std::sqrt(3.0) / 2 / length(d)) * Point{d.y, -d.x};
    if (distance(there, centre) > least - 1e-6) continue;
    least = distance(there, centre);
    best = {middle.x, middle.y};
  }
  if (least > 1) qFatal("no open edge leads there");
  return best;
}

json copies(int turns, bool mirror = false) {
  return {{"turns", turns}, {"mirror", mirror}, {"centre", {0, 0}}};
}

bool sound(const Layout& l) {
  return soundness(l, buildSeams(l)).overlaps.empty();
}

}  // namespace

class GrowTest : public QObject {
  Q_OBJECT
 private slots:
  void clamshellsGrowFromOne() {
    // Each lies with a hollow side against half of a round one.
    Project p = *newProject(support::library(), *ownRecipe("clamshell", Length::millimetres(60)), "Shells");
    const double quarter = 30 * std::numbers::pi / 2;
    const double top = bounds(p.layout->outline(0)).top, eighth = 30 * std::sqrt(0.5);
    for (int i = 0; i < 2; ++i) {
      const Point at{i == 0 ? -eighth : eighth, top + 30 - eighth};
      const auto edges = openEdges(*p.layout, buildSeams(*p.layout));
      const auto open = openEdgeNear(edges, at, 5);
      QVERIFY(open);
      const OpenEdge* round = &edges[*open];
      const auto fits = fitsAt(*p.layout, buildSeams(*p.layout), PieceIndex(*p.layout), *round, 60, 1'000);
      std::size_t choice = fits.size();
      for (std::size_t k = 0; k < fits.size(); ++k)
        if (fits[k].shape == "clamshell" && std::abs(fits[k].joined - quarter) < 0.2 &&
            (centroid(fits[k].outline).x < 0) == (at.x < 0) && choice == fits.size())
          choice = k;
      QVERIFY(choice < fits.size());
      const auto next =
          applyStep(p, {{"edit", "addPieces"}, {"at", {at.x, at.y}}, {"choice", choice}}, support::context());
      QVERIFY2(next, next ? "" : clathra::said(next.error()).c_str());
      p = *next;
      const SeamGraph graph = buildSeams(*p.layout);
      QCOMPARE(graph.seams.size(), std::size_t(i + 1));
      for (const Seam& s : graph.seams) COMPARE_TO(s.length, quarter, 1e-3);
      QVERIFY(soundness(*p.layout, graph).overlaps.empty());
    }
  }
  void aClamshellFitsItsHoleFromEverySide() {
    const Project whole = support::project(support::recipe("clamshells", 60, 5, 5));
    // One that is surrounded: its round side meets two, each of its hollow ones one.
    const auto graph = buildSeams(*whole.layout);
    std::size_t inner = 0;
    while (inner < whole.layout->size() && graph.seamsOf(inner).size() < 4) ++inner;
    QVERIFY(inner < whole.layout->size());
    const PolygonView view = whole.layout->outline(inner);
    const Polygon gone(view.begin(), view.end());
    const Project p = support::edited(whole, {{"edit", "takeAway"}, {"pieces", json::array({inner + 1})}});
    const State now(*p.layout);
    int beside = 0;
    for (const OpenEdge& e : now.edges) {
      const Point m = e.middle();
      if (std::none_of(gone.begin(), gone.end(), [&](Point q) { return distance(q, m) < 3; })) continue;
      ++beside;
      const auto fits = fitsAt(*p.layout, now.graph, now.index, e, 60, 1'000);
      QVERIFY(std::any_of(fits.begin(), fits.end(), [&](const Fit& f) {
        return f.shape == "clamshell" && sameOutline(f.outline, gone);
      }));
    }
    QCOMPARE(beside, 4);
  }
  void roomIsWhatIsLeftOfAFullTurn() {
    // At the outside of a lone hexagon 240° are free at every corner.
    const Project p = single("hexagon");
    for (const OpenEdge& e : State(*p.layout).edges) {
      COMPARE_TO(e.length, 30, 1e-9);
      COMPARE_TO(e.roomAtFrom.degrees(), 240, 1e-6);
      COMPARE_TO(e.roomAtTo.degrees(), 240, 1e-6);
    }
    // Two squares side by side: at the middle of their straight side 180°.
    const Layout two = support::layout(support::recipe("squares", 40, 2, 1));
    int straight = 0;
    for (const OpenEdge& e : State(two).edges)
      for (const Angle room : {e.roomAtFrom, e.roomAtTo})
        straight += abs(room - kHalfTurn) < Angle::degrees(1e-6);
    QCOMPARE(straight, 4);
  }
  void offersAreCongruentToKnownShapesAndOverlapNothing() {  // guarantees 1 and 2 of grow.hpp
    for (const char* id : {"hexagons", "hexagon-square-triangle", "octagon-square", "kites", "pentagons"}) {
      const Layout l = support::layout(support::recipe(id, 30, 3, 3));
      const State s(l);
      int offered = 0;
      for (std::size_t e = 0; e < s.edges.size(); e += 3)
        for (const Fit& f : fitsAt(l, s.graph, s.index, s.edges[e], 30)) {
          ++offered;
          // The whole open edge is shared.
          bool shares = false;
          for (std::size_t i = 0; i < f.outline.size(); ++i)
            shares = shares || (distance(f.outline[i], s.edges[e].edge.to) < 0.01 &&
                                distance(f.outline[(i + 1) % f.outline.size()], s.edges[e].edge.from) < 0.01);
          QVERIFY(shares);
          auto pieces = plain::outlines(l);
          double least = 1e9;
          for (const auto& piece : pieces) least = std::min(least, -sharedArea(piece, f.outline));
          QVERIFY2(least > -1.0, f.title.c_str());
          // Congruent to a family at that size, or to a shape of the layout.
          bool known = std::any_of(l.shapes.begin(), l.shapes.end(), [&](const Shape& shape) {
            return shape.outline.size() == f.outline.size() && poseOf(f.outline, shape.outline);
          });
          for (const Family& family : families())
            for (const double scale : {30.0, s.edges[e].length})
              known = known || (family.outline.size() == f.outline.size() &&
                                poseOf(f.outline, scaled(family.outline, scale)));
          QVERIFY2(known, f.title.c_str());
        }
      QVERIFY2(offered > 10, id);
    }
  }
  void theBestClosingComesFirst() {
    // A field of hexagons with one taken out of its middle: only the hexagon closes both corners everywhere.
    Project p = support::project(support::recipe("hexagons", 30, 5, 5));
    const Point taken = p.layout->pieces[12].centre;
    p = support::edited(p, {{"edit", "takeAway"}, {"pieces", {13}}});
    const State s(*p.layout);
    int inHole = 0;
    for (const OpenEdge& e : s.edges) {
      const Point middle = 0.5 * (e.edge.from + e.edge.to);
      if (distance(middle, taken) > 30) continue;
      const auto fits = fitsAt(*p.layout, s.graph, s.index, e, 30);
      QVERIFY(!fits.empty());
      QCOMPARE(support::text(fits.front().shape), QByteArray("hexagon"));
      QCOMPARE(fits.front().cornersClosed, 2);
      inHole += std::abs(fits.front().joined - 180) < 1e-3;
    }
    QCOMPARE(inHole, 6);
    for (std::size_t i = 0; i < s.edges.size(); i += 5) {
      const auto fits = fitsAt(*p.layout, s.graph, s.index, s.edges[i], 30);
      for (std::size_t k = 1; k < fits.size(); ++k)
        QVERIFY(fits[k - 1].cornersClosed >= fits[k].cornersClosed);
    }
  }
  void handedShapesAreOfferedInBothHands() {
    const Layout l = support::layout(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    // A lone square, beside shapes of a layout that has quarter hexagons of both hands.
    const State s(l);
    std::set<int> hands;
    for (const OpenEdge& e : s.edges)
      for (const Fit& f : fitsAt(l, s.graph, s.index, e, 30)) {
        if (f.shape != "quarter-hexagon") continue;
        hands.insert(f.hand);
        // Of a hand are those that a turn alone brings onto the layout's own of that hand.
        for (std::size_t i = 0; i < l.size(); ++i)
          if (l.shapes[l.pieces[i].shape].name == "quarter-hexagon" &&
              std::abs(area(l.outline(i)) - area(f.outline)) < 1e-6)
            QCOMPARE(turnsBetween(l.outline(i), f.outline).empty(), l.pieces[i].hand != f.hand);
      }
    QVERIFY((hands == std::set<int>{-1, 1}));
  }
  void sixTurnedCopiesRoundAHexagonMakeARing() {
    Project p = single("hexagon");
    p = support::edited(
        p, {{"edit", "addPieces"}, {"at", spot(p, {1, 0})}, {"shape", "hexagon"}, {"copies", copies(6)}});
    QCOMPARE(p.layout->size(), std::size_t(7));
    QCOMPARE(buildSeams(*p.layout).seams.size(), std::size_t(12));  // as the rosette of one ring
    QVERIFY(sound(*p.layout));
    // Twice more, along the axes and between them: the rosette of two rings.
    const double step = 30 * std::sqrt(3.0);
    for (const Point centre : {Point{2 * step, 0}, Point{step * 1.5, step * std::sqrt(3.0) / 2}})
      p = support::edited(p, {{"edit", "addPieces"},
                              {"at", edgeTowards(p, centre)},
                              {"shape", "hexagon"},
                              {"copies", copies(6)}});
    QCOMPARE(p.layout->size(), std::size_t(19));
    QVERIFY(sound(*p.layout));
    const Layout rosette = support::layout(support::recipe("hexagon-rosette", 30, 2, 1));
    QCOMPARE(buildSeams(*p.layout).seams.size(), buildSeams(rosette).seams.size());
  }
  void aMedallionOfOverTwoHundredPiecesAddsUp() {
    // Hexagons grown ring by ring with turned copies: after k rings 1 + 3k(k + 1).
    Project p = single("hexagon");
    for (int ring = 1; ring <= 8; ++ring) {
      const std::size_t whole = 1 + 3 * static_cast<std::size_t>(ring) * static_cast<std::size_t>(ring + 1);
      // Places of this ring, by steps along two directions at 60°.
      const double step = 30 * std::sqrt(3.0);
      for (int i = 0; i < ring; ++i) {
        const Point centre{step * (ring - 0.5 * i), step * i * std::sqrt(3.0) / 2};
        if (PieceIndex(*p.layout).at(*p.layout, centre)) continue;  // a mirror image is there already
        p = support::edited(p, {{"edit", "addPieces"},
                                {"at", edgeTowards(p, centre)},
                                {"shape", "hexagon"},
                                {"copies", copies(6, true)}});
      }
      QCOMPARE(p.layout->size(), whole);
    }
    QVERIFY(p.layout->size() > 200);
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
    const Tally tally(p);
    QCOMPARE(tally.shapes().size(), std::size_t(1));
    QCOMPARE(tally.shapes().front().count, 217);
    COMPARE_TO(geometryOf(p.layout)->area, 217 * 1.5 * std::sqrt(3.0) * 900, 1e-3);
  }
  void copiesThatWouldOverlapAreLeftOutAndCounted() {  // guarantee 3 of grow.hpp
    const Project p = single("square", 40);
    const State s(*p.layout);
    const auto fits = fitsAt(*p.layout, s.graph, s.index, s.edges.front(), 40);
    const Polygon square = fits.front().outline;
    // Four turns meet the four sides; eight would lie across each other.
    const Images four = imagesOf(*p.layout, s.index, square, {4, false, {}});
    QCOMPARE(four.places.size(), std::size_t(4));
    QCOMPARE(four.leftOut, 0);
    const Images eight = imagesOf(*p.layout, s.index, square, {8, false, {}});
    QCOMPARE(eight.places.size(), std::size_t(4));
    QCOMPARE(eight.leftOut, 4);
    // The mirror image of a square on an axis is itself.
    QCOMPARE(imagesOf(*p.layout, s.index, square, {4, true, {}}).places.size(), std::size_t(4));
    for (const int n : {1, 7, 12, 16}) QVERIFY(allowedTurns(n));
    for (const int n : {0, 13, 15, 17, -3}) QVERIFY(!allowedTurns(n));
  }
  void takingAwayWithCopiesTakesTheEqualOnes() {
    Project p = support::project(support::recipe("hexagon-rosette", 30, 2, 1));
    QCOMPARE(p.layout->size(), std::size_t(19));
    p = support::edited(p, {{"edit", "takeAway"}, {"pieces", {8}}, {"copies", copies(6)}});
    QCOMPARE(p.layout->size(), std::size_t(13));
    p = support::edited(p, {{"edit", "takeAway"}, {"pieces", {1}}});  // the middle
    QCOMPARE(holesOf(buildSeams(*p.layout)).size(), std::size_t(1));
    p = support::edited(p, {{"edit", "fillHoles"}});
    QCOMPARE(p.layout->size(), std::size_t(13));
    QVERIFY(holesOf(buildSeams(*p.layout)).empty());
  }
  void holesAreFilledByOneShapeOrByASet() {
    // A whole ring of hexagons about a hole for a hexagon with its ring: seven are needed.
    Project p = support::project(support::recipe("hexagon-rosette", 30, 2, 1));
    p = support::edited(p, {{"edit", "takeAway"}, {"pieces", {1, 2, 3, 4, 5, 6, 7}}});
    QCOMPARE(p.layout->size(), std::size_t(12));
    const auto holes = holesOf(buildSeams(*p.layout));
    QCOMPARE(holes.size(), std::size_t(1));
    COMPARE_TO(area(holes.front()), 7 * 1.5 * std::sqrt(3.0) * 900, 1e-2);
    p = support::edited(p, {{"edit", "fillHoles"}, {"cloth", "B"}});
    COMPARE_TO(geometryOf(p.layout)->area, 19 * 1.5 * std::sqrt(3.0) * 900, 1e-2);
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
    // What was filled wears the cloth that was named.
    int painted = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) painted += p.painting[i] == p.cloths[1].id;
    QCOMPARE(std::size_t(painted), p.layout->size() - 12);
    QVERIFY(!refusal(p, {{"edit", "fillHoles"}}).empty());  // no hole is left
  }
  void ringsSayWhetherTheyClose() {
    const Polygon pentagon = scaled(*familyOutline("pentagon"), 25.4);
    const auto ten = ringOfCopies(pentagon, 0, 2);
    QVERIFY(ten);
    QCOMPARE(ten->pieces, 10);
    COMPARE_TO(ten->miss, 0, 1e-6);
    const auto six = ringOfCopies(scaled(*familyOutline("diamond60"), 30), 0, 1);
    QVERIFY(six);
    COMPARE_TO(six->miss, 0, 1e-6);
    // A 50° wedge: seven leave 10° open.
    const double a = Angle::degrees(50).radians();
    const Polygon wedge{{0, 0}, {40, 0}, {40 * std::cos(a), 40 * std::sin(a)}};
    const auto seven = ringOfCopies(wedge, 0, 2);
    QVERIFY(seven);
    QCOMPARE(seven->pieces, 7);
    COMPARE_TO(seven->open.degrees(), 10, 1e-6);
    COMPARE_TO(seven->miss, 2 * 40 * sin(Angle::degrees(5)), 1e-6);
    QVERIFY(!ringOfCopies(Polygon{{0, 0}, {10, 0}, {10, 20}, {0, 20}}, 0, 1));  // unequal edges
    QVERIFY(!ringOfCopies(scaled(*familyOutline("square"), 30), 0, 2));         // straight on
  }
  void handWorkFollowsTheEdge() {
    Project p = single("hexagon");
    p = support::edited(p, {{"edit", "addPieces"},
                            {"at", spot(p, {1, 0})},
                            {"shape", "square"},
                            {"copies", copies(6)},
                            {"cloth", "C"}});
    const double before = geometryOf(p.layout)->area;
    const std::vector<ClothId> worn = [&] {
      std::vector<ClothId> out;
      for (std::size_t i = 0; i < p.layout->size(); ++i) out.push_back(p.painting[i]);
      return out;
    }();
    p = support::edited(p, {{"edit", "setEdge"}, {"value", 60}});
    COMPARE_TO(geometryOf(p.layout)->area, 4 * before, 1e-6);
    for (std::size_t i = 0; i < worn.size(); ++i) QCOMPARE(p.painting[i], worn[i]);
    QVERIFY(sound(*p.layout));
  }
  void handWorkInAFieldStaysWhenCountsAndSidesChange() {
    Project p = support::project(support::recipe("hexagons", 30, 6, 6));
    p = support::edited(p, {{"edit", "takeAway"}, {"pieces", {15}}});
    QCOMPARE(p.layout->size(), std::size_t(35));
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 8}, {"down", 6}});
    QCOMPARE(p.layout->size(), std::size_t(47));
    p = support::edited(p, {{"edit", "fillHoles"}});
    QCOMPARE(p.layout->size(), std::size_t(48));
    p = support::edited(p, {{"edit", "setSides"}, {"sides", "edge-pieces"}});
    COMPARE_TO(geometryOf(p.layout)->area, p.layout->finished.width() * p.layout->finished.height(), 1e-3);
  }
  void subdividedPiecesComeAndGoWithTheirPlace() {
    Project p = support::project(support::recipe("hexagons", 30, 4, 4));
    p = support::edited(p, {{"edit", "subdivide"}, {"pieces", {16}}, {"parts", {{"diamond", 12}}}});
    QCOMPARE(p.layout->size(), std::size_t(27));
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 3}, {"down", 3}});
    QCOMPARE(p.layout->size(), std::size_t(9));
    p = support::edited(p, {{"edit", "setCounts"}, {"across", 4}, {"down", 4}});
    QCOMPARE(p.layout->size(), std::size_t(27));
    // A part of a part.
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->shapes[p.layout->pieces[i].shape].name == "diamond60") {
        p = support::edited(
            p, {{"edit", "subdivide"}, {"pieces", {i + 1}}, {"divisions", 1}, {"parts", {{"triangle", 2}}}});
        break;
      }
    QCOMPARE(p.layout->size(), std::size_t(28));
    QVERIFY(soundness(*p.layout, buildSeams(*p.layout)).sound());
  }
  void thePartsWearWhatTheWholeWore() {
    Project p = support::project(support::recipe("hexagon-rosette", 50, 1, 1));
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {2, 3}}, {"cloth", "C"}});
    p = support::edited(p, {{"edit", "subdivide"}, {"pieces", {2, 4}}, {"parts", {{"diamond", 12}}}});
    const ClothId c = *findCloth(p, "C");
    int wearing = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i) wearing += p.painting[i] == c;
    QCOMPARE(wearing, 13);  // twelve parts of piece 2, and piece 3
  }
  void subdivisionsFillAllAlikeOrEachDifferently() {
    Project p = support::project(support::recipe("hexagons", 30, 3, 3));
    const Project same = support::edited(p, {{"edit", "subdivide"},
                                             {"shape", "hexagon"},
                                             {"parts", {{"hexagon", 1}, {"half", 6}}},
                                             {"index", 1}});
    const Project each = support::edited(p, {{"edit", "subdivide"},
                                             {"shape", "hexagon"},
                                             {"parts", {{"hexagon", 1}, {"half", 6}}},
                                             {"different", true}});
    for (const Project& q : {same, each}) {
      QCOMPARE(q.layout->size(), std::size_t(9 * 7));
      COMPARE_TO(geometryOf(q.layout)->area, geometryOf(p.layout)->area, 1e-3);
      QVERIFY(soundness(*q.layout, buildSeams(*q.layout)).sound());
    }
    QVERIFY(!sameContent(same, each));
    const Project mixed = support::edited(p, {{"edit", "subdivide"},
                                              {"pieces", {5}},
                                              {"mixed", {"triangle", "diamond", "half", "hexagon"}},
                                              {"count", 7},
                                              {"index", 3}});
    QCOMPARE(mixed.layout->size(), std::size_t(8 + 7));
  }
  void piecesAreJoinedAndSplit() {
    Project p = support::project(support::recipe("triangles", 40, 6, 2));
    const double before = geometryOf(p.layout)->area;
    const SeamGraph graph = buildSeams(*p.layout);
    p = support::edited(p,
                        {{"edit", "joinPieces"}, {"pieces", {graph.seams[0].a + 1, graph.seams[0].b + 1}}});
    QCOMPARE(p.layout->size(), std::size_t(11));
    COMPARE_TO(geometryOf(p.layout)->area, before, 1e-6);
    // Pieces that touch in a corner only are not joined.
    for (std::uint32_t i = 1; i < p.layout->size(); ++i) {
      bool meets = false;
      const SeamGraph now = buildSeams(*p.layout);
      for (const auto s : now.seamsOf(0)) meets = meets || now.across(s, 0) == i;
      if (!meets) QVERIFY(!refusal(p, {{"edit", "joinPieces"}, {"pieces", {1, i + 1}}}).empty());
    }
    std::size_t diamond = 0;
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->shapes[p.layout->pieces[i].shape].name == "diamond60") diamond = i + 1;
    QVERIFY(diamond > 0);
    // Along one diagonal two triangles come back, along the other two of another shape.
    for (const auto& [from, to] : {std::pair(1, 3), std::pair(2, 4)}) {
      const Project q =
          support::edited(p, {{"edit", "splitPiece"}, {"piece", diamond}, {"from", from}, {"to", to}});
      QCOMPARE(q.layout->size(), std::size_t(12));
      COMPARE_TO(geometryOf(q.layout)->area, before, 1e-6);
      QVERIFY(sound(*q.layout));
    }
  }
  void undoneAndSavedHandWorkComesBack() {
    Project p = single("hexagon");
    p = support::edited(
        p, {{"edit", "addPieces"}, {"at", spot(p, {0, 1})}, {"shape", "triangle60"}, {"copies", copies(3)}});
    const auto bytes = serialize(p);
    QVERIFY(bytes);
    const auto back = deserialize(*bytes);
    QVERIFY2(back, back ? "" : clathra::said(back.error()).c_str());
    QVERIFY(sameContent(p, *back));
    // And it can be grown on.
    const Project more = support::edited(*back, {{"edit", "addPieces"}, {"at", spot(*back, {0, -1})}});
    QCOMPARE(more.layout->size(), back->layout->size() + 1);
    const Project scaledUp = support::edited(*back, {{"edit", "setEdge"}, {"value", 45}});
    QCOMPARE(scaledUp.layout->size(), back->layout->size());
  }
  void whatMakesNoLayoutIsRefusedInASentence_data() {
    QTest::addColumn<QByteArray>("edit");
    for (const char* e : {R"({"edit":"addPieces"})",
                          R"({"edit":"addPieces","at":[9999,9999]})",
                          R"({"edit":"addPieces","at":[15,0],"shape":"teapot"})",
                          R"({"edit":"addPieces","at":"here"})",
                          R"({"edit":"addPieces","at":[0,1e300]})",
                          R"({"edit":"addPieces","at":[25,15],"choice":999})",
                          R"({"edit":"addPieces","at":[25,15],"copies":{"turns":0}})",
                          R"({"edit":"addPieces","at":[25,15],"copies":{"turns":13}})",
                          R"({"edit":"addPieces","at":[25,15],"copies":7})",
                          R"({"edit":"addPieces","at":[25,15],"cloth":"none"})",
                          R"({"edit":"takeAway","pieces":[1]})",
                          R"({"edit":"takeAway","pieces":[99]})",
                          R"({"edit":"takeAway"})",
                          R"({"edit":"subdivide","pieces":[1]})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"hexagon":4}})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"teapot":4}})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"diamond":-4}})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"diamond":12},"index":7})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"diamond":12},"divisions":0})",
                          R"({"edit":"subdivide","pieces":[1],"parts":{"diamond":12},"divisions":6})",
                          R"({"edit":"subdivide","pieces":[1],"mixed":["diamond"],"count":11})",
                          R"({"edit":"fillHoles"})",
                          R"({"edit":"joinPieces","pieces":[1]})",
                          R"({"edit":"splitPiece","piece":1,"from":1,"to":2})",
                          R"({"edit":"splitPiece","piece":1,"from":1,"to":9})",
                          R"({"edit":"splitPiece","piece":1,"from":1,"to":6})",
                          R"({"edit":"splitPiece","piece":1,"from":6,"to":1})",
                          R"({"edit":"setArrangement","arrangement":"own"})"})
      QTest::newRow(e) << QByteArray(e);
  }
  void whatMakesNoLayoutIsRefusedInASentence() {
    QFETCH(QByteArray, edit);
    const Project p = single("hexagon");
    const std::string said = refusal(p, json::parse(edit.toStdString()));
    if (edit.contains("setArrangement")) return;  // it is that already
    QVERIFY(!said.empty());
    QVERIFY2(said.size() < 300 && said.find("json") == std::string::npos, said.c_str());
    if (edit.contains("splitPiece"))
      QVERIFY(support::says(applyStep(p, json::parse(edit.toStdString()), support::context()).error(),
                            "cut-runs-between-two"));
  }
  void inAFieldOnlyCopiesThatMeetItAreTaken() {
    const Project p = support::project(support::recipe("squares", 40, 4, 4));
    const Box f = p.layout->finished;
    const json middle = {(f.left + f.right) / 2, (f.top + f.bottom) / 2};
    const json at = {f.right, f.top + 20};
    const Project four = support::edited(p, {{"edit", "addPieces"},
                                             {"at", at},
                                             {"shape", "square"},
                                             {"copies", {{"turns", 4}, {"centre", middle}}}});
    QCOMPARE(four.layout->size(), std::size_t(20));
    QVERIFY(!refusal(p, {{"edit", "addPieces"},
                         {"at", at},
                         {"shape", "square"},
                         {"copies", {{"turns", 3}, {"centre", middle}}}})
                 .empty());
    QVERIFY(!refusal(p, {{"edit", "addPieces"},
                         {"at", at},
                         {"shape", "square"},
                         {"copies", {{"turns", 4}, {"centre", {0, 0}}}}})
                 .empty());
  }
  void aCutMayNotTouchAnotherCorner() {
    // Three squares joined to an angle: from tip to tip the cut runs through the inner corner; from the outer
    // corner to the inner one it is free, and halves the angle.
    Project p = support::project(support::recipe("squares", 10, 2, 2));
    p = support::edited(p, {{"edit", "joinPieces"}, {"pieces", {1, 2, 3}}});
    std::uint32_t angle = 0;
    while (p.layout->pieces[angle].count != 6) ++angle;
    const Polygon outline(p.layout->outline(angle).begin(), p.layout->outline(angle).end());
    const Box b = bounds(outline);
    const auto corner = [&](double x, double y) {
      for (std::size_t i = 0; i < outline.size(); ++i)
        if (distance(outline[i], {b.left + x, b.top + y}) < 1e-6) return static_cast<int>(i + 1);
      return 0;
    };
    const auto cut = [&](int from, int to) {
      return applyStep(p, {{"edit", "splitPiece"}, {"piece", angle + 1}, {"from", from}, {"to", to}},
                       support::context());
    };
    const auto touching = cut(corner(20, 0), corner(0, 20));
    QVERIFY(!touching);
    QCOMPARE(clathra::said(touching.error()).c_str(), "that cut does not run inside the piece");
    const auto halved = cut(corner(0, 0), corner(10, 10));
    QVERIFY2(halved, halved ? "" : clathra::said(halved.error()).c_str());
    QCOMPARE(halved->layout->size(), std::size_t(3));
    int halves = 0;
    for (std::size_t i = 0; i < halved->layout->size(); ++i)
      halves += std::abs(area(halved->layout->outline(i)) - 150) < 1e-6;
    QCOMPARE(halves, 2);
    double whole = 0;
    for (std::size_t i = 0; i < halved->layout->size(); ++i) whole += area(halved->layout->outline(i));
    COMPARE_TO(whole, 400, 1e-6);
  }
  void papersTooSmallToFoldAreNotMade() {
    const Project p = support::project(support::recipe("hexagons", 5, 2, 2));
    const auto small = applyStep(p, {{"edit", "subdivide"}, {"pieces", {1}}, {"parts", {{"triangle", 24}}}},
                                 support::context());
    QVERIFY(!small);
    QVERIFY(support::says(small.error(), "make-papers-edges-under"));
    const Project six = support::project(support::recipe("hexagons", 6, 2, 2));
    QVERIFY(applyStep(six, {{"edit", "subdivide"}, {"pieces", {1}}, {"parts", {{"triangle", 24}}}},
                      support::context()));
  }
};

CLATHRA_TEST(GrowTest, "grow")
#include "grow.moc"
