// Whether colours meet where cut edges are sewn: colours by the book, edges worked by hand.
#include "image/decode.hpp"
#include "motif/colour.hpp"
#include "motif/meeting.hpp"
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
};

CLATHRA_TEST(EdgeMeetingTest, "edge_meeting")
#include "edge_meeting.moc"
