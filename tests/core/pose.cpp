// Which way patches lie on their pieces, and a detail by its distances.
#include "motif/pose.hpp"

#include <numbers>
#include <numeric>
#include <set>

#include "layout/seams.hpp"
#include "motif/meeting.hpp"
#include "motif/reference.hpp"
#include "motif/stripes.hpp"
#include "registry.hpp"
#include "store/file.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// Six hexagons round one, on a print; the seventh in the middle has another cloth.
Project flower(bool toMiddle) {
  Project p = support::project(support::recipe("hexagon-rosette", 30, 2, 2));
  const json print = {{"picture", "p.png"}, {"dpi", 100},         {"along", 150},
                      {"across", 150},      {"kind", "straight"}, {"mirror_axes", json::array()},
                      {"mark", {0, 0}}};
  p = support::edited(
      p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 1000}, {"lengths", {1000}}, {"print", print}});
  // The ring about the piece in the very middle.
  std::uint32_t middle = 0;
  for (std::uint32_t i = 0; i < p.layout->size(); ++i)
    if (length(p.layout->pieces[i].centre) < length(p.layout->pieces[middle].centre)) middle = i;
  json ring = json::array();
  for (std::uint32_t i = 0; i < p.layout->size(); ++i) {
    const double d = distance(p.layout->pieces[i].centre, p.layout->pieces[middle].centre);
    if (i != middle && d < 30 * 1.8) ring.push_back(i + 1);
  }
  return support::edited(p, {{"edit", "addMotif"},
                             {"name", "M"},
                             {"cloth", "C"},
                             {"shape", "hexagon"},
                             {"at", {75, 75}},
                             {"turn", 10},
                             {"to_middle", toMiddle},
                             {"pieces", ring}});
}

}  // namespace

class PoseTest : public QObject {
  Q_OBJECT
 private slots:
  /// Alternately mirrored: the first piece, the third and the fifth show the spot as it was chosen, the
  /// others its mirror image; each about the piece's middle.
  void everySecondPieceShowsTheMirrorImage() {
    Project p = flower(false);
    p = support::edited(p, {{"edit", "changeCloth"},
                            {"cloth", "C"},
                            {"print", {{"mirror_axes", json::array({{{"deg", 90}, {"point", {75, 0}}}})}}}});
    p = support::edited(p, {{"edit", "changeMotif"}, {"motif", "M"}, {"mirrored", true}});
    const auto shown = motifPieces(p);
    QCOMPARE(shown.size(), std::size_t(6));
    for (std::size_t k = 0; k < shown.size(); ++k) {
      QVERIFY(k == 0 || shown[k - 1].piece < shown[k].piece);
      QCOMPARE(shown[k].toLayout.mirrors(), k % 2 == 1);
      COMPARE_TO(distance(shown[k].toLayout.apply({75, 75}), p.layout->pieces[shown[k].piece].centre), 0,
                 1e-6);
    }
  }
  // guarantees 1 and 2 of stripes.hpp
  void stripesAreDealtSoThatNoNeighboursLookLikeAMistake() {
    // What a mistake is, by hand: 8° apart; level with each other and over the seam; not along it, nor at
    // 20°.
    const auto deg = [](double d) { return Angle::degrees(d); };
    QVERIFY(likeAMistake(deg(10), deg(18), deg(90)));
    QVERIFY(likeAMistake(deg(178), deg(3), deg(0)));  // 5° across the half turn
    QVERIFY(likeAMistake(deg(40), deg(220.5), deg(90)));
    QVERIFY(!likeAMistake(deg(40), deg(40.5), deg(220)));
    QVERIFY(!likeAMistake(deg(10), deg(30), deg(90)));
    QVERIFY(!likeAMistake(deg(170), deg(10), deg(90)));
    for (const auto& [id, across, down] :
         {std::tuple("squares", 7, 5), std::tuple("hexagons", 6, 7), std::tuple("triangles", 6, 5),
          std::tuple("hexagon-square-triangle", 7, 8), std::tuple("honeycomb-square", 6, 5)}) {
      Project p = support::project(support::recipe(id, 40, across, down));
      const bool mixed = p.layout->shapes.size() > 1;
      const json print = {{"picture", "p.png"}, {"dpi", 100}, {"a", {7, mixed ? 0 : 2}}, {"b", nullptr}};
      p = support::edited(p, {{"edit", "addCloth"},
                              {"name", "S"},
                              {"width", 1000},
                              {"lengths", {3000}},
                              {"direction", "stripe"},
                              {"stand", "any"},
                              {"print", print}});
      p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "S"}});
      const Cloth& cloth = *clothById(p, *findCloth(p, "S"));
      const auto stripes = stripesOn(cloth);
      QVERIFY(stripes);
      COMPARE_TO(stripes->degrees(), 90 + (mixed ? 0 : std::atan2(2, 7) * 180 / std::numbers::pi), 1e-9);
      std::vector<std::uint32_t> all(p.layout->size());
      std::iota(all.begin(), all.end(), 0U);
      const DealtTurns dealt = dealTurns(*p.layout, all, *stripes);
      if (!mixed) QCOMPARE(dealt.mistakes, 0);
      QCOMPARE(dealTurns(*p.layout, all, *stripes).steps, dealt.steps);
      // As sewn shows it so: the stripe's direction on each piece, looked at in the layout.
      std::map<std::uint32_t, Angle> shown;
      for (const PrintedPiece& one : chancePieces(p)) {
        const Point d = towards(*stripes);
        shown[one.piece] = directionOf(one.toLayout.apply(d) - one.toLayout.apply({}));
      }
      QCOMPARE(shown.size(), all.size());
      std::set<int> used;
      for (const auto& [piece, steps] : dealt.steps) used.insert(steps);
      QVERIFY2(used.size() > 1, id);
      int mistakes = 0;
      const SeamGraph graph = buildSeams(*p.layout);
      for (const Seam& s : graph.seams)
        mistakes += likeAMistake(shown.at(s.a), shown.at(s.b),
                                 directionOf(graph.corners[s.end] - graph.corners[s.start]));
      QVERIFY2(mistakes == dealt.mistakes,
               qPrintable(QString("%1: %2, %3").arg(id).arg(mistakes).arg(dealt.mistakes)));
      // Cloth whose patches stand as their pieces lie keeps its stripes upright.
      p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "S"}, {"stand", "piece"}});
      for (const PrintedPiece& one : chancePieces(p)) {
        const Point d = one.toLayout.apply({0, 1}) - one.toLayout.apply({});
        COMPARE_TO(d.x, 0, 1e-9);
      }
    }
  }
  /// By hand: round a middle piece the six hexagons are one turned by 60° each, so that the same corner of
  /// the window looks to the middle, and every seam between neighbours joins the same two edges.
  void turnedToTheMiddleSixMakeOneFlower() {
    const Project p = flower(true);
    QCOMPARE(p.motifs[0].pieces.size(), std::size_t(6));
    const auto printed = motifPieces(p);
    Point middle;
    for (const PrintedPiece& one : printed) middle = middle + (1.0 / 6) * p.layout->pieces[one.piece].centre;
    std::optional<Point> looks;  // which place of the print lies towards the middle
    for (const PrintedPiece& one : printed) {
      const Point c = p.layout->pieces[one.piece].centre;
      QVERIFY(distance(one.toLayout.apply({75, 75}), c) < 1e-6);
      const Point there = one.toLayout.inverse().apply(c + 0.4 * (middle - c));
      if (looks)
        QVERIFY2(distance(there, *looks) < 1e-6, qPrintable(QString::number(distance(there, *looks))));
      looks = there;
      // And its corners still lie on the piece's.
      for (const Point w : windowOutline(*p.layout, p.motifs[0])) {
        double best = 1e300;
        for (const Point q : p.layout->outline(one.piece))
          best = std::min(best, distance(one.toLayout.apply(w), q));
        QVERIFY(best < 1e-6);
      }
    }
    const auto pairs = sewnPairs(*p.layout, p.motifs[0]);
    QCOMPARE(pairs.size(), std::size_t(1));
    QCOMPARE((pairs[0].b - pairs[0].a + 6) % 6 == 2 || (pairs[0].a - pairs[0].b + 6) % 6 == 2, true);
    // As they are listed there are as many pairs as seams face differently, and they look elsewhere.
    const Project q = flower(false);
    QCOMPARE(sewnPairs(*q.layout, q.motifs[0]).size(), std::size_t(3));
  }
  /// The pair of edges is the one that lies on the seam: both windows' edges are carried onto it.
  void pairsAreTheEdgesThatLieOnTheSeam() {
    for (const bool toMiddle : {true, false}) {
      const Project p = flower(toMiddle);
      const Polygon window = windowOutline(*p.layout, p.motifs[0]);
      const auto printed = motifPieces(p);
      std::set<EdgePair> byPlace;
      for (const PrintedPiece& one : printed)
        for (const PrintedPiece& two : printed)
          for (int a = 0; a < 6 && one.piece < two.piece; ++a)
            for (int b = 0; b < 6; ++b) {
              const auto middle = [&](const PrintedPiece& w, int e) {
                return w.toLayout.apply(0.5 * (window[std::size_t(e)] + window[std::size_t((e + 1) % 6)]));
              };
              if (distance(middle(one, a), middle(two, b)) < 1e-3)
                byPlace.insert({std::min(a, b), std::max(a, b), false});
            }
      const auto pairs = sewnPairs(*p.layout, p.motifs[0]);
      QCOMPARE(std::set<EdgePair>(pairs.begin(), pairs.end()), byPlace);
    }
  }
  void aChoiceGoesThroughAFileAndBack() {
    Project p = flower(true);
    p = support::edited(p, {{"edit", "changeMotif"}, {"motif", "M"}, {"reference", {80.5, 61.25}}});
    const auto bytes = serialize(p);
    QVERIFY(bytes);
    const Project again = *deserialize(*bytes);
    QVERIFY(again.motifs == p.motifs);
    QVERIFY(again.motifs[0].toMiddle && *again.motifs[0].reference == (Point{80.5, 61.25}));
    p = support::edited(
        p, {{"edit", "changeMotif"}, {"motif", "M"}, {"reference", nullptr}, {"to_middle", false}});
    QVERIFY(!p.motifs[0].reference && !p.motifs[0].toMiddle);
  }
  /// A kite with corners A (0, 0), B (30, 40), C (0, 60), D (-30, 40): the detail (12, 34) is 25.06 mm from B
  /// …
  void aDetailByItsDistances() {
    const Polygon kite{{0, 0}, {30, 40}, {0, 60}, {-30, 40}};
    const Reference r = referenceOf(kite, {12, 34});
    // Nearest ends: B and C. From B √(18² + 6²), from C √(12² + 26²).
    QCOMPARE(cornerName(r.first) + cornerName(r.second), std::string("BC"));
    COMPARE_TO(r.fromFirst, std::sqrt(18.0 * 18 + 6 * 6), 1e-9);
    COMPARE_TO(r.fromSecond, std::sqrt(12.0 * 12 + 26 * 26), 1e-9);
    QVERIFY(r.inside);
    const Point back = *placeOf(kite, r);
    QVERIFY(distance(back, {12, 34}) < 1e-9);
    // Everywhere within, whichever way the outline runs; and beside the paper it is said.
    for (const Polygon& outline : {kite, Polygon(kite.rbegin(), kite.rend())})
      for (double x = -28; x < 29; x += 3.7)
        for (double y = 2; y < 59; y += 3.1) {
          const Reference here = referenceOf(outline, {x, y});
          QCOMPARE(here.inside, contains(outline, {x, y}));
          if (!here.inside) continue;
          QVERIFY(distance(*placeOf(outline, here), {x, y}) < 1e-6);
        }
    QVERIFY(!placeOf(kite, {0, 1, 5, 5, true}));  // no such triangle
  }
  void furtherPiecesAreGivenAChoice() {
    const Project p = flower(false);
    const auto missing =
        applyStep(p, {{"edit", "giveMotif"}, {"motif", "No"}, {"pieces", {1}}}, support::context());
    QVERIFY(!missing);
    const std::size_t before = p.motifs[0].pieces.size();
    Project q = support::edited(p, {{"edit", "giveMotif"}, {"motif", "M"}, {"all", true}});
    QCOMPARE(q.motifs[0].pieces.size(), p.layout->size());
    QVERIFY(before < p.layout->size());
    for (const ClothId worn : q.painting) QCOMPARE(worn, q.motifs[0].cloth);
  }
};

CLATHRA_TEST(PoseTest, "pose")
#include "pose.moc"
