// Nearest counts against brute force, and what must not change when a layout is turned, mirrored, moved or
// scaled.
#include <QRandomGenerator>
#include <set>

#include "layout/arrangement.hpp"
#include "layout/seams.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;

namespace {

/// All counts up to 24 by 14 (18 where rows are low), by really laying them out, nearest first; no further
/// than to twice the wanted width and height.
std::vector<NearSize> byBruteForce(const Arrangement& a, const Recipe& base, double width, double height) {
  std::vector<NearSize> out;
  for (int across = 1; across <= 24; ++across)
    for (int down = 1; down <= (length(a.b) < 0.6 ? 18 : 14); ++down) {
      Recipe r = base;
      r.across = across;
      r.down = down;
      const auto built = buildLayout(a, r);
      if (!built) continue;
      NearSize n;
      n.across = across;
      n.down = down;
      n.width = built->finished.width();
      n.height = built->finished.height();
      n.off = std::abs(n.width - width) + std::abs(n.height - height);
      out.push_back(n);
      if (n.height > 2 * height) break;
      if (down == 1 && n.width > 2 * width) across = 24;
    }
  std::stable_sort(out.begin(), out.end(),
                   [](const NearSize& x, const NearSize& y) { return x.off < y.off; });
  return out;
}

struct Soup {
  std::vector<Point> corners;
  std::vector<OutlineRef> refs;
};

Soup soupOf(const Layout& layout, double turn, bool mirrored, double scale, Point by) {
  Soup s;
  for (std::size_t i = 0; i < layout.size(); ++i) {
    Polygon p = placed(layout.outline(i), Angle::radians(turn), mirrored, {});
    for (Point& c : p) c = scale * c + by;
    s.refs.push_back({static_cast<std::uint32_t>(s.corners.size()), static_cast<std::uint16_t>(p.size())});
    s.corners.insert(s.corners.end(), p.begin(), p.end());
  }
  return s;
}

}  // namespace

class NearestTest : public QObject {
  Q_OBJECT
 private slots:
  void theThreeNearestCountsAreTheOnesBruteForceFinds_data() {
    QTest::addColumn<QString>("id");
    QTest::addColumn<int>("sides");
    for (const Arrangement& a : support::library().all())
      for (const FinishingSides s : {FinishingSides::Outline, FinishingSides::EdgePieces})
        if (a.kind == ArrangementKind::Field)
          QTest::addRow("%s %s", a.id.c_str(), sidesName(s).c_str())
              << QString::fromStdString(a.id) << static_cast<int>(s);
  }
  void theThreeNearestCountsAreTheOnesBruteForceFinds() {
    QFETCH(QString, id);
    QFETCH(int, sides);
    const Arrangement& a = **support::library().find(id.toStdString());
    Recipe r = support::recipe(id.toStdString(), 30, 5, 5, static_cast<FinishingSides>(sides));
    for (const auto& [width, height] : {std::pair(297.0, 203.0)}) {
      const auto near = nearestSizes(a, r, width, height);
      const auto all = byBruteForce(a, r, width, height);
      QVERIFY(near && near->size() == 3);
      for (std::size_t i = 0; i < 3; ++i) {
        COMPARE_TO((*near)[i].off, all[i].off, 1e-6);
        r.across = (*near)[i].across;
        r.down = (*near)[i].down;
        const Layout built = support::layout(r);  // and the size that is said is the size one gets
        COMPARE_TO(built.finished.width(), (*near)[i].width, 1e-6);
        COMPARE_TO(built.finished.height(), (*near)[i].height, 1e-6);
      }
    }
  }
  /// A finishing line of one's own is of one size; what is near a wanted size is counted without it.
  void aLineOfOnesOwnDoesNotCount() {
    const Arrangement& a = **support::library().find("hexagons");
    Recipe r = support::recipe("hexagons", 30, 5, 5, FinishingSides::EdgePieces);
    const auto without = nearestSizes(a, r, 400, 300);
    r.line = {{-3, -2}, {3, -2}, {3, 2}, {-3, 2}};  // edges
    const auto with = nearestSizes(a, r, 400, 300);
    QVERIFY(without && with && with->size() == without->size());
    for (std::size_t i = 0; i < with->size(); ++i) {
      QCOMPARE((*with)[i].across, (*without)[i].across);
      QCOMPARE((*with)[i].down, (*without)[i].down);
      COMPARE_TO((*with)[i].width, (*without)[i].width, 1e-9);
    }
  }
  /// Pieces taken away or added by hand stay where they are: they make no size.
  void handWorkDoesNotCount() {
    const Arrangement& a = **support::library().find("hexagons");
    const Project plain = support::project(support::recipe("hexagons", 30, 5, 5));
    const auto without = nearestSizes(a, plain.recipe, 400, 300);
    const Project worked =
        support::edited(plain, {{"edit", "takeAway"}, {"pieces", {1, 2, 3, 4, 5, 6, 11, 16, 21}}});
    QVERIFY(worked.layout->size() == 16 &&
            worked.layout->finished.width() < plain.layout->finished.width() - 10);
    const auto with = nearestSizes(a, worked.recipe, 400, 300);
    QVERIFY(without && with && with->size() == without->size());
    for (std::size_t i = 0; i < with->size(); ++i) {
      QCOMPARE((*with)[i].across, (*without)[i].across);
      QCOMPARE((*with)[i].down, (*without)[i].down);
      COMPARE_TO((*with)[i].width, (*without)[i].width, 1e-9);
      COMPARE_TO((*with)[i].height, (*without)[i].height, 1e-9);
    }
  }
  void largeCountsFollowFromSmallOnesExactly() {
    const Arrangement& a = **support::library().find("hexagon-square-triangle");
    const Recipe r = support::recipe("hexagon-square-triangle", 38.1, 1, 1, FinishingSides::EdgePieces);
    const auto near = nearestSizes(a, r, 4000, 3000);
    QVERIFY(near);
    for (const NearSize& n : *near) {
      Recipe q = r;
      q.across = n.across;
      q.down = n.down;
      COMPARE_TO(finishedBox(a, q)->width(), n.width, 1e-5);
      COMPARE_TO(finishedBox(a, q)->height(), n.height, 1e-5);
    }
  }
  void aRosetteAnswersWithRings() {
    const Arrangement& a = **support::library().find("hexagon-rosette");
    const auto near = nearestSizes(a, support::recipe("hexagon-rosette", 25.4, 1, 1), 310, 280);
    QVERIFY(near);
    QCOMPARE(near->front().rings, 3);  // 308 by 279
    const auto alone = nearestSizes(a, support::recipe("hexagon-rosette", 25.4, 1, 1), 48, 45);
    QVERIFY(alone);
    QCOMPARE(alone->front().rings, 0);              // the hexagon itself, 44 by 50.8
    COMPARE_TO(alone->front().height, 50.8, 1e-6);  // a corner up
  }
  void aSizeOfNothingIsRefused() {
    const Arrangement& a = **support::library().find("hexagons");
    for (const auto& [w, h] : {std::pair(0.0, 10.0), std::pair(10.0, -1.0), std::pair(std::nan(""), 5.0)})
      QVERIFY(!nearestSizes(a, support::recipe("hexagons", 25.4, 1, 1), w, h));
  }

  void seamsDoNotDependOnTurnMirrorPlaceOrScale_data() {
    QTest::addColumn<QString>("id");
    for (const Arrangement& a : support::library().all())
      QTest::newRow(a.id.c_str()) << QString::fromStdString(a.id);
  }
  void seamsDoNotDependOnTurnMirrorPlaceOrScale() {  // guarantee 5 of seams.hpp
    QFETCH(QString, id);
    QRandomGenerator random(static_cast<quint32>(id.size()));
    for (const FinishingSides sides : {FinishingSides::Outline, FinishingSides::EdgePieces}) {
      const Layout layout = support::layout(support::recipe(id.toStdString(), 30, 6, 5, sides));
      const SeamGraph straight = buildSeams(layout);
      const RunBound bound = runBound(straight);
      for (int round = 0; round < 12; ++round) {
        const double scale = 0.5 + random.bounded(3.0);
        const Soup s = soupOf(layout, random.bounded(6.283), random.bounded(2) == 1, scale,
                              {random.bounded(4000.0) - 2000, random.bounded(4000.0) - 2000});
        const SeamGraph g = buildSeams(s.corners, s.refs);
        QCOMPARE(g.seams.size(), straight.seams.size());
        QCOMPARE(g.outer.size(), straight.outer.size());
        QCOMPARE(g.corners.size(), straight.corners.size());
        COMPARE_TO(g.seamLength, scale * straight.seamLength, 1e-5 * g.seamLength);
        COMPARE_TO(g.outerLength, scale * straight.outerLength, 1e-5 * g.outerLength);
        QCOMPARE(runBound(g).leastRuns, bound.leastRuns);
        for (std::size_t i = 0; i < layout.size(); ++i) {
          std::set<std::uint32_t> before, after;
          for (const auto e : straight.seamsOf(i))
            before.insert(straight.across(e, static_cast<std::uint32_t>(i)));
          for (const auto e : g.seamsOf(i)) after.insert(g.across(e, static_cast<std::uint32_t>(i)));
          QVERIFY(before == after);
        }
      }
    }
  }
  void scalingTheEdgeScalesAllLengths() {
    for (const Arrangement& a : support::library().all()) {
      const Layout small = support::layout(support::recipe(a.id, 20, 4, 4)),
                   large = support::layout(support::recipe(a.id, 60, 4, 4));
      QCOMPARE(small.size(), large.size());
      COMPARE_TO(large.finished.width(), 3 * small.finished.width(), 1e-9);
      for (std::size_t i = 0; i < small.size(); ++i) {
        QVERIFY(small.pieces[i].key == large.pieces[i].key);
        QVERIFY(small.shapes[small.pieces[i].shape].name == large.shapes[large.pieces[i].shape].name);
      }
    }
  }
  void ringsAreSeamsAway() {
    const Layout layout = support::layout(support::recipe("hexagon-rosette", 25.4, 4, 1));
    const SeamGraph graph = buildSeams(layout);
    for (int k = 0; k <= 4; ++k) QCOMPARE(static_cast<int>(ringOf(graph, 0, k).size()), k == 0 ? 1 : 6 * k);
    QVERIFY(ringOf(graph, 0, 5).empty());
  }
  void numbersRunAsOneReads() {
    const Layout layout =
        support::layout(support::recipe("hexagon-square-triangle", 25.4, 5, 4, FinishingSides::EdgePieces));
    for (std::size_t i = 1; i < layout.size(); ++i) {
      const Piece &a = layout.pieces[i - 1], &b = layout.pieces[i];
      QVERIFY(a.row < b.row ? a.centre.y < b.centre.y : a.row == b.row && a.centre.x < b.centre.x);
    }
  }
};

CLATHRA_TEST(NearestTest, "nearest")
#include "nearest.moc"
