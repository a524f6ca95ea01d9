// Windows of several motif choices chosen together: against trying everything, and bounds that hold.
#include "motif/together.hpp"

#include <QRandomGenerator>
#include <future>

#include "motif/serve.hpp"
#include "registry.hpp"
#include "review/review.hpp"
#include "shape/overlap.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

/// As many as can be had of a problem, by trying every set of its spots.
int mostByTrying(const ServeProblem& p) {
  const std::size_t n = p.before.size();
  int best = 0;
  for (std::uint32_t set = 0; set < (1u << n); ++set) {
    std::vector<int> got(p.wanted.size(), 0);
    bool apart = true;
    for (std::size_t i = 0; i < n && apart; ++i) {
      if (!(set >> i & 1)) continue;
      ++got[std::size_t(p.kind[i])];
      for (const auto b : p.before[i]) apart = apart && !(set >> b & 1);
    }
    if (!apart) continue;
    int served = 0;
    for (std::size_t k = 0; k < got.size(); ++k) served += std::min(got[k], p.wanted[k]);
    if (p.even) served = 2 * std::min({got[0], got[1], p.wanted[0], p.wanted[1]});
    best = std::max(best, served);
  }
  return best;
}

struct Wish {
  Point at;
  double turn = 0;
  int pieces = 0;
  bool mirrored = false;
};

/// Squares of 50 mm with 5 mm of allowance on a print with these steps; each choice on pieces of its own.
Project projectOf(const json& print, double width, const json& lengths, const std::vector<Wish>& wishes,
                  int down = 10) {
  Project p = support::project(support::recipe("squares", 50, 10, down));
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
  p = support::edited(
      p, {{"edit", "addCloth"}, {"name", "C"}, {"width", width}, {"lengths", lengths}, {"print", print}});
  int next = 1;
  for (std::size_t i = 0; i < wishes.size(); ++i) {
    json pieces = json::array();
    for (int k = 0; k < wishes[i].pieces; ++k) pieces.push_back(next++);
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", std::string(1, char('a' + i))},
                            {"cloth", "C"},
                            {"shape", "square"},
                            {"at", {wishes[i].at.x, wishes[i].at.y}},
                            {"turn", wishes[i].turn},
                            {"mirrored", wishes[i].mirrored},
                            {"pieces", pieces}});
  }
  return p;
}

struct Searched {
  std::vector<WindowField> fields;
  std::vector<WishedWindows> wished;
  explicit Searched(const Project& p) {
    for (const MotifChoice& m : p.motifs) fields.push_back(*WindowField::make(windowInput(p, m)));
    for (std::size_t i = 0; i < p.motifs.size(); ++i)
      wished.push_back({&fields[i], windowInput(p, p.motifs[i]).copies});
  }
};

json straight(double across, double along, const json& mark = {0, 0}) {
  return {{"picture", "p.png"}, {"dpi", 100},         {"along", along},
          {"across", across},   {"kind", "straight"}, {"mirror_axes", json::array()},
          {"mark", mark}};
}

/// All that could be cut of each wish, from the cut end down, with what each conflicts with.
struct Everything {
  ServeProblem problem;
  std::vector<double> ends;
  std::vector<bool> mirrored;
  Everything(const Searched& f, double width, double to, Point mark = {0, 0}) {
    struct One {
      int part;
      Window w;
    };
    std::vector<One> all;
    for (std::size_t i = 0; i < f.wished.size(); ++i) {
      problem.wanted.push_back(f.wished[i].copies);
      for (const Window& w : f.fields[i].all(width, 0, to, mark)) all.push_back({int(i), w});
    }
    std::sort(all.begin(), all.end(),
              [](const One& a, const One& b) { return bounds(a.w.patch).bottom < bounds(b.w.patch).bottom; });
    for (std::size_t i = 0; i < all.size(); ++i) {
      problem.kind.push_back(all[i].part);
      problem.before.emplace_back();
      for (std::uint32_t k = 0; k < i; ++k)
        if (sharedArea(all[i].w.patch, all[k].w.patch) > 0.05) problem.before.back().push_back(k);
      ends.push_back(bounds(all[i].w.patch).bottom);
      mirrored.push_back(all[i].w.mirrored);
    }
  }
};

}  // namespace

class TogetherTest : public QObject {
  Q_OBJECT
 private slots:
  /// Spots and conflicts by chance, up to 16: the integer programme is as good as trying everything.
  void theProgrammeServesWhatTryingEverythingServes() {  // guarantees 1 and 2 and 3 of serve.hpp
    QRandomGenerator dice(7);
    using Spots = std::vector<std::uint32_t>;
    int quickFell = 0;
    for (int run = 0; run < 300; ++run) {
      ServeProblem p;
      const int n = dice.bounded(4, 17), kinds = dice.bounded(1, 5);
      const double density = 0.1 + 0.5 * dice.generateDouble();
      for (int k = 0; k < kinds; ++k) p.wanted.push_back(dice.bounded(0, 5));
      for (int i = 0; i < n; ++i) {
        p.kind.push_back(dice.bounded(0, kinds));
        p.before.emplace_back();
        for (std::uint32_t b = 0; b < std::uint32_t(i); ++b)
          if (dice.generateDouble() < density) p.before.back().push_back(b);
      }
      const int best = mostByTrying(p);
      const Served served = serveMost(p, {}), again = serveMost(p, {}), quick = serveAtOnce(p);
      QVERIFY(served.exact);
      QCOMPARE(int(served.spots.size()), best);
      QCOMPARE(served.atMost, best);
      QCOMPARE(again.spots, served.spots);
      QVERIFY(quick.atMost >= best && int(quick.spots.size()) <= best);
      quickFell += int(quick.spots.size()) < best;
      QVERIFY(*boundOn(p, {}) >= best);
      // Near enough is near, and says how near.
      const Served near = serveMost(p, {}, 0.3);
      QVERIFY(near.atMost >= best && int(near.spots.size()) <= best);
      for (const Spots& spots : {served.spots, near.spots}) {
        std::vector<int> got(p.wanted.size(), 0);
        for (const auto i : spots) {
          ++got[std::size_t(p.kind[i])];
          for (const auto b : p.before[i]) QVERIFY(!std::binary_search(spots.begin(), spots.end(), b));
        }
        for (std::size_t k = 0; k < got.size(); ++k) QVERIFY(got[k] <= p.wanted[k]);
      }
    }
    QVERIFY(quickFell > 30);  // it is needed
  }
  /// Of two kinds as many of each, with spots to spare of one.
  void asManyOfEachHandAsTryingEverythingFinds() {
    QRandomGenerator dice(19);
    int fewer = 0;
    for (int run = 0; run < 100; ++run) {
      ServeProblem p;
      p.even = true;
      const int n = dice.bounded(4, 15);
      p.wanted = {n, n};
      for (int i = 0; i < n; ++i) {
        p.kind.push_back(dice.bounded(3) == 0 ? 1 : 0);
        p.before.emplace_back();
        for (std::uint32_t b = 0; b < std::uint32_t(i); ++b)
          if (dice.bounded(4) == 0) p.before.back().push_back(b);
      }
      const int best = mostByTrying(p);
      const Served served = serveMost(p, {});
      QCOMPARE(int(served.spots.size()), best);
      QVERIFY(served.atMost >= best);
      QCOMPARE(
          2 * std::count_if(served.spots.begin(), served.spots.end(), [&](auto s) { return p.kind[s] == 1; }),
          best);
      fewer += int(serveAtOnce(p).spots.size()) < best;
      p.even = false;
      QVERIFY(int(serveMost(p, {}).spots.size()) >= best);
    }
    QVERIFY(fewer > 5);
  }
  /// Three choices in each other's way, a cell not much larger than a patch: as short as any choice of
  /// windows can be, and the same each time.
  void manyWindowsAreAsShortAsTheirBound() {  // guarantees 1 and 3 of soonest.hpp
    const json dense = {{"picture", "c.png"}, {"dpi", 100},          {"along", 72},
                        {"across", 66},       {"kind", "half-drop"}, {"mark", {0, 0}}};
    const Project p =
        projectOf(dense, 700, {9000}, {{{20, 30}, 0, 33}, {{40, 10}, 20, 33}, {{5, 60}, 45, 33}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    const Searched f(p);
    const WindowGround ground{700, Point{}, {}, 9000, -1};
    const auto set = shortestTogether(f.wished, ground, {});
    QVERIFY(set);
    QVERIFY(set->exact);
    COMPARE_TO(set->atLeast, set->length, 1e-6);
    for (std::size_t k = 0; k < 3; ++k) QCOMPARE(set->windows[k].size(), std::size_t(33));
    COMPARE_TO(*plan.windowLength, set->length, 1e-6);
    const auto again = shortestTogether(f.wished, ground, {});
    COMPARE_TO(again->length, set->length, 0);
    Progress stopped;
    stopped.cancel();
    QVERIFY(!shortestTogether(f.wished, ground, stopped));
  }
  /// Spots that hardly a search finds, hidden among others: where it gives up, or is content with near
  /// enough, its bound does not fall below what there is.
  void givenUpIsNotKnown() {
    QRandomGenerator dice(23);
    int near = 0;
    const auto hidden = [&](int spots, std::uint32_t every) {
      ServeProblem p;
      p.wanted = {spots};
      p.kind.assign(std::size_t(spots), 0);
      for (std::uint32_t i = 0; i < std::uint32_t(spots); ++i) {
        p.before.emplace_back();
        for (std::uint32_t b = 0; b < i; ++b)
          if ((i % every != 0 || b % every != 0) && dice.bounded(2) == 0) p.before.back().push_back(b);
      }
      return p;
    };
    const Served large = serveMost(hidden(230, 13), {});
    QVERIFY(large.atMost >= 18);
    QVERIFY2(large.spots.size() < 18, "it gave up nowhere");
    for (int run = 0; run < 12; ++run) {
      const ServeProblem small = hidden(60, 6);
      const Served best = serveMost(small, {}), enough = serveMost(small, {}, 0.6);
      QVERIFY(best.exact && best.spots.size() >= 10);
      QVERIFY(enough.atMost >= int(best.spots.size()));
      near += enough.spots.size() < best.spots.size();
    }
    QVERIFY2(near > 0, "near enough was the best each time");
  }
  /// Two plans at once answer as each by itself.
  void twoAtOnceAnswerAsEachAlone() {
    const json dense = {{"picture", "c.png"}, {"dpi", 100},          {"along", 72},
                        {"across", 66},       {"kind", "half-drop"}, {"mark", {0, 0}}};
    const Project p =
        projectOf(dense, 700, {9000}, {{{20, 30}, 0, 20}, {{40, 10}, 20, 25}, {{5, 60}, 45, 11}});
    const Searched f(p);
    const WindowGround one{700, Point{}, {}, 9000, -1}, two{520, Point{}, {}, 9000, -1};
    const auto plan = [&](const WindowGround& g) { return shortestTogether(f.wished, g, {})->length; };
    const double first = plan(one), second = plan(two);
    QVERIFY(second > first + 50);
    for (int run = 0; run < 5; ++run) {
      auto other = std::async(std::launch::async, plan, two);
      COMPARE_TO(plan(one), first, 0);
      COMPARE_TO(other.get(), second, 0);
    }
  }
  /// More spots than one programme takes: slab by slab, within a twentieth of what no choice is below. One of
  /// the choices is cut half mirrored.
  void thousandsOfSpotsAreServedSlabBySlab() {  // guarantee 2 of soonest.hpp
    const json dense = {{"picture", "c.png"}, {"dpi", 100},
                        {"along", 72},        {"across", 66},
                        {"kind", "straight"}, {"mirror_axes", {{{"deg", 90}, {"point", {10, 0}}}}},
                        {"mark", {3, 5}}};
    const Project p = projectOf(dense, 700, {30'000},
                                {{{20, 30}, 8, 90, true}, {{40, 10}, 20, 130}, {{5, 60}, 45, 61}}, 30);
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    QVERIFY(*plan.windowsAtLeast <= *plan.windowLength + 1e-6);
    QVERIFY2(*plan.windowLength <= 1.05 * *plan.windowsAtLeast,
             qPrintable(QStringLiteral("%1 of %2").arg(*plan.windowLength).arg(*plan.windowsAtLeast)));
    QCOMPARE(plan.windows[0].windows.size(), std::size_t(90));
    QCOMPARE(plan.windows[1].windows.size(), std::size_t(130));
    QCOMPARE(plan.windows[2].windows.size(), std::size_t(61));
    QCOMPARE(std::count_if(plan.windows[0].windows.begin(), plan.windows[0].windows.end(),
                           [](const Window& w) { return w.mirrored; }),
             45);
    std::size_t spots = 0;
    for (const WindowField& field : Searched(p).fields)
      spots += field.all(700, 0, *plan.windowsAtLeast, {3, 5}).size();
    QVERIFY(spots > 1'200);  // too many for one
    // The bound is true, and near: what ends before it cannot serve all, and a little later it might.
    const Searched f(p);
    const auto most = [&](double to) {
      Everything by(f, 700, to, {3, 5});
      by.problem.wanted = {45, 130, 61, 45};  // each hand of the first by itself
      for (std::size_t i = 0; i < by.mirrored.size(); ++i)
        if (by.mirrored[i] && by.problem.kind[i] == 0) by.problem.kind[i] = 3;
      return *boundOn(by.problem, {});
    };
    QVERIFY(most(*plan.windowsAtLeast - 0.01) < 90 + 130 + 61);
    QCOMPARE(most(*plan.windowsAtLeast + 10), 90 + 130 + 61);
  }
  /// Two spots 60 mm apart on a repeat of 130 across and 70 along, patches of 60 by 60: both fit into each
  /// repeat side by side. Width 400 holds three repeats: three of each are one row of 60 mm, not two of 130.
  void twoChoicesShareARow() {
    const Project p = projectOf(straight(130, 70), 400, {1000}, {{{30, 30}, 0, 3}, {{90, 30}, 0, 3}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    COMPARE_TO(*plan.windowLength, 60, 1e-6);
    COMPARE_TO(*plan.windowsAtLeast, 60, 1e-6);
    COMPARE_TO(*plan.windows[0].length, 60, 1e-6);
    COMPARE_TO(*plan.windows[1].length, 0, 1e-6);
    // 30 mm apart they are in each other's way: one row each, 70 mm further down.
    const Project q = projectOf(straight(130, 70), 400, {1000}, {{{30, 30}, 0, 3}, {{60, 30}, 0, 3}});
    COMPARE_TO(*support::soundPlan(q, *findCloth(q, "C")).windowLength, 130, 1e-6);
    // Two and one of them share the row all the same.
    const Project r = projectOf(straight(130, 70), 400, {1000}, {{{30, 30}, 0, 2}, {{60, 30}, 0, 1}});
    COMPARE_TO(*support::soundPlan(r, *findCloth(r, "C")).windowLength, 60, 1e-6);
  }
  /// Two or three choices at places and turns by chance: as short as the best of all sets.
  void asShortAsTryingEverything() {  // guarantees 1 and 2 and 3 of together.hpp
    QRandomGenerator dice(11);
    int shared = 0, tried = 0;
    for (int run = 0; run < 60; ++run) {
      const double across = 70 + dice.bounded(60), along = 65 + dice.bounded(60),
                   width = 150 + dice.bounded(90);
      std::vector<Wish> wishes;
      for (int k = dice.bounded(2, 4); k > 0; --k)
        wishes.push_back({{double(dice.bounded(int(across))), double(dice.bounded(int(along)))},
                          double(dice.bounded(90)),
                          dice.bounded(1, 4)});
      const Project p = projectOf(straight(across, along), width, {5000}, wishes);
      const Searched f(p);
      const auto set = shortestTogether(f.wished, {width, Point{}, {}, 5000, 0}, {});
      if (!set) continue;
      QVERIFY(set->exact);
      COMPARE_TO(set->length, set->atLeast, 1e-6);
      std::vector<Window> all;
      for (std::size_t i = 0; i < wishes.size(); ++i) {
        QCOMPARE(int(set->windows[i].size()), wishes[i].pieces);
        support::judge(windowInput(p, p.motifs[i]), set->windows[i], width, set->length);
        all.insert(all.end(), set->windows[i].begin(), set->windows[i].end());
      }
      for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = i + 1; k < all.size(); ++k)
          QVERIFY(sharedArea(all[i].patch, all[k].patch) < 0.05);
      // A little shorter, no set serves them; those that end by then are few enough to try.
      const Everything less(f, width, set->length - 0.01);
      if (less.problem.before.size() > 20) continue;
      ++tried;
      QVERIFY(mostByTrying(less.problem) < less.problem.all());
      double below = 0;  // each where the one before ends
      for (std::size_t i = 0; i < wishes.size(); ++i)
        below = f.fields[i].shortest(wishes[i].pieces, width, {}, below, {}).length;
      QVERIFY(set->length <= below + 1e-6);
      shared += set->length < below - 20;
    }
    QVERIFY2(tried > 25 && shared > 15,
             qPrintable(QStringLiteral("%1 tried, %2 shared").arg(tried).arg(shared)));
  }
  /// Where one length is too short for all, the other gives the rest; a third kind is bought.
  void severalLengthsServeTogether() {
    // Three windows to a row of 60 mm, a row each 70 mm: 150 mm hold two rows, six windows.
    const json lengths = {{{"length", 150}, {"mark", {0, 0}}}, {{"length", 130}, {"mark", {0, 0}}}};
    const Project p = projectOf(straight(130, 70, nullptr), 400, lengths, {{{60, 30}, 0, 9}});
    CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    QCOMPARE(plan.windows[0].windows.size(), std::size_t(9));
    std::map<int, int> on;
    for (const Window& w : plan.windows[0].windows) ++on[w.on];
    QCOMPARE(on[0] + on[1], 9);
    QVERIFY(on[0] <= 6 && on[1] <= 6 && on[0] >= 3);
    COMPARE_TO(plan.method()->toBuy, 0, 1e-9);
    COMPARE_TO(*plan.windowLength, *plan.windows[0].length, 1e-9);
    // One more is one too many when only 60 of the second are there: ten wanted, nine there.
    const json less = {{{"length", 150}, {"mark", {0, 0}}}, {{"length", 60}, {"mark", {0, 0}}}};
    const Project q = projectOf(straight(130, 70, nullptr), 400, less, {{{60, 30}, 0, 10}});
    plan = support::soundPlan(q, *findCloth(q, "C"));
    on.clear();
    for (const Window& w : plan.windows[0].windows) ++on[w.on];
    QCOMPARE(on[0], 6);
    QCOMPARE(on[1], 3);
    QCOMPARE(on[-1], 1);
    QVERIFY(plan.method()->toBuy > 59);
  }
  /// Two rows of 60 mm on hand, three windows to a row: six of one choice and two of another that is in its
  /// way do not fit; without the two the others do.
  void whichSmallestChoiceCouldBeGivenUp() {
    const json lengths = {{{"length", 131}, {"mark", {0, 0}}}};
    const Project p =
        projectOf(straight(130, 70, nullptr), 400, lengths, {{{60, 30}, 0, 6}, {{90, 30}, 0, 2}});
    const auto remarks = review(*reviewInput(p));
    const auto at = std::find_if(remarks.begin(), remarks.end(),
                                 [](const Remark& r) { return r.check.starts_with("choices-short"); });
    QVERIFY(at != remarks.end());
    QCOMPARE(at->fix, Message("choices-short-fix", 2, "b"));
    // Of three at one place, nine in all for six: without the two there are still too many.
    const Project three = projectOf(straight(130, 70, nullptr), 400, lengths,
                                    {{{60, 30}, 0, 4}, {{60, 30}, 0, 2}, {{60, 30}, 0, 3}});
    const auto all = review(*reviewInput(three));
    const auto third = std::find_if(all.begin(), all.end(),
                                    [](const Remark& r) { return r.check.starts_with("choices-short"); });
    QVERIFY(third != all.end());
    QCOMPARE(third->fix, Message("choices-short-fix", 3, "c"));
    const Project q =
        projectOf(straight(130, 70, nullptr), 400, lengths, {{{60, 30}, 0, 4}, {{90, 30}, 0, 2}});
    for (const Remark& r : review(*reviewInput(q))) QVERIFY(!r.check.starts_with("choices-short"));
  }
  /// Many copies of four choices: the answer lies within a twentieth of the bound, and all are there.
  void manyCopiesStayNearTheBound() {
    const Project p =
        projectOf(straight(150, 140), 1100, {5000},
                  {{{35, 35}, 10, 24}, {{95, 60}, 40, 24}, {{40, 100}, 75, 24}, {{110, 120}, 20, 24}});
    const Searched f(p);
    const auto set = shortestTogether(f.wished, {1100, Point{}, {}, 5000, 0}, {});
    QVERIFY(set && set->atLeast > 0);
    QVERIFY2(set->length <= 1.05 * set->atLeast,
             qPrintable(QStringLiteral("%1 of %2").arg(set->length).arg(set->atLeast)));
    for (const auto& w : set->windows) QCOMPARE(w.size(), std::size_t(24));
  }
  /// Cloth of an unknown place: what is promised is there wherever the print lies.
  void anUnknownPlaceHoldsThemAll() {
    const Project p =
        projectOf(straight(130, 70, nullptr), 500, {1000}, {{{30, 30}, 0, 3}, {{90, 50}, 30, 3}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    QVERIFY(plan.windowLength && plan.windows[0].worstPlace);
    const Searched f(p);
    for (int dx = 0; dx < 130; dx += 13)
      for (int dy = 0; dy < 70; dy += 10) {
        const auto here = shortestTogether(f.wished, {500, Point{double(dx), double(dy)}, {}, 1000, 0}, {});
        QVERIFY(here && here->length <= *plan.windowLength + 1e-6);
      }
  }
  void copiesOfEitherHandStayEven() {
    json print = straight(130, 90);
    print["mirror_axes"] = {{{"deg", 90}, {"point", {65, 0}}}};
    const Project p = projectOf(print, 400, {1000}, {{{30, 30}, 20, 6, true}, {{65, 60}, 45, 2, false}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    int mirrored = 0;
    for (const Window& w : plan.windows[0].windows) mirrored += w.mirrored;
    QCOMPARE(plan.windows[0].windows.size(), std::size_t(6));
    QCOMPARE(mirrored, 3);
  }
  void stoppedWorkGivesNothing() {
    const Project p = projectOf(straight(130, 70), 400, {1000}, {{{30, 30}, 0, 3}, {{60, 30}, 0, 3}});
    const Searched f(p);
    Progress stopped;
    stopped.cancel();
    QVERIFY(!shortestTogether(f.wished, {400, Point{}, {}, 1000, 0}, stopped));
  }
};

CLATHRA_TEST(TogetherTest, "together")
#include "together.moc"
