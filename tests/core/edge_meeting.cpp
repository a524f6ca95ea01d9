// Whether colours meet where cut edges are sewn: colours by the book, edges worked by hand.
#include <map>
#include <numbers>
#include <set>

#include "image/decode.hpp"
#include "motif/colour.hpp"
#include "motif/meeting.hpp"
#include "motif/pose.hpp"
#include "motif/thread.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A picture of 100 by 80 mm at ten pixels to the mm, each pixel's colour by its middle in mm.
template <class Colour>
Raster painted(Colour colour) {
  Raster out{1000, 800, {}};
  out.rgba.reserve(std::size_t(4) * 1000 * 800);
  for (int y = 0; y < 800; ++y)
    for (int x = 0; x < 1000; ++x) {
      const std::array<int, 3> c = colour(Point{(x + 0.5) / 10, (y + 0.5) / 10});
      for (const int v : c) out.rgba.push_back(std::uint8_t(v));
      out.rgba.push_back(255);
    }
  return out;
}

Print tenToTheMm() {
  Print p;
  p.dpi = 254;
  return p;
}

using Rgb3 = std::array<int, 3>;
constexpr Rgb3 kCream{240, 232, 214}, kBlue{40, 60, 120}, kRust{180, 80, 50};

/// A triangle of 40 mm whose corner 0 is on top: edge 0 leads down to the right, edge 2 comes back up.
const Polygon kTriangle{{50, 20}, {70, 54.641}, {30, 54.641}};

/// A choice in the middle of such a picture for all pieces, which are of one shape.
MotifChoice onAllPieces(const Project& p) {
  MotifChoice out;
  out.shape = p.layout->shapes[0].name;
  out.at = {50, 40};
  for (std::uint32_t i = 0; i < p.layout->size(); ++i) out.pieces.push_back(i);
  return out;
}

}  // namespace

class EdgeMeetingTest : public QObject {
  Q_OBJECT
 private slots:
  /// Pairs from Sharma, Wu and Dalal 2005, table 1.
  void coloursByTheBook() {
    const struct {
      Lab one, two;
      double de;
    } rows[] = {{{50, 2.6772, -79.7751}, {50, 0, -82.7485}, 2.0425},
                {{50, -1.3802, -84.2814}, {50, 0, -82.7485}, 1.0000},
                {{50, -1, 2}, {50, 0, 0}, 2.3669},
                {{50, 2.49, -0.001}, {50, -2.49, 0.0009}, 7.1792},
                {{50, 2.5, 0}, {50, 0, -2.5}, 4.3065},
                {{50, 2.5, 0}, {73, 25, -18}, 27.1492},
                {{60.2574, -34.0099, 36.2677}, {60.4626, -34.1751, 39.4387}, 1.2644},
                {{2.0776, 0.0795, -1.1350}, {0.9033, -0.0636, -0.5514}, 0.9082}};
    for (const auto& r : rows) {
      COMPARE_TO(deltaE2000(r.one, r.two), r.de, 6e-5);
      COMPARE_TO(deltaE2000(r.two, r.one), r.de, 6e-5);
    }
    COMPARE_TO(labOf(255, 255, 255).l, 100, 1e-3);
    COMPARE_TO(labOf(255, 0, 0).l, 53.24, 0.01);
    COMPARE_TO(labOf(255, 0, 0).a, 80.09, 0.02);
    COMPARE_TO(labOf(255, 0, 0).b, 67.20, 0.02);
    // Near black the scale runs straight: 5 / 255 / 12.92 of white's light, times 24389 / 27.
    COMPARE_TO(labOf(5, 5, 5).l, 1.3709, 1e-3);
    COMPARE_TO(labOf(0, 0, 0).l, 0, 1e-9);
  }
  /// One cream cloth meets everywhere. A blue half to the right of x = 50: edge 0 lies in it from the corner,
  /// edge 2 never: they part at once.
  void meetsAndParts() {
    const Raster plain = painted([](Point) { return kCream; });
    const Meeting same = meetingOf(PrintView(plain, tenToTheMm()), kTriangle, {0, 2, false});
    QVERIFY(same.verdict == Verdict::Meets && !same.partsAt && same.changes.empty() && !same.stripe);
    COMPARE_TO(same.meanDe, 0, 1e-9);
    const Raster half = painted([](Point p) { return p.x < 50 ? kCream : kBlue; });
    const Meeting apart = meetingOf(PrintView(half, tenToTheMm()), kTriangle, {0, 2, false});
    QVERIFY(apart.verdict == Verdict::Parts);
    COMPARE_TO(*apart.partsAt, 0, 1.01);
    QVERIFY(apart.worstDe > 40);
    // Its mirror image is the same edge: it meets whatever it shows.
    const Meeting mirrored = meetingOf(PrintView(half, tenToTheMm()), kTriangle, {0, 0, true});
    QVERIFY(mirrored.verdict == Verdict::Meets);
    COMPARE_TO(mirrored.worstDe, 0, 1e-9);
  }
  /// Two thirds rust and a third blue: the thread is rust, a colour of the cloth; all one cloth, that one.
  void theThreadIsTheColourSeenMost() {
    const Raster mixed = painted([](Point p) { return p.y < 43 ? kRust : kBlue; });
    const Rgb thread = threadFor(meetingOf(PrintView(mixed, tenToTheMm()), kTriangle, {0, 2, false}));
    QVERIFY(thread == (Rgb{180, 80, 50}));
    const Raster plain = painted([](Point) { return kCream; });
    QVERIFY(threadFor(meetingOf(PrintView(plain, tenToTheMm()), kTriangle, {0, 2, false})) ==
            (Rgb{240, 232, 214}));
  }
  /// Rings about the corner at 12.0 and 31.5 mm are crossed by both edges there; to 0.1 mm.
  void changesAreRead() {
    const Raster rings = painted([](Point p) {
      const double d = distance(p, {50, 20});
      return d < 12.0 ? kCream : d < 31.5 ? kRust : kBlue;
    });
    const Meeting m = meetingOf(PrintView(rings, tenToTheMm()), kTriangle, {0, 2, false});
    QVERIFY(m.verdict == Verdict::Meets);
    QCOMPARE(m.changes.size(), std::size_t(2));
    for (const auto& [a, b] : m.changes) QVERIFY(std::abs(a - b) < 0.1);
    COMPARE_TO(m.changes[0].first, 12.0, 0.1);
    COMPARE_TO(m.changes[1].first, 31.5, 0.1);
    // From edge 1's far corner nothing is so; without a shared corner a is read from its start.
    const Meeting own = meetingOf(PrintView(rings, tenToTheMm()), kTriangle, {0, 0, false});
    // Half a turn about its middle brings blue to cream at its start; changes lie at 12 and 31.5 against 8.5
    // and 28.
    QVERIFY(own.verdict == Verdict::Parts);
    QVERIFY(own.changes.empty());
    COMPARE_TO(*own.partsAt, 0, 1e-9);
    // A shade that grows along the edge is no change.
    const Raster shade = painted([](Point p) {
      const int v = int(20 + 5.5 * distance(p, {50, 20}));
      return Rgb3{std::min(255, v), std::min(255, v), std::min(255, v)};
    });
    QVERIFY(meetingOf(PrintView(shade, tenToTheMm()), kTriangle, {0, 2, false}).changes.empty());
  }
  /// Edges that lie off by 0.4 mm are eased together; by 2 mm, in stripes of 8, they are not.
  void seamsAreEased() {
    const auto off = [&](double by) {
      return painted([by](Point p) {
        const double d = distance(p, {50, 20}) - (p.x > 50 ? by : 0);
        return int(std::floor(d / 8)) % 2 == 0 ? kCream : kBlue;
      });
    };
    const Raster little = off(0.4), much = off(2);
    QVERIFY(meetingOf(PrintView(little, tenToTheMm()), kTriangle, {0, 2, false}).verdict == Verdict::Meets);
    const Meeting m = meetingOf(PrintView(much, tenToTheMm()), kTriangle, {0, 2, false});
    QVERIFY(m.verdict != Verdict::Meets);
  }
  /// Stripes: level lines cross both edges at the same heights and make a chevron that meets; slanted ones
  /// that reach the seam 2 mm apart look like a mistake; lines on one side alone clearly differ.
  void stripesHaveTheirOwnWords() {
    const auto lines = [](double shiftRight, bool rightPlain) {
      return painted([=](Point p) {
        if (rightPlain && p.x > 50) return kCream;
        const double y = p.y - (p.x > 50 ? shiftRight : 0);
        return int(std::floor(y / 7)) % 2 == 0 ? kCream : kRust;
      });
    };
    const Raster level = lines(0, false), missing = lines(2, false), half = lines(0, true);
    const auto word = [&](const Raster& r) {
      return meetingOf(PrintView(r, tenToTheMm()), kTriangle, {0, 2, false}).stripe;
    };
    QVERIFY(word(level) && *word(level) == StripeVerdict::Meets);
    QVERIFY(word(missing) && *word(missing) == StripeVerdict::Mistake);
    QVERIFY(word(half) && *word(half) == StripeVerdict::Differs);
    const Raster plain = painted([](Point) { return kCream; });
    QVERIFY(!word(plain));
  }
  /// Rings of pieces have their corners in the order of their shape's outline: edges are named by it. In a
  /// row of triangles every seam joins an edge to itself or its neighbour; pieces that do not touch have
  /// none.
  void edgesAreThoseOfTheOutline() {
    Project p = support::project(support::recipe("triangles", 40, 6, 4));
    const Layout& layout = *p.layout;
    for (std::size_t i = 0; i < layout.size(); ++i) {
      const Piece& piece = layout.pieces[i];
      const auto ring = layout.outline(i);
      const Polygon as =
          placed(layout.shapes[piece.shape].outline, piece.turn, piece.hand < 0, centroid(ring));
      for (std::size_t k = 0; k < ring.size(); ++k) QVERIFY(distance(ring[k], as[k]) < 0.01);
    }
    MotifChoice motif;
    motif.shape = layout.shapes[layout.pieces[0].shape].name;
    motif.pieces = {0};
    QVERIFY(sewnPairs(layout, motif).empty());
    std::vector<std::uint32_t> all;
    for (std::uint32_t i = 0; i < layout.size(); ++i)
      if (layout.shapes[layout.pieces[i].shape].name == motif.shape) all.push_back(i);
    motif.pieces = all;
    const auto pairs = sewnPairs(layout, motif);
    QVERIFY(!pairs.empty());
    for (const EdgePair& e : pairs) QVERIFY(e.a <= e.b && e.b < 3 && !e.mirrored);
    QVERIFY(std::is_sorted(pairs.begin(), pairs.end()));
    motif.mirrored = true;
    for (const EdgePair& e : sewnPairs(layout, motif)) QVERIFY(e.a == e.b && e.mirrored);
  }
  void bothWalksLieOnTheSeam_data() {
    QTest::addColumn<QString>("arrangement");
    QTest::addColumn<bool>("toMiddle");
    for (const char* id : {"triangles", "kites", "bricks", "offset-squares", "clamshells", "apple-cores",
                           "jewels-hexagons", "pentagons", "diamond-rows", "half-hexagon-pinwheels"})
      QTest::addRow("%s", id) << id << false;
    for (const char* id : {"kites", "apple-cores", "triangles"})
      QTest::addRow("%s, to the middle", id) << id << true;
  }
  /// What is as far along both walks of a pair lies on each other in the layout, seam for seam and to its
  /// end: whole edges, edges that meet in part, and arcs.
  void bothWalksLieOnTheSeam() {
    QFETCH(QString, arrangement);
    QFETCH(bool, toMiddle);
    Project p = support::project(support::recipe(arrangement.toStdString(), 40, 5, 5));
    const json cloth = {{"edit", "addCloth"},
                        {"name", "C"},
                        {"width", 1000},
                        {"lengths", {2000}},
                        {"print", {{"picture", "c.png"}, {"dpi", 100}, {"a", nullptr}}}};
    p = support::edited(p, cloth);
    const std::string shape = p.layout->shapes[p.layout->pieces[0].shape].name;
    const int hand = p.layout->pieces[0].hand;
    json pieces = json::array();
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->shapes[p.layout->pieces[i].shape].name == shape && p.layout->pieces[i].hand == hand)
        pieces.push_back(i + 1);
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "M"},
                            {"cloth", "C"},
                            {"shape", shape},
                            {"at", {120, 110}},
                            {"turn", 17},
                            {"pieces", pieces},
                            {"to_middle", toMiddle}});
    const Layout& layout = *p.layout;
    const MotifChoice& motif = p.motifs[0];
    const Polygon window = windowOutline(layout, motif);
    const auto pairs = sewnPairs(layout, motif);
    const SeamGraph seams = buildSeams(layout);
    const auto steps = stepsToMiddle(layout, motif);
    std::map<std::uint32_t, Motion> poses;
    for (const PrintedPiece& one : motifPieces(p)) poses[one.piece] = one.toLayout;
    std::map<std::uint32_t, int> stepOf;
    for (std::size_t i = 0; i < motif.pieces.size(); ++i) stepOf[motif.pieces[i]] = steps[i];
    std::size_t looked = 0;
    std::set<EdgePair> met;
    for (std::size_t s = 0; s < seams.seams.size(); ++s) {
      const Seam seam = seams.seams[s];
      if (!poses.contains(seam.a) || !poses.contains(seam.b)) continue;
      const SewnSeam sewn = sewnSeam(layout, seams, seam, stepOf[seam.a], stepOf[seam.b]);
      QVERIFY(std::find(pairs.begin(), pairs.end(), sewn.pair) != pairs.end());
      met.insert(sewn.pair);
      const auto [first, second] = walksOf(window, sewn.pair);
      // Chords are a little shorter than their arc.
      COMPARE_TO(lengthOf(window, sewn.pair), seam.length, 0.003 * seam.length + 0.01);
      const Motion& ofFirst = poses[sewn.swapped ? seam.b : seam.a];
      const Motion& ofSecond = poses[sewn.swapped ? seam.a : seam.b];
      const Point ends[2] = {seams.corners[seam.start], seams.corners[seam.end]};
      for (double t = 0; t <= first.length(); t += first.length() / 16) {
        const Point one = ofFirst.apply(first.at(t)), two = ofSecond.apply(second.at(t));
        QVERIFY2(distance(one, two) < 0.03, qPrintable(QString::number(distance(one, two))));
        // Into the paper, away from the other.
        const Point in = ofFirst.apply(first.at(t, 1)) - one;
        COMPARE_TO(length(in), 1, 1e-6);
        QVERIFY(dot(in, layout.pieces[sewn.swapped ? seam.b : seam.a].centre - one) > -20);
      }
      const Point begin = ofFirst.apply(first.at(0)), end = ofFirst.apply(first.at(first.length()));
      QVERIFY(std::min(distance(begin, ends[0]) + distance(end, ends[1]),
                       distance(begin, ends[1]) + distance(end, ends[0])) < 0.06);
      ++looked;
    }
    QVERIFY(looked > 3);
    QCOMPARE(met.size(), pairs.size());
  }
  /// Bricks are sewn by halves of their long edges: told once, by the half that meets worse.
  void edgesSewnInPartsAreToldOnce() {
    const Project p = support::project(support::recipe("bricks", 40, 4, 4));
    const MotifChoice motif = onAllPieces(p);
    const Polygon window = windowOutline(*p.layout, motif);
    const Box b = bounds(window);
    // Blue in the lower left quarter alone: of the two long seams one has it on one side, the other has not.
    const Raster quarter =
        painted([&](Point q) { return q.x < 50 && q.y > 40 && q.y < b.bottom + 1 ? kBlue : kCream; });
    std::vector<Meeting> all;
    std::map<std::pair<int, int>, int> times;
    for (const EdgePair& pair : sewnPairs(*p.layout, motif)) {
      all.push_back(meetingOf(PrintView(quarter, tenToTheMm()), window, pair));
      ++times[{all.back().sideOfA, all.back().sideOfB}];
    }
    QVERIFY(std::any_of(times.begin(), times.end(), [](const auto& t) { return t.second == 2; }));
    const auto once = eachPairOnce(all);
    QCOMPARE(once.size(), times.size());
    for (const Meeting& m : once)
      for (const Meeting& other : all)
        if (other.sideOfA == m.sideOfA && other.sideOfB == m.sideOfB)
          QVERIFY(other.meanDe <= m.meanDe + 1e-9);
    QVERIFY(
        std::any_of(once.begin(), once.end(), [](const Meeting& m) { return m.verdict == Verdict::Parts; }));
    QVERIFY(
        std::any_of(all.begin(), all.end(), [](const Meeting& m) { return m.verdict == Verdict::Meets; }));
  }
  /// A clamshell has three edges, and each half of its round one is sewn to a hollow one, 10 π mm along: with
  /// a print whose left half is blue the halves part where they should.
  void arcsAreWalkedWhole() {
    const Project p = support::project(support::recipe("clamshells", 40, 4, 4));
    const MotifChoice motif = onAllPieces(p);
    const auto pairs = sewnPairs(*p.layout, motif);
    const Polygon window = windowOutline(*p.layout, motif);
    // Its two sides stand upright, 40 mm apart; the picture is cream left of the middle and blue right of it.
    const Raster halves = painted([](Point q) { return q.x > 50 ? kBlue : kCream; });
    const Raster plain = painted([](Point) { return kCream; });
    const Print print = tenToTheMm();
    std::set<std::pair<int, int>> sides;
    const double arc = std::numbers::pi / 2 * support::recipe("clamshells", 40, 4, 4).edge.mm() / 2;
    for (const EdgePair& pair : pairs) {
      const Meeting same = meetingOf(PrintView(plain, print), window, pair);
      QVERIFY(same.verdict == Verdict::Meets && same.meanDe < 1e-6);
      sides.insert({same.sideOfA, same.sideOfB});
      COMPARE_TO(same.length, arc, 0.05);
      QCOMPARE(same.rowOfA.size(), static_cast<std::size_t>(std::ceil(same.length / 0.5 - 1e-9)));
      // The round half lies on one side of the middle, the hollow edge that it meets on the other.
      const Meeting parts = meetingOf(PrintView(halves, print), window, pair);
      QVERIFY(parts.verdict == Verdict::Parts);
      QVERIFY(parts.meanDe > 30);
    }
    QCOMPARE(sides, (std::set<std::pair<int, int>>{{0, 1}, {0, 2}}));
  }
};

CLATHRA_TEST(EdgeMeetingTest, "edge_meeting")
#include "edge_meeting.moc"
