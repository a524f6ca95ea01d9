#include "cutting/plan.hpp"

#include <numbers>

#include "cutting/methods.hpp"
#include "registry.hpp"
#include "shape/overlap.hpp"
#include "shape/strip.hpp"
#include "sound_plan.hpp"
#include "support.hpp"
#include "words/sentences.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// A project in millimetres in which `n` pieces of one shape wear a cloth called C.
struct Setup {
  std::string arrangement = "squares";
  double edge = 50;
  int across = 20, down = 10;
  FinishingSides sides = FinishingSides::Outline;
  std::string shape = "square";
  int n = 100;
  double allowance = 5, width = 1000;
  double spare = 0;
  std::string direction = "none";
  std::string unit = "mm";
  int up = -1;  ///< of the n, how many stand as the shape's outline does; -1: as they come
};

bool upright(const Piece& p, const Shape& s) {
  const double step = 360.0 / s.symmetry.turns;
  return std::abs(std::remainder(p.turn.degrees(), step)) < 0.1;
}

Project made(const Setup& s) {
  Project p = support::project(support::recipe(s.arrangement, s.edge, s.across, s.down, s.sides));
  p = support::edited(p, {{"edit", "setUnit"}, {"unit", s.unit}});
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", s.allowance}});
  p = support::edited(p, {{"edit", "setSpare"}, {"percent", s.spare}});
  p = support::edited(p, {{"edit", "addCloth"},
                          {"name", "C"},
                          {"width", s.width},
                          {"direction", s.direction},
                          {"increment", 100}});
  json pieces = json::array();
  int up = s.up, down = s.n - s.up;
  for (std::size_t i = 0; i < p.layout->size() && static_cast<int>(pieces.size()) < s.n; ++i) {
    const Shape& shape = p.layout->shapes[p.layout->pieces[i].shape];
    if (shape.name != s.shape) continue;
    if (s.up >= 0 && (upright(p.layout->pieces[i], shape) ? up-- : down--) <= 0) continue;
    pieces.push_back(i + 1);
  }
  if (static_cast<int>(pieces.size()) != s.n) qFatal("not enough pieces");
  return support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"pieces", pieces}});
}

CutPlan planOf(const Project& p) {
  return support::soundPlan(p, *findCloth(p, "C"));
}

const CutMethod& methodOf(const CutPlan& plan, const char* id) {
  for (const CutMethod& m : plan.methods)
    if (m.id == id) return m;
  qFatal("no method %s", id);
}

double sumOf(const std::vector<SumLine>& lines) {
  double sum = 0;
  for (const SumLine& l : lines) sum += l.isLength ? l.value : 0;
  return sum;
}

}  // namespace

/// The sums of docs/calculations.md ("Cutting"), each worked there by hand.
class CuttingTest : public QObject {
  Q_OBJECT
 private slots:
  void sumsEqualTheOnesWorkedByHand_data() {
    QTest::addColumn<int>("index");
    for (int i = 0; i < static_cast<int>(sums().size()); ++i)
      QTest::addRow("sum %d: %s", i + 1, sums()[static_cast<std::size_t>(i)].name) << i;
  }
  void sumsEqualTheOnesWorkedByHand() {
    QFETCH(int, index);
    const Sum s = sums()[static_cast<std::size_t>(index)];
    const CutPlan plan = planOf(made(s.setup));
    const CutMethod& m = methodOf(plan, s.method);
    QVERIFY(m.length);
    COMPARE_TO(*m.length, s.length, 1e-6);
    COMPARE_TO(sumOf(m.sum), s.length, 1e-6);
    if (s.cuts > 0) QCOMPARE(m.cuts, s.cuts);
  }

  /// How strips are crossed, by hand. Diamonds of 60° and 50 mm with 6: all four sides lie 50 sin 60° + 12 =
  /// 55.3 apart. Triangles of 60 mm with 6: the sharp patch has sides of 60 + 12 cot 30° = 80.8, and where
  /// its tip is cut square, 6 mm past the paper's, it is 12 tan 30° = 6.9 wide.
  void slantedCutsSayAngleAndDistance() {
    const auto steps = [](const char* arrangement, const char* shape, double edge) {
      const CutPlan plan = planOf(made(
          {.arrangement = arrangement, .edge = edge, .shape = shape, .n = 12, .allowance = 6, .width = 900}));
      QByteArray all;
      for (const Message& s : methodOf(plan, "strips").steps) all += support::text(s) + "\n";
      return all;
    };
    const QByteArray diamonds = steps("diamond-rows", "diamond60", 50);
    QVERIFY2(diamonds.contains("at 60° to the strip") && diamonds.contains("55.3 mm from the last"),
             diamonds.constData());
    const QByteArray triangles = steps("triangles", "triangle60", 60);
    QVERIFY2(triangles.contains("at 60°, leaning") && triangles.contains("80.8 mm and 6.9 mm apart"),
             triangles.constData());
    const QByteArray squares = steps("squares", "square", 60);
    QVERIFY2(!squares.contains("°"), squares.constData());
  }

  void scrapsAreAListOfRoughRectangles() {
    Project p = made({.n = 7});
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"scraps", true}});
    const CutPlan plan = planOf(p);
    const CutMethod& m = methodOf(plan, "rectangles");
    QCOMPARE(*m.length, 0.0);
    QCOMPARE(support::text(m.steps.at(0)),
             QByteArray("From the scraps cut 7 rough rectangles of 60 mm × 60 mm for 7 squares."));
    QVERIFY(!methodOf(plan, "strips").length);
    QVERIFY(!methodOf(plan, "strips").why.empty());
  }

  void theWholeIsTheSumOfItsLinesAndIsRoundedToTheShopsStep() {
    const Project p = made({.spare = 7});
    const CutPlan plan = planOf(p);
    COMPARE_TO(sumOf(plan.sum), *plan.length, 1e-6);
    COMPARE_TO(*plan.buyLength, std::ceil(*plan.length / 100) * 100, 1e-6);
    QVERIFY(*plan.buyLength >= *plan.length);
  }
  /// A method that cannot be used has no length, no lines and no price, whatever was chosen before.
  void whatCannotBeCutHasNoSum() {
    const Project p = made({.spare = 7});
    CutPlan plan = planOf(p);
    const auto cannot =
        std::find_if(plan.methods.begin(), plan.methods.end(), [](const CutMethod& m) { return !m.length; });
    QVERIFY(cannot != plan.methods.end() && !plan.sum.empty());
    choose(plan, p.cloths.back(), cannot->id);
    QVERIFY(plan.sum.empty() && !plan.length && !plan.toBuy && !plan.buyLength && !plan.onHand);
    choose(plan, p.cloths.back(), plan.recommended);
    COMPARE_TO(sumOf(plan.sum), *plan.length, 1e-6);
  }
  void patchesLieInTheClothAndOverlapNowhere() {
    for (const char* id :
         {"triangles", "diamonds", "kites", "hexagons", "honeycomb-square", "octagon-square"}) {
      Project p = support::project(support::recipe(id, 40, 6, 6));
      p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 900}});
      for (const Shape& s : p.layout->shapes)
        p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"shape", s.name}});
      const CutPlan plan = planOf(p);
      for (const CutMethod& m : plan.methods) {
        const auto& patches = m.laid.placements;
        QCOMPARE(patches.size(), m.length ? p.layout->size() : 0);
        for (std::size_t i = 0; i < patches.size(); ++i) {
          const Box b = bounds(patches[i].patch);
          QVERIFY(b.left > -1e-6 && b.right < 900 + 1e-5 && b.top > -1e-6 && b.bottom < *m.length + 1e-6);
          for (std::size_t k = i + 1; k < patches.size(); ++k)
            QVERIFY(!overlaps(patches[i].patch, patches[k].patch));
        }
      }
    }
  }
  void curvedAndHollowPatchesLieApartToo() {
    for (const char* id : {"clamshells", "apple-cores", "hollow-squares", "petals"}) {
      if (!support::library().find(id)) continue;
      Project p = support::project(support::recipe(id, 60, 4, 4));
      p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 700}});
      for (const Shape& s : p.layout->shapes)
        p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"shape", s.name}});
      for (const char* id2 : {"template", "rectangles", "traced"})
        QCOMPARE(methodOf(planOf(p), id2).laid.placements.size(), p.layout->size());
    }
    // A star with deep hollows, into which the neighbours' tips reach.
    Polygon star;
    for (int i = 0; i < 10; ++i)
      star.push_back(rotated({i % 2 == 0 ? 60.0 : 22.0, 0}, i * kHalfTurn / 5) + Point{60, 60});
    const auto copies = stripCopies(star, stripLay(star, Angle::radians(0.3), true), 6);
    QVERIFY(copies[1][0].x - copies[0][0].x < 119);
    for (std::size_t i = 0; i < copies.size(); ++i)
      for (std::size_t k = i + 1; k < copies.size(); ++k) QVERIFY(!overlaps(copies[i], copies[k]));
  }
  void handsAreCutApart() {
    Project p = support::project(support::recipe("hexagons", 30, 4, 5, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 900}});
    p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"shape", "quarter-hexagon"}});
    const CutPlan plan = planOf(p);
    const auto& strips = methodOf(plan, "strips").groups;
    QCOMPARE(strips.size(), std::size_t(2));
    QCOMPARE(strips[0].demand.hand, -1);
    QCOMPARE(strips[1].demand.hand, 1);
    COMPARE_TO(area(strips[0].demand.patch), area(strips[1].demand.patch), 1e-6);
    QVERIFY(handOf(strips[0].demand.patch) == -handOf(strips[1].demand.patch));
  }
  void aOneWayClothIsNotTurnedUnlessAllowed() {
    Project p = made({.arrangement = "triangles",
                      .edge = 60,
                      .shape = "triangle60",
                      .n = 50,
                      .direction = "one-way",
                      .up = 50});
    QVERIFY(!methodOf(planOf(p), "strips").turnsOneWay);
    COMPARE_TO(methodOf(planOf(p), "strips").lengthIfTurned, 211, 1e-6);
    p = support::edited(
        p, {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "strips"}, {"turnOneWay", true}});
    QVERIFY(methodOf(planOf(p), "strips").turnsOneWay);
    COMPARE_TO(*methodOf(planOf(p), "strips").length, 211, 1e-6);
  }
  void onAOneWayClothEveryPatchStandsAsItsPieceDoes() {  // guarantee 5 of plan.hpp
    // it will lie in the top.
    const Project p =
        made({.arrangement = "diamonds", .edge = 40, .shape = "diamond60", .n = 60, .direction = "one-way"});
    const CutPlan plan = planOf(p);
    const CutMethod& m = methodOf(plan, "strips");
    QCOMPARE(m.groups.size(), std::size_t(3));
    int patches = 0;
    for (const CutGroup& g : m.groups) {
      QVERIFY(!g.alternate);
      patches += g.demand.patches;
      // Some piece of the layout lies exactly so.
      QVERIFY(std::any_of(p.layout->pieces.begin(), p.layout->pieces.end(), [&](const Piece& piece) {
        const Polygon paper = translated(g.demand.paper, piece.centre);
        return sharedArea(paper, p.layout->outline(piece)) > area(paper) - 0.5;
      }));
    }
    QCOMPARE(patches, 60);
  }
  void cutsAreSavedWhereTheyCostNextToNoCloth() {
    // 31 hexagons in 1000 mm: 3 strips lying (192 mm) or 3 standing (222 mm): lying is less by more than a
    // twentieth.
    const Setup few{.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 31, .allowance = 6};
    COMPARE_TO(*methodOf(planOf(made(few)), "strips").length, 192 + 25, 1e-6);
    const CutPlan plan = planOf(made(few));
    const CutGroup& g = methodOf(plan, "strips").groups.front();
    COMPARE_TO(g.height, 64, 1e-9);
    // Sixty lie in five strips of 64 (320) or stand in four of 74 (296): a twelfth, so the cloth decides.
    COMPARE_TO(
        *methodOf(planOf(made(
                      {.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 60, .allowance = 6})),
                  "strips")
             .length,
        296 + 25, 1e-6);
  }
  void motifWindowsHaveMinutesOfTheirOwn() {
    Project p = made({.n = 20});
    QCOMPARE(planOf(p).windowMinutes, 0.0);
    p = support::edited(p,
                        {{"edit", "changeCloth"},
                         {"cloth", "C"},
                         {"print", {{"picture", "p.png"}, {"dpi", 100}, {"along", 100}, {"across", 100}}}});
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "M"},
                            {"cloth", "C"},
                            {"shape", "square"},
                            {"at", {50, 50}},
                            {"pieces", {1, 2, 3, 4}}});
    const CutPlan plan = planOf(p);
    COMPARE_TO(plan.windowMinutes, 4 * 2.5, 1e-9);
    QCOMPARE(methodOf(plan, "strips").groups.front().demand.patches, 16);
  }
  /// Three windows lie beside each other on 300 mm, a row every 100. They are cut from a length without
  /// holes, if it is the shorter one, and go on with the longest of the others.
  void windowsTakeWholeLengthsAndThenTheLongest() {
    const auto windowsOn = [](int copies, const json& lengths) {
      Project p = made({.n = 20, .width = 300});
      p = support::edited(
          p, {{"edit", "changeCloth"},
              {"cloth", "C"},
              {"lengths", lengths},
              {"print",
               {{"picture", "p.png"}, {"dpi", 100}, {"along", 100}, {"across", 100}, {"mark", {0, 0}}}}});
      json pieces = json::array();
      for (int i = 1; i <= copies; ++i) pieces.push_back(i);
      p = support::edited(p, {{"edit", "addMotif"},
                              {"name", "M"},
                              {"cloth", "C"},
                              {"shape", "square"},
                              {"at", {50, 50}},
                              {"pieces", pieces}});
      const CutPlan plan = planOf(p);
      std::map<int, int> out;
      for (const WindowPart& part : plan.windows)
        for (const Window& w : part.windows) ++out[w.on];
      return out;
    };
    const json holed{{"length", 900}, {"holes", {{{10, 700}, {40, 700}, {40, 730}}}}};
    QCOMPARE(windowsOn(2, json::array({holed, 420})), (std::map<int, int>{{1, 2}}));
    QCOMPARE(windowsOn(14, json::array({250, 420, 330})), (std::map<int, int>{{1, 12}, {2, 2}}));
  }
  void aPatchWiderThanTheClothIsSaid() {
    const CutPlan plan = planOf(made({.n = 4, .width = 55}));
    QVERIFY(!methodOf(plan, "strips").length);
    QCOMPARE(methodOf(plan, "strips").why.id, std::string("patch-wider-than-cloth"));
    QVERIFY(!plan.length);
  }
  void whatIsMissingIsWhatDoesNotFitTheLengths() {
    Project p = made({});  // seven strips of 60 mm and 25 mm for squaring up: 445 mm
    const auto with = [&](const json& lengths) {
      return *planOf(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", lengths}}))
                  .toBuy;
    };
    COMPARE_TO(with({445}), 0, 1e-6);
    COMPARE_TO(with({444}), 85, 1e-6);      // one strip, and what is bought is squared up too
    COMPARE_TO(with({265, 205}), 0, 1e-6);  // four strips and three, each squared up
    COMPARE_TO(with({264, 205}), 85, 1e-6);
  }
  void bandsLieOnNamedLengths() {
    // Seven strips of 60: four and 25 mm on the second length, which is the longest, two and 25 on the first,
    // one to buy.
    const Project p =
        support::edited(made({}), {{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", {145, 270}}});
    const CutPlan plan = planOf(p);
    const CutMethod& m = methodOf(plan, "strips");
    QCOMPARE(m.laid.lengths.size(), std::size_t(3));
    COMPARE_TO(m.laid.lengths[0].used, 25 + 2 * 60, 1e-9);
    COMPARE_TO(m.laid.lengths[1].used, 25 + 4 * 60, 1e-9);
    COMPARE_TO(m.laid.lengths[2].used, 25 + 60, 1e-9);
    QVERIFY(m.laid.lengths[2].toBuy && !m.laid.lengths[1].toBuy);
    COMPARE_TO(*plan.length, 7 * 60 + 3 * 25, 1e-9);
    COMPARE_TO(*plan.toBuy, 85, 1e-9);
    COMPARE_TO(*plan.buyLength, 100, 1e-9);
    const auto runs = runsOf(m.laid);
    QCOMPARE(runs.size(), std::size_t(3));
    QCOMPARE(runs[1].first, 3);  // numbered on through the lengths
    QCOMPARE(runs[1].count, 4);
    QCOMPARE(runs[2].first, 7);
    // On each length what was laid there: 16 patches a strip, the last of the seven has 4.
    std::vector<int> on(3, 0);
    for (const PlacedPatch& patch : m.laid.placements) ++on[static_cast<std::size_t>(patch.length)];
    QCOMPARE(on[0] + on[1] + on[2], 100);
    QCOMPARE(on[1], 64);
    QCOMPARE(on[2], 4);
    QVERIFY(support::says(m.steps.at(1), "step-on-length"));
    QVERIFY(support::says(m.steps.at(5), "step-on-bought"));
    // Three strips find room on the longest, so the other length, listed first, stays whole.
    const CutPlan few = planOf(
        support::edited(made({.n = 40}), {{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", {150, 400}}}));
    COMPARE_TO(methodOf(few, "strips").laid.lengths[0].used, 0, 1e-9);
    COMPARE_TO(methodOf(few, "strips").laid.lengths[1].used, 25 + 3 * 60, 1e-9);
    // A strip less on the shelf is a strip more to buy; nothing else moves.
    const CutPlan less =
        planOf(support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"lengths", {144, 270}}}));
    COMPARE_TO(*less.toBuy, 145, 1e-9);
  }
  void inPairsEverySecondStripBeginsTheOtherWayUp() {
    // 58 triangles in pairs on 450 mm: nine to a strip, an odd number, so strips begin in turn either way up.
    const Project p = made({.arrangement = "triangles",
                            .edge = 60,
                            .shape = "triangle60",
                            .n = 58,
                            .width = 420,
                            .direction = "one-way",
                            .up = 29});
    const CutPlan plan = planOf(p);  // judged: as many of either as there are pieces
    const CutMethod& m = methodOf(plan, "strips");
    QCOMPARE(m.groups.size(), std::size_t(1));
    QCOMPARE(m.groups[0].perBand % 2, 1);
    QVERIFY(m.groups[0].swapsBeginning);
    QVERIFY(support::says(m.steps.back(), "step-begin-every-second"));
  }
  void theJudgeSeesEachFault_data() {
    QTest::addColumn<QString>("fault");
    QTest::addColumn<std::function<void(CutMethod&)>>("spoil");
    using Spoil = std::function<void(CutMethod&)>;
    const auto row = [](const char* fault, Spoil spoil, const char* more = "") {
      QTest::addRow("%s%s", fault, more) << QString::fromLatin1(fault) << std::move(spoil);
    };
    row("fault-not-congruent-1", [](CutMethod& m) {  // its mirror image
      for (PlacedPatch& p : m.laid.placements) {
        if (p.hand == 0) continue;
        const Box b = bounds(p.patch);
        for (Point& q : p.patch) q.x = b.left + b.right - q.x;
        std::reverse(p.patch.begin(), p.patch.end());
        return;
      }
    });
    row("fault-outside-2", [](CutMethod& m) {
      m.laid.placements[0].patch = translated(m.laid.placements[0].patch, {0, -0.05});
    });
    row(
        "fault-outside-2",
        [](CutMethod& m) {
          m.laid.lengths.push_back(m.laid.lengths[0]);
          m.laid.placements[0].length = 1;
        },
        ", on a length where its band is not");
    row("fault-overlap-3", [](CutMethod& m) {
      auto& all = m.laid.placements;
      for (std::size_t i = 1; i < all.size(); ++i) {
        if (all[i].band != all[i - 1].band) continue;
        all[i].patch = translated(all[i].patch, {-1, 0});
        return;
      }
    });
    row("fault-bands-overlap-3", [](CutMethod& m) { m.laid.bands[1].from -= 1; });
    row("fault-count-4", [](CutMethod& m) { m.laid.placements.pop_back(); });
    row("fault-wrong-way-up-5", [](CutMethod& m) {
      Polygon& p = m.laid.placements[2].patch;
      p = placed(translated(p, -1.0 * centroid(p)), kHalfTurn, false, centroid(p));
    });
    row("fault-sum-6", [](CutMethod& m) { m.sum.back().value += 1; });
  }
  void theJudgeSeesEachFault() {  // guarantees 1 and 2 and 3 and 4 and 5 and 6 of plan.hpp
    QFETCH(QString, fault);
    QFETCH(std::function<void(CutMethod&)>, spoil);
    // Quarter hexagons have hands and no symmetry, on a one-way cloth: every fault can be made.
    Project p = support::project(support::recipe("hexagons", 30, 9, 12, FinishingSides::EdgePieces));
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 900}, {"direction", "one-way"}});
    for (const char* shape : {"half-hexagon-flat-cut", "quarter-hexagon"})
      p = support::edited(p, {{"edit", "paint"}, {"cloth", "C"}, {"shape", shape}});
    const CutInput in = *cutInput(p, *findCloth(p, "C"));
    CutPlan plan = planOf(p);
    CutMethod& m = plan.methods.front();
    QVERIFY(m.laid.placements.size() > 8);
    spoil(m);
    const auto faults = faultsOf(in, plan, m);
    QVERIFY(std::any_of(faults.begin(), faults.end(),
                        [&](const Message& f) { return QString::fromStdString(f.id) == fault; }));
  }
  void roughRectanglesHoldTheirPatches() {
    const CutPlan plan =
        planOf(made({.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 30, .allowance = 6}));
    const CutMethod& m = methodOf(plan, "rectangles");
    QCOMPARE(m.laid.placements.size(), std::size_t(30));
    for (const PlacedPatch& patch : m.laid.placements) {
      const Box rough = bounds(patch.rough), box = bounds(patch.patch);
      COMPARE_TO(rough.height() * rough.width(), 64.0 * 74, 1e-6);
      COMPARE_TO((rough.left + rough.right) / 2, (box.left + box.right) / 2, 1e-6);
      COMPARE_TO((rough.top + rough.bottom) / 2, (box.top + box.bottom) / 2, 1e-6);
    }
  }
  /// Kites, traced from a length and from cloth to buy: searched longer the lay is never longer, sound, and
  /// the same each time.
  void aLongerSearchNeverCostsCloth() {
    Project p = support::project(support::recipe("kites", 40, 3, 3));
    for (const char* lengths : {"[]", "[300]"}) {
      p = support::edited(
          p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"width", 430}, {"lengths", json::parse(lengths)}});
      p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
      double before = 1e9;
      for (const int search : {1, 10}) {
        p = support::edited(
            p, {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "traced"}, {"search", search}});
        const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
        QVERIFY(plan.length && *plan.length <= before + 1e-9);
        // Recommended is what buys least, however long it takes.
        for (const CutMethod& m : plan.methods)
          if (m.length) QVERIFY(methodOf(plan, plan.recommended.c_str()).buyLength <= m.buyLength + 1e-3);
        QCOMPARE(*cutPlan(p, *findCloth(p, "C"))->length, *plan.length);
        before = *plan.length;
      }
      QCOMPARE(deserialize(*serialize(p))->cloths[std::size_t(*findCloth(p, "C"))].search, 10);
    }
    const std::string refused =
        support::refusal(p, {{"edit", "chooseMethod"}, {"cloth", "C"}, {"search", 7}});
    QVERIFY2(refused.find("1, 10 or 100 times") != std::string::npos, refused.c_str());
  }
  void aMethodIsKnownByItsNameEverywhere() {
    for (const MethodKind& kind : methodKinds()) {
      QVERIFY(sentenceOf("method-" + std::string(kind.id)));
      const Project p = support::edited(
          made({.n = 7}), {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", std::string(kind.id)}});
      QCOMPARE(support::text(planOf(p).method()->id), support::text(std::string(kind.id)));
    }
    QVERIFY(support::refusal(made({.n = 7}), {{"edit", "chooseMethod"}, {"cloth", "C"}, {"method", "by eye"}})
                .find(methodNames(", ")) != std::string::npos);
    for (const EditInfo& info : editInfos())
      if (info.name == "chooseMethod") QVERIFY(keysOf(info).find(methodNames(" | ")) != std::string::npos);
    QFile schema(QStringLiteral(CLATHRA_SOURCE "/docs/project.schema.json"));
    QVERIFY(schema.open(QIODevice::ReadOnly));
    std::string named;
    const json all = json::parse(schema.readAll().toStdString());
    for (const json& m : all["$defs"]["cloth"]["properties"]["method"]["enum"])
      if (m != "")  // the recommended one
        named += (named.empty() ? "" : " | ") + m.get<std::string>();
    QCOMPARE(support::text(named), support::text(methodNames(" | ")));
  }
  void minutesOpenIntoTheirParts() {
    const CutPlan plan = planOf(made({}));
    for (const CutMethod& m : plan.methods) {
      double sum = 0;
      for (const MinutesPart& part : m.minutesParts) sum += part.minutes;
      COMPARE_TO(m.minutes, sum, 1e-9);
    }
    // 5 to set up, 7 strips at 1.5, 107 crossing cuts at 0.2.
    COMPARE_TO(methodOf(plan, "strips").minutes, 5 + 10.5 + 21.4, 1e-9);
  }

 private:
  struct Sum {
    const char* name;
    Setup setup;
    const char* method;
    double length;
    int cuts;
  };
  static std::vector<Sum> sums() {
    return {
        {"squares", {}, "strips", 445, 115},
        {"triangles, alternately turned",
         {.arrangement = "triangles", .edge = 60, .shape = "triangle60", .n = 50},
         "strips",
         211,
         0},
        {"diamonds, slanted cuts",
         {.arrangement = "diamonds", .edge = 40, .shape = "diamond60", .n = 40},
         "strips",
         160,
         0},
        {"hexagons",
         {.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 30, .allowance = 6},
         "strips",
         173,
         0},
        {"half hexagons, alternately turned",
         {.arrangement = "hexagons",
          .edge = 30,
          .across = 4,
          .down = 83,
          .sides = FinishingSides::EdgePieces,
          .shape = "half-hexagon-point-cut",
          .n = 40,
          .allowance = 6},
         "strips",
         139,
         0},
        {"half squares, the better way round",
         {.arrangement = "offset-squares",
          .sides = FinishingSides::EdgePieces,
          .shape = "rectangle-2-1",
          .n = 10},
         "strips",
         60,
         0},
        {"octagons",
         {.arrangement = "octagon-square",
          .edge = 30,
          .across = 4,
          .down = 3,
          .shape = "octagon",
          .n = 12,
          .allowance = 6},
         "strips",
         195,
         0},
        {"squares with spares", {.n = 107, .spare = 5}, "strips", 505, 0},
        {"inches",
         {.edge = 38.1, .across = 20, .down = 11, .n = 218, .allowance = 6.35, .width = 1050, .unit = "inch"},
         "strips",
         583.8,
         0},
        {"rectangles for hexagons",
         {.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 30, .allowance = 6},
         "rectangles",
         173,
         0},
        {"rectangles for triangles",
         {.arrangement = "triangles", .edge = 60, .shape = "triangle60", .n = 50},
         "rectangles",
         273,
         0},
        {"triangles on a one-way cloth, all tip up",
         {.arrangement = "triangles",
          .edge = 60,
          .shape = "triangle60",
          .n = 50,
          .direction = "one-way",
          .up = 50},
         "strips",
         273,
         0},
        {"triangles on a one-way cloth, as many tip down",
         {.arrangement = "triangles",
          .edge = 60,
          .shape = "triangle60",
          .n = 50,
          .direction = "one-way",
          .up = 25},
         "strips",
         211,
         0},
        {"triangles on a one-way cloth, fewer tip down",
         {.arrangement = "triangles",
          .edge = 60,
          .shape = "triangle60",
          .n = 50,
          .direction = "one-way",
          .up = 30},
         "strips",
         211,
         0},
        {"hexagons on a narrow cloth",
         {.arrangement = "hexagons", .edge = 30, .shape = "hexagon", .n = 30, .allowance = 6, .width = 500},
         "strips",
         345,
         0},
    };
  }
};

CLATHRA_TEST(CuttingTest, "cutting")
#include "cutting.moc"
