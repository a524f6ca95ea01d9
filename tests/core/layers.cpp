// Layered repeats: sets that show the same, how many go on a length, what they take and which are alike.

#include "cutting/layers.hpp"
#include <set>

#include "cutting/ticks.hpp"
#include "registry.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// 30 squares of 50 mm with 5 mm of allowance, so 60 as cut, on 250 mm of width: four to a strip.
Project made(const json& print, const json& lengths, const json& more = json::object(), int pieces = 30) {
  Project p = support::project(support::recipe("squares", 50, 6, 6));
  p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
  json cloth = {{"edit", "addCloth"}, {"name", "C"},     {"width", 250}, {"lengths", lengths},
                {"print", print},     {"increment", 10}, {"in_set", 4}};
  cloth.update(more);
  p = support::edited(p, cloth);
  json all = json::array();
  for (int i = 1; i <= pieces; ++i) all.push_back(i);
  return support::edited(p, {{"edit", "paint"}, {"pieces", all}, {"cloth", "C"}});
}

json straight(double along, double across) {
  return {{"picture", "c.png"}, {"dpi", 100},         {"along", along},
          {"across", across},   {"kind", "straight"}, {"mark", {3, 7}}};
}

struct Made {
  Project project;
  CutInput input;
  CutPlan plan;
  const CutMethod* layers = nullptr;
};

Made planned(Project p) {
  Made out{std::move(p), {}, {}, nullptr};
  const ClothId cloth = *findCloth(out.project, "C");
  out.input = *cutInput(out.project, cloth);
  out.plan = *cutPlan(out.input);
  support::judge(out.input, out.plan);
  for (const CutMethod& m : out.plan.methods)
    if (m.id == "layers") out.layers = &m;
  return out;
}

double lengthOf(const Made& m, const char* sum) {
  double out = 0;
  for (const SumLine& l : m.layers->sum)
    if (l.what.id == sum) out += l.value;
  return out;
}

}  // namespace

class LayersTest : public QObject {
  Q_OBJECT

 private slots:
  // guarantees 1 and 2 of layers.hpp
  void setsLieWholeRepeatsApart() {
    // Two strips of 60 are less than a repeat: layers of 120, each 127 below the last.
    const Made m = planned(made(straight(127, 254), {900}));
    QVERIFY2(m.layers->why.empty(), m.layers->why.id.c_str());
    COMPARE_TO(*m.layers->length, 25 + 3 * 127 + 120, 1e-6);
    COMPARE_TO(lengthOf(m, "sum-repeats"), 3 * 127, 1e-6);
    COMPARE_TO(lengthOf(m, "sum-through"), 120, 1e-6);
    COMPARE_TO(m.layers->toBuy, 0, 1e-6);
    std::map<int, std::vector<Point>> sets;
    for (const PlacedPatch& p : m.layers->laid.placements) sets[p.set].push_back(centroid(p.patch));
    QCOMPARE(sets.size(), std::size_t(8));
    for (const auto& [set, at] : sets) {
      QCOMPARE(at.size(), set == 8 ? std::size_t(2) : std::size_t(4));
      for (std::size_t k = 1; k < at.size(); ++k) {
        COMPARE_TO(at[k].x, at[0].x, 1e-9);
        COMPARE_TO(at[k].y, at[0].y + 127.0 * double(k), 1e-9);
      }
    }
    QCOMPARE(stacksOf(10, 6), (std::vector<int>{5, 5}));
    QCOMPARE(stacksOf(11, 4), (std::vector<int>{4, 4, 3}));
    QCOMPARE(stacksOf(6, 6), (std::vector<int>{6}));
    for (int layers = 1; layers < 30; ++layers)
      for (int blade = 1; blade < 9; ++blade) {
        int sum = 0;
        for (const int n : stacksOf(layers, blade)) {
          QVERIFY(n > 0 && n <= blade);
          sum += n;
        }
        QCOMPARE(sum, layers);
      }
  }
  void layersSkipRepeatsThatAreTooShort() {
    // 120 of strips do not go into 100: every second repeat.
    const Made m = planned(made(straight(100, 254), {900}));
    COMPARE_TO(*m.layers->length, 25 + 3 * 200 + 120, 1e-6);
  }
  void whichSetsShowTheSame() {
    QVERIFY(alikeSets(planned(made(straight(127, 254), {900})).input,
                      *planned(made(straight(127, 254), {900})).layers)
                .empty());
    // A repeat as high as a strip: each set is under one like it.
    const Made under = planned(made(straight(60, 254), {900}));
    COMPARE_TO(*under.layers->length, 25 + 3 * 120 + 120, 1e-6);
    QCOMPARE(alikeSets(under.input, *under.layers),
             (std::vector<std::vector<int>>{{1, 5}, {2, 6}, {3, 7}, {4, 8}}));
    // As wide as two patches: every second one of a strip.
    const Made beside = planned(made(straight(127, 120), {900}));
    QCOMPARE(alikeSets(beside.input, *beside.layers),
             (std::vector<std::vector<int>>{{1, 3}, {2, 4}, {5, 7}, {6, 8}}));
    const auto said = beside.layers->steps.back();
    QCOMPARE(said.id, std::string("step-sets-alike"));
    QCOMPARE(inWords(said), QString("The sets in brackets show the same: (1, 3), (2, 4), (5, 7), (6, 8). All "
                                    "others differ."));
  }
  void halfTurnsOfThePrintShowTheSameTooWhereItsPlaceIsKnown() {
    json print = straight(127, 254);
    // The centre between the first two patches of the first strip, from the mark: sets 1 and 2 are each
    // other's half turn, and the print is the same half a turn on.
    print["half_turn_centre"] = {60 - 3.0, 25 + 30 - 7.0};
    const Made m = planned(made(print, {900}));
    const auto alike = alikeSets(m.input, *m.layers);
    QVERIFY(!alike.empty());
    QCOMPARE(alike.front(), (std::vector<int>{1, 2}));
    print["mark"] = nullptr;
    const Made unknown = planned(made(print, {900}));
    QVERIFY(alikeSets(unknown.input, *unknown.layers).empty());
  }
  void lengthsAreUsedAsFarAsTheyGo() {
    // The shorter length that holds all of it is taken.
    const Made one = planned(made(straight(127, 254), {900, 540, 300}));
    std::set<int> used;
    for (const PlacedPatch& p : one.layers->laid.placements) used.insert(p.length);
    QCOMPARE(used, std::set<int>{1});
    // 480 - 25 hold one strip of four layers, 3 · 127 + 60; the other is bought.
    const Made two = planned(made(straight(127, 254), {300, 480}));
    std::map<int, int> on;
    for (const PlacedPatch& p : two.layers->laid.placements) ++on[p.length];
    QCOMPARE(on, (std::map<int, int>{{1, 16}, {2, 14}}));
    COMPARE_TO(two.layers->toBuy, 25 + 3 * 127 + 60, 1e-6);
    COMPARE_TO(two.layers->buyLength, 470, 1e-6);
  }
  void holesAndWindowsAreKeptClearOf() {
    json lengths = json::array();
    lengths.push_back({{"length", 1200}, {"holes", {{{100, 100}, {140, 100}, {140, 180}}}}});
    Project p = made(straight(127, 254), lengths);
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "Eye"},
                            {"cloth", "C"},
                            {"shape", "square"},
                            {"at", {40, 50}},
                            {"turn", 0},
                            {"pieces", {1, 2}}});
    const Made m = planned(p);
    QVERIFY(m.layers->length);
    QCOMPARE(std::count_if(m.layers->laid.placements.begin(), m.layers->laid.placements.end(),
                           [](const PlacedPatch& q) { return q.motif.has_value(); }),
             std::ptrdiff_t(2));
    // One tick takes all that is cut through the layers of a length, and no window.
    const auto cut = cutOf(
        *p.layout,
        [&] {
          CutPlan plan = m.plan;
          choose(plan, *clothById(p, *findCloth(p, "C")), "layers");
          return plan;
        }(),
        0);
    QVERIFY(cut);
    QCOMPARE(cut->patches.size(), std::size_t(1));
    QCOMPARE(cut->patches.front().count, 28);
  }
  void eachStackIsTickedByItself() {
    // Triangles in sixes, squares in fours, hexagons in threes: a stack of each on one length.
    Project p = support::project(support::recipe("hexagon-square-triangle", 40, 3, 3));
    p = support::edited(p, {{"edit", "addCloth"},
                            {"name", "C"},
                            {"width", 1100},
                            {"lengths", {6000}},
                            {"print", straight(127, 254)}});
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
    p = support::edited(p, {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "layers"}});
    const Made m = planned(p);
    QVERIFY(m.layers->length);
    std::map<std::string, int> want, got;
    for (const Piece& q : p.layout->pieces) ++want[p.layout->shapes[q.shape].name];
    int ticks = 0;
    double before = 0;
    for (;; ++ticks) {
      const auto cut = cutOf(*p.layout, m.plan, ticks);
      if (!cut) break;
      QCOMPARE(cut->patches.size(), std::size_t(1));
      got[cut->patches[0].shape] += cut->patches[0].count;
      double top = 1e9;
      for (const Polygon& o : cut->patches[0].outlines) top = std::min(top, bounds(o).top);
      QVERIFY(top >= before - 1e-6);
      for (const Polygon& o : cut->patches[0].outlines) before = std::max(before, bounds(o).bottom);
    }
    QCOMPARE(ticks, 3);
    QCOMPARE(got, want);
  }
  void stepsOfAHalfDropAreStraightDownAndOfAnObliquePrintAside() {
    json print = straight(127, 200);
    print["kind"] = "half-drop";
    const Made drop = planned(made(print, {900}));
    COMPARE_TO(*drop.layers->length, 25 + 3 * 127 + 120, 1e-6);
    // Steps (90, 4) and (6, 130): each layer lies 6 mm to the side, which four of width 240 still bear.
    json aslant = {{"picture", "c.png"}, {"dpi", 100}, {"a", {90, 4}}, {"b", {3, 130}}, {"mark", nullptr}};
    const Made m = planned(made(aslant, {900}));
    COMPARE_TO(*m.layers->length, 25 + 3 * 130 + 120, 1e-6);
    double least = 1e9, most = 0;
    for (const PlacedPatch& q : m.layers->laid.placements) {
      least = std::min(least, bounds(q.patch).left);
      most = std::max(most, bounds(q.patch).right);
    }
    COMPARE_TO(least, 0, 1e-6);
    COMPARE_TO(most, 240 + 9, 1e-6);
  }
  void layersOfABrickLieToAndFro() {
    // Steps (35, 130) and (-35, 130): six layers take 35 mm of the width, not 175.
    json print = {{"picture", "c.png"}, {"dpi", 100}, {"a", {35, 130}}, {"b", {-35, 130}}, {"mark", nullptr}};
    const Made m = planned(made(print, {2000}, {{"in_set", 6}, {"width", 280}}));
    COMPARE_TO(*m.layers->length, 25 + 5 * 130 + 120, 1e-6);
    double most = 0;
    std::map<int, std::vector<double>> x;
    for (const PlacedPatch& q : m.layers->laid.placements) {
      most = std::max(most, bounds(q.patch).right);
      x[q.set].push_back(centroid(q.patch).x);
    }
    COMPARE_TO(most, 240 + 35, 1e-6);
    for (std::size_t k = 0; k < 6; ++k) COMPARE_TO(std::abs(x[1][k] - x[1][0]), k % 2 == 1 ? 35 : 0, 1e-6);
    const auto step = std::find_if(m.layers->steps.begin(), m.layers->steps.end(),
                                   [](const Message& s) { return s.id == "step-repeats-in-turn"; });
    QVERIFY(step != m.layers->steps.end());
    QVERIFY2(inWords(*step).contains("exactly 130 mm") && inWords(*step).contains("35 mm") &&
                 inWords(*step).contains("120 mm"),
             qPrintable(inWords(*step)));
  }
  void moreLayersThanTheBladeTakesAreStacks() {
    const Project p = made(straight(127, 254), {2000}, {{"in_set", 10}});
    const Made m = planned(p);
    const auto stacks = std::find_if(m.layers->steps.begin(), m.layers->steps.end(),
                                     [](const Message& s) { return s.id == "step-stacks"; });
    QVERIFY(stacks != m.layers->steps.end());
    QVERIFY(inWords(*stacks).contains(QRegularExpression("in 2 stack.* of no more than 5")));
    const Project thin = support::edited(p, {{"edit", "setMaking"}, {"layers", 4}});
    const Made more = planned(thin);
    // Three sets of ten: one strip, three cross-cuts and an end, once for each stack.
    QVERIFY(more.layers->cuts > m.layers->cuts);
    QCOMPARE(m.layers->cuts - 1, 10 + 2 * (1 + 1) + 2 * 4);
    QCOMPARE(more.layers->cuts - 1, 10 + 3 * (1 + 1) + 3 * 4);
  }
  void whereItCannotBeUsedItSaysWhy() {
    const auto why = [](const Project& p) { return planned(p).layers->why.id; };
    const json print = straight(127, 254);
    QCOMPARE(why(made(nullptr, {900})), std::string("layers-no-repeat"));
    QCOMPARE(why(made(print, {900}, {{"in_set", nullptr}})), std::string("layers-say-how-many"));
    QCOMPARE(why(made(print, {900}, {{"direction", "one-way"}})), std::string("layers-stand"));
    QCOMPARE(why(made(print, {900}, {{"direction", "one-way"}, {"stand", "any"}})), std::string());
    // Chosen without a number, as many as meet at a corner: four squares.
    const Project chosen = support::edited(made(print, {900}, {{"in_set", nullptr}}),
                                           {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "layers"}});
    const Made m = planned(chosen);
    QVERIFY(m.layers->length);
    QCOMPARE(m.layers->laid.placements.back().set, 8);
    QCOMPARE(m.plan.chosen, std::string("layers"));
  }
};

CLATHRA_TEST(LayersTest, "layers")
#include "layers.moc"
