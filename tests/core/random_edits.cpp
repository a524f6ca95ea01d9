// Ten thousand random edits with undo and redo: layout, seams and tally stay those of a full rebuild.
#include <random>

#include "edit/history.hpp"
#include "layout/grow.hpp"
#include "layout/numbering.hpp"
#include "layout/small_change.hpp"
#include "layout/soundness.hpp"
#include "model/tally.hpp"
#include "rebuild.hpp"
#include "registry.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A user who does anything that comes to mind.
class Anyone {
 public:
  explicit Anyone(unsigned seed) : random_(seed) {}

  int upTo(int n) { return std::uniform_int_distribution<int>(0, std::max(0, n - 1))(random_); }

  json thinkOf(const Project& p) {
    const int n = static_cast<int>(p.layout->size());
    const json piece = 1 + upTo(n);
    static const char* const cloths[] = {"A", "B", "C", "D"};
    const int what = n > 150 ? 40 + upTo(10) : upTo(100);
    if (what < 4) return draft(p);
    if (what < 5) return {{"edit", "cure"}, {"pieces", {piece}}};
    if (what < 6 && upTo(4) == 0) return {{"edit", "exchange"}, {"pieces", {piece}}, {"most", 2}};
    if (what < 7)
      return {
          {"edit", "markUnit"}, {"name", cloths[upTo(4)]}, {"pieces", {piece}}, {"everywhere", upTo(2) == 0}};
    if (what < 8) return {{"edit", "dropUnit"}, {"unit", cloths[upTo(4)]}};
    if (what < 9) return {{"edit", "addRole"}, {"name", cloths[upTo(4)]}};
    if (what < 11) return {{"edit", "giveRole"}, {"role", cloths[upTo(4)]}, {"pieces", {piece}}};
    if (what < 40) return {{"edit", "paint"}, {"cloth", cloths[upTo(4)]}, {"pieces", {piece, 1 + upTo(n)}}};
    if (what < 50) return {{"edit", "takeAway"}, {"pieces", {piece}}};
    if (what < 65) return add(p, cloths[upTo(4)]);
    if (what < 70) return {{"edit", "subdivide"}, {"pieces", {piece}}, {"parts", {{"triangle", 24}}}};
    if (what < 74)
      return {{"edit", "subdivide"}, {"pieces", {piece}}, {"parts", {{"half", 2}}}, {"divisions", 1}};
    if (what < 80) return join(p);
    if (what < 84) return {{"edit", "splitPiece"}, {"piece", piece}, {"from", 1}, {"to", 3}};
    if (what < 88) return {{"edit", "setCounts"}, {"across", 2 + upTo(4)}, {"down", 2 + upTo(3)}};
    if (what < 91) return {{"edit", "setEdge"}, {"value", 20 + 5 * upTo(5)}};
    if (what < 95)  // the outline most of the time: all else is laid out anew
      return {{"edit", "setSides"},
              {"sides", sidesName(static_cast<FinishingSides>(std::max(0, upTo(6) - 3)))}};
    if (what < 97) return line(p);
    if (what < 98)
      return {{"edit", "setNumbering"},
              {"by", numberingNames()[static_cast<std::size_t>(std::max(0, upTo(8) - 4))]}};
    if (upTo(4) > 0) return {{"edit", "setLine"}};  // filling tries many shapes: seldom
    return {{"edit", "fillHoles"}, {"cloth", cloths[upTo(4)]}};
  }

 private:
  json add(const Project& p, const char* cloth) {
    const auto edges = openEdges(*p.layout, buildSeams(*p.layout));
    const OuterEdge& e = edges[static_cast<std::size_t>(upTo(static_cast<int>(edges.size())))].edge;
    const Point m = 0.5 * (e.from + e.to);
    return {{"edit", "addPieces"}, {"at", {m.x, m.y}}, {"choice", upTo(3)}, {"cloth", cloth}};
  }
  /// From one corner or middle of a side to another, on any piece.
  json draft(const Project& p) {
    const PolygonView outline =
        p.layout->outline(static_cast<std::size_t>(upTo(static_cast<int>(p.layout->size()))));
    const auto place = [&] {
      const auto n = outline.size(), i = static_cast<std::size_t>(upTo(static_cast<int>(n)));
      return upTo(2) == 0 ? outline[i] : 0.5 * (outline[i] + outline[(i + 1) % n]);
    };
    const Point a = place(), b = place();
    return {{"edit", "draft"}, {"lines", {{{a.x, a.y}, {b.x, b.y}}}}};
  }
  json join(const Project& p) {
    const SeamGraph graph = buildSeams(*p.layout);
    if (graph.seams.empty()) return {{"edit", "setEdge"}, {"value", 30}};
    const Seam& s = graph.seams[static_cast<std::size_t>(upTo(static_cast<int>(graph.seams.size())))];
    return {{"edit", "joinPieces"}, {"pieces", {s.a + 1, s.b + 1}}};
  }
  json line(const Project& p) {
    const Box& b = p.layout->finished;
    return {{"edit", "setLine"},
            {"box", {b.left + upTo(15), b.top + upTo(15), b.right - upTo(15), b.bottom - upTo(15)}}};
  }
  std::mt19937 random_;
};

}  // namespace

class RandomEditsTest : public QObject {
  Q_OBJECT

 private slots:
  void anyEditsWithUndoEqualAFullRebuild_data() {
    QTest::addColumn<QByteArray>("id");
    QTest::addColumn<int>("seed");
    QTest::newRow("hexagons") << QByteArray("hexagons") << 1;
    QTest::newRow("hexagon, square, triangle") << QByteArray("hexagon-square-triangle") << 2;
    QTest::newRow("octagons") << QByteArray("octagon-square") << 3;
    QTest::newRow("rosette") << QByteArray("hexagon-rosette") << 4;
  }
  void anyEditsWithUndoEqualAFullRebuild() {
    QFETCH(QByteArray, id);
    QFETCH(int, seed);
    constexpr int kEdits = 2'500;  // of each: ten thousand in all
    Anyone anyone(static_cast<unsigned>(seed));
    History history(support::project(support::recipe(id.toStdString(), 30, 4, 3)));
    std::vector<Project> past{history.now()};  // what undo must bring back
    Tally tally(history.now());
    Derived derived = derive(history.now().layout);
    std::optional<Soundness> sound;
    std::vector<NearMiss> misses;
    int taken = 0, undone = 0, small = 0;
    for (int i = 0; i < kEdits; ++i) {
      const Project before = history.now();
      if (anyone.upTo(5) == 0 && history.canUndo()) {
        history.undo();
        past.pop_back();
        QVERIFY2(sameContent(history.now(), past.back()), "undo brings back what was there");
        ++undone;
      } else {
        auto next = applyStep(before, anyone.thinkOf(before), support::context());
        if (!next) {
          QVERIFY(!clathra::said(next.error()).empty());
          QVERIFY(sameContent(history.now(), before));
          continue;
        }
        ++taken;
        if (next->layout != before.layout)
          small += changedLayout(*before.layout, **support::library().find(before.recipe.arrangement),
                                 before.recipe, next->recipe)
                       .has_value();
        const bool none = sameContent(before, *next);
        history.push(*next, "an edit");
        QCOMPARE(history.steps(), past.size() - (none ? 1 : 0));
        if (!none) past.push_back(std::move(*next));
      }
      tally = tally.updated(before, history.now());
      const auto change = changeBetween(*before.layout, *history.now().layout);
      derived = deriveAfter(derived, history.now().layout);
      const Layout& now = *history.now().layout;
      const SeamGraph& seams = derived.geometry->seams;
      if (sound && change) {
        sound = changedSoundness(*sound, *before.layout, now, seams, *derived.index, *change);
        misses = changedNearMisses(misses, *before.layout, now, seams, *derived.index, *change);
      } else {
        sound.reset();
      }
      const Tally anew(history.now());
      QCOMPARE(tally.pieces(), anew.pieces());
      QVERIFY(tally.shapes() == anew.shapes());
      QVERIFY(tally.byCloth() == anew.byCloth());
      if (i % 10 != 0) continue;
      if (!sound) {
        sound = soundness(now, seams);
        misses = nearMisses(now, seams, *derived.index);
      }
      rebuild::compareToRebuild(history.now(), derived, *sound, misses);
      if (QTest::currentTestFailed()) return;
    }
    QVERIFY2(small > 10, qPrintable(QString("only %1 were small changes").arg(small)));
    QVERIFY2(taken > kEdits / 2 && undone > kEdits / 10, qPrintable(QString("%1 %2").arg(taken).arg(undone)));
  }
};

CLATHRA_TEST(RandomEditsTest, "random_edits")
#include "random_edits.moc"
