#include "motif/supply.hpp"

#include <QRandomGenerator>

#include <functional>
#include <random>
#include "motif/conflicts.hpp"
#include "motif/independent.hpp"

#include "registry.hpp"
#include "shape/overlap.hpp"
#include "shape/overrun.hpp"
#include "sound_plan.hpp"
#include "support.hpp"

using namespace clathra;
using nlohmann::json;

namespace {

struct Setup {
  double along = 80, across = 100;
  std::string kind = "straight";
  json mirrors = json::array();
  json mark = {0, 0};
  Point at{50, 40};
  bool mirrored = false;
  double turn = 0;
  double width = 1000, length = 500;
  int wanted = 25;
};

/// Squares of 50 mm with an allowance of 5: patches of 60 by 60.
Project made(const Setup& s) {
  Project p = support::project(support::recipe("squares", 50, 10, 10));
  p = support::edited(p, {{"edit", "setAllowance"}, {"value", 5}});
  const json print = {{"picture", "p.png"}, {"dpi", 100},     {"along", s.along},
                      {"across", s.across}, {"kind", s.kind}, {"mirror_axes", s.mirrors},
                      {"mark", s.mark}};
  auto with = applyStep(
      p, {{"edit", "addCloth"}, {"name", "C"}, {"width", s.width}, {"lengths", {s.length}}, {"print", print}},
      support::context());
  if (!with) qFatal("%s", clathra::said(with.error()).c_str());
  json pieces = json::array();
  for (int i = 1; i <= s.wanted; ++i) pieces.push_back(i);
  return support::edited(*with, {{"edit", "addMotif"},
                                 {"name", "M"},
                                 {"cloth", "C"},
                                 {"shape", "square"},
                                 {"at", {s.at.x, s.at.y}},
                                 {"turn", s.turn},
                                 {"mirrored", s.mirrored},
                                 {"pieces", pieces}});
}

/// The supply of the first motif choice, its windows judged, and the whole plan of its cloth with them.
MotifSupply supplyOf(const Project& p) {
  const WindowInput input = windowInput(p, p.motifs.front());
  const auto supply = motifSupply(input);
  if (!supply) qFatal("%s", clathra::said(supply.error()).c_str());
  if (input.cloth.width)
    support::judge(input, supply->needed.windows, input.cloth.width->mm(), supply->needed.length);
  (void)support::soundPlan(p, p.motifs.front().cloth);
  return *supply;
}

/// The largest choice by trying everything.
int largest(const ConflictLine& line) {
  const std::size_t n = line.before.size();
  int best = 0;
  for (unsigned set = 0; set < (1u << n); ++set) {
    bool ok = true;
    for (std::size_t i = 0; i < n && ok; ++i)
      for (const auto b : line.before[i]) ok = ok && !((set >> i & 1) && (set >> b & 1));
    if (ok) best = std::max(best, __builtin_popcount(set));
  }
  return best;
}

}  // namespace

/// The counts of docs/calculations.md ("Motif copies") and the guarantees of the counter.
class WindowsTest : public QObject {
  Q_OBJECT
 private slots:
  void straight() {
    const MotifSupply s = supplyOf(made({}));
    QCOMPARE(*s.onHand, 60);
    COMPARE_TO(*s.lengthNeeded, 230, 1e-6);
    QVERIFY(s.exact && !s.worstPlace);
  }
  void halfDrop() {
    const MotifSupply s = supplyOf(made({.kind = "half-drop", .wanted = 12}));
    QCOMPARE(*s.onHand, 55);
    COMPARE_TO(*s.lengthNeeded, 150, 1e-6);
  }
  /// On the slant one neighbour in the next column lies free and the other does not, at the same step across.
  void turnedHalfDrop() {
    const Setup s{.along = 40, .across = 60, .kind = "half-drop", .turn = 20, .width = 270, .length = 200};
    const MotifSupply supply = supplyOf(made(s));
    const double c = cos(Angle::degrees(s.turn)), n = sin(Angle::degrees(s.turn)), reach = 30 * (c + n);
    std::vector<Point> spots;
    for (int i = -3; i < 8; ++i)
      for (int j = -8; j < 9; ++j) {
        const Point at = s.at + Point{60.0 * i, 20.0 * i + 40.0 * j};
        if (at.x >= reach && at.x <= s.width - reach && at.y >= reach && at.y <= s.length - reach)
          spots.push_back(at);
      }
    QCOMPARE(spots.size(), std::size_t(14));
    ConflictLine line;
    for (std::size_t a = 0; a < spots.size(); ++a) {
      line.before.emplace_back();
      for (std::uint32_t b = 0; b < a; ++b) {
        const Point d = spots[a] - spots[b];  // squares of 60 mm, side on to each other or not at all
        if (std::abs(d.x * c + d.y * n) < 60 && std::abs(d.y * c - d.x * n) < 60)
          line.before.back().push_back(b);
      }
    }
    QCOMPARE(*supply.onHand, largest(line));
    QVERIFY(supply.exact);
  }
  void mirrored() {
    const json axis = json::array({{{"deg", 90}, {"point", {100, 0}}}});
    const MotifSupply s = supplyOf(made(
        {.along = 200, .across = 200, .mirrors = axis, .at = {60, 100}, .mirrored = true, .wanted = 12}));
    QCOMPARE(*s.onHand, 20);
    COMPARE_TO(*s.lengthNeeded, 330, 1e-6);
  }
  /// Patches of 60 by 60 one beside the other, each column half a patch lower: a wheel that runs 5 mm past
  /// its corners cuts into the neighbours' sides, scissors do not.
  void theJudgeSeesWhereTheToolRuns() {
    const Project p = made({.along = 60, .across = 60, .kind = "half-drop", .wanted = 12});
    WindowInput in = windowInput(p, p.motifs.front());
    const MotifSupply s = *motifSupply(in);
    QVERIFY(faultsOf(in, s.needed.windows, 1000, s.needed.length).empty());
    in.overrun = 5;
    const auto faults = faultsOf(in, s.needed.windows, 1000, s.needed.length);
    QVERIFY(faults.size() == 1 && support::says(faults.front(), "fault-overlap-3"));
    const MotifSupply apart = *motifSupply(in);
    QVERIFY(faultsOf(in, apart.needed.windows, 1000, apart.needed.length).empty());
    QVERIFY(apart.needed.length > s.needed.length);
  }
  /// A print so dense and a cloth so large that the pairs in each other's way are not listed one by one: each
  /// hand has its half of the length, and between the halves as much is left as the tool runs past a corner.
  void ofTooManyToListEachHandHasItsHalf() {
    const json axis = json::array({{{"deg", 90}, {"point", {5, 0}}}});
    const Project p = made({.along = 7,
                            .across = 8,
                            .mirrors = axis,
                            .at = {3, 0},
                            .mirrored = true,
                            .width = 1100,
                            .length = 3000});
    for (const double overrun : {0.0, 5.0}) {
      WindowInput in = windowInput(p, p.motifs.front());
      in.overrun = overrun;
      const auto field = WindowField::make(in);
      QVERIFY(field && field->halfEach());
      const WindowSet set = field->most(1100, 3000, {0, 0}, {}, kWindowEffort - 1);
      const auto faults = faultsOf(in, set.windows, 1100, 3000);
      QVERIFY2(faults.empty(), faults.empty() ? "" : said(faults.front()).c_str());
      // By hand: patches of 60 stand in steps of 64 across and 63 along, 17 in 1 100 and 23 rows in 1 500 mm.
      double upper = 0, lower = 1e300;
      int hands[2] = {0, 0};
      for (const Window& w : set.windows) {
        ++hands[w.mirrored];
        const Box b = bounds(w.patch);
        if (w.mirrored)
          lower = std::min(lower, b.top);
        else
          upper = std::max(upper, b.bottom);
      }
      QCOMPARE(hands[0], 17 * 23);
      QCOMPARE(hands[1], 17 * 23);
      QVERIFY(upper <= 1500 + 1e-9 && lower >= 1500 + overrun - 1e-9);
    }
  }
  void tooLargeForTheRepeat() {
    const MotifSupply s =
        supplyOf(made({.along = 50, .across = 40, .at = {20, 25}, .width = 400, .length = 330, .wanted = 8}));
    QCOMPARE(*s.onHand, 12);
    COMPARE_TO(*s.lengthNeeded, 205, 1e-6);
    QVERIFY(s.exact);
  }
  void unknownPlace() {
    const MotifSupply s = supplyOf(made({.mark = nullptr}));
    QVERIFY(s.worstPlace);
    QCOMPARE(*s.onHand, 45);
    COMPARE_TO(*s.lengthNeeded, 300, 1e-3);
  }
  void onScraps() {
    Project p = made({});
    p = support::edited(p, {{"edit", "changeCloth"}, {"cloth", "C"}, {"scraps", true}});
    const MotifSupply s = supplyOf(p);
    QVERIFY(!s.onHand && !s.lengthNeeded);
    QVERIFY(clathra::said(s.remark).find("at least 6 cm × 6 cm") != std::string::npos);
    QVERIFY(clathra::said(s.remark, LengthUnit::Inch).find("at least 2 3/8 in × 2 3/8 in") !=
            std::string::npos);
  }

  void windowsOfAHandedShapeKeepItsHand() {
    // Quarter hexagons have hands; two motifs of one spot, one for each hand, on one plan.
    Project p = support::project(support::recipe("hexagons", 30, 9, 12, FinishingSides::EdgePieces));
    p = support::edited(
        p,
        {{"edit", "addCloth"},
         {"name", "C"},
         {"width", 800},
         {"print", {{"picture", "p.png"}, {"dpi", 100}, {"along", 110}, {"across", 90}, {"mark", {7, 13}}}}});
    std::map<int, json> pieces{{-1, json::array()}, {1, json::array()}};
    for (std::size_t i = 0; i < p.layout->size(); ++i)
      if (p.layout->shapes[p.layout->pieces[i].shape].name == "quarter-hexagon")
        pieces[p.layout->pieces[i].hand].push_back(i + 1);
    QVERIFY(!pieces[-1].empty() && !pieces[1].empty());
    for (const int hand : {-1, 1})
      p = support::edited(p, {{"edit", "addMotif"},
                              {"name", hand < 0 ? "Left" : "Right"},
                              {"cloth", "C"},
                              {"shape", "quarter-hexagon"},
                              {"at", {50, 40}},
                              {"turn", 20},
                              {"pieces", pieces[hand]}});
    const CutPlan plan = support::soundPlan(p, *findCloth(p, "C"));
    std::map<int, std::size_t> laid;
    for (const PlacedPatch& patch : plan.method()->laid.placements) {
      QVERIFY(patch.motif);
      QCOMPARE(patch.hand, p.motifs[patch.motif == p.motifs[0].id ? 0 : 1].name == "Left" ? -1 : 1);
      ++laid[patch.hand];
    }
    QCOMPARE(laid[-1], pieces[-1].size());
    QCOMPARE(laid[1], pieces[1].size());
  }
  void theJudgeSeesFaultsOfWindows() {
    const Project p = made({});
    const WindowInput input = windowInput(p, p.motifs.front());
    const WindowSet set = motifSupply(input)->needed;
    QVERIFY(set.windows.size() > 3);
    const auto faultOf = [&](const std::function<void(std::vector<Window>&)>& spoil) {
      auto windows = set.windows;
      spoil(windows);
      const auto faults = faultsOf(input, windows, 1000, set.length);
      return faults.empty() ? std::string() : faults.front().id;
    };
    const auto move = [](Window& w, Point by) {
      w.at = w.at + by;
      w.paper = translated(w.paper, by);
      w.patch = translated(w.patch, by);
    };
    QCOMPARE(faultOf([](auto&) {}), std::string());
    QCOMPARE(faultOf([&](auto& w) { move(w[1], {1, 0}); }), std::string("fault-not-the-spot"));
    QCOMPARE(faultOf([&](auto& w) { move(w[1], {-1000, 0}); }), std::string("fault-outside-2"));
    QCOMPARE(faultOf([&](auto& w) { w.push_back(w[2]); }), std::string("fault-overlap-3"));
    QCOMPARE(faultOf([&](auto& w) { w[0].patch = scaled(w[0].patch, 0.99); }),
             std::string("fault-not-congruent-1"));
  }
  void anUnknownPlaceNeverGivesMoreThanAnyKnownOne() {  // guarantee 4 of windows.hpp
    QRandomGenerator random(11);
    for (const char* kind : {"straight", "half-drop", "brick"}) {
      const Setup base{
          .along = 71, .across = 93, .kind = kind, .mark = nullptr, .width = 430, .length = 390, .wanted = 9};
      const MotifSupply worst = supplyOf(made(base));
      for (int round = 0; round < 40; ++round) {
        Setup known = base;
        known.mark = {random.bounded(93.0), random.bounded(71.0)};
        const MotifSupply s = supplyOf(made(known));
        QVERIFY(*s.onHand >= *worst.onHand);
        QVERIFY(*s.lengthNeeded <= *worst.lengthNeeded + 1e-6);
      }
    }
  }
  void aMarkMovedByAWholeRepeatChangesNothing() {
    const MotifSupply a = supplyOf(made({.kind = "half-drop", .mark = {12, 34}}));
    const MotifSupply b = supplyOf(made({.kind = "half-drop", .mark = {12 + 100, 34 + 40}}));
    QCOMPARE(*a.onHand, *b.onHand);
    COMPARE_TO(*a.lengthNeeded, *b.lengthNeeded, 1e-6);
  }
  void theLengthNeededIsTheShortestThatYieldsThem() {
    for (const char* kind : {"straight", "half-drop", "brick"})
      for (const int wanted : {1, 7, 26}) {
        const Setup s{.along = 55,
                      .across = 47,
                      .kind = kind,
                      .at = {31, 22},
                      .width = 500,
                      .length = 900,
                      .wanted = wanted};
        const double needed = *supplyOf(made(s)).lengthNeeded;
        Setup enough = s, less = s;
        enough.length = needed;
        less.length = needed - 0.01;
        QVERIFY(*supplyOf(made(enough)).onHand >= wanted);
        QVERIFY(*supplyOf(made(less)).onHand < wanted);
      }
  }
  void windowsShowTheSpotLieInsideAndDoNotOverlap() {  // guarantees 1 and 2 of windows.hpp
    const Project p =
        made({.along = 55, .across = 47, .kind = "half-drop", .mark = {3, 9}, .width = 500, .length = 400});
    const auto field = WindowField::make(windowInput(p, p.motifs.front()));
    const WindowSet set = field->most(500, 400, {3, 9}, {});
    QVERIFY(set.windows.size() > 10);
    for (std::size_t i = 0; i < set.windows.size(); ++i) {
      const Window& w = set.windows[i];
      const Point d = w.at - Point{3 + 50, 9 + 40};
      const double col = d.x / 47, row = (d.y - std::round(col) * 27.5) / 55;
      COMPARE_TO(col, std::round(col), 1e-9);
      COMPARE_TO(row, std::round(row), 1e-9);
      const Box b = bounds(w.patch);
      QVERIFY(b.left > -1e-5 && b.top > -1e-5 && b.right < 500 + 1e-5 && b.bottom < 400 + 1e-5);
      for (std::size_t k = i + 1; k < set.windows.size(); ++k)
        QVERIFY(sharedArea(w.patch, set.windows[k].patch) < 0.05);
    }
  }
  void choicesAreTheLargestThereAre() {  // guarantee 3 of windows.hpp
    QRandomGenerator random(7);
    for (int round = 0; round < 200; ++round) {
      ConflictLine line;
      const int n = 4 + random.bounded(12);
      for (int i = 0; i < n; ++i) {
        std::vector<std::uint32_t> before;
        for (int k = std::max(0, i - 5); k < i; ++k)
          if (random.bounded(100) < 40) before.push_back(static_cast<std::uint32_t>(k));
        line.before.push_back(before);
      }
      line.second.assign(line.before.size(), false);
      const Choice c = chooseSpots(line, -1, false, {});
      QCOMPARE(static_cast<int>(c.spots.size()), largest(line));
      QVERIFY(c.exact);
    }
  }
  void aSearchThatIsCutShortGivesBoundsRoundTheAnswer() {  // guarantee 3 of windows.hpp
    QRandomGenerator random(17);
    int bounded = 0;
    for (int round = 0; round < 200; ++round) {
      ConflictLine line;
      const int n = 8 + random.bounded(10);
      for (int i = 0; i < n; ++i) {
        std::vector<std::uint32_t> before;
        for (int k = std::max(0, i - 7); k < i; ++k)
          if (random.bounded(100) < 35) before.push_back(static_cast<std::uint32_t>(k));
        line.before.push_back(before);
      }
      line.second.assign(line.before.size(), false);
      const Choice c = chooseSpots(line, -1, false, {}, 0);
      const int right = largest(line);
      QVERIFY(static_cast<int>(c.spots.size()) <= right && right <= c.atMost);
      if (c.exact) QCOMPARE(static_cast<int>(c.spots.size()), right);
      bounded += c.atMost < n;
      for (std::size_t i = 0; i < c.spots.size(); ++i)
        for (const auto b : line.before[c.spots[i]])
          QVERIFY(!std::binary_search(c.spots.begin(), c.spots.end(), b));
    }
    QVERIFY(bounded > 150);
  }
  void theQuickBoundsOfAnUnknownPlaceHoldTheExactNumber() {
    for (const char* kind : {"straight", "half-drop", "brick"})
      for (const double length : {200.0, 330.0, 517.0}) {
        const Project p =
            made({.along = 71, .across = 93, .kind = kind, .mark = nullptr, .width = 430, .length = length});
        const auto field = WindowField::make(windowInput(p, p.motifs.front()));
        const auto exact = static_cast<int>(field->fewest(430, length, {}).windows.size());
        const auto bounds = field->fewestWithin(430, length, {}, 100'000);
        QVERIFY2(bounds.atLeast <= exact && exact <= bounds.atMost, kind);
        QVERIFY(bounds.atMost > 0);
      }
  }
  void boundsAreToldFirstAndThenTheNumber() {
    const Project p =
        made({.along = 50, .across = 40, .at = {20, 25}, .width = 400, .length = 330, .wanted = 8});
    std::vector<MotifSupply> told;
    const auto last = motifSupply(windowInput(p, p.motifs.front()), {},
                                  [&](MotifSupply s) { told.push_back(std::move(s)); });
    QCOMPARE(told.size(), std::size_t(1));
    QVERIFY(last && last->counted && *last->onHand == 12 && *last->atMost == 12);
    QVERIFY(*told.front().onHand <= 12 && *told.front().atMost >= 12);
  }
  /// Row by row the same conflicts are found as among all pairs. Two patches of
  /// unequal width and height, one hollow, at places by chance.
  void spotsConflictWhereTheirPatchesLieOnEachOther() {  // guarantee 1 of conflicts.hpp
    const std::vector<Polygon> patches{{{-9, -4}, {9, -4}, {9, 4}, {-9, 4}},
                                       {{-5, -12}, {5, -12}, {0, 0}, {5, 12}, {-5, 12}}};
    std::mt19937 chance(7);
    const auto between = [&](double from, double to) {
      return std::uniform_real_distribution<double>(from, to)(chance);
    };
    for (const double overrun : {0.0, 2.5}) {
      std::vector<PatchSpot> spots;
      for (int i = 0; i < 160; ++i) {
        const std::size_t patch = i % 3 == 0;
        const Point at{between(0, 120), std::floor(between(0, 12)) * 8};
        spots.push_back({at, patch, at.y + bounds(patches[patch]).bottom});
      }
      std::sort(spots.begin(), spots.end(), [](const PatchSpot& a, const PatchSpot& b) {
        return std::pair(rowOf(a.bottom), a.at.x) < std::pair(rowOf(b.bottom), b.at.x);
      });
      const auto found = conflictsOf(spots, patches, overrun, {});
      int conflicts = 0;
      for (std::uint32_t i = 0; i < spots.size(); ++i) {
        std::vector<std::uint32_t> all;
        for (std::uint32_t k = i; k-- > 0;)
          if (spoils(translated(patches[spots[i].patch], spots[i].at),
                     translated(patches[spots[k].patch], spots[k].at), overrun))
            all.push_back(k);
        QVERIFY2(found[i] == all, qPrintable(QString::number(i)));
        conflicts += static_cast<int>(all.size());
      }
      QVERIFY(conflicts > 100);
    }
  }
  /// A dense print whose place on the cloth nobody knows: eight for certain, ten in truth.
  void itIsCountedAsFarAsIsAsked() {
    const auto supply = [](int wanted, CountOnHand till) {
      Project p = support::edited(
          support::project(support::recipe("clamshells", 25, 3, 3)),
          {{"edit", "addCloth"},
           {"name", "Reed"},
           {"width", 140},
           {"lengths", {160}},
           {"print",
            {{"picture", "p.png"}, {"dpi", 100}, {"along", 13}, {"across", 14}, {"mark", nullptr}}}});
      nlohmann::json pieces = nlohmann::json::array();
      for (int i = 1; i <= wanted; ++i) pieces.push_back(i);
      p = support::edited(p, {{"edit", "addMotif"},
                              {"name", "Spot"},
                              {"cloth", "Reed"},
                              {"shape", p.layout->shapes[0].name},
                              {"at", {60, 60}},
                              {"pieces", pieces}});
      return *motifSupply(p, p.motifs.front(), {}, till);
    };
    const auto is = [](const MotifSupply& s, int least, int most, bool counted) {
      return *s.onHand == least && *s.atMost == most && s.counted == counted;
    };
    QVERIFY(is(supply(8, CountOnHand::Bounds), 8, 10, false));
    QVERIFY(!supply(8, CountOnHand::Bounds).exact);
    QVERIFY(is(supply(9, CountOnHand::Bounds), 8, 10, false));
    QVERIFY(is(supply(8, CountOnHand::UntilEnough), 8, 10, false));  // they suffice
    QVERIFY(is(supply(9, CountOnHand::UntilEnough), 10, 10, true));  // eight alone would not
    QVERIFY(is(supply(8, CountOnHand::Exactly), 10, 10, true));
  }
  void hollowAndCurvedPatchesAreCountedTruly() {
    // A dense print, so that patches come as near each other as their outlines allow: clamshells 50 mm wide
    // nest into one another, and with their hollows filled by hulls they would not.
    Project p = support::project(support::recipe("clamshells", 25, 3, 3));
    p = support::edited(
        p,
        {{"edit", "addCloth"},
         {"name", "Reed"},
         {"width", 500},
         {"lengths", {500}},
         {"print", {{"picture", "p.png"}, {"dpi", 100}, {"along", 25}, {"across", 25}, {"mark", {0, 0}}}}});
    p = support::edited(p, {{"edit", "addMotif"},
                            {"name", "Spot"},
                            {"cloth", "Reed"},
                            {"shape", p.layout->shapes[0].name},
                            {"at", {60, 60}},
                            {"pieces", {1}}});
    const auto field = WindowField::make(windowInput(p, p.motifs.front()));
    QVERIFY(field);
    const WindowSet set = field->most(500, 500, {0, 0}, {});
    QVERIFY(set.windows.size() > 20);
    double covered = 0;
    for (std::size_t i = 0; i < set.windows.size(); ++i) {
      covered += area(set.windows[i].patch);
      for (std::size_t k = i + 1; k < set.windows.size(); ++k)
        QVERIFY(!overlaps(set.windows[i].patch, set.windows[k].patch));
    }
    QVERIFY(covered <= 500.0 * 500.0);
    QVERIFY(set.atMost >= static_cast<int>(set.windows.size()) || set.exact);
  }
  /// A cell smaller than a patch, and copies of either hand: more spots conflict at once than are followed
  /// along the cloth. The programme then finds shorter cloth, and says that none is shorter.
  void whereTooManyConflictTheProgrammeIsShorter() {
    const json axis = json::array({{{"deg", 90}, {"point", {10, 0}}}});
    const Project p = made({.along = 40,
                            .across = 44,
                            .kind = "half-drop",
                            .mirrors = axis,
                            .at = {20, 30},
                            .mirrored = true,
                            .turn = 12,
                            .wanted = 31});
    const WindowInput input = windowInput(p, p.motifs.front());
    const auto field = WindowField::make(input);
    QVERIFY(field);
    const WindowSet along = field->shortest(31, 1000, {0, 0}, 0, {}, kWindowEffort - 1);
    const WindowSet set = field->shortest(31, 1000, {0, 0}, 0, {}, kWindowEffort);
    QVERIFY(!along.exact);
    QVERIFY(set.exact);
    QVERIFY2(set.length < along.length - 1,
             qPrintable(QStringLiteral("%1 %2").arg(set.length).arg(along.length)));
    QCOMPARE(set.windows.size(), std::size_t(32));
    QCOMPARE(
        std::count_if(set.windows.begin(), set.windows.end(), [](const Window& w) { return w.mirrored; }),
        16);
    support::judge(input, set.windows, 1000, set.length);
    const WindowSet fewer = field->most(700, 260, {0, 0}, {}, kWindowEffort - 1);
    const WindowSet most = field->most(700, 260, {0, 0}, {}, kWindowEffort);
    QVERIFY2(most.windows.size() > fewer.windows.size(),
             qPrintable(QStringLiteral("%1 %2").arg(most.windows.size()).arg(fewer.windows.size())));
    QVERIFY(most.atMost <= fewer.atMost);
    QVERIFY(most.atMost >= int(most.windows.size()));
    support::judge(input, most.windows, 700, 260);
  }
  void aWindowOnItsOwnMirrorLineNeedsNoHalving() {
    const json axis = json::array({{{"deg", 90}, {"point", {50, 0}}}});
    const MotifSupply plainCopies = supplyOf(made({.mirrors = axis}));
    const MotifSupply mirroredCopies = supplyOf(made({.mirrors = axis, .mirrored = true}));
    QCOMPARE(*plainCopies.onHand, *mirroredCopies.onHand);
  }
  void twoMirrorLinesGiveAHalfTurn() {
    const json axes = json::array({{{"deg", 90}, {"point", {100, 0}}}, {{"deg", 0}, {"point", {0, 100}}}});
    const MotifSupply one = supplyOf(made({.along = 200, .across = 200, .at = {60, 60}}));
    const MotifSupply both = supplyOf(made({.along = 200, .across = 200, .mirrors = axes, .at = {60, 60}}));
    QCOMPARE(*one.onHand, 15);   // 5 columns of 3 rows at 60, 260, 460 mm
    QCOMPARE(*both.onHand, 25);  // and 5 columns of 2 rows at 140, 340 mm, upside down
  }
  void aClothTooNarrowIsSaid() {
    const MotifSupply s = supplyOf(made({.width = 55}));
    QCOMPARE(*s.onHand, 0);
    QVERIFY(!s.lengthNeeded);
    QVERIFY(clathra::said(s.remark).find("too narrow") != std::string::npos);
  }
};

CLATHRA_TEST(WindowsTest, "windows")
#include "windows.moc"
