#include "layout/ring.hpp"

#include <QtTest>

#include "layout/exchange_fillings.hpp"
#include "layout/soundness.hpp"
#include "model/tally.hpp"
#include "registry.hpp"
#include "shape/families.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// A chain of equal pieces: the next is laid on the side `out` edges on from the one it came by.
Project chain(const char* family, int pieces, std::size_t out, double edge = 40) {
  Project p = *newProject(support::library(), *ownRecipe(family, Length::millimetres(edge)), "chain");
  for (int i = 1; i < pieces; ++i) {
    const SeamGraph g = buildSeams(*p.layout);
    const auto edges = openEdges(*p.layout, g);
    const auto last = static_cast<std::uint32_t>(p.layout->size() - 1);
    const std::size_t n = p.layout->outline(last).size();
    std::size_t in = 0;
    for (const auto s : g.seamsOf(last)) in = g.seams[s].a == last ? g.seams[s].edgeOfA : g.seams[s].edgeOfB;
    for (const OpenEdge& e : edges)
      if (e.edge.piece == last && e.edge.edge == (in + out) % n) {
        p = support::edited(p,
                            {{"edit", "addPieces"}, {"at", {e.middle().x, e.middle().y}}, {"shape", family}});
        break;
      }
  }
  return p;
}

/// The open edge at which the chain goes on.
OpenEdge goingOn(const Project& p, std::size_t out) {
  const SeamGraph g = buildSeams(*p.layout);
  const auto last = static_cast<std::uint32_t>(p.layout->size() - 1);
  std::size_t in = 0;
  for (const auto s : g.seamsOf(last)) in = g.seams[s].a == last ? g.seams[s].edgeOfA : g.seams[s].edgeOfB;
  for (const OpenEdge& e : openEdges(*p.layout, g))
    if (e.edge.piece == last && e.edge.edge == (in + out) % p.layout->outline(last).size()) return e;
  qFatal("the chain has no such edge");
}

std::optional<RingAhead> ahead(const Project& p, std::size_t out) {
  const SeamGraph g = buildSeams(*p.layout);
  return ringAhead(*p.layout, g, PieceIndex(*p.layout), goingOn(p, out));
}

Polygon outlineOf(const Project& p, std::size_t i) {
  return Polygon(p.layout->outline(i).begin(), p.layout->outline(i).end());
}

}  // namespace

class RingTest : public QObject {
  Q_OBJECT
 private slots:
  void tenPentagonsCloseAndAreCompletedFromAnyLength() {
    for (const int begun : {2, 3, 5, 9}) {
      Project p = chain("pentagon", begun, 2);
      QCOMPARE(p.layout->size(), std::size_t(begun));
      const auto ring = ahead(p, 2);
      QVERIFY(ring.has_value());
      QCOMPARE(ring->answer.pieces, 10);
      QVERIFY(ring->answer.miss < 1e-6);
      QCOMPARE(ring->missing.size(), std::size_t(10 - begun));
      const OpenEdge e = goingOn(p, 2);
      p = support::edited(p, {{"edit", "closeRing"}, {"at", {e.middle().x, e.middle().y}}, {"cloth", "B"}});
      QCOMPARE(p.layout->size(), std::size_t(10));
      const SeamGraph g = buildSeams(*p.layout);
      QCOMPARE(g.seams.size(), std::size_t(10));
      QCOMPARE(holesOf(g).size(), std::size_t(1));  // the decagon in the middle
    }
  }
  void aRingThatMissesSaysByHowMuch() {
    // Pentagons round a corner: three of 108 degrees leave 36, a gap of 2 e sin(18°) at the far corner.
    Project p = chain("pentagon", 2, 1);
    const auto ring = ahead(p, 1);
    QVERIFY(ring.has_value());
    QCOMPARE(ring->answer.pieces, 3);
    COMPARE_TO(ring->answer.open.degrees(), 36, 1e-6);
    COMPARE_TO(ring->answer.miss, 2 * 40 * sin(Angle::degrees(18)), 1e-6);
    QVERIFY(ring->missing.empty());
    const OpenEdge e = goingOn(p, 1);
    const std::string said =
        support::refusal(p, {{"edit", "closeRing"}, {"at", {e.middle().x, e.middle().y}}});
    QVERIFY2(said.find("24.72 mm") != std::string::npos, said.c_str());
  }
  void oneAloneAndStraightChainsBeginNoRing() {
    Project one = *newProject(support::library(), *ownRecipe("square", Length::millimetres(40)), "one");
    const SeamGraph g = buildSeams(*one.layout);
    QVERIFY(!ringAhead(*one.layout, g, PieceIndex(*one.layout), openEdges(*one.layout, g).front()));
    QVERIFY(!ahead(chain("square", 2, 2), 2));
    QVERIFY(!support::refusal(one, {{"edit", "closeRing"}, {"at", {20, 0}}}).empty());
    QVERIFY(!support::refusal(one, {{"edit", "closeRing"}}).empty());
  }

  void aHexagonIsExchangedForItsHalvesAndBack() {
    Project p = *newProject(support::library(), *ownRecipe("hexagon", Length::millimetres(40)), "one");
    const auto ways = otherFillings(*p.layout, p.layout->outline(0), {outlineOf(p, 0)}, 40, 3);
    // Two point-cut halves in three ways, two flat-cut ones in three ways, three diamonds in two ways.
    std::map<std::string, int> by;
    for (const auto& way : ways) {
      double sum = 0;
      std::string key;
      for (const Fit& f : way) sum += area(f.outline);
      for (const Fit& f : way) key += (key.empty() ? "" : "+") + f.shape;
      COMPARE_TO(sum, area(p.layout->outline(0)), 0.5);
      ++by[key];
    }
    QCOMPARE(by["half-hexagon-point-cut+half-hexagon-point-cut"], 3);
    QCOMPARE(by["half-hexagon-flat-cut+half-hexagon-flat-cut"], 3);
    QCOMPARE(by["diamond60+diamond60+diamond60"], 2);
    Project two = support::edited(p, {{"edit", "exchange"}, {"pieces", {1}}, {"choice", 0}});
    QCOMPARE(two.layout->size(), std::size_t(2));
    QVERIFY(soundness(*two.layout, buildSeams(*two.layout)).sound());
    Project one = support::edited(two, {{"edit", "exchange"}, {"pieces", {1, 2}}, {"choice", 0}});
    QCOMPARE(one.layout->size(), std::size_t(1));
    QCOMPARE(one.layout->shapes[0].name, std::string("hexagon"));
  }
  void twoBecomeOneAndOneBecomesTwoAmongNeighbours() {
    Project p = support::project(support::recipe("triangles", 40, 5, 4));
    const SeamGraph g = buildSeams(*p.layout);
    const std::uint32_t a = 6, b = g.across(g.seamsOf(a)[0], a);
    p = support::edited(p, {{"edit", "paint"}, {"pieces", {a + 1, b + 1}}, {"cloth", "C"}});
    const std::size_t before = p.layout->size();
    const double whole = geometryOf(p.layout)->area;
    Project q = support::edited(p, {{"edit", "exchange"}, {"pieces", {a + 1, b + 1}}, {"choice", 0}});
    QCOMPARE(q.layout->size(), before - 1);
    COMPARE_TO(geometryOf(q.layout)->area, whole, 1e-3);
    std::size_t diamond = 0;
    for (std::size_t i = 0; i < q.layout->size(); ++i)
      if (q.layout->outline(i).size() == 4) diamond = i;
    QCOMPARE(q.painting[diamond], *findCloth(q, "C"));
    QVERIFY(soundness(*q.layout, buildSeams(*q.layout)).sound());
    q = support::edited(q, {{"edit", "exchange"}, {"pieces", {diamond + 1}}, {"choice", 0}});
    QCOMPARE(q.layout->size(), before);
  }
  void whatHasNoOtherFillingSaysSo() {
    Project p = *newProject(support::library(), *ownRecipe("pentagon", Length::millimetres(40)), "one");
    QVERIFY(!support::refusal(p, {{"edit", "exchange"}, {"pieces", {1}}, {"most", 1}}).empty());
    QVERIFY(!support::refusal(p, {{"edit", "exchange"}}).empty());
    const Project far = support::project(support::recipe("hexagons", 40, 4, 4));
    QVERIFY(!support::refusal(far, {{"edit", "exchange"}, {"pieces", {1, 16}}}).empty());
    QVERIFY(!support::refusal(far, {{"edit", "exchange"}, {"pieces", {1}}, {"choice", 999}}).empty());
  }
};

CLATHRA_TEST(RingTest, "ring")
#include "ring.moc"
