// Small changes of a layout equal the layout that is laid out anew, and are found where they can be.
#include "layout/small_change.hpp"

#include <QRandomGenerator>
#include <algorithm>

#include "edit/edit.hpp"
#include "layout/grow.hpp"
#include "rebuild.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "shape/families.hpp"
#include "shape/overlap.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

const Arrangement& arrangementOf(const Project& p) {
  return **support::library().find(p.recipe.arrangement);
}

bool isSmall(const Project& before, const Project& after) {
  return changedLayout(*before.layout, arrangementOf(before), before.recipe, after.recipe).has_value();
}

/// A point on the open edge that lies furthest up and left.
json someOpenEdge(const Project& p) {
  const auto edges = openEdges(*p.layout, buildSeams(*p.layout));
  const auto first = std::min_element(edges.begin(), edges.end(), [](const OpenEdge& a, const OpenEdge& b) {
    return a.middle().x + a.middle().y < b.middle().x + b.middle().y;
  });
  return json::array({first->middle().x, first->middle().y});
}

/// An edge in the middle of a hollow side of our clamshells, after the 48 chords of the round one.
constexpr std::size_t kHollow = 60;

json take(std::size_t piece) {
  return {{"edit", "takeAway"}, {"pieces", json::array({piece})}};
}

}  // namespace

class ChangeTest : public QObject {
  Q_OBJECT
 private slots:
  void piecesTakenAndAddedAreSmallChanges_data() {
    QTest::addColumn<QByteArray>("id");
    for (const char* id : {"hexagons", "hexagon-square-triangle", "octagon-square", "hexagon-rosette",
                           "clamshells", "apple-cores", "kites"})
      QTest::newRow(id) << QByteArray(id);
  }
  void piecesTakenAndAddedAreSmallChanges() {
    QFETCH(QByteArray, id);
    const bool rosette = id == "hexagon-rosette";
    Project p = support::project(support::recipe(id.toStdString(), 40, rosette ? 5 : 8, 7));
    const int n = static_cast<int>(p.layout->size());
    Derived derived = derive(p.layout);
    Soundness sound = soundness(*p.layout, derived.geometry->seams);
    auto misses = nearMisses(*p.layout, derived.geometry->seams, *derived.index);
    // From the middle, at the rim, two at once; then the one in the middle comes back.
    const PolygonView middle = p.layout->outline(static_cast<std::size_t>(n / 2 - 1));
    // A clamshell's round side meets two others: it fits at one of its hollow sides, which come first.
    const Point open =
        0.5 * (middle[id == "clamshells" ? kHollow : 0] + middle[id == "clamshells" ? kHollow + 1 : 1]);
    const std::string shape = nameOf(middle).id;
    const json edits[] = {
        take(static_cast<std::size_t>(n / 2)),
        take(static_cast<std::size_t>(n - 1)),
        {{"edit", "takeAway"}, {"pieces", {n / 5, n / 5 + 3}}},
        {{"edit", "addPieces"}, {"at", {open.x, open.y}}, {"shape", shape}, {"cloth", "B"}}};
    int steps = 0;
    for (const json& edit : edits) {
      const auto next = applyStep(p, edit, support::context());
      QVERIFY2(next, next ? "" : clathra::said(next.error()).c_str());
      QVERIFY2(isSmall(p, *next), edit.dump().c_str());
      const auto change = changeBetween(*p.layout, *next->layout);
      QVERIFY(change);
      QCOMPARE(next->layout->size() - change->fresh().size(), p.layout->size() - change->gone().size());
      derived = deriveAfter(derived, next->layout);
      const SeamGraph& seams = derived.geometry->seams;
      sound = changedSoundness(sound, *p.layout, *next->layout, seams, *derived.index, *change);
      misses = changedNearMisses(misses, *p.layout, *next->layout, seams, *derived.index, *change);
      p = *next;
      rebuild::compareToRebuild(p, derived, sound, misses);
      if (QTest::currentTestFailed()) return;
      ++steps;
    }
    QCOMPARE(steps, 4);
  }

  void growingFromOnePieceIsSmallOnceItsKindsAreThere() {
    Recipe r;
    r.arrangement = kOwnArrangement;
    r.edge = Length::millimetres(30);
    Project p = *newProject(support::library(), r, "Own");
    Derived derived = derive(p.layout);
    int small = 0;
    for (int ring = 0; ring < 6; ++ring) {
      const json edit = {{"edit", "addPieces"},
                         {"at", someOpenEdge(p)},
                         {"shape", "hexagon"},
                         {"copies", {{"turns", 6}, {"centre", {0, 0}}}}};
      const auto next = applyStep(p, edit, support::context());
      QVERIFY2(next, next ? "" : clathra::said(next.error()).c_str());
      small += isSmall(p, *next);
      derived = deriveAfter(derived, next->layout);
      p = *next;
      const SeamGraph& seams = derived.geometry->seams;
      rebuild::compareToRebuild(p, derived, soundness(*p.layout, seams),
                                nearMisses(*p.layout, seams, *derived.index));
      if (QTest::currentTestFailed()) return;
    }
    QCOMPARE(small, 6);
    QVERIFY(p.layout->size() > 30);
  }

  void manySmallChangesOfALargeLayoutAddUp() {
    Project p = support::edited(support::project(support::recipe("hexagon-square-triangle", 30, 22, 20)),
                                json{{"edit", "paint"}, {"all", true}, {"cloth", "D"}});  // the lightest
    QVERIFY(p.layout->size() > 2'500);  // many blocks of each list
    Derived derived = derive(p.layout);
    ReviewInput input = layoutReviewInput(p, derived);
    QRandomGenerator random(5);
    std::vector<Project> past;
    int small = 0, shared = 0;
    std::size_t beside = 0;
    for (int i = 0; i < 60; ++i) {
      Project next = p;
      if (i % 4 == 3) {
        next = past[past.size() - 1 - random.generate() % std::min<std::size_t>(past.size(), 3)];
      } else if (i % 4 == 2) {
        const auto edges = openEdges(*p.layout, derived.geometry->seams);
        const Point at = edges[random.generate() % edges.size()].middle();
        if (const auto added =
                applyStep(p, {{"edit", "addPieces"}, {"at", {at.x, at.y}}}, support::context()))
          next = *added;
      } else {
        std::size_t goes = random.generate() % p.layout->size();
        if (i % 4 == 1)  // a dark piece beside a light one, if there is any
          for (const SeamsBesideDark& pair : input.besideDark)
            for (const auto light : pair.lightPieces)
              for (const auto s : derived.geometry->seams.seamsOf(light))
                if (const auto other = derived.geometry->seams.across(s, light);
                    p.painting[other] == pair.dark)
                  goes = other;
        next = support::edited(p, take(1 + goes));
        const ClothId cloth = static_cast<ClothId>(random.generate() % 4);
        for (int k = 0; k < 5; ++k) next.painting.set(random.generate() % next.painting.size(), cloth);
      }
      const auto change = changeBetween(*p.layout, *next.layout);
      small += change.has_value();
      past.push_back(p);
      derived = deriveAfter(derived, next.layout);
      p = next;
      input = layoutReviewInput(p, derived, &input);
      const ReviewInput anew = layoutReviewInput(p);
      QVERIFY(input.tally.byCloth() == anew.tally.byCloth());
      QVERIFY(input.wearers == anew.wearers);
      QVERIFY(input.besideDark == anew.besideDark);
      for (const SeamsBesideDark& pair : input.besideDark) beside += pair.lightPieces.size();
      const auto& was = past.back().layout->pieces;
      shared += p.layout->pieces.sharedFrom(0, was, 0) > 0 ||
                p.layout->pieces.sharedFrom(p.layout->size() - 1, was, was.size() - 1) > 0;
      if (i % 6 != 5) continue;
      rebuild::compareToRebuild(p, derived, *input.sound, *input.misses);
      if (QTest::currentTestFailed()) return;
    }
    QVERIFY2(small > 50 && shared > 45, qPrintable(QString("%1 %2").arg(small).arg(shared)));
    QVERIFY2(beside > 100, qPrintable(QString::number(beside)));  // light cloth lay beside dark
  }

  void aCornerStaysWhileAnySeamEndsThere() {  // guarantee 3 of seams.hpp
    Project p = support::project(support::recipe("triangles", 40, 6, 6));
    Derived derived = derive(p.layout);
    // Six triangles round a corner, clockwise.
    const Point corner = [&] {
      const Box b = p.layout->finished;
      const Point middle{(b.left + b.right) / 2, (b.top + b.bottom) / 2};
      const auto& all = derived.geometry->seams.corners;
      return *std::min_element(all.begin(), all.end(),
                               [&](Point x, Point y) { return distance(x, middle) < distance(y, middle); });
    }();
    auto round = derived.index->within({corner.x - 1, corner.y - 1, corner.x + 1, corner.y + 1});
    QCOMPARE(round.size(), std::size_t(6));
    const auto direction = [&](std::uint32_t i) {
      const Point d = p.layout->pieces[i].centre - corner;
      return directionOf(d);
    };
    std::sort(round.begin(), round.end(), [&](auto a, auto b) { return direction(a) < direction(b); });
    // Two pairs stay that touch in the corner only; then one pair loses its seam, and the other keeps it.
    std::vector<PieceKey> keys;
    for (const auto i : {round[2], round[5], round[0]}) keys.push_back(p.layout->pieces[i].key);
    for (const PieceKey key : keys) {
      const auto& pieces = p.layout->pieces;
      const auto at =
          std::find_if(pieces.begin(), pieces.end(), [&](const Piece& q) { return q.key == key; });
      p = support::edited(p, take(static_cast<std::size_t>(at - pieces.begin()) + 1));
      derived = deriveAfter(derived, p.layout);
    }
    QVERIFY(derived.change);
    rebuild::compareSeams(derived.geometry->seams, derive(p.layout).geometry->seams);
  }

  void holesThatTouchInACornerAreTwo() {
    // Of 5 by 5 squares two that touch in a corner, in either direction; then one beside a notch of the rim.
    for (const auto& [gone, gaps] : {std::pair(json{8, 14}, 2), std::pair(json{8, 12}, 2),
                                     std::pair(json{7, 1}, 1), std::pair(json{7, 8}, 1)}) {
      Project p = support::project(support::recipe("squares", 40, 5, 5));
      const Derived before = derive(p.layout);
      const Soundness whole = soundness(*p.layout, before.geometry->seams);
      QVERIFY(whole.sound());
      const Project next = support::edited(p, {{"edit", "takeAway"}, {"pieces", gone}});
      const Derived after = deriveAfter(before, next.layout);
      const SeamGraph& seams = after.geometry->seams;
      double open = 0;
      for (const Soundness& s :
           {soundness(*next.layout, seams),
            changedSoundness(whole, *p.layout, *next.layout, seams, *after.index, *after.change)}) {
        QCOMPARE(s.gaps.size(), std::size_t(gaps));
        for (const Gap& g : s.gaps) open += g.area;
      }
      const bool notched = gone[1] == 1;
      COMPARE_TO(open, 2 * (notched ? 1 : 2) * 40 * 40, 1e-6);
    }
  }

  void whatChangesKindsOrNumbersIsLaidOutAnew() {
    const Project p = support::project(support::recipe("octagon-square", 40, 3, 3));
    const auto after = [&](const json& edit) { return *applyStep(p, edit, support::context()); };
    QVERIFY(isSmall(p, after(take(5))));
    QVERIFY2(!isSmall(p, after({{"edit", "takeAway"}, {"shape", "square"}})), "a kind of paper is gone");
    QVERIFY2(!isSmall(p, after({{"edit", "setEdge"}, {"value", 41}})), "all pieces changed");
    const Project outside = after({{"edit", "setNumbering"}, {"by", "outside"}});
    QVERIFY2(!isSmall(outside, *applyStep(outside, take(5), support::context())), "the rim is another");
    const Project cut = after({{"edit", "setSides"}, {"sides", "edge-pieces"}});
    QVERIFY2(!isSmall(p, cut), "the finishing line cuts pieces");
    // Nor is it a change between layouts where pieces kept their keys but not their outlines.
    QVERIFY(!changeBetween(*p.layout, *after({{"edit", "setEdge"}, {"value", 41}}).layout));
    QVERIFY(!changeBetween(*p.layout, *outside.layout));
  }

  void paintingFollowsASmallChange() {
    Project p = support::project(support::recipe("hexagons", 40, 30, 20));  // several blocks of painting
    for (std::size_t i = 0; i < p.painting.size(); ++i) p.painting.set(i, static_cast<ClothId>(i % 4));
    const Project next = *applyStep(p, take(300), support::context());
    QCOMPARE(next.painting.size(), p.painting.size() - 1);
    for (std::size_t i = 0; i < next.painting.size(); ++i)
      QCOMPARE(next.painting[i], static_cast<ClothId>((i < 299 ? i : i + 1) % 4));
  }

  void anOutlineLiesOverItselfHoweverItIsBent() {
    // Its middle lies outside of it, and no edge crosses one of its copy.
    const Polygon hook{{0, 0}, {100, 0}, {100, 10}, {10, 10}, {10, 90}, {100, 90}, {100, 100}, {0, 100}};
    QVERIFY(commonOf(hook, hook).counts());
    COMPARE_TO(commonOf(hook, hook).area, area(hook), 1e-6);
    // A bar that runs within one arm from end to end: all its corners lie on the hook's sides.
    const Polygon bar{{0, 0}, {100, 0}, {100, 10}, {0, 10}};
    COMPARE_TO(commonOf(hook, bar).area, 1000, 1e-6);
    // What lies in the hollow shares three sides and nothing else.
    const Polygon core{{10, 10}, {100, 10}, {100, 90}, {10, 90}};
    QVERIFY(!commonOf(hook, core).counts());
    QVERIFY(!commonOf(core, hook).counts());
  }
};

CLATHRA_TEST(ChangeTest, "small_change")
#include "small_change.moc"
