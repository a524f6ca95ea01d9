// What a tool does beside the window it cuts: how far it runs past corners, and in which order windows go.
#include <QRandomGenerator>
#include <set>

#include "asymmetric.hpp"
#include "cutting/window_order.hpp"
#include "registry.hpp"
#include "shape/overlap.hpp"
#include "shape/overrun.hpp"
#include "sound_plan.hpp"
#include "support.hpp"
#include "to_sides.hpp"

using namespace clathra;
using nlohmann::json;
using support::toSides;

namespace {

Polygon square(double x, double y, double side = 10) {
  return {{x, y}, {x + side, y}, {x + side, y + side}, {x, y + side}};
}

/// Walks the blade past every corner, a twentieth of a millimetre at a time.
bool bladeEnters(PolygonView cut, PolygonView other, double overrun) {
  for (std::size_t i = 0; i < cut.size(); ++i)
    for (const bool back : {false, true}) {
      const Point from = cut[back ? (i + 1) % cut.size() : i], to = cut[back ? i : (i + 1) % cut.size()];
      const Point along = (1 / distance(from, to)) * (to - from);
      for (double mm = 0.05; mm < overrun; mm += 0.05) {
        const Point at = to + mm * along;
        if (contains(other, at) && toSides(other, at) > 0.1) return true;
      }
    }
  return false;
}

/// Squares of 50 with 5 of allowance on a half-drop of 60 by 64: columns that touch, each 32 below the last.
Project halfDrop(int pieces, json making) {
  Project p = support::project(support::recipe("squares", 50, 6, 6));
  p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
  if (!making.is_null()) {
    making["edit"] = "setMaking";
    p = support::edited(p, making);
  }
  p = support::edited(p, {{"edit", "addCloth"},
                          {"name", "C"},
                          {"width", 250},
                          {"lengths", {2000}},
                          {"print",
                           {{"picture", "c.png"},
                            {"dpi", 100},
                            {"along", 64},
                            {"across", 60},
                            {"kind", "half-drop"},
                            {"mark", {0, 0}}}}});
  json all = json::array();
  for (int i = 1; i <= pieces; ++i) all.push_back(i);
  return support::edited(p, {{"edit", "addMotif"},
                             {"name", "Eye"},
                             {"cloth", "C"},
                             {"shape", "square"},
                             {"at", {30, 30}},
                             {"turn", 0},
                             {"pieces", all}});
}

CutPlan planOf(const Project& p, const char* cloth = "C") {
  return support::soundPlan(p, *findCloth(p, cloth));
}

}  // namespace

class WindowToolsTest : public QObject {
  Q_OBJECT
 private slots:
  void aBladeSpoilsWhatItRunsInto() {
    const Polygon a = square(0, 0);
    // Level with each other the run goes along the neighbour's side.
    QVERIFY(!spoils(a, square(10, 0), 3));
    QVERIFY(spoils(a, square(10, 4), 3));
    QVERIFY(spoils(square(10, 4), a, 3));
    QVERIFY(!spoils(a, square(10, 4), 0));
    QVERIFY(!spoils(a, square(13.1, 4), 3));
    QVERIFY(spoils(a, square(12.5, 4), 3));
    QVERIFY(spoils(a, square(12.5, 4, 30), 3));
    QVERIFY(spoils(a, square(9, 4), 0));  // they overlap
    // A tip that points at a side: its two cuts end in it, on its far end.
    const Polygon tip{{0, 20}, {5, 11}, {10, 20}};
    QVERIFY(spoils(tip, square(0, 0), 3));
    QVERIFY(spoils(square(0, 0), tip, 3));
    QVERIFY(!spoils(tip, square(0, 0), 0.9));
  }
  void windowsLieSoFarApartThatTheToolSpoilsNone() {
    const CutPlan scissors = planOf(halfDrop(16, nullptr));
    const CutPlan blade = planOf(halfDrop(16, {{"overrun", 3}}));
    // With scissors 4 and 3 columns go side by side, each touching the next; with a blade every second column
    // alone, and every row: 2 to a row of 64.

    QVERIFY(*blade.windowLength > *scissors.windowLength + 100);
    bool wouldBeSpoilt = false;
    for (const CutPlan* plan : {&scissors, &blade})
      for (const Window& a : plan->windows[0].windows)
        for (const Window& b : plan->windows[0].windows) {
          if (&a == &b) continue;
          const bool enters = bladeEnters(a.patch, b.patch, 3);
          if (plan == &blade) QVERIFY(!enters);
          wouldBeSpoilt = wouldBeSpoilt || enters;
        }
    QVERIFY(wouldBeSpoilt);
    COMPARE_TO(*blade.windowLength, 7 * 64 + 60 + 0.0, 64.1);
  }
  /// Two choices at once, where the print's place is known and where it is not: no blade enters another
  /// window, of whichever choice; with scissors some would.
  void severalChoicesKeepClearOfEachOther() {
    for (const bool known : {true, false}) {
      bool wouldBeSpoilt = false;
      for (const bool blade : {false, true}) {
        Project p = halfDrop(6, blade ? json{{"overrun", 3}} : json(nullptr));
        json second = {{"edit", "addMotif"}, {"name", "Stalk"}, {"cloth", "C"},           {"shape", "square"},
                       {"at", {44, 51}},     {"turn", 45},      {"pieces", {7, 8, 9, 10}}};
        p = support::edited(p, second);
        if (!known)
          p = support::edited(p, {{"edit", "changeCloth"},
                                  {"cloth", "C"},
                                  {"print", {{"picture", "c.png"}, {"mark", nullptr}}}});
        const CutPlan plan = planOf(p);
        std::vector<const Window*> all;
        for (const WindowPart& part : plan.windows) {
          QCOMPARE(int(part.windows.size()), part.copies);
          for (const Window& w : part.windows) all.push_back(&w);
        }
        QCOMPARE(all.size(), std::size_t(10));
        for (const Window* a : all)
          for (const Window* b : all) {
            if (a == b) continue;
            const bool enters = bladeEnters(a->patch, b->patch, 3);
            if (blade) QVERIFY2(!enters, known ? "known" : "unknown");
            wouldBeSpoilt = wouldBeSpoilt || enters;
          }
      }
      QVERIFY2(wouldBeSpoilt, known ? "known" : "unknown");
    }
  }
  void atATemplateTheOverrunIsTheGap() {
    Project p = support::project(support::recipe("squares", 50, 6, 6));
    p = support::edited(p, {{"edit", "setUnit"}, {"unit", "mm"}});
    p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
    // Four of 60 mm: 240 and three gaps.
    p = support::edited(p, {{"edit", "addCloth"}, {"name", "C"}, {"width", 250}, {"lengths", {2000}}});
    p = support::edited(p, {{"edit", "paint"}, {"all", true}, {"cloth", "C"}});
    const auto perStrip = [](const CutPlan& plan) {
      for (const CutMethod& m : plan.methods)
        if (m.id == "template") return m.groups[0].perBand;
      return 0;
    };
    QCOMPARE(perStrip(planOf(p)), 4);  // 3 · 3 = 9
    QCOMPARE(perStrip(planOf(support::edited(p, {{"edit", "setMaking"}, {"overrun", 4}}))), 3);
    QCOMPARE(perStrip(planOf(support::edited(p, {{"edit", "setMaking"}, {"overrun", nullptr}}))), 4);
  }
  // guarantee 1 of window_order.hpp
  void noCutGoesThroughAWindowThatIsStillWanted() {
    QRandomGenerator random(11);
    const auto check = [](const CutLayout& laid) {
      const std::vector<int> numbers = windowNumbers(laid);
      std::set<int> all;
      for (std::size_t i = 0; i < numbers.size(); ++i) {
        const PlacedPatch& p = laid.placements[i];
        QCOMPARE(numbers[i] > 0, p.motif.has_value());
        if (numbers[i] == 0) continue;
        QVERIFY(all.insert(numbers[i]).second);
        Point top = p.patch[0];
        for (const Point q : p.patch)
          if (q.y < top.y) top = q;
        for (double y = top.y; y >= 0; y -= 0.5)
          for (std::size_t k = 0; k < numbers.size(); ++k) {
            const PlacedPatch& other = laid.placements[k];
            if (numbers[k] <= numbers[i] || other.length != p.length) continue;
            QVERIFY(!(contains(other.patch, {top.x, y}) && toSides(other.patch, {top.x, y}) > 0.05));
          }
      }
      QCOMPARE(all.size(), std::size_t(all.empty() ? 0 : *all.rbegin()));
    };
    const Project a = support::asymmetric();
    const CutPlan two = planOf(a, "Lantern Damask");
    check(two.method()->laid);
    // The two choices of it lie among each other, and each is told its own numbers.
    const QString eye = inWords(windowNumbersOf(two.method()->laid, a.motifs[0].id)),
                  stalk = inWords(windowNumbersOf(two.method()->laid, a.motifs[1].id));
    QVERIFY2(eye != stalk && !eye.isEmpty() && !stalk.isEmpty(), qPrintable(eye + " | " + stalk));
    for (int n = 0; n < 30; ++n) {
      CutLayout laid;
      laid.lengths = {{500, 900}, {500, 900}};
      std::vector<Polygon> placedOnes;
      for (int tries = 0; tries < 200; ++tries) {
        const Polygon p =
            placed(Polygon{{-40, -20}, {60, -10}, {20, 45}}, Angle::degrees(random.bounded(360)), false,
                   {60.0 + random.bounded(380), 60.0 + random.bounded(780)});
        const int on = random.bounded(2);
        bool clear = true;
        for (const PlacedPatch& o : laid.placements)
          clear = clear && (o.length != on || !overlaps(o.patch, p));
        if (!clear) continue;
        PlacedPatch one;
        one.motif = 1 + tries % 3;
        one.length = on;
        one.patch = p;
        laid.placements.push_back(one);
      }
      check(laid);
    }
  }
};

CLATHRA_TEST(WindowToolsTest, "window_tools")
#include "window_tools.moc"
